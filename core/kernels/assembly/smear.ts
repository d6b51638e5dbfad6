/** The finger: dabs that drag what lies under them, one after another. Sides are in px, buffers have no gaps between rows. */
import { get, get4, put4 } from './access';
import { bicubic, spline } from './spline';

/** The bytes of a dab: x, y, radius, amount (0–1), the move since the one before (x, y), and two to spare. */
const DAB: usize = 32;

/** What dabs do; `core/kernels/smear.ts` names them in this order. */
const SMEAR = 0;
const SOFTEN = 1;
const RESTORE = 2;
const PUSH = 3;
const SWIRL = 4;
const SCALE = 5;
const SMOOTH = 6;

/** How much of a dab lies at a distance from its middle, as of a brush that paints (`brush.ts`). */
// @ts-ignore: decorator
@inline
function weight(d: f32, r: f32, soft: f32): f32 {
  const edge = max<f32>(1, soft);
  const end = r + 0.5 * max<f32>(0, 1 - soft);
  const t = min<f32>(1, max<f32>(0, (end - d) / edge));
  return soft > 1 ? t * t * (3 - 2 * t) : t;
}

// @ts-ignore: decorator
@inline
function px(s: usize, width: i32, height: i32, x: i32, y: i32): v128 {
  return (x as u32) < (width as u32) && (y as u32) < (height as u32)
    ? get4(s + (((y * width + x) as usize) << 4))
    : f32x4.splat(0);
}

// @ts-ignore: decorator
@inline
function between(a: v128, b: v128, t: f32): v128 {
  return f32x4.add(a, f32x4.mul(f32x4.sub(b, a), f32x4.splat(t)));
}

/** Ways at a place of a square of them: a spline that stays within what lies round the place, so that no ripples fold anything. */
// @ts-ignore: decorator
@inline
function wayAt(s: usize, side: i32, x: f32, y: f32): v128 {
  const v = spline(s, side, side, x as f64, y as f64);
  const i = Mathf.floor(x) as i32;
  const j = Mathf.floor(y) as i32;
  const a = px(s, side, side, i, j);
  const b = px(s, side, side, i + 1, j);
  const c = px(s, side, side, i, j + 1);
  const d = px(s, side, side, i + 1, j + 1);
  const low = f32x4.min(f32x4.min(a, b), f32x4.min(c, d));
  const high = f32x4.max(f32x4.max(a, b), f32x4.max(c, d));
  return f32x4.min(high, f32x4.max(low, v));
}

/** Copies a square about a place out of a buffer; transparent beyond it. */
function takeOut(s: usize, width: i32, height: i32, to: usize, side: i32, x0: i32, y0: i32): void {
  let p = to;
  for (let j = 0; j < side; j++)
    for (let i = 0; i < side; i++, p += 16) put4(p, px(s, width, height, x0 + i, y0 + j));
}

/** The finger lays down what it carries, and takes up what is there. */
function finger(
  s: usize,
  width: i32,
  height: i32,
  f: usize,
  side: i32,
  x0: i32,
  y0: i32,
  cx: f32,
  cy: f32,
  r: f32,
  soft: f32,
  amount: f32,
  pickUp: f32,
): void {
  for (let j = 0; j < side; j++) {
    const y = y0 + j;
    const dy = (y as f32) + 0.5 - cy;
    let p = f + (((j * side) as usize) << 4);
    const inRow = (y as u32) < (height as u32);
    for (let i = 0; i < side; i++, p += 16) {
      const x = x0 + i;
      const carried = get4(p);
      if (!inRow || (x as u32) >= (width as u32)) {
        put4(p, f32x4.mul(carried, f32x4.splat(1 - pickUp)));
        continue;
      }
      const at = s + (((y * width + x) as usize) << 4);
      let here = get4(at);
      const dx = (x as f32) + 0.5 - cx;
      const t = weight(sqrt<f32>(dx * dx + dy * dy), r, soft) * amount;
      if (t > 0) {
        here = between(here, carried, t);
        put4(at, here);
      }
      put4(p, between(carried, here, pickUp));
    }
  }
}

/**
 * Lays dabs on `s`, in place: colours (premultiplied RGBA), or ways (how far the colours of a px come from, x and y, two to
 * spare). `patch` has room for a square of `side` px: what a finger carries from dab to dab, and for others what was there
 * before a dab. Of a finger that has touched down already, the patch is what it carries. `other` is what is restored.
 * A dab on ways composes them: what comes to a px came before from where it comes now.
 */
