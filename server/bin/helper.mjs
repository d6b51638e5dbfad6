/** A helping thread of the command (server/src/threads.ts). */
import { existsSync } from 'node:fs';
import { workerData } from 'node:worker_threads';

const compiled = new URL('../dist/machine.js', import.meta.url);
if (!existsSync(compiled)) (await import('tsx/esm/api')).register();
const { help } = await import(
  existsSync(compiled) ? compiled.href : '../../core/kernels/machine.ts'
);
help(workerData);
