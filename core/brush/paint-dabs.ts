import type { Affine, Box } from '../geometry/affine';
import { apply, meanScale } from '../geometry/affine';
import { DAB } from '../kernels/brush';
import type { PaintBrush, PaintStroke } from './paint-brush';
import { POINT } from './paint-brush';

/** The dabs of strokes of paint. */

/** No stroke has more dabs. */
const MAX_DABS = 200_000;
/** Dabs lie no nearer to each other, px. */
const NEAREST = 0.25;
/** However light the hand, so much of a brush is left. */
const LEAST = 0.02;

/** A point of a stroke, or one between two. */
interface At {
  x: number;
  y: number;
  pressure: number;
  tiltX: number;
  tiltY: number;
}

/** How much a pressure (0–1) leaves of what it counts for by a share, %. */
const left = (pressure: number, share: number): number =>
  Math.max(LEAST, 1 - (share / 100) * (1 - pressure));

/**
 * The dabs of a stroke under a map (own px of the layer to px of the render), `DAB` floats each, evenly spaced along it. One
 * pass over a place covers it by the flow of the brush, however densely they lie.
 */
export function paintDabs({ brush, points }: PaintStroke, map: Affine): Float32Array {
  const all = points.flatMap((part) =>
    Array.from({ length: part.length / POINT }, (_, i): At => {
      const [x, y, pressure, tiltX, tiltY] = part.slice(i * POINT, (i + 1) * POINT);
      return { x: x!, y: y!, pressure: pressure!, tiltX: tiltX!, tiltY: tiltY! };
    }),
  );
  const [first] = all;
  if (!first) return new Float32Array(0);
  const out: number[] = [];
  const put = dabber(brush, map, out);
  const start = all.find((p) => p.x !== first.x || p.y !== first.y) ?? first;
  put(first, Math.atan2(start.y - first.y, start.x - first.x));
  // How far along the way from a point to the next the last dab lies; below 0 before it.
  let done = 0;
  for (let i = 1; i < all.length && out.length < DAB * MAX_DABS; i++) {
    const [a, b] = [all[i - 1]!, all[i]!];
    const length = Math.hypot(b.x - a.x, b.y - a.y);
    if (length === 0) continue;
    const direction = Math.atan2(b.y - a.y, b.x - a.x);
    for (;;) {
      const here = between(a, b, Math.max(0, done) / length);
      const next = done + spacingAt(brush, here);
      if (next > length || out.length >= DAB * MAX_DABS) break;
      done = next;
      put(between(a, b, done / length), direction);
    }
    done -= length;
  }
  return Float32Array.from(out);
}

/** The distance from a dab to the next, own px. */
const spacingAt = ({ size, spacing, roundness, pressureSize }: PaintBrush, { pressure }: At) =>
  Math.max(NEAREST, ((size * spacing) / 100) * left(pressure, pressureSize) * (roundness / 100));

function between(a: At, b: At, t: number): At {
  const mix = (p: number, q: number) => p + (q - p) * t;
  return {
    x: mix(a.x, b.x),
    y: mix(a.y, b.y),
    pressure: mix(a.pressure, b.pressure),
    tiltX: mix(a.tiltX, b.tiltX),
    tiltY: mix(a.tiltY, b.tiltY),
  };
}

/** Puts dabs into a list; `direction` is that of the stroke, radians. */
function dabber(
  brush: PaintBrush,
  map: Affine,
  out: number[],
): (at: At, direction: number) => void {
  const scale = meanScale(map);
  const turned = Math.atan2(map[1], map[0]);
  const { size, flow, spacing, roundness, pressureSize, pressureFlow } = brush;
  const own = (brush.angle * Math.PI) / 180;
  // Dabs that stand alone have all of the flow each.
  const share = Math.min(1, (spacing / 100) * (roundness / 100));
  return (at, direction) => {
    const { x, y } = apply(map, at);
    const amount = (flow / 100) * left(at.pressure, pressureFlow);
    const from =
      brush.follows === 'stroke'
        ? direction
        : brush.follows === 'pen'
          ? Math.atan2(at.tiltY, at.tiltX)
          : 0;
    const angle = turned + own + from;
    out.push(
      x,
      y,
      (size / 2) * left(at.pressure, pressureSize) * scale,
      amount >= 1 ? 1 : 1 - (1 - amount) ** share,
      Math.cos(angle),
      Math.sin(angle),
      100 / roundness,
      0,
    );
  };
}

/** The box round all that a stroke may touch, own px; null for one without points. */
export function strokeBox({ brush, points }: PaintStroke): Box | null {
  let [x0, y0, x1, y1] = [Infinity, Infinity, -Infinity, -Infinity];
  for (const part of points)
    for (let i = 0; i < part.length; i += POINT) {
      x0 = Math.min(x0, part[i]!);
      y0 = Math.min(y0, part[i + 1]!);
      x1 = Math.max(x1, part[i]!);
      y1 = Math.max(y1, part[i + 1]!);
    }
  const r = brush.size / 2;
  return x0 > x1 ? null : { x0: x0 - r, y0: y0 - r, x1: x1 + r, y1: y1 + r };
}