export function smearDabs(
  does: i32,
  s: usize,
  width: i32,
  height: i32,
  dabs: usize,
  count: i32,
  hardness: f32,
  pickUp: f32,
  patch: usize,
  side: i32,
  carries: i32,
  other: usize,
): void {
  const half = side >> 1;
  for (let n = 0; n < count; n++) {
    const dab = dabs + n * DAB;
    const cx = get(dab);
    const cy = get(dab + 4);
    const own = get(dab + 8);
    const r = max<f32>(0.5, own);
    const amount = get(dab + 12) * min<f32>(1, own * own * 4);
    const vx = get(dab + 16);
    const vy = get(dab + 20);
    const soft = r * (1 - hardness);
    const x0 = (Mathf.floor(cx) as i32) - half;
    const y0 = (Mathf.floor(cy) as i32) - half;
    if (does == SMEAR) {
      if (!carries && n == 0) takeOut(s, width, height, patch, side, x0, y0);
      else finger(s, width, height, patch, side, x0, y0, cx, cy, r, soft, amount, pickUp);
      continue;
    }
    if (does != RESTORE) takeOut(s, width, height, patch, side, x0, y0);
    const left = max<i32>(0, Mathf.floor(cx - r - 0.5) as i32);
    const right = min<i32>(width - 1, Mathf.ceil(cx + r + 0.5) as i32);
    const top = max<i32>(0, Mathf.floor(cy - r - 0.5) as i32);
    const bottom = min<i32>(height - 1, Mathf.ceil(cy + r + 0.5) as i32);
    const apart = max<i32>(1, (r * 0.125) as i32);
    for (let y = top; y <= bottom; y++) {
      const ey = (y as f32) + 0.5 - cy;
      let at = s + (((y * width + left) as usize) << 4);
      for (let x = left; x <= right; x++, at += 16) {
        const ex = (x as f32) + 0.5 - cx;
        const w = weight(sqrt<f32>(ex * ex + ey * ey), r, soft) * amount;
        if (w == 0) continue;
        const i = x - x0;
        const j = y - y0;
        if (does == RESTORE) {
          const to = other ? get4(other + (at - s)) : f32x4.splat(0);
          put4(at, between(get4(at), to, w));
        } else if (does == SOFTEN || does == SMOOTH) {
          const sum = f32x4.add(
            f32x4.add(
              px(patch, side, side, i - apart, j),
              px(patch, side, side, i + apart, j),
            ),
            f32x4.add(
              px(patch, side, side, i, j - apart),
              px(patch, side, side, i, j + apart),
            ),
          );
          put4(at, between(get4(at), f32x4.mul(sum, f32x4.splat(0.25)), w));
        } else {
          let mx: f32, my: f32;
          if (does == PUSH) {
            // By what it weighs half of the way back, so that a push and its opposite meet (midpoint rule).
            const hx = ex - 0.5 * w * vx;
            const hy = ey - 0.5 * w * vy;
            const m = weight(sqrt<f32>(hx * hx + hy * hy), r, soft) * amount;
            mx = -m * vx;
            my = -m * vy;
          } else if (does == SWIRL) {
            // Back by the angle that a dab turns by at most, in its middle.
            const a = -w * vx;
            const cos = Mathf.cos(a);
            const sin = Mathf.sin(a);
            mx = cos * ex - sin * ey - ex;
            my = sin * ex + cos * ey - ey;
          } else {
            mx = w * vx * ex;
            my = w * vx * ey;
          }
          const before = wayAt(patch, side, (i as f32) + mx, (j as f32) + my);
          put4(at, f32x4.add(before, f32x4(mx, my, 0, 0)));
        }
      }
    }
  }
}

/**
 * Rows of colours that come from where their ways say (px from their own place; `w` lies as what is written does): bicubic. Where
 * nothing comes from elsewhere they are what they were, to the last bit. What is written begins at (x0, y0), the colours at (ox, oy).
 */
export function displaceRows(
  s: usize,
  sWidth: i32,
  sHeight: i32,
  ox: i32,
  oy: i32,
  w: usize,
  d: usize,
  dStride: i32,
  x0: i32,
  y0: i32,
  width: i32,
  from: i32,
  to: i32,
): void {
  for (let y = from; y < to; y++) {
    let at = d + y * dStride;
    let way = w + (((y * width) as usize) << 4);
    const sy = y0 + y - oy;
    for (let x = 0; x < width; x++, at += 16, way += 16) {
      const mx = get(way);
      const my = get(way + 4);
      const sx = x0 + x - ox;
      put4(
        at,
        mx == 0 && my == 0
          ? px(s, sWidth, sHeight, sx, sy)
          : bicubic(s, sWidth, sHeight, (sx as f64) + (mx as f64), (sy as f64) + (my as f64)),
      );
    }
  }
}
