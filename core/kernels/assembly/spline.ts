/** Catmull and Rom's spline (Keys, 1981) between px of a picture, transparent outside. */
import { get4 } from './access';
import { pxOf } from './sample';

/** What four px weigh at a share of the way from the second to the third, the same in every lane. */
// @ts-ignore: decorator
@inline
export function cubicWeights(t: v128): v128 {
  const cubes = f32x4.add(f32x4.mul(f32x4(-0.5, 1.5, -1.5, 0.5), t), f32x4(1, -2.5, 2, -0.5));
  const squares = f32x4.add(f32x4.mul(cubes, t), f32x4(-0.5, 0, 0.5, 0));
  return f32x4.add(f32x4.mul(squares, t), f32x4(0, 1, 0, 0));
}

/** Four px, each times one of four weights. */
// @ts-ignore: decorator
@inline
export function weighed(a: v128, b: v128, c: v128, d: v128, w: v128): v128 {
  return f32x4.add(
    f32x4.add(
      f32x4.mul(a, v128.shuffle<f32>(w, w, 0, 0, 0, 0)),
      f32x4.mul(b, v128.shuffle<f32>(w, w, 1, 1, 1, 1)),
    ),
    f32x4.add(
      f32x4.mul(c, v128.shuffle<f32>(w, w, 2, 2, 2, 2)),
      f32x4.mul(d, v128.shuffle<f32>(w, w, 3, 3, 3, 3)),
    ),
  );
}

/** The same of px that stand one after another. */
// @ts-ignore: decorator
@inline
export function weighedFrom(p: usize, w: v128): v128 {
  return weighed(get4(p), get4(p + 16), get4(p + 32), get4(p + 48), w);
}

/** The spline through four px, at a share of the way from the second to the third. */
// @ts-ignore: decorator
@inline
export function cubic(a: v128, b: v128, c: v128, d: v128, t: f32): v128 {
  return weighed(a, b, c, d, cubicWeights(f32x4.splat(t)));
}

/** Four px of a row at the edge of the source. */
function rowAtEdge(s: usize, width: i32, height: i32, x: i32, y: i32, across: v128): v128 {
  return weighed(
    pxOf(s, width, height, x, y),
    pxOf(s, width, height, x + 1, y),
    pxOf(s, width, height, x + 2, y),
    pxOf(s, width, height, x + 3, y),
    across,
  );
}

/** Bicubic at a way, the first two lanes, from (x, y), whole px of the source; lobes and all. */
// @ts-ignore: decorator
@inline
export function splineFrom(s: usize, width: i32, height: i32, x: i32, y: i32, way: v128): v128 {
  const floor = f32x4.floor(way);
  const t = f32x4.sub(way, floor);
  const whole = i32x4.trunc_sat_f32x4_s(floor);
  const u = x + i32x4.extract_lane(whole, 0) - 1;
  const v = y + i32x4.extract_lane(whole, 1) - 1;
  const across = cubicWeights(v128.shuffle<f32>(t, t, 0, 0, 0, 0));
  const down = cubicWeights(v128.shuffle<f32>(t, t, 1, 1, 1, 1));
  if (u >= 0 && v >= 0 && u + 3 < width && v + 3 < height) {
    const p = s + (((v * width + u) as usize) << 4);
    const row = (width as usize) << 4;
    return weighed(
      weighedFrom(p, across),
      weighedFrom(p + row, across),
      weighedFrom(p + 2 * row, across),
      weighedFrom(p + 3 * row, across),
      down,
    );
  }
  if (u < -3 || v < -3 || u >= width || v >= height) return f32x4.splat(0);
  return weighed(
    rowAtEdge(s, width, height, u, v, across),
    rowAtEdge(s, width, height, u, v + 1, across),
    rowAtEdge(s, width, height, u, v + 2, across),
    rowAtEdge(s, width, height, u, v + 3, across),
    down,
  );
}

/** The same at a place in px of the source. */
// @ts-ignore: decorator
@inline
export function spline(s: usize, width: i32, height: i32, sx: f64, sy: f64): v128 {
  const fx = Math.floor(sx);
  const fy = Math.floor(sy);
  if (!(fx >= -2 && fy >= -2 && fx <= (width as f64) && fy <= (height as f64)))
    return f32x4.splat(0);
  const way = f32x4((sx - fx) as f32, (sy - fy) as f32, 0, 0);
  return splineFrom(s, width, height, fx as i32, fy as i32, way);
}

/** What a spline of colours comes to: its lobes may not leave what coverage and colour can be. */
// @ts-ignore: decorator
@inline
export function bounded(v: v128): v128 {
  const positive = f32x4.pmax(f32x4.splat(0), v);
  return v128.bitselect(f32x4.pmin(positive, f32x4.splat(1)), positive, i32x4(0, 0, 0, -1));
}

/** Bicubic colours at a place in px of the source. */
// @ts-ignore: decorator
@inline
export function bicubic(s: usize, width: i32, height: i32, sx: f64, sy: f64): v128 {
  return bounded(spline(s, width, height, sx, sy));
}
