import { encodePack } from '../../brush/pack';
import type { PaintBrush, PaintStroke } from '../../brush/paint-brush';
import { strokeBrush } from '../../brush/paint-brush';
import { POINT, isPacked } from '../../brush/points';
import type { SmearStroke, Stroked } from '../../definitions/strokes';
import { countOf, pointsBox, pointsOf, trackPoints } from '../../brush/stroke-points';
import { trackOf } from '../../brush/track';
import type { Affine } from '../../geometry/affine';
import { apply, meanScale } from '../../geometry/affine';
import { stepOfKind } from '../../steps/index';
import type { Edit } from './edit';
import { findLayer } from './layer-edits';
import type { Layer, Scene, Step } from '../model/schema';

/** What can be done to strokes of a brush: those of a layer of paint, and those of a step. */

/** Where strokes are: a layer of paint, or a step of any layer. */
export interface StrokeHome {
  layer: string;
  step?: string;
}

/** A stroke of paint, or of a finger. */
export type AnyStroke = PaintStroke | SmearStroke;

/** A list of strokes where it stands: written, all of it is another. */
interface StrokeList {
  strokes: AnyStroke[];
}

/** The strokes of a step; null if it has no such thing. */
function listOfStep({ kind, values }: Step): StrokeList | null {
  const key = Object.entries(stepOfKind(kind).parameters).find(
    ([, p]) => p.kind === 'strokes',
  )?.[0];
  if (key === undefined) return null;
  return {
    get strokes() {
      return values[key] as SmearStroke[];
    },
    set strokes(strokes) {
      values[key] = strokes as SmearStroke[];
    },
  };
}

/** The strokes of a step; null if it has no such thing. */
export const strokesOfStep = (step: Step): SmearStroke[] | null =>
  (listOfStep(step)?.strokes as SmearStroke[] | undefined) ?? null;

/** Every list of strokes of a layer: its paint, and those of its steps. */
const listsOf = ({ source, steps }: Layer): StrokeList[] =>
  [source.kind === 'paint' ? source : null, ...steps.map(listOfStep)].filter((l) => l !== null);

/** The strokes of a home; null if it is gone. */
function listAt(scene: Scene, { layer, step }: StrokeHome): StrokeList | null {
  const found = findLayer(scene, layer);
  if (!found) return null;
  if (step === undefined) return found.source.kind === 'paint' ? found.source : null;
  const own = found.steps.find((s) => s.id === step);
  return own ? listOfStep(own) : null;
}

/** What is gone has none. */
const NONE: AnyStroke[] = [];

/** The strokes of a home; none if it is gone. */
export const strokesOf = (scene: Scene, home: StrokeHome): readonly AnyStroke[] =>
  listAt(scene, home)?.strokes ?? NONE;

/** Lays a stroke of paint, or of a finger, on those that there are. */
export const putStroke =
  (home: StrokeHome, stroke: AnyStroke): Edit =>
  (s) =>
    void listAt(s, home)?.strokes.push(stroke);

/** Changes strokes, by their ids, each to what comes of it. */
const eachOf =
  (home: StrokeHome, ids: readonly string[], changed: (stroke: AnyStroke) => AnyStroke): Edit =>
  (s) => {
    const strokes = listAt(s, home)?.strokes;
    strokes?.forEach((stroke, i) => {
      if (ids.includes(stroke.id)) strokes[i] = changed(stroke);
    });
  };

/** Takes strokes away, by their ids. */
export const removeStrokes =
  (home: StrokeHome, ids: readonly string[]): Edit =>
  (s) => {
    const list = listAt(s, home);
    if (list) list.strokes = list.strokes.filter((stroke) => !ids.includes(stroke.id));
  };

/** What can be set of strokes. */
export interface StrokeValues {
  colour?: string;
  way?: AnyStroke['way'];
  enabled?: boolean;
  offset?: [x: number, y: number];
  brush?: Partial<AnyStroke['brush']>;
}

