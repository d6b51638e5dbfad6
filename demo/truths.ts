/**
 * Traces the truths that the light of Ignis is measured against into demo/truths/pictures/: each lit and unlit, 16 bits, from the same camera.
 *
 *   npm run truths                    all of them, at a few minutes each on two cores
 *   npm run truths -- wall --shrink 4 one, quickly, a quarter of the size
 *   npm run truths -- --scenes        writes anew how the unlit ones are lit in Ignis, and traces none
 */
import { mkdir, readFile, writeFile } from 'node:fs/promises';
import { isMainThread, workerData } from 'node:worker_threads';
import { encode } from 'fast-png';
import { denoise, despeckle } from './tracer/develop';
import { serveRows, tracedRows } from './tracer/rows';
import type { World } from './tracer/world';
import { seenThrough } from './truths/lens';
import { litScene, settings } from './truths/scenes';
import { truths } from './truths/worlds';

type Name = keyof typeof truths;

function worldOf(name: Name, lit: boolean, shrink: number): World {
  const { world, tubes } = truths[name];
  return {
    ...world,
    width: Math.round(world.width / shrink),
    height: Math.round(world.height / shrink),
    samples: shrink > 1 ? 16 : world.samples,
    tubes: lit ? tubes : [],
  };
}

async function render(name: Name, lit: boolean, shrink: number): Promise<void> {
  const world = worldOf(name, lit, shrink);
  const { width, height } = world;
  const { colour, guide } = await tracedRows(world, import.meta.url, { name, lit, shrink });
  const folder = new URL(shrink > 1 ? '../shots/' : './truths/pictures/', import.meta.url);
  await mkdir(folder, { recursive: true });
  despeckle(colour, width, height);
  const clean = denoise(colour, guide, width, height, world.develop.denoise);
  const data = seenThrough(clean, width, height);
  await writeFile(
    new URL(`${name}-${lit ? 'lit' : 'unlit'}.png`, folder),
    encode({ width, height, data, channels: 3, depth: 16 }),
  );
}

if (isMainThread) {
  const args = process.argv.slice(2);
  const at = args.indexOf('--shrink');
  const shrink = at >= 0 ? Number(args[at + 1]) : 1;
  const names = args.filter((a): a is Name => a in truths);
  for (const name of names.length ? names : (Object.keys(truths) as Name[])) {
    for (const lit of args.includes('--scenes') ? [] : [false, true]) {
      const label = `${name}, ${lit ? 'lit' : 'unlit'}`;
      console.time(label);
      await render(name, lit, shrink);
      console.timeEnd(label);
    }
    if (shrink > 1) continue;
    const picture = (file: string) => new URL(`./truths/pictures/${file}`, import.meta.url);
    const scene = await litScene(
      name,
      await readFile(picture(`${name}-unlit.png`)),
      settings[name],
    );
    await writeFile(picture(`${name}.scene.json`), `${JSON.stringify(scene, null, 2)}\n`);
  }
} else {
  const { name, lit, shrink } = workerData as { name: Name; lit: boolean; shrink: number };
  serveRows(worldOf(name, lit, shrink));
}
