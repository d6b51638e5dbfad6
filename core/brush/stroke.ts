import * as v from 'valibot';
import type { Affine } from '../geometry/affine';
import { apply, meanScale } from '../geometry/affine';
import { coordinate } from '../geometry/coordinate';
import { DAB } from '../kernels/brush';
import { length, parameterEntries, percent } from '../definitions/parameter';

/** A stroke of a brush on a mask. */

/** What can be set on the brush. */
export const brushParameters = {
  size: length('Size', 120, { min: 1, max: 2000, slider: [1, 400] }),
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

/**
 * The dabs of a stroke under a map, px of the render, `DAB` floats each, evenly spaced along
 * it. One pass over a place covers it by the flow of the brush, however densely the dabs lie.
 */
export function dabsOf(stroke: BrushStroke, map: Affine): Float32Array {
  const { points, size, hardness, flow } = stroke;
  const n = points.length / 3;
  if (n === 0) return new Float32Array(0);
  const scale = meanScale(map);
  const share = spacingOf(hardness);
  const dab = 1 - (1 - flow / 100) ** share;
  const out: number[] = [];
  const put = (x: number, y: number, pressure: number) => {
    const p = apply(map, { x, y });
    out.push(p.x, p.y, (size / 2) * pressure * scale, flow === 100 ? 1 : dab, 1, 0, 1, 0);
  };
  const at = (i: number) => [points[3 * i]!, points[3 * i + 1]!, points[3 * i + 2]!] as const;
  put(...at(0));
  let left = 0;
  for (let i = 1; i < n && out.length < DAB * MAX_DABS; i++) {
    const [x0, y0, p0] = at(i - 1);
    const [x1, y1, p1] = at(i);
    const length = Math.hypot(x1 - x0, y1 - y0);
    let along = left;
    for (;;) {
      const t = length > 0 ? along / length : 0;
      const step = Math.max(0.25, size * share * Math.max(0.05, p0 + (p1 - p0) * t));
      along += step;
      if (along > length) {
        left = along - length - step;
        break;
      }
      const u = along / length;
      put(x0 + (x1 - x0) * u, y0 + (y1 - y0) * u, p0 + (p1 - p0) * u);
      if (out.length >= DAB * MAX_DABS) break;
    }
  }
  // It goes as far as it was drawn.
  if (left < 0) put(...at(n - 1));
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
