import * as v from 'valibot';
import type { Affine } from '../geometry/affine';
import { apply, meanScale } from '../geometry/affine';
import { coordinate } from '../geometry/coordinate';
import { along, nearest } from './along';
import { POINT } from './points';
import { length, percent } from '../definitions/number-parameters';
import { parameterEntries } from '../definitions/parameter-schema';

/** A stroke of a brush on a mask. */

/** What can be set on the brush. */
export const brushParameters = {
  size: length('Size', 120, {
    help: 'How wide the brush is. [ and ] change it while you paint.',
    min: 1,
    max: 2000,
    slider: [1, 400],
  }),
  hardness: { ...percent('Hardness', 50), help: 'The share of its size that is whole.' },
  flow: { ...percent('Flow', 100, 1), help: 'How much one pass of the brush covers.' },
  opacity: { ...percent('Opacity', 100, 1), help: 'How much one stroke covers at most.' },
} as const;

/** One stroke. */
export const strokeSchema = v.strictObject({
  /** Whether it takes away what shows. */
  hides: v.boolean(),
  ...parameterEntries(brushParameters),
  /** Where it went, the mask's own px: x, y and how wide the pen drew (`penWidth`) in turn. */
  points: v.pipe(
    v.array(coordinate),
    v.check((p) => p.length % 3 === 0, 'The points of a stroke are x, y and width in turn.'),
  ),
});

export type BrushStroke = v.InferOutput<typeof strokeSchema>;

/** Dabs lie so far from each other, a share of the size: nearer for a hard brush, whose edge would show steps. */
const spacingOf = (hardness: number): number => (hardness > 80 ? 0.03 : 0.07);
/** No stroke has more dabs. */
const MAX_DABS = 60_000;
/** However narrow it is drawn, so much of a brush counts for the spacing. */
const LEAST = 0.05;

/**
 * The dabs of a stroke under a map, px of the render, `DAB` floats each, evenly spaced along
 * it. One pass over a place covers it by the flow of the brush, however densely the dabs lie.
 */
export function dabsOf(stroke: BrushStroke, map: Affine): Float32Array {
  const { points, size, hardness, flow } = stroke;
  const scale = meanScale(map);
  const share = spacingOf(hardness);
  const all = new Float64Array((points.length / 3) * POINT);
  for (let i = 0; i < points.length / 3; i++) all.set(points.slice(3 * i, 3 * i + 3), POINT * i);
  const spacing = (width: number) => {
    const wide = size * Math.max(LEAST, width);
    return Math.max(nearest(map, wide), wide * share);
  };
  const out: number[] = [];
  along(all, {
    ...{ spacing, most: MAX_DABS, ends: true },
    put(a, b, t) {
      const at = (k: number) => all[a + k]! + (all[b + k]! - all[a + k]!) * t;
      const p = apply(map, { x: at(0), y: at(1) });
      const width = at(2);
      const part = Math.min(1, spacing(width) / (size * Math.max(LEAST, width)));
      const amount = flow === 100 ? 1 : 1 - (1 - flow / 100) ** part;
      out.push(p.x, p.y, (size / 2) * width * scale, amount, 1, 0, 1, 0);
    },
  });
  return Float32Array.from(out);
}

/** A pen that lies flat draws so many times as wide as one that stands upright. */
const FLAT = 2.5;

/**
 * How wide a pen draws, as a share of the brush: by its pressure (0–1), and wider as it leans, as with a soft pencil.
 * Its tilts are degrees from upright to the right and towards the hand, as the Pointer Events of the W3C define them
 * (level 3, 4.1.3): the lean is the angle of both together.
 */
export function penWidth(pressure: number, tiltX: number, tiltY: number): number {
  const slope = (tilt: number) => Math.tan((Math.min(89, Math.abs(tilt)) * Math.PI) / 180);
  const lean = Math.atan(Math.hypot(slope(tiltX), slope(tiltY))) / (Math.PI / 2);
  return pressure * (1 + (FLAT - 1) * lean);
}
