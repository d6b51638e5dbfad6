import type { Box } from '../geometry/affine';
import { trackIn } from './library';
import type { Stroked } from '../definitions/strokes';
import { POINT, isPacked } from './points';
import type { Track, TrackPoint } from './track';

/** The points of strokes, wherever they stand. */

const unpacked = new WeakMap<Stroked, Float32Array>();

/** The points of a stroke, `POINT` numbers each; none if they stand in a file that is not at hand. */
export function pointsOf(stroke: Stroked): ArrayLike<number> {
  if (!isPacked(stroke)) {
    const points = stroke.points as number[][];
    return points.length === 1 ? points[0]! : points.flat();
  }
  const known = unpacked.get(stroke);
  if (known) return known;
  const track = trackIn(stroke.points.pack, stroke.points.index);
  if (!track) return [];
  const made = numbersOf(track);
  unpacked.set(stroke, made);
  return made;
}

/** The points of a track in turn. */
function numbersOf({ count, x, y, pressure, tiltX, tiltY, time }: Track): Float32Array {
  const out = new Float32Array(count * POINT);
  for (let i = 0; i < count; i++)
    out.set([x[i]!, y[i]!, pressure[i]!, tiltX[i]!, tiltY[i]!, time[i]!], i * POINT);
  return out;
}

/** The points of a stroke one by one. */
export function trackPoints(stroke: Stroked): TrackPoint[] {
  const all = pointsOf(stroke);
  return Array.from({ length: all.length / POINT }, (_, i): TrackPoint => {
    const at = (k: number) => all[i * POINT + k]!;
    return { x: at(0), y: at(1), pressure: at(2), tiltX: at(3), tiltY: at(4), time: at(5) };
  });
}

/** How many points a stroke has. */
export const countOf = (stroke: Stroked): number =>
  isPacked(stroke)
    ? stroke.points.count
    : (stroke.points as number[][]).reduce((sum, p) => sum + p.length, 0) / POINT;

/** The box round the points of a stroke, own px; null for one without points. */
export function pointsBox(stroke: Stroked): Box | null {
  if (isPacked(stroke)) {
    const [x0, y0, x1, y1] = stroke.points.box;
    return stroke.points.count === 0 ? null : { x0, y0, x1, y1 };
  }
  let [x0, y0, x1, y1] = [Infinity, Infinity, -Infinity, -Infinity];
  for (const part of stroke.points as number[][])
    for (let i = 0; i < part.length; i += POINT) {
      x0 = Math.min(x0, part[i]!);
      y0 = Math.min(y0, part[i + 1]!);
      x1 = Math.max(x1, part[i]!);
      y1 = Math.max(y1, part[i + 1]!);
    }
  return x0 > x1 ? null : { x0, y0, x1, y1 };
}
