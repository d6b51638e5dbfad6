#!/usr/bin/env node
import { existsSync } from 'node:fs';

// Compiled by `npm run build`; else from its sources.
const compiled = new URL('../dist/command.js', import.meta.url);
if (!existsSync(compiled)) (await import('tsx/esm/api')).register();
const { run } = await import(existsSync(compiled) ? compiled.href : '../src/command.ts');
process.exitCode = await run(process.argv.slice(2));
