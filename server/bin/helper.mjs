/** A helping thread of the command (server/src/threads.ts). */
import { workerData } from 'node:worker_threads';
import { register } from 'tsx/esm/api';

register();
const { help } = await import('../../core/kernels/machine.ts');
help(workerData);
