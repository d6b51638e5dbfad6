/** The rows of a picture, traced by workers on all cores. */
import { availableParallelism } from 'node:os';
import { parentPort, Worker } from 'node:worker_threads';
import { traceRow, type Row } from './trace';
import type { World } from './world';

/**
 * The colours and the guides of a world's picture, 4 floats a pixel as in `Row`. Each worker runs `script` (the URL of a module) with
 * `workerData`, and there calls `serveRows`; THREADS limits how many there are. `onRow` gets how many rows are done.
 */
export async function tracedRows(
  { width, height }: World,
  script: string,
  workerData: object,
  onRow?: (done: number) => void,
): Promise<Row> {
  const colour = new Float32Array(width * height * 4);
  const guide = new Float32Array(width * height * 4);
  // A worker starts as plain JavaScript, so it is first taught to read TypeScript.
  const boot = `import('tsx/esm/api').then(({ register }) => { register(); return import(${JSON.stringify(script)}); })`;
  let next = 0;
  let done = 0;
  const work = () =>
    new Promise<void>((resolve, reject) => {
      const worker = new Worker(boot, { eval: true, workerData });
      const feed = () =>
        next < height ? worker.postMessage(next++) : void worker.terminate().then(() => resolve());
      worker.on('message', ({ y, row }: { y: number; row: Row }) => {
        colour.set(row.colour, y * width * 4);
        guide.set(row.guide, y * width * 4);
        onRow?.(++done);
        feed();
      });
      worker.on('error', reject);
      feed();
    });
  const count = Math.max(1, Number(process.env.THREADS ?? availableParallelism()));
  await Promise.all(Array.from({ length: count }, work));
  return { colour, guide };
}

/** In a worker: traces the rows of a world that are asked for. */
export function serveRows(world: World): void {
  parentPort!.on('message', (y: number) => parentPort!.postMessage({ y, row: traceRow(world, y) }));
}
