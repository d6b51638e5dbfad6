/** The grid of a fluid: its planes, and what they have between cells. */
import { get, get2 } from './access';

/** Planes of a fluid, one after another (kernels/fluid.ts). */
export const U = 0;
export const V = 1;
export const FUEL = 2;
export const FROM_X = 3;
export const FROM_Y = 4;
export const PRESSURE = 5;
export const SOURCE = 6;
export const SOLID = 7;
export const NEXT_U = 8;
export const NEXT_V = 9;
export const NEXT_FUEL = 10;
export const NEXT_X = 11;
export const NEXT_Y = 12;
export const SPARE = 13;
/** Where the solver of the pressure has its room. */
export const SOLVER = 14;

/** What drives a step, as the face lists it. */
export const TIME = 0;
export const STEP = 1;
export const BUOYANCY = 2;
export const BURN = 3;
export const WIND_X = 4;
export const WIND_Y = 5;
export const WIND_PULL = 6;
export const CONFINEMENT = 7;
export const STIR = 8;
export const EDDY = 9;
export const BREAKS = 10;
export const TONGUE = 11;
export const FLICKER = 12;
export const FORGET = 13;
export const SWEEPS = 14;
export const SEED = 15;
export const OVER_RELAXED = 16;
export const COOLING = 17;
export const FASTEST = 18;

export let field: usize = 0;
export let width: i32 = 0;
export let height: i32 = 0;

/** The bytes from one plane to the next. */
// @ts-ignore: decorator
@inline
export function plane(n: i32): usize {
  return field + ((n * width * height) << 2);
}

// @ts-ignore: decorator
@inline
export function at(p: usize, x: i32, y: i32): f32 {
  return get(p + ((y * width + x) << 2));
}

/** Works on a fluid of `w` × `h` cells whose planes stand at `f`. */
export function workOn(f: usize, w: i32, h: i32): void {
  field = f;
  width = w;
  height = h;
}

// @ts-ignore: decorator
@inline
function clampTo(v: f32, most: f32): f32 {
  return max<f32>(0, min<f32>(most, v));
}

/** A plane at four places (cells; the middle of the first is 0), mixed between cells; beyond its edges it goes on as they are. */
// @ts-ignore: decorator
@inline
export function samples(p: usize, x: v128, y: v128): v128 {
  const zero = f32x4.splat(0);
  const cx = f32x4.max(zero, f32x4.min(f32x4.splat((width - 1) as f32), x));
  const cy = f32x4.max(zero, f32x4.min(f32x4.splat((height - 1) as f32), y));
  const i = i32x4.min_s(i32x4.splat(width - 2), i32x4.trunc_sat_f32x4_s(cx));
  const j = i32x4.min_s(i32x4.splat(height - 2), i32x4.trunc_sat_f32x4_s(cy));
  const s = f32x4.sub(cx, f32x4.convert_i32x4_s(i));
  const t = f32x4.sub(cy, f32x4.convert_i32x4_s(j));
  return mixedAt(p, width, i32x4.add(i32x4.mul(j, i32x4.splat(width)), i), s, t);
}

/** Of a plane of `w` places in a row: four places and those to their right and below, mixed by shares. */
// @ts-ignore: decorator
@inline
export function mixedAt(p: usize, w: i32, places: v128, s: v128, t: v128): v128 {
  const row = w << 2;
  const q0 = p + (i32x4.extract_lane(places, 0) << 2);
  const q1 = p + (i32x4.extract_lane(places, 1) << 2);
  const q2 = p + (i32x4.extract_lane(places, 2) << 2);
  const q3 = p + (i32x4.extract_lane(places, 3) << 2);
  const above01 = get2(q0, q1);
  const above23 = get2(q2, q3);
  const under01 = get2(q0 + row, q1 + row);
  const under23 = get2(q2 + row, q3 + row);
  const a = v128.shuffle<f32>(above01, above23, 0, 2, 4, 6);
  const b = v128.shuffle<f32>(above01, above23, 1, 3, 5, 7);
  const c = v128.shuffle<f32>(under01, under23, 0, 2, 4, 6);
  const d = v128.shuffle<f32>(under01, under23, 1, 3, 5, 7);
  const top = f32x4.add(a, f32x4.mul(f32x4.sub(b, a), s));
  const under = f32x4.add(c, f32x4.mul(f32x4.sub(d, c), s));
  return f32x4.add(top, f32x4.mul(f32x4.sub(under, top), t));
}

// @ts-ignore: decorator
@inline
function cubic(a: f32, b: f32, c: f32, d: f32, t: f32): f32 {
  const v = b + 0.5 * t * (c - a + t * (2 * a - 5 * b + 4 * c - d + t * (3 * (b - c) + d - a)));
  // Nothing beyond the two that it lies between, so that no new heat comes of it.
  return max<f32>(min<f32>(b, c), min<f32>(max<f32>(b, c), v));
}

/** As `samples`, at one place, by cubics that keep within their neighbours: much less is blurred. */
export function sharpSample(p: usize, x: f32, y: f32): f32 {
  const cx = clampTo(x, (width - 1) as f32);
  const cy = clampTo(y, (height - 1) as f32);
  const i = min<i32>(width - 2, cx as i32);
  const j = min<i32>(height - 2, cy as i32);
  const s = cx - (i as f32);
  const t = cy - (j as f32);
  // It keeps within the four about it: where they have nothing there is nothing.
  const near = p + ((j * width + i) << 2);
  const under = near + (width << 2);
  if (get(near) + get(near + 4) + get(under) + get(under + 4) == 0) return 0;
  const l = max<i32>(0, i - 1);
  const r = min<i32>(width - 1, i + 2);
  let rows0: f32 = 0;
  let rows1: f32 = 0;
  let rows2: f32 = 0;
  let rows3: f32 = 0;
  for (let k = -1; k <= 2; k++) {
    const q = p + ((max<i32>(0, min<i32>(height - 1, j + k)) * width) << 2);
    const v = cubic(get(q + (l << 2)), get(q + (i << 2)), get(q + (i << 2) + 4), get(q + (r << 2)), s);
    if (k == -1) rows0 = v;
    else if (k == 0) rows1 = v;
    else if (k == 1) rows2 = v;
    else rows3 = v;
  }
  return cubic(rows0, rows1, rows2, rows3, t);
}
