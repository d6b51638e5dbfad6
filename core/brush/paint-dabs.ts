import type { Affine, Box } from '../geometry/affine';
import { meanScale } from '../geometry/affine';
import { DAB } from '../kernels/brush';
import type { PaintBrush, PaintStroke } from './paint-brush';
import { POINT } from './paint-brush';
import { pointsBox, pointsOf } from './stroke-points';

/** The dabs of strokes of paint. A scene may have millions of them, so that numbers are worked on and no objects. */

/** No stroke has more dabs. */
const MAX_DABS = 200_000;
/** Dabs lie no nearer to each other, px of the render: nobody would see it. */
const NEAREST = 0.25;
/** However light the hand, so much of a brush is left. */
const LEAST = 0.02;

/** How much a pressure (0–1) leaves of what it counts for by a share, %. */
const left = (pressure: number, share: number): number =>
  Math.max(LEAST, 1 - (share / 100) * (1 - pressure));

/** Collects dabs. */
let room = new Float32Array(1024 * DAB);
let used = 0;

/**
 * The dabs of a stroke under a map (own px of the layer to px of the render), `DAB` floats each, evenly spaced along it. One
 * pass over a place covers it by the flow of the brush, however densely they lie.
 */
export function paintDabs(stroke: PaintStroke, map: Affine): Float32Array {
  used = 0;
  const { brush } = stroke;
  const all = pointsOf(stroke);
  const scale = meanScale(map);
  const put = dabber(brush, map, scale);
  const n = all.length / POINT;
  if (n === 0) return new Float32Array(0);
  put(all, 0, 0, 0, firstDirection(all));
  // How far along the way from a point to the next the last dab lies; below 0 before it.
  let done = 0;
  for (let i = 1; i < n; i++) {
    const [a, b] = [(i - 1) * POINT, i * POINT];
    const dx = all[b]! - all[a]!;
    const dy = all[b + 1]! - all[a + 1]!;
    const length = Math.hypot(dx, dy);
    if (length === 0) continue;
    const direction = Math.atan2(dy, dx);
    while (used < MAX_DABS * DAB) {
      const t = Math.max(0, done) / length;
      const pressure = all[a + 2]! + (all[b + 2]! - all[a + 2]!) * t;
      const next = done + spacingAt(brush, pressure, scale);
      if (next > length) break;
      done = next;
      put(all, a, b, done / length, direction);
    }
    done -= length;
  }
  return room.slice(0, used);
}

/** The direction in which a stroke begins, radians. */
function firstDirection(all: ArrayLike<number>): number {
  for (let i = POINT; i < all.length; i += POINT)
    if (all[i] !== all[0] || all[i + 1] !== all[1])
      return Math.atan2(all[i + 1]! - all[1]!, all[i]! - all[0]!);
  return 0;
}

/** How wide a brush is across, own px. */
const acrossAt = ({ size, roundness, pressureSize }: PaintBrush, pressure: number) =>
  size * left(pressure, pressureSize) * (roundness / 100);

/** The distance from a dab to the next, own px. */
const spacingAt = (brush: PaintBrush, pressure: number, scale: number) =>
  Math.max(NEAREST / scale, acrossAt(brush, pressure) * (brush.spacing / 100));

/** Puts a dab between two points, which stand at `a` and `b` in a list; `direction` is that of the stroke, radians. */
type Put = (all: ArrayLike<number>, a: number, b: number, t: number, direction: number) => void;

function dabber(brush: PaintBrush, map: Affine, scale: number): Put {
  const turned = Math.atan2(map[1], map[0]) + (brush.angle * Math.PI) / 180;
  const { size, flow, follows, roundness, pressureSize, pressureFlow } = brush;
  return (all, a, b, t, direction) => {
    const x = all[a]! + (all[b]! - all[a]!) * t;
    const y = all[a + 1]! + (all[b + 1]! - all[a + 1]!) * t;
    const pressure = all[a + 2]! + (all[b + 2]! - all[a + 2]!) * t;
    const amount = (flow / 100) * left(pressure, pressureFlow);
    // Dabs that stand alone have all of the flow each.
    const share = Math.min(1, spacingAt(brush, pressure, scale) / acrossAt(brush, pressure));
    let angle = turned;
    if (follows === 'stroke') angle += direction;
    else if (follows === 'pen') angle += Math.atan2(all[b + 4]!, all[b + 3]!);
    if (used + DAB > room.length) {
      const larger = new Float32Array(2 * room.length);
      larger.set(room);
      room = larger;
    }
    room[used] = map[0] * x + map[2] * y + map[4];
    room[used + 1] = map[1] * x + map[3] * y + map[5];
    room[used + 2] = (size / 2) * left(pressure, pressureSize) * scale;
    room[used + 3] = amount >= 1 ? 1 : 1 - (1 - amount) ** share;
    room[used + 4] = Math.cos(angle);
    room[used + 5] = Math.sin(angle);
    room[used + 6] = 100 / roundness;
    room[used + 7] = 0;
    used += DAB;
  };
}

/** The box round all that a stroke may touch, own px; null for one without points. */
export function strokeBox(stroke: PaintStroke): Box | null {
  const box = pointsBox(stroke);
  const r = stroke.brush.size / 2;
  return box && { x0: box.x0 - r, y0: box.y0 - r, x1: box.x1 + r, y1: box.y1 + r };
}
