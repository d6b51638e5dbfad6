/**
 * Renders the sample pictures of Saltmere into demo/pictures/.
 *
 *   npm run pictures                       all of them
 *   npm run pictures -- heron --shrink 4   one, quickly, a quarter of the size
 */
import { mkdir, writeFile } from 'node:fs/promises';
import { isMainThread, workerData } from 'node:worker_threads';
import { encode } from 'fast-png';
import { develop } from './tracer/develop';
import { serveRows, tracedRows } from './tracer/rows';
import type { World } from './tracer/world';
import { heron } from './worlds/heron';
import { bust } from './worlds/bust';
import { helmet, helmetAlone } from './worlds/helmet';
import { pier } from './worlds/pier';
import { boat } from './worlds/boat';
import { sailor } from './worlds/sailor';
import { wall } from './worlds/wall';

const worlds = { pier, heron, helmet, helmetAlone, boat, wall, sailor, bust };
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
  const { colour, guide } = await tracedRows(world, import.meta.url, { name, shrink }, (done) => {
    if (done % 100 === 0) console.log(`${world.name}: ${done} of ${height} rows`);
  });
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
  serveRows(sized(name, shrink));
}
