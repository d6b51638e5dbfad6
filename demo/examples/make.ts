/** What the example scenes are made with. */
import { mkdir, readFile, rm, writeFile } from 'node:fs/promises';
import { assetName } from '@ignis/core/files/ignis-file';
import type { PaintBrush, PaintStroke } from '@ignis/core/brush/paint-brush';
import { strokeBrush, wholeBrush } from '@ignis/core/brush/paint-brush';
import { shippedBrushes } from '@ignis/core/recipes/brushes/shipped';
import { inspectPicture } from '@ignis/core/files/picture-file';
import { smooth, type Path } from '@ignis/core/geometry/path';
import type { Mask } from '@ignis/core/masks/mask';
import { parseScene } from '@ignis/core/scene/model/check';
import type { Paint } from '@ignis/core/paint/parameters';
import { putRecipe } from '@ignis/core/recipes/recipe';
import { shippedRecipes } from '@ignis/core/recipes/shipped';
import { edit } from '@ignis/core/scene/edits/edit';
import {
  newFill,
  newGrade,
  newMask,
  newPaint,
  newScene,
  newStep,
  newTextLayer,
} from '@ignis/core/scene/model/make';
import type { Layer, Scene, Step } from '@ignis/core/scene/model/schema';
import {
  flareLooks,
  particleLooks,
  started,
  startingPoints,
} from '@ignis/core/scene/starting-points/index';
import type { ParticleValues } from '@ignis/core/sources/particles';
import type { Pass } from '@ignis/core/sources/pass';

const folder = new URL('../', import.meta.url);

/** A sample picture as a source, and the bytes of its file. */
export async function sample(name: string) {
  const bytes = await readFile(new URL(`pictures/${name}.png`, folder));
  const { width, height } = inspectPicture(bytes, name);
  const asset = await assetName(bytes, 'png');
  return { bytes, asset, source: { kind: 'picture' as const, asset, width, height } };
}

/** Ids that stay the same from one build to the next. */
export function named(layer: Layer, id: string): Layer {
  layer.id = id;
  layer.steps.forEach((s, i) => {
    const step = `${id}-step-${i + 1}`;
    for (const dial of layer.dials) if (dial.of === s.id) dial.of = step;
    s.id = step;
  });
  layer.mask?.parts.forEach((p, i) => (p.id = `${id}-part-${i + 1}`));
  if (layer.source.kind === 'line') {
    layer.source.passes.forEach(
      (p) => (p.id = `${id}-${p.name.toLowerCase().replaceAll(' ', '-')}`),
    );
    layer.source.modifiers.forEach((m, i) => (m.id = `${id}-modifier-${i + 1}`));
  }
  if (layer.source.kind === 'flare')
    layer.source.parts.forEach((p, i) => (p.id = `${id}-flare-${i + 1}`));
  return layer;
}

export async function write(
  slug: string,
  scene: Scene,
  pictures: Awaited<ReturnType<typeof sample>>[],
) {
  const checked = parseScene(scene);
  const to = new URL(`scenes/${slug}/`, folder);
  await rm(to, { recursive: true, force: true });
  await mkdir(new URL('assets/', to), { recursive: true });
  await writeFile(new URL('scene.json', to), `${JSON.stringify(checked, null, 2)}\n`);
  for (const p of pictures) await writeFile(new URL(`assets/${p.asset}`, to), p.bytes);
}

/** The layer, darkened and with more contrast: exposure in stops, contrast in per cent. */
export function graded(layer: Layer, exposure: number, contrast: number): Layer {
  const step = newStep('grade.light');
  Object.assign(step.values, { exposure, contrast });
  layer.steps.push(step);
  return layer;
}

/** A mask that fades from all at one place to nothing at another, px of the scene. */
export const faded = (from: [number, number], to: [number, number], radial = false): Mask => ({
  ...newMask({ kind: 'fade', radial, x0: from[0], y0: from[1], x1: to[0], y1: to[1] }),
  moves: false,
});

/** A circle as a path. */
export const ring = (x: number, y: number, r: number): Path => {
  const k = r * 0.5523;
  return {
    closed: true,
    anchors: [
      smooth(x + r, y, 0, k),
      smooth(x, y + r, -k, 0),
      smooth(x - r, y, 0, -k),
      smooth(x, y - r, k, 0),
    ],
  };
};

