/** Laying strokes: their dabs, and their colour through those. Strides are in bytes. */
import { get, get4, put, put4, splat } from './access';
import { DAB, dabRows } from './dabs';
import { alphaOf } from './pixel';
import { SCRATCH, scratchRow } from './scratch';

/** The bytes of a stroke of dabs. */
const STROKE: usize = 32;

/** Covers rows of a plane by a share of those of another, over what they have left: v + by · share (1 − v). */
export function coverRows(
  p: usize,
  pStride: i32,
  s: usize,
  sStride: i32,
  width: i32,
  share: f32,
  from: i32,
  to: i32,
): void {
  for (let y = from; y < to; y++) {
    let d = p + y * pStride;
    let q = s + y * sStride;
    for (const end = d + (width << 2); d < end; d += 4, q += 4) {
      const v = get(d);
      put(d, v + get(q) * share * (1 - v));
    }
  }
}

/** Ways of laying a stroke on rows of premultiplied RGBA. */
const OVER = 0;
const ERASE = 1;
const BEHIND = 2;

/**
 * What is there, `x`, with premultiplied RGBA laid on it: over it, taking it away, behind it, or only where there is something
 * (source-over, destination-out, destination-over and source-atop of Porter and Duff, "Compositing Digital Images", 1984).
 */
// @ts-ignore: decorator
@inline
function laidOn(way: i32, x: v128, laid: v128): v128 {
  const one = f32x4.splat(1);
  const left = f32x4.mul(x, f32x4.sub(one, alphaOf(laid)));
  if (way == OVER) return f32x4.add(left, laid);
  if (way == ERASE) return left;
  if (way == BEHIND) return f32x4.add(x, f32x4.mul(laid, f32x4.sub(one, alphaOf(x))));
  return f32x4.add(left, f32x4.mul(laid, alphaOf(x)));
}

/** Lays a colour (opaque) through a plane, times `share`, on rows of premultiplied RGBA, in place. */
export function strokeRows(
  way: i32,
  b: usize,
  bStride: i32,
  s: usize,
  sStride: i32,
  width: i32,
  red: f32,
  green: f32,
  blue: f32,
  share: f32,
  from: i32,
  to: i32,
): void {
  const colour = f32x4(red, green, blue, 1);
  for (let y = from; y < to; y++) {
    let d = b + y * bStride;
    let q = s + y * sStride;
    for (const end = d + (width << 4); d < end; d += 16, q += 4) {
      if (get(q) == 0) continue;
      const laid = f32x4.mul(colour, f32x4.mul(splat(q), f32x4.splat(share)));
      put4(d, laidOn(way, get4(d), laid));
    }
  }
}

/** Lays rows of premultiplied RGBA, times `share`, on others, in place. */
export function layRows(
  way: i32,
  b: usize,
  bStride: i32,
  s: usize,
  sStride: i32,
  width: i32,
  share: f32,
  from: i32,
  to: i32,
): void {
  for (let y = from; y < to; y++) {
    let d = b + y * bStride;
    let q = s + y * sStride;
    for (const end = d + (width << 4); d < end; d += 16, q += 16) {
      put4(d, laidOn(way, get4(d), f32x4.mul(get4(q), f32x4.splat(share))));
    }
  }
}

/**
 * Lays strokes of dabs one after the other on rows of premultiplied RGBA, in place: each as `dabRows` makes it on nothing, and then as
 * `strokeRows` lays it. Strokes are eight floats each: the number of its dabs, hardness, way, red, green, blue, opacity, and one
 * to spare. Their dabs stand one after the other.
 */
export function paintRows(
  b: usize,
  bStride: i32,
  width: i32,
  strokes: usize,
  count: i32,
  dabs: usize,
  from: i32,
  to: i32,
): void {
  // What a stroke covers stands in the thread's own room, as many rows at a time as it has room for.
  const stride = width << 2;
  const most = max<i32>(1, (SCRATCH as i32) / stride);
  for (let first = from; first < to; first += most) {
    const last = min<i32>(to, first + most);
    const shape = scratchRow() - first * stride;
    let own = dabs;
    for (let i = 0; i < count; i++) {
      const stroke = strokes + i * STROKE;
      const number = get(stroke) as i32;
      layOne(b, bStride, width, stroke, own, number, shape, stride, first, last);
      own += number * DAB;
    }
  }
}

/** Lays one stroke on some rows, by way of rows of coverage. */
function layOne(
  b: usize,
  bStride: i32,
  width: i32,
  stroke: usize,
  dabs: usize,
  count: i32,
  shape: usize,
  stride: i32,
  from: i32,
  to: i32,
): void {
  let x0 = Infinity as f32;
  let y0 = Infinity as f32;
  let x1 = -Infinity as f32;
  let y1 = -Infinity as f32;
  for (let p = dabs, end = dabs + count * DAB; p < end; p += DAB) {
    const far: f32 = max<f32>(0.5, get(p + 8)) + 1;
    const drawn = get(p + 28) != 0;
    const ox: f32 = drawn ? get(p + 16) : 0;
    const oy: f32 = drawn ? get(p + 20) : 0;
    x0 = min<f32>(x0, get(p) + min<f32>(0, ox) - far);
    y0 = min<f32>(y0, get(p + 4) + min<f32>(0, oy) - far);
    x1 = max<f32>(x1, get(p) + max<f32>(0, ox) + far);
    y1 = max<f32>(y1, get(p + 4) + max<f32>(0, oy) + far);
  }
  if (!(x1 > 0 && y1 > (from as f32) && x0 < (width as f32) && y0 < (to as f32))) return;
  const left = max<f32>(0, x0) as i32;
  const right = min<f32>(width as f32, Mathf.ceil(x1)) as i32;
  const top = max<f32>(from as f32, y0) as i32;
  const bottom = min<f32>(to as f32, Mathf.ceil(y1)) as i32;
  for (let y = top; y < bottom; y++)
    memory.fill(shape + y * stride + (left << 2), 0, (right - left) << 2);
  dabRows(shape, stride, width, dabs, count, get(stroke + 4), top, bottom);
  strokeRows(
    get(stroke + 8) as i32,
    b + (left << 4),
    bStride,
    shape + (left << 2),
    stride,
    right - left,
    get(stroke + 12),
    get(stroke + 16),
    get(stroke + 20),
    get(stroke + 24),
    top,
    bottom,
  );
}