/** Sets what strokes are, what they do, and values of their brushes, by their ids. */
export const setStrokes = (
  home: StrokeHome,
  ids: readonly string[],
  { brush, ...values }: StrokeValues,
): Edit =>
  eachOf(
    home,
    ids,
    (stroke) => ({ ...stroke, ...values, brush: { ...stroke.brush, ...brush } }) as AnyStroke,
  );

/** Gives strokes of paint another brush, by their ids; each keeps its size. */
export const giveBrush = (home: StrokeHome, ids: readonly string[], brush: PaintBrush): Edit =>
  eachOf(home, ids, (stroke) => ({
    ...(stroke as PaintStroke),
    brush: strokeBrush({ ...brush, size: stroke.brush.size }),
  }));

/** Carries strokes in front of all others of their home, or behind them; among themselves they keep their order. */
export const carryStrokes =
  (home: StrokeHome, ids: readonly string[], to: 'front' | 'back'): Edit =>
  (s) => {
    const list = listAt(s, home);
    if (!list) return;
    const chosen = list.strokes.filter((stroke) => ids.includes(stroke.id));
    const others = list.strokes.filter((stroke) => !ids.includes(stroke.id));
    list.strokes = to === 'front' ? [...others, ...chosen] : [...chosen, ...others];
  };

/** The largest and the smallest that a brush can be, px. */
const [LARGEST, SMALLEST] = [2000, 1];

/** Strokes carried by a map of the layer's own px: moved, turned, and made larger or smaller with their brushes. */
export const mapStrokes = (home: StrokeHome, ids: readonly string[], map: Affine): Edit => {
  const scale = meanScale(map);
  const turned = (Math.atan2(map[1], map[0]) * 180) / Math.PI;
  return eachOf(home, ids, (stroke) => {
    const size = Math.min(LARGEST, Math.max(SMALLEST, stroke.brush.size * scale));
    const brush = { ...stroke.brush, size: Number(size.toPrecision(6)) };
    if ('follows' in brush && brush.follows === 'nothing') brush.angle += turned;
    if ('taper' in brush && brush.taper !== undefined)
      brush.taper = Math.min(5000, brush.taper * scale);
    return { ...stroke, brush, points: [mapped(stroke, map)] } as AnyStroke;
  });
};

/** The points of a stroke under a map, as one list. */
export function mapped(stroke: Stroked, map: Affine): number[] {
  const all = Array.from(pointsOf(stroke));
  for (let i = 0; i < all.length; i += POINT) {
    const { x, y } = apply(map, { x: all[i]!, y: all[i + 1]! });
    all[i] = Math.round(x * 100) / 100;
    all[i + 1] = Math.round(y * 100) / 100;
  }
  return all;
}

/** The strokes of a layer whose points stand in the scene, and not in a file. */
export const looseStrokes = (layer: Layer): AnyStroke[] =>
  listsOf(layer).flatMap(({ strokes }) => strokes.filter((s) => !isPacked(s)));

/** The file of the points of some strokes, in their order. */
export const packOf = (strokes: readonly Stroked[]): Uint8Array<ArrayBuffer> =>
  encodePack(strokes.map((stroke) => trackOf(trackPoints(stroke))));

/** Has the points of some strokes of a layer stand in a file, which `packOf` made of them: they stay what they are. */
export const packStrokes =
  (id: string, pack: string, strokes: readonly AnyStroke[]): Edit =>
  (s) => {
    const layer = findLayer(s, id);
    if (!layer) return;
    const places = new Map(strokes.map((stroke, i) => [stroke.id, i]));
    for (const { strokes: list } of listsOf(layer))
      list.forEach((stroke, i) => {
        const index = places.get(stroke.id);
        if (index === undefined || isPacked(stroke)) return;
        const { x0, y0, x1, y1 } = pointsBox(stroke) ?? { x0: 0, y0: 0, x1: 0, y1: 0 };
        const count = countOf(stroke);
        list[i] = { ...stroke, points: { pack, index, count, box: [x0, y0, x1, y1] } };
      });
  };