/** A starting point by its name, moved, turned and scaled. */
export function start(name: string, size: Scene, to: { x: number; y: number }, values = {}): Layer {
  const layer = started(
    [...startingPoints, ...flareLooks].find((p) => p.name === name)!,
    size,
    to,
  );
  layer.placement = { ...layer.placement, ...values };
  return layer;
}

/** Particles of a look, all over a scene, with values of their own. */
export function flying(look: string, size: Scene, values: Partial<ParticleValues>): Layer {
  const layer = particleLooks.find((p) => p.name === look)!.make(Math.max(size.width, size.height));
  if (layer.source.kind === 'particles') Object.assign(layer.source.values, values);
  return layer;
}

/** A layer wearing a recipe that ships, by its name. */
export function dressed(layer: Layer, name: string): Layer {
  const recipe = shippedRecipes.find((r) => r.name === name)!;
  const scene = { ...newScene('', 1, 1, null), layers: [layer] };
  const [worn] = edit(scene, '', putRecipe(layer.id, recipe)).scene.layers;
  return JSON.parse(JSON.stringify(worn)) as Layer;
}

/** Values of a layer's steps, by their kind and place among those of it. */
export function tuned(layer: Layer, index: number, values: Record<string, unknown>): Layer {
  Object.assign(layer.steps[index]!.values, values);
  return layer;
}

/** A text at a place, px of the scene. */
export function lettered(
  words: string,
  style: Parameters<typeof newTextLayer>[1],
  x: number,
  y: number,
  rest: Parameters<typeof newTextLayer>[2] = {},
): Layer {
  const layer = newTextLayer(words, style, rest);
  Object.assign(layer.placement, { x, y });
  return layer;
}

/** A stroke of a brush of the book through points (x, y and, if it matters, pressure), rounded between them. */
export function brushed(
  name: string,
  colour: string | null,
  way: readonly (readonly [x: number, y: number, pressure?: number])[],
  values: Partial<PaintBrush> = {},
): PaintStroke {
  const found = shippedBrushes.find((b) => b.name === name)!;
  return {
    ...{ id: `stroke-${strokes++}`, way: 'over', colour: colour ?? found.colour },
    brush: strokeBrush({ ...wholeBrush(found.brush), smoothing: 100, ...values }),
    points: [way.flatMap(([x, y, pressure = 1], i) => [x, y, pressure, 0, 0, i * 30])],
  };
}
let strokes = 1;

/** A layer of paint of some strokes. */
export function paintedBy(
  name: string,
  all: readonly PaintStroke[],
  values: Partial<Layer> = {},
): Layer {
  const layer = newPaint(name);
  layer.source.strokes = [...all];
  return Object.assign(layer, values);
}

/** A step of a kind with some values. */
export function stepOf(kind: string, values: Record<string, unknown>): Step {
  const step = newStep(kind);
  Object.assign(step.values, values);
  return step;
}

/** A fill with a paint. */
export function painted(name: string, paint: Partial<Paint>, values: Partial<Layer> = {}): Layer {
  const layer = newFill(name, '#000000');
  if (layer.source.kind === 'fill') Object.assign(layer.source.paint, paint);
  return Object.assign(layer, values);
}

/** The paths of a line, and what is set on all of its passes. */
export function drawn(layer: Layer, path: Path, values: Partial<Pass> = {}): Layer {
  if (layer.source.kind !== 'line') return layer;
  layer.source.shape = { kind: 'path', paths: [path] };
  layer.source.passes = layer.source.passes.map((p) => ({ ...p, ...values }));
  return layer;
}

/** The sample pictures, as sources. */
export const pier = await sample('wet-pier');
export const heron = await sample('ceramic-heron');
export const boat = await sample('paper-boat');
export const sailor = await sample('tin-sailor');
export const wall = await sample('harbour-wall');
export const helmet = await sample('diving-helmet');

/** The last grade of a scene: its mood and its finish. */
export const finish = (...steps: Step[]): Layer => named(newGrade('Finish', steps), 'finish');

/** A take of the pictures of a scene as they came, without their steps, to be compared with. */
export const asTheyCame = (
  scene: Scene,
  ...pictures: Layer[]
): NonNullable<Scene['takes']>[number] => ({
  ...{ id: 'bare', name: 'As they came', at: Date.UTC(2026, 10, 28, 17) },
  scene: JSON.parse(
    JSON.stringify({ ...scene, layers: pictures.map((l) => ({ ...l, steps: [] })) }),
  ) as Scene,
});
