/** Bilinear samples of a picture at places that are known as a whole px and the shares from it to the next. */
import { get4 } from './access';

/** The sample between the px at p and the next, over that at q and the next: (tx, ty) of the way from the first. */
// @ts-ignore: decorator
@inline
export function between(p: usize, q: usize, tx: v128, ty: v128): v128 {
  const a = get4(p);
  const c = get4(q);
  const top = f32x4.add(a, f32x4.mul(f32x4.sub(get4(p + 16), a), tx));
  const bottom = f32x4.add(c, f32x4.mul(f32x4.sub(get4(q + 16), c), tx));
  return f32x4.add(top, f32x4.mul(f32x4.sub(bottom, top), ty));
}

/** A px of a source, transparent outside. */
// @ts-ignore: decorator
@inline
export function pxOf(s: usize, width: i32, height: i32, x: i32, y: i32): v128 {
  return (x as u32) < (width as u32) && (y as u32) < (height as u32)
    ? get4(s + (((y * width + x) as usize) << 4))
    : f32x4.splat(0);
}

/** As `between`, of the px at (x, y) and the next, of which some may lie outside the source. */
export function betweenAny(s: usize, width: i32, height: i32, x: i32, y: i32, u: f32, v: f32): v128 {
  if (x < -1 || y < -1 || x >= width || y >= height) return f32x4.splat(0);
  const tx = f32x4.splat(u);
  const ty = f32x4.splat(v);
  const a = pxOf(s, width, height, x, y);
  const b = pxOf(s, width, height, x + 1, y);
  const c = pxOf(s, width, height, x, y + 1);
  const d = pxOf(s, width, height, x + 1, y + 1);
  const top = f32x4.add(a, f32x4.mul(f32x4.sub(b, a), tx));
  const bottom = f32x4.add(c, f32x4.mul(f32x4.sub(d, c), tx));
  return f32x4.add(top, f32x4.mul(f32x4.sub(bottom, top), ty));
}
