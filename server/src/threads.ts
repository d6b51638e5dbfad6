/** Threads that share the rows of every kernel, one for each further core of the machine. */
import { availableParallelism } from 'node:os';
import { Worker } from 'node:worker_threads';
import { inviteHelper } from '@ignis/core/kernels/machine';

/** How many threads there may be: as many as cores, or what the environment says. */
const threads = (): number => Number(process.env.IGNIS_THREADS) || availableParallelism();

/** Calls helping threads for this one; they end with the process, and do not keep it alive. */
export function callHelpers(most = threads() - 1): void {
  for (let i = 0; i < most; i++) {
    const workerData = inviteHelper();
    if (!workerData) return;
    new Worker(new URL('../bin/helper.mjs', import.meta.url), { workerData }).unref();
  }
}
