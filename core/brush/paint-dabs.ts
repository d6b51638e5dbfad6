import type { Affine } from '../geometry/affine';
import { meanScale } from '../geometry/affine';
import { chance } from '../geometry/chance';
import { curveAt, type CurvePoints } from '../geometry/curve';
import { DAB } from '../kernels/brush';
import { rgb, type Mixing, type Rgb } from '../pixels/colour';
import { rampTable } from '../pixels/ramp';
import { tableColour } from '../pixels/ramp-table';
import { along, nearest } from './along';
import type { PaintBrush, PaintStroke } from './paint-brush';
import { isPlain, wholeBrush } from './paint-brush';
import { POINT } from './points';
import { pressed } from './pressed';
import { smoothed } from './smoothed';
import { pointsOf } from './stroke-points';

/** The dabs of strokes of paint. A scene may have millions of them, so that numbers are worked on and no objects. */

/** No stroke has more dabs. */
const MAX_DABS = 200_000;
/** Where an airbrush rests it lays a dab each so many ms. */
const RESTING = 25;

/** What a stroke comes to. */
export interface PaintDabs {
  /** `DAB` floats each. */
  dabs: Float32Array;
  /** Of each its colour, and the most that it covers (0–1), four floats; null where all have the colour of the stroke and no limit. */
  tints: Float32Array | null;
}

/** Collects floats. */
class Room {
  floats = new Float32Array(1024 * DAB);
  used = 0;
  empty(): void {
    this.used = 0;
  }
  /** Where the next few floats stand. */
  next(count: number): number {
    const at = this.used;
    this.used = at + count;
    if (this.used > this.floats.length) {
      const larger = new Float32Array(2 * this.floats.length);
      larger.set(this.floats);
      this.floats = larger;
    }
    return at;
  }
  taken(): Float32Array {
    return this.floats.slice(0, this.used);
  }
}
const dabRoom = new Room();
const tintRoom = new Room();

/** Lays down a dab: its place and radius (px of the render), flow, the angle of its long axis and how many times longer that is. */
function putDab(
  x: number,
  y: number,
  r: number,
  flow: number,
  angle: number,
  longer: number,
): void {
  const i = dabRoom.next(DAB);
  const { floats } = dabRoom;
  floats[i] = x;
  floats[i + 1] = y;
  floats[i + 2] = r;
  floats[i + 3] = flow;
  floats[i + 4] = angle === 0 ? 1 : Math.cos(angle);
  floats[i + 5] = angle === 0 ? 0 : Math.sin(angle);
  floats[i + 6] = longer;
  floats[i + 7] = 0;
}

/** Dabs that lie no farther apart, % of their size, make one shape whose edges are straight. */
const DENSE = 10;

/** Whether all that a stroke of a plain brush covers is what lies about its way: its dabs are whole, alike and dense. */
const isDrawnOut = (
  { flow, spacing, roundness, pressureSize, pressureFlow }: PaintStroke['brush'],
  all: ArrayLike<number>,
): boolean => {
  if (flow < 100 || spacing > DENSE || roundness < 100) return false;
  if (pressureSize === 0 && pressureFlow === 0) return true;
  for (let i = 2; i < all.length; i += POINT) if (all[i] !== 1) return false;
  return true;
};

/** A dab for each piece of a way, drawn out along it. */
function drawnOutDabs(all: ArrayLike<number>, size: number, map: Affine): Float32Array {
  const [ma, mb, mc, md, me, mf] = map;
  const r = (size / 2) * meanScale(map);
  const last = Math.max(POINT, all.length - POINT);
  for (let a = 0; a < last; a += POINT) {
    const b = Math.min(a + POINT, all.length - POINT);
    const [x, y] = [all[a]!, all[a + 1]!];
    const [dx, dy] = [all[b]! - x, all[b + 1]! - y];
    const i = dabRoom.next(DAB);
    const { floats } = dabRoom;
    floats[i] = ma * x + mc * y + me;
    floats[i + 1] = mb * x + md * y + mf;
    floats[i + 2] = r;
    floats[i + 3] = 1;
    floats[i + 4] = ma * dx + mc * dy;
    floats[i + 5] = mb * dx + md * dy;
    floats[i + 6] = 1;
    floats[i + 7] = 1;
  }
  return dabRoom.taken();
}

