/**
 * The four blends that mix channels (Compositing and Blending Level 1, section 10.2), four pixels at a
 * time, turned into planes of red, green, blue and alpha.
 *
 * SetLum with its ClipColor is L + (c − Lum c)·f, where f = min(1, L / (Lum c − min c),
 * (1 − L) / (max c − Lum c)): at most one of the two cuts in. SetSat multiplies c − min c by a factor.
 * So all four are L + (c − Lum c)·min(k, …), for k = 1, or the ratio of two saturations.
 */
import { get4, put4 } from './access';
import { HUE, LUMINOSITY, SATURATION } from './blend';
import { evens, high, low, odds } from './transposed';

/** What may be divided by in place of 0. */
const TINY: f32 = 1e-30;

// @ts-ignore: decorator
@inline
function f(v: f32): v128 {
  return f32x4.splat(v);
}

// @ts-ignore: decorator
@inline
function lum(r: v128, g: v128, b: v128): v128 {
  return f32x4.add(
    f32x4.mul(b, f(0.11)),
    f32x4.add(f32x4.mul(r, f(0.3)), f32x4.mul(g, f(0.59))),
  );
}

// @ts-ignore: decorator
@inline
function least(r: v128, g: v128, b: v128): v128 {
  return f32x4.pmin(r, f32x4.pmin(g, b));
}

// @ts-ignore: decorator
@inline
function most(r: v128, g: v128, b: v128): v128 {
  return f32x4.pmax(r, f32x4.pmax(g, b));
}

// @ts-ignore: decorator
@inline
function ratio(a: v128, b: v128): v128 {
  return f32x4.div(a, f32x4.pmax(b, f(TINY)));
}

/** One channel of four pixels, as `over` of pixel.ts has it. */
// @ts-ignore: decorator
@inline
function channel(x: v128, under: v128, s: v128, outside: v128, as4: v128, made: v128): v128 {
  return f32x4.add(
    f32x4.add(f32x4.mul(s, outside), f32x4.sub(x, f32x4.mul(as4, under))),
    made,
  );
}

/**
 * Lays four premultiplied pixels `s0`–`s3` onto those at `bp`, under a mode that must be a constant.
 * `outside` as for `over` of pixel.ts. What has no coverage changes nothing.
 */
// @ts-ignore: decorator
@inline
export function overFour(
  mode: i32,
  bp: usize,
  s0: v128,
  s1: v128,
  s2: v128,
  s3: v128,
  outside: v128,
): void {
  const x0 = get4(bp);
  const x1 = get4(bp + 16);
  const x2 = get4(bp + 32);
  const x3 = get4(bp + 48);
  const xrg0 = low(x0, x1);
  const xrg1 = low(x2, x3);
  const xba0 = high(x0, x1);
  const xba1 = high(x2, x3);
  const ab = odds(xba0, xba1);
  const xr = evens(xrg0, xrg1);
  const xg = odds(xrg0, xrg1);
  const xb = evens(xba0, xba1);
  const srg0 = low(s0, s1);
  const srg1 = low(s2, s3);
  const sba0 = high(s0, s1);
  const sba1 = high(s2, s3);
  const as4 = odds(sba0, sba1);
  const sr = evens(srg0, srg1);
  const sg = odds(srg0, srg1);
  const sb = evens(sba0, sba1);

  const ur = f32x4.pmin(xr, ab);
  const ug = f32x4.pmin(xg, ab);
  const ub = f32x4.pmin(xb, ab);
  const tr = f32x4.pmin(sr, as4);
  const tg = f32x4.pmin(sg, as4);
  const tb = f32x4.pmin(sb, as4);
  const both = f32x4.mul(ab, as4);
  const xLum = lum(ur, ug, ub);
  const sLum = lum(tr, tg, tb);

  // Whose hue it is that shows; `weight` brings it to the scale of `both`.
  const backs = mode == SATURATION || mode == LUMINOSITY;
  const r = backs ? ur : tr;
  const g = backs ? ug : tg;
  const b = backs ? ub : tb;
  const mean = backs ? xLum : sLum;
  const weight = backs ? as4 : ab;
  const n = least(r, g, b);
  const x = most(r, g, b);
  const l = mode == LUMINOSITY ? f32x4.mul(ab, sLum) : f32x4.mul(as4, xLum);
  let k = f(1);
  if (mode == HUE || mode == SATURATION) {
    const other = backs
      ? f32x4.mul(ab, f32x4.sub(most(tr, tg, tb), least(tr, tg, tb)))
      : f32x4.mul(as4, f32x4.sub(most(ur, ug, ub), least(ur, ug, ub)));
    // A grey has no hue, and what is nearly grey would take one from the rounding of floats: below the
    // least spread that 8 bits can hold, saturation falls to nothing in proportion.
    const spread = f32x4.pmax(
      f32x4.mul(weight, f32x4.sub(x, n)),
      f32x4.mul(both, f(1.0 / 256)),
    );
    k = ratio(other, spread);
  }
  const down = ratio(l, f32x4.mul(weight, f32x4.sub(mean, n)));
  const up = ratio(f32x4.sub(both, l), f32x4.mul(weight, f32x4.sub(x, mean)));
  k = f32x4.mul(weight, f32x4.pmin(k, f32x4.pmin(down, up)));

  // What has no coverage changes nothing, whatever colour it may have kept.
  const beside = v128.and(
    f32x4.mul(outside, f32x4.sub(f(1), ab)),
    f32x4.gt(as4, f(0)),
  );
  const or = channel(xr, ur, sr, beside, as4, f32x4.add(l, f32x4.mul(f32x4.sub(r, mean), k)));
  const og = channel(xg, ug, sg, beside, as4, f32x4.add(l, f32x4.mul(f32x4.sub(g, mean), k)));
  const ob = channel(xb, ub, sb, beside, as4, f32x4.add(l, f32x4.mul(f32x4.sub(b, mean), k)));
  const oa = f32x4.add(ab, f32x4.mul(as4, beside));
  const rg0 = low(or, og);
  const rg1 = high(or, og);
  const ba0 = low(ob, oa);
  const ba1 = high(ob, oa);
  put4(bp, evens(rg0, ba0));
  put4(bp + 16, odds(rg0, ba0));
  put4(bp + 32, evens(rg1, ba1));
  put4(bp + 48, odds(rg1, ba1));
}
