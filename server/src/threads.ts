/** Threads that share the rows of every kernel, one for each further core of the machine. */
import { availableParallelism } from 'node:os';
import { Worker } from 'node:worker_threads';
import { inviteHelper } from '@ignis/core/kernels/machine';

/** Calls helping threads for this one; they end with the process, and do not keep it alive. */
export function callHelpers(most = availableParallelism() - 1): void {
  for (let i = 0; i < most; i++) {
    const workerData = inviteHelper();
    if (!workerData) return;
    new Worker(new URL('../bin/helper.mjs', import.meta.url), { workerData }).unref();
  }
}
