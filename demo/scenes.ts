/** Builds the example scenes in demo/scenes/ from the sample pictures: `npx tsx demo/scenes.ts`. */
import { mkdir, readFile, rm, writeFile } from 'node:fs/promises';
import { assetName } from '@ignis/core/files/ignis-file';
import { inspectPicture } from '@ignis/core/files/picture-file';
import { corner, smooth, type Path } from '@ignis/core/geometry/path';
import { parseScene } from '@ignis/core/scene/check';
import { newLine, newPicture, newScene, newStep } from '@ignis/core/scene/make';
import type { Layer, Scene } from '@ignis/core/scene/schema';

const folder = new URL('./', import.meta.url);

/** A sample picture as a source, and the bytes of its file. */
async function sample(name: string) {
  const bytes = await readFile(new URL(`pictures/${name}.png`, folder));
  const { width, height } = inspectPicture(bytes, name);
  const asset = await assetName(bytes, 'png');
  return { bytes, asset, source: { kind: 'picture' as const, asset, width, height } };
}

/** Ids that stay the same from one build to the next. */
function named(layer: Layer, id: string): Layer {
  layer.id = id;
  layer.steps.forEach((s, i) => (s.id = `${id}-step-${i + 1}`));
  if (layer.source.kind === 'line')
    layer.source.passes.forEach((p) => (p.id = `${id}-${p.name.toLowerCase()}`));
  return layer;
}

async function write(slug: string, scene: Scene, pictures: Awaited<ReturnType<typeof sample>>[]) {
  const to = new URL(`scenes/${slug}/`, folder);
  await rm(to, { recursive: true, force: true });
  await mkdir(new URL('assets/', to), { recursive: true });
  await writeFile(new URL('scene.json', to), `${JSON.stringify(parseScene(scene), null, 2)}\n`);
  for (const p of pictures) await writeFile(new URL(`assets/${p.asset}`, to), p.bytes);
}

const pier = await sample('wet-pier');
const heron = await sample('ceramic-heron');
const middle = { x: 960, y: 600 };

const blank = newScene('Blank pier', 1920, 1200, '#0b0d12');
blank.layers.push(named(newPicture('Pier at dusk', pier.source, blank, middle, true), 'pier'));
await write('blank-pier', blank, [pier]);

const scene = newScene('Heron in neon', 1920, 1200, '#0b0d12');
const dusk = newPicture('Pier at dusk', pier.source, scene, middle, true);
const light = newStep('grade.light');
Object.assign(light.values, { exposure: -1.35, contrast: 6 });
dusk.steps.push(light as Layer['steps'][number]);

const emberPath: Path = {
  closed: false,
  anchors: [
    { ...corner(742, 1010), kind: 'smooth', out: { x: -120, y: -120 } },
    smooth(660, 690, 70, -130),
    smooth(1085, 520, 190, -20),
    smooth(1452, 330, 30, -120),
    { ...corner(1330, 92), kind: 'smooth', in: { x: 110, y: 30 } },
  ],
};
const tidePath: Path = {
  closed: false,
  anchors: [
    { ...corner(640, 560), kind: 'smooth', out: { x: 40, y: 150 } },
    smooth(900, 760, 140, 10),
    smooth(1230, 640, 110, -80),
    smooth(1500, 590, 90, 40),
    { ...corner(1560, 830), kind: 'smooth', in: { x: 40, y: -110 } },
  ],
};
const bird = newPicture('Heron', heron.source, scene, { x: 1060, y: 622 }, true);
bird.placement = { ...bird.placement, scaleX: 0.8, scaleY: 0.8 };
scene.layers.push(
  named(dusk, 'pier'),
  named(newLine('Ember line', emberPath), 'ember'),
  named(bird, 'heron'),
  named(newLine('Tide line', tidePath, '#2fb8ff', 11), 'tide'),
);
await write('heron-in-neon', scene, [pier, heron]);
