/** Px of a picture, transparent outside, and what lies between four of them. */
import { get4 } from './access';

/** A px of RGBA rows, transparent outside. */
// @ts-ignore: decorator
@inline
export function pxOf(s: usize, width: i32, height: i32, x: i32, y: i32): v128 {
  return (x as u32) < (width as u32) && (y as u32) < (height as u32)
    ? get4(s + (((y * width + x) as usize) << 4))
    : f32x4.splat(0);
}

/** Two values above two others, mixed: (tx, ty) of the way from the first. */
// @ts-ignore: decorator
@inline
export function mixedOf(a: v128, b: v128, c: v128, d: v128, tx: v128, ty: v128): v128 {
  const top = f32x4.add(a, f32x4.mul(f32x4.sub(b, a), tx));
  const bottom = f32x4.add(c, f32x4.mul(f32x4.sub(d, c), tx));
  return f32x4.add(top, f32x4.mul(f32x4.sub(bottom, top), ty));
}

/** The sample between the px at p and the next, over that at q and the next. */
// @ts-ignore: decorator
@inline
export function between(p: usize, q: usize, tx: v128, ty: v128): v128 {
  return mixedOf(get4(p), get4(p + 16), get4(q), get4(q + 16), tx, ty);
}

/** As `between`, of the px at (x, y) and the next, of which some may lie outside the source. */
export function betweenAny(
  s: usize,
  width: i32,
  height: i32,
  x: i32,
  y: i32,
  tx: v128,
  ty: v128,
): v128 {
  if (x < -1 || y < -1 || x >= width || y >= height) return f32x4.splat(0);
  return mixedOf(
    pxOf(s, width, height, x, y),
    pxOf(s, width, height, x + 1, y),
    pxOf(s, width, height, x, y + 1),
    pxOf(s, width, height, x + 1, y + 1),
    tx,
    ty,
  );
}

/** The sample at a whole px and the shares from it to the next, across and down: without a look at the edges where it lies within. */
// @ts-ignore: decorator
@inline
export function sampled(s: usize, width: i32, height: i32, x: i32, y: i32, tx: f32, ty: f32): v128 {
  const across = f32x4.splat(tx);
  const down = f32x4.splat(ty);
  if (x < 0 || y < 0 || x + 1 >= width || y + 1 >= height)
    return betweenAny(s, width, height, x, y, across, down);
  const p = s + (((y * width + x) as usize) << 4);
  return between(p, p + ((width as usize) << 4), across, down);
}
