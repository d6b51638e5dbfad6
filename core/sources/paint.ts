import * as v from 'valibot';
import { layPaint } from '../brush/lay-paint';
import { boxOfStrokes } from '../brush/hit';
import type { PaintStroke } from '../brush/paint-brush';
import {
  isTaking,
  paintBrushParameters,
  paintStrokeSchema,
  wholeBrush,
} from '../brush/paint-brush';
import { packsOfStrokes } from '../brush/points';
import { strokeNumber } from '../brush/stroke-number';
import { laidStrokes } from '../brush/tiles';
import { checkedOnce } from '../definitions/checked-once';
import type { Ground, SourceDefinition } from '../definitions/source';
import type { Affine, Box } from '../geometry/affine';
import { boxUnder, regionAround } from '../geometry/affine';
import type { Region } from '../pixels/region';
import { EMPTY, intersect, unite } from '../pixels/region';

export const paintSchema = v.strictObject({
  kind: v.literal('paint'),
  /** In the order in which they were drawn. */
  strokes: v.pipe(
    v.array(checkedOnce(paintStrokeSchema)),
    v.maxLength(100_000, 'A layer has at most 100,000 strokes.'),
  ),
});

export type PaintSource = v.InferOutput<typeof paintSchema>;

/** The boxes of strokes, own px: one that grows is another each time. */
const boxes = new WeakMap<PaintStroke, Box | null>();
function boxOfStroke(stroke: PaintStroke): Box | null {
  let box = boxes.get(stroke);
  if (box === undefined) boxes.set(stroke, (box = boxOfStrokes([stroke])));
  return box;
}

/** The boxes of all strokes of a list. */
const wholes = new WeakMap<readonly PaintStroke[], Box | null>();
function boxOfAll(strokes: readonly PaintStroke[]): Box | null {
  let whole = wholes.get(strokes);
  if (whole !== undefined) return whole;
  let [x0, y0, x1, y1] = [Infinity, Infinity, -Infinity, -Infinity];
  for (const stroke of strokes) {
    const box = boxOfStroke(stroke);
    if (!box) continue;
    x0 = Math.min(x0, box.x0);
    y0 = Math.min(y0, box.y0);
    x1 = Math.max(x1, box.x1);
    y1 = Math.max(y1, box.y1);
  }
  whole = x0 > x1 ? null : { x0, y0, x1, y1 };
  wholes.set(strokes, whole);
  return whole;
}

/** The pictures that strokes stamp, each once. */
const stamps = new WeakMap<readonly PaintStroke[], string[]>();
function stampsOf(strokes: readonly PaintStroke[]): string[] {
  let found = stamps.get(strokes);
  if (!found) {
    found = [...new Set(strokes.flatMap((s) => (s.brush.tip === 'stamp' && s.brush.stamp) || []))];
    stamps.set(strokes, found);
  }
  return found;
}

/** What strokes take colours from, each once. */
const taken = new WeakMap<readonly PaintStroke[], readonly Ground[]>();
function groundsOf(strokes: readonly PaintStroke[]): readonly Ground[] {
  let found = taken.get(strokes);
  if (!found) {
    const takers = strokes.filter(isTaking);
    found = [...new Set(takers.map((s) => wholeBrush(s.brush).takes))];
    taken.set(strokes, found);
  }
  return found;
}

/** All that strokes within a box (own px) may touch under a map, px of the render: an edge is a px wide. */
const reachOf = (box: Box | null, map: Affine): Region =>
  box ? regionAround(boxUnder(map, box), 2) : EMPTY;

export const paintSource: SourceDefinition<PaintSource> = {
  kind: 'paint',
  label: 'Paint',
  help: 'Strokes of a brush; each stays a stroke.',
  schema: paintSchema,
  settings: { brush: paintBrushParameters },
  note: 'A stroke has an `id`, a `way` (`over`, `erase`, `behind` or `within`), a `colour`, the `brush` as it was, an `offset` (if its colours are taken from elsewhere: how far to the right and down that lies, own px), and `points`: lists, some after others, of x, y (own px), pressure (0–1), tilt to the right and towards the hand (degrees) and time (ms) in turn; or, where they stand in a file of strokes, its asset (`pack`), their `index` in it, their `count` and the `box` round them.',
  shaped: true,
  content: ({ kind, strokes }) => ({ kind, strokes: strokes.map(strokeNumber) }),
  colours: ({ strokes }) => strokes.map((s) => s.colour),
  recoloured: ({ strokes, ...rest }, colour) => ({
    ...rest,
    strokes: strokes.map((s) => ({ ...s, colour })),
  }),
  box: ({ strokes }) => boxOfAll(strokes),
  extent: ({ strokes }, map) => reachOf(boxOfAll(strokes), map),
  difference({ strokes: before }, { strokes: after }, map) {
    let same = 0;
    while (same < before.length && before[same] === after[same]) same++;
    const changed = [...before.slice(same), ...after.slice(same)];
    return changed.reduce((sum, stroke) => unite(sum, reachOf(boxOfStroke(stroke), map)), EMPTY);
  },
  assets: ({ strokes }) => [...packsOfStrokes(strokes), ...stampsOf(strokes)],
  sees: ({ strokes }) => groundsOf(strokes),
  render({ strokes }, { map, wanted, mixing, memo, picture, grounds }) {
    const part = intersect(reachOf(boxOfAll(strokes), map), wanted);
    return laidStrokes<PaintStroke>(strokes, part, {
      memo,
      place: [map, mixing, ...Object.values(grounds ?? {}).map((g) => g.key)].join(),
      name: strokeNumber,
      reach: (stroke) => reachOf(boxOfStroke(stroke), map),
      lay: (tile, some) => layPaint(tile, some, { map, mixing, picture, memo, grounds }),
    });
  },
};