/** By how much a dab is turned that follows its stroke, or the way that the pen leans at a point. */
function turnOf(
  follows: PaintBrush['follows'],
  direction: number,
  all: ArrayLike<number>,
  point: number,
): number {
  if (follows === 'stroke') return direction;
  return follows === 'pen' ? Math.atan2(all[point + 4]!, all[point + 3]!) : 0;
}

/** The dabs of a stroke of a plain brush: there may be millions of them. */
function plainDabs({ brush, ...stroke }: PaintStroke, map: Affine): Float32Array {
  const all = pointsOf(stroke);
  if (all.length === 0) return new Float32Array(0);
  if (isDrawnOut(brush, all)) return drawnOutDabs(all, brush.size, map);
  const { size, flow, follows, roundness, pressureSize, pressureFlow } = brush;
  const [ma, mb, mc, md, me, mf] = map;
  const scale = meanScale(map);
  const turned = Math.atan2(mb, ma) + (brush.angle * Math.PI) / 180;
  const across = (size * roundness) / 100;
  const share = brush.spacing / 100;
  /** How far dabs of a width lie apart. */
  const apartOf = (wide: number) => Math.max(nearest(map, wide), wide * share);
  along(all, {
    most: MAX_DABS,
    spacing: (pressure) => apartOf(across * pressed(pressure, pressureSize)),
    put(a, b, t, direction) {
      const x = all[a]! + (all[b]! - all[a]!) * t;
      const y = all[a + 1]! + (all[b + 1]! - all[a + 1]!) * t;
      const pressure = all[a + 2]! + (all[b + 2]! - all[a + 2]!) * t;
      const left = pressed(pressure, pressureSize);
      const amount = (flow / 100) * pressed(pressure, pressureFlow);
      const part = Math.min(1, apartOf(across * left) / (across * left));
      putDab(
        ma * x + mc * y + me,
        mb * x + md * y + mf,
        (size / 2) * left * scale,
        amount >= 1 ? 1 : 1 - (1 - amount) ** part,
        turned + turnOf(follows, direction, all, b),
        100 / roundness,
      );
    },
  });
  return dabRoom.taken();
}

/** How much a pressure leaves of what it counts for by a share (%), if by a curve. */
const bent = (pressure: number, share: number, curve: CurvePoints | null): number =>
  share === 0 ? 1 : pressed(curve ? curveAt(curve, pressure) : pressure, share);

/** The `n`-th number in [0, 1) that a dab of a brush is strewn by. */
const chanceOf = ({ seed }: PaintBrush, dab: number, n: number): number =>
  chance(seed * 65_537 + dab, n);

/** Whether dabs of a brush have colours or limits of their own. */
const isTinted = ({
  colours,
  scatters,
  opacitySpread,
  colourSpread,
  pressureOpacity,
}: PaintBrush) =>
  colours === 'pressure' ||
  colours === 'along' ||
  pressureOpacity > 0 ||
  (scatters && (opacitySpread > 0 || colourSpread > 0));

/**
 * The dabs of a stroke under a map (own px of the layer to px of the render), evenly spaced along it. One pass over a place covers
 * it by the flow of the brush, however densely they lie.
 */
