import { packsOfStrokes } from '../../brush/points';
import type { Stroked } from '../../definitions/strokes';
import { FONT_ASSET, STROKES_ASSET } from '../../definitions/asset-name';
import { maskShapeOf } from '../../masks/index';
import type { StoredTable } from '../../pixels/colour-table';
import type { Mask } from '../../masks/mask';
import { definitionOf } from '../../sources/index';
import { stepOfKind } from '../../steps/index';
import type { Scene, Step } from './schema';
import { everyLayer } from './schema';

/** What a scene, with its takes, needs besides itself. */

const takesOf = ({ takes }: Scene): Scene[] => takes?.map((t) => t.scene) ?? [];

/** The lookup tables of a step. */
const tablesOfStep = ({ kind, values }: Step): StoredTable[] =>
  Object.entries(stepOfKind(kind).parameters).flatMap(([key, p]) =>
    p.kind === 'table' && values[key] ? [values[key] as StoredTable] : [],
  );

/** The pictures, and the files of strokes, that a step's values name. */
const assetsOfStep = (step: Step): string[] => [
  ...tablesOfStep(step).map((t) => t.asset),
  ...namedByValues(step),
];

const namedByValues = ({ kind, values }: Step): string[] =>
  Object.entries(stepOfKind(kind).parameters).flatMap(([key, p]) => {
    if (p.kind === 'picture') return values[key] === '' ? [] : [values[key] as string];
    return p.kind === 'strokes' ? packsOfStrokes(values[key] as Stroked[]) : [];
  });

const picturesOfMask = (mask: Mask | null): string[] =>
  mask?.parts.flatMap(({ shape }) => maskShapeOf(shape).assets(shape)) ?? [];

/** The names of the faces of fonts that a scene needs, each once. */
export const facesOf = (scene: Scene): string[] => [
  ...new Set([
    ...everyLayer(scene.layers).flatMap((l) => definitionOf(l.source).faces?.(l.source) ?? []),
    ...takesOf(scene).flatMap(facesOf),
  ]),
];

/** The names of all assets a scene needs, pictures, fonts and strokes, each once. */
export const assetsOf = (scene: Scene): string[] => [
  ...new Set([
    ...everyLayer(scene.layers).flatMap((l) => [
      ...definitionOf(l.source).assets(l.source),
      ...l.steps.flatMap(assetsOfStep),
      ...picturesOfMask(l.mask),
      ...l.steps.flatMap((s) => picturesOfMask(s.where ?? null)),
    ]),
    ...picturesOfMask(scene.selection),
    ...scene.kept.flatMap((k) => picturesOfMask(k.mask)),
    ...takesOf(scene).flatMap(assetsOf),
  ]),
];

/** The names of the pictures a scene needs, each once. */
export const picturesOf = (scene: Scene): string[] =>
  assetsOf(scene).filter((name) => !FONT_ASSET.test(name) && !STROKES_ASSET.test(name));

/** The names of the files of strokes a scene needs, each once. */
export const packsOf = (scene: Scene): string[] =>
  assetsOf(scene).filter((name) => STROKES_ASSET.test(name));

/** The lookup tables of a scene. */
export const tablesOf = (scene: Scene): StoredTable[] => [
  ...everyLayer(scene.layers).flatMap((l) => l.steps.flatMap(tablesOfStep)),
  ...takesOf(scene).flatMap(tablesOf),
];
