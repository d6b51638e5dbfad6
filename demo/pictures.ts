/**
 * Renders the sample pictures of Saltmere into demo/pictures/.
 *
 *   npm run pictures                       all of them
 *   npm run pictures -- heron --shrink 4   one, quickly, a quarter of the size
 */
import { mkdir, writeFile } from 'node:fs/promises';
import { availableParallelism } from 'node:os';
import { isMainThread, parentPort, Worker, workerData } from 'node:worker_threads';
import { encode } from 'fast-png';
import { develop } from './tracer/develop';
import { traceRow, type Row } from './tracer/trace';
import type { World } from './tracer/world';
import { heron } from './worlds/heron';
import { helmet } from './worlds/helmet';
import { pier } from './worlds/pier';
import { boat } from './worlds/boat';
import { wall } from './worlds/wall';

const worlds = { pier, heron, helmet, boat, wall };
/** A worker starts as plain JavaScript, so it is first taught to read TypeScript. */
const boot = `import('tsx/esm/api').then(({ register }) => { register(); return import(${JSON.stringify(import.meta.url)}); })`;
type Name = keyof typeof worlds;

function sized(name: Name, shrink: number): World {
  const world = worlds[name];
  return {
    ...world,
    width: Math.round(world.width / shrink),
    height: Math.round(world.height / shrink),
    samples: shrink > 1 ? Math.min(world.samples, 16) : world.samples,
  };
}

async function render(name: Name, shrink: number): Promise<void> {
  const world = sized(name, shrink);
  const { width, height } = world;
  const colour = new Float32Array(width * height * 4);
  const guide = new Float32Array(width * height * 4);
  let next = 0;
  let done = 0;
  const count = Math.max(1, Number(process.env.THREADS ?? availableParallelism()));
  await Promise.all(
    Array.from(
      { length: count },
      () =>
        new Promise<void>((resolve, reject) => {
          const worker = new Worker(boot, { eval: true, workerData: { name, shrink } });
          const feed = () =>
            next < height
              ? worker.postMessage(next++)
              : void worker.terminate().then(() => resolve());
          worker.on('message', ({ y, row }: { y: number; row: Row }) => {
            colour.set(row.colour, y * width * 4);
            guide.set(row.guide, y * width * 4);
            if (++done % 100 === 0) console.log(`${world.name}: ${done} of ${height} rows`);
            feed();
          });
          worker.on('error', reject);
          feed();
        }),
    ),
  );
  const folder = new URL(shrink > 1 ? '../shots/' : './pictures/', import.meta.url);
  await mkdir(folder, { recursive: true });
  const data = develop(world, colour, guide);
  const opaque = !world.transparent;
  const pixels = opaque ? data.filter((_, i) => i % 4 !== 3) : data;
  await writeFile(
    new URL(`${world.name}.png`, folder),
    encode({ width, height, data: pixels, channels: opaque ? 3 : 4 }),
  );
}

if (isMainThread) {
  const args = process.argv.slice(2);
  const at = args.indexOf('--shrink');
  const shrink = at >= 0 ? Number(args[at + 1]) : 1;
  const names = args.filter((a): a is Name => a in worlds);
  for (const name of names.length ? names : (Object.keys(worlds) as Name[])) {
    console.time(name);
    await render(name, shrink);
    console.timeEnd(name);
  }
} else {
  const { name, shrink } = workerData as { name: Name; shrink: number };
  const world = sized(name, shrink);
  parentPort!.on('message', (y: number) => parentPort!.postMessage({ y, row: traceRow(world, y) }));
}