export function paintDabs(
  stroke: PaintStroke,
  map: Affine,
  mixing: Mixing = 'displayed',
): PaintDabs {
  dabRoom.empty();
  tintRoom.empty();
  if (isPlain(stroke.brush)) return { dabs: plainDabs(stroke, map), tints: null };
  const brush = wholeBrush(stroke.brush);
  const all = smoothed(pointsOf(stroke), brush.smoothing / 100);
  const { flow, follows, roundness, size, taper } = brush;
  const scale = meanScale(map);
  const turned = Math.atan2(map[1], map[0]) + (brush.angle * Math.PI) / 180;
  const lengths = taper > 0 || brush.colours === 'along' ? lengthsOf(all) : null;
  const longest = lengths?.at(-1) ?? 0;
  const sizeAt = (pressure: number) =>
    size * bent(pressure, brush.pressureSize, brush.curves ? brush.sizeCurve : null);
  const acrossAt = (pressure: number) => sizeAt(pressure) * (roundness / 100);
  const spacing = (pressure: number) => {
    const wide = acrossAt(pressure);
    return Math.max(nearest(map, wide), wide * (brush.spacing / 100));
  };
  const tinted = isTinted(brush);
  const tintOf = tinted ? tinter(stroke, brush, mixing) : null;
  const copies = brush.scatters ? brush.count : 1;
  let number = 0;
  along(all, {
    ...{ spacing, most: Math.floor(MAX_DABS / copies) },
    ...(brush.rests && { resting: RESTING }),
    put(a, b, t, direction) {
      const x = all[a]! + (all[b]! - all[a]!) * t;
      const y = all[a + 1]! + (all[b + 1]! - all[a + 1]!) * t;
      const pressure = all[a + 2]! + (all[b + 2]! - all[a + 2]!) * t;
      const amount =
        (flow / 100) * bent(pressure, brush.pressureFlow, brush.curves ? brush.flowCurve : null);
      // Dabs that stand alone have all of the flow each.
      const share = Math.min(1, spacing(pressure) / acrossAt(pressure));
      const angle = turned + turnOf(follows, direction, all, b);
      let own = sizeAt(pressure);
      const here = lengths
        ? lengths[a / POINT]! + (lengths[b / POINT]! - lengths[a / POINT]!) * t
        : 0;
      if (taper > 0)
        own *= Math.min(1, Math.min(here, longest - here) / Math.min(taper, longest / 2 || 1));
      const at = longest > 0 ? here / longest : 0;
      for (let k = 0; k < copies; k++, number++) {
        let [cx, cy, r, turn] = [x, y, own / 2, angle];
        if (brush.scatters) {
          const by = (n: number) => chanceOf(brush, number, n);
          const side = (own * brush.across * (by(1) - 0.5)) / 100;
          const far = (own * brush.along * (by(2) - 0.5)) / 100;
          cx += far * Math.cos(direction) - side * Math.sin(direction);
          cy += far * Math.sin(direction) + side * Math.cos(direction);
          r *= 1 - (brush.sizeSpread / 100) * by(3);
          turn += (brush.turnSpread / 100) * 2 * Math.PI * (by(4) - 0.5);
        }
        putDab(
          map[0] * cx + map[2] * cy + map[4],
          map[1] * cx + map[3] * cy + map[5],
          r * scale,
          amount >= 1 ? 1 : 1 - (1 - amount) ** share,
          turn,
          100 / roundness,
        );
        if (tintOf) {
          // Room is made first: it may be made elsewhere.
          const i = tintRoom.next(4);
          tintRoom.floats.set(tintOf(pressure, at, number), i);
        }
      }
    },
  });
  return { dabs: dabRoom.taken(), tints: tinted ? tintRoom.taken() : null };
}

/** How long the way is from the first point to each, own px. */
function lengthsOf(all: ArrayLike<number>): Float64Array {
  const out = new Float64Array(all.length / POINT);
  for (let i = 1; i < out.length; i++) {
    const [a, b] = [(i - 1) * POINT, i * POINT];
    out[i] = out[i - 1]! + Math.hypot(all[b]! - all[a]!, all[b + 1]! - all[a + 1]!);
  }
  return out;
}

const between = (a: Rgb, b: Rgb, t: number): Rgb => [
  a[0] + (b[0] - a[0]) * t,
  a[1] + (b[1] - a[1]) * t,
  a[2] + (b[2] - a[2]) * t,
];

/** The colour of a dab, and the most that it covers: by its pressure, its place along the stroke (0–1) and its number. */
function tinter(
  { colour }: PaintStroke,
  brush: PaintBrush,
  mixing: Mixing,
): (pressure: number, at: number, number: number) => [number, number, number, number] {
  const [full, light] = [rgb(colour, mixing), rgb(brush.lightColour, mixing)];
  const table = brush.colours === 'along' ? rampTable(brush.ramp, mixing) : null;
  const white: Rgb = [1, 1, 1];
  const black: Rgb = [0, 0, 0];
  return (pressure, at, number) => {
    let own: Rgb = brush.colours === 'pressure' ? between(light, full, pressure) : full;
    let most = bent(pressure, brush.pressureOpacity, brush.curves ? brush.opacityCurve : null);
    if (table) {
      const [r, g, b, a] = tableColour(table, at) as [number, number, number, number];
      own = a > 0 ? [r / a, g / a, b / a] : own;
      most *= a;
    }
    if (brush.scatters) {
      const by = (n: number) => chanceOf(brush, number, n);
      most *= 1 - (brush.opacitySpread / 100) * by(5);
      const far = (brush.colourSpread / 100) * (2 * by(6) - 1);
      own = between(own, far > 0 ? white : black, Math.abs(far));
    }
    return [...own, most];
  };
}
