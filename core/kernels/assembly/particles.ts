/** How particles are drawn. */
import { get, get4, put4 } from './access';
import { FLOWN, TURN } from './flight';
import { rampAt } from './ramp';
import { bilinear } from './resample';

/** What particles look like, as the face numbers it. */
const DOT = 0, SOFT = 1, SPARK = 2, FLAKE = 3, SNOW = 4, PETAL = 5, BUBBLE = 6, DUST = 7, STAR = 8, PAPER = 9, SPRITE = 10;
/** How far the corners of a square are from its middle, of half its side. */
const ROOT: f32 = 1.42;

/** Softer than this no edge need be, and sharper none can be. */
// @ts-ignore: decorator
@inline
function edge(d: f32): f32 {
  return max<f32>(0, min<f32>(1, 0.5 - d));
}

/**
 * How much of a particle there is beside its way, 0–1: (u, v) along it and across, from its middle, px; `half` half the length of
 * its way, `r` its radius, `turn` how it is turned against the way, `own` a number of its own.
 */
function shown(kind: i32, u: f32, v: f32, half: f32, r: f32, own: f32): f32 {
  const beyond = max<f32>(0, abs<f32>(u) - half);
  const d = sqrt<f32>(beyond * beyond + v * v);
  if (kind == DOT) return edge(d - r);
  if (kind == SPARK) {
    // Bright at its head, thin at its tail.
    const along = half > 0 ? max<f32>(0, min<f32>(1, (u + half) / (2 * half))) : 1;
    const wide = r * (0.25 + 0.75 * along);
    const t = max<f32>(0, 1 - d / (2 * wide));
    return t * t * (0.15 + 0.85 * along * along);
  }
  if (kind == BUBBLE) {
    const rim = max<f32>(1, <f32>0.09 * r);
    const ring = edge(abs<f32>(d - r + rim) - <f32>0.5 * rim);
    const film: f32 = d < r ? <f32>0.1 * (d / r) * (d / r) : 0;
    const gx: f32 = u + 0.4 * r;
    const gy: f32 = v + 0.42 * r;
    const glint: f32 = max<f32>(0, 1 - sqrt<f32>(gx * gx + gy * gy) / (0.28 * r));
    return min<f32>(1, 0.55 * ring + film + glint * glint);
  }
  if (kind == PETAL) {
    // Two arcs that meet in points; tumbling, it is seen more or less from its side.
    const tumbled: f32 = 0.25 + 0.75 * abs<f32>(Mathf.cos(own * 12));
    const x = u / r;
    const wide: f32 = max<f32>(0, 1 - x * x) * 0.55 * tumbled * r;
    return edge(abs<f32>(v) - wide) * (abs<f32>(x) < 1 ? 1 : 0);
  }
  if (kind == PAPER) {
    const tumbled = max<f32>(0.12, abs<f32>(Mathf.cos(own * 12)));
    return edge(max<f32>(abs<f32>(u) - r, abs<f32>(v) - 0.6 * tumbled * r));
  }
  if (kind == STAR) {
    const t = max<f32>(0, 1 - d / r);
    const cross = max<f32>(
      max<f32>(0, 1 - abs<f32>(u) / r) / (1 + Mathf.pow((14 * v) / r, 2)),
      max<f32>(0, 1 - abs<f32>(v) / r) / (1 + Mathf.pow((14 * u) / r, 2)),
    );
    return min<f32>(1, t * t * t * t * 1.5 + cross * cross);
  }
  if (kind == FLAKE) {
    if (d > r + 1) return 0;
    // Six arms, each with two pairs of twigs: all as in one twelfth.
    const sixth = TURN / 6;
    const a = Mathf.atan2(v, u);
    const beside = a - sixth * nearest<f32>(a / sixth);
    const x = d * Mathf.cos(beside);
    const y = abs<f32>(d * Mathf.sin(beside));
    let near = y;
    for (let k: f32 = 0.35; k < 0.8; k += 0.27)
      if (y < 0.24 * r && x > k * r)
        near = min<f32>(near, abs<f32>((x - k * r) * 0.866 - y * 0.5));
    return edge(near - max<f32>(0.4, 0.045 * r)) * edge(d - r);
  }
  // Soft: dots, snow and dust, which are not quite round.
  const k: f32 =
    kind == SNOW || kind == DUST ? 1 + <f32>0.07 * Mathf.sin(5 * own + 3 * Mathf.atan2(v, u)) : 1;
  const t = max<f32>(0, 1 - (d * d * k) / (r * r));
  return kind == SNOW ? t * (2 - t) : t * t;
}

/** Lays premultiplied colour on a px: over what is there, or (`light`) added to it. */
// @ts-ignore: decorator
@inline
function lay(d: usize, laid: v128, light: i32): void {
  const before = get4(d);
  const a = f32x4.extract_lane(laid, 3);
  const over = f32x4.add(laid, f32x4.mul(before, f32x4.splat(1 - a)));
  if (light) {
    const sum = f32x4.add(before, laid);
    put4(d, f32x4.replace_lane(sum, 3, f32x4.extract_lane(over, 3)));
  } else put4(d, over);
}

/** The size of a sprite that is sampled: where it stands, and its side, px. */
let spriteFrom: usize = 0;
let spriteSide: i32 = 0;

/** Takes the size of a sprite of `side` px, of which each is followed by one half as large, that is nearest to a radius. */
function chooseSize(sprite: usize, side: i32, r: f32): void {
  spriteFrom = sprite;
  spriteSide = side;
  while (spriteSide > 1 && (spriteSide as f32) > 2.6 * r) {
    spriteFrom += ((spriteSide * spriteSide) as usize) << 4;
    spriteSide >>= 1;
  }
}

/** A sprite at a place from -1 to 1 across and down, premultiplied. */
// @ts-ignore: decorator
@inline
function spriteAt(u: f32, v: f32): v128 {
  const half = 0.5 * (spriteSide as f64);
  const x = half * ((u as f64) + 1) - 0.5;
  const y = half * ((v as f64) + 1) - 0.5;
  return bilinear(spriteFrom, spriteSide, spriteSide, x, y);
}

/**
 * Draws a list of particles on rows of RGBA, in their order: over what is there, or (`light`) added to it. `ramp` has their
 * colours; `sprite`, premultiplied RGBA of `side` px and then of half as many and so on, is what SPRITE draws.
 */
export function particleRows(
  o: usize,
  stride: i32,
  x0: i32,
  y0: i32,
  width: i32,
  list: usize,
  count: i32,
  ramp: usize,
  kind: i32,
  light: i32,
  sprite: usize,
  side: i32,
  from: i32,
  to: i32,
): void {
  const top = (y0 + from) as f32;
  const bottom = (y0 + to) as f32;
  const left = x0 as f32;
  const right = (x0 + width) as f32;
  for (let n = 0; n < count; n++) {
    const q = list + ((n * FLOWN) << 2);
    const hx = get(q);
    const hy = get(q + 4);
    const tx = get(q + 8);
    const ty = get(q + 12);
    const own = get(q + 16);
    if (!(own > 0)) continue;
    // What is smaller than a px is as much fainter.
    const least: f32 = kind == STAR || kind == FLAKE ? 1.5 : 0.75;
    const r = max<f32>(own, least);
    const reach: f32 =
      r * (kind == SPARK ? <f32>2 : kind == SPRITE ? ROOT : kind == SNOW || kind == DUST ? <f32>1.2 : <f32>1) + 1;
    if (min<f32>(hy, ty) - reach >= bottom || max<f32>(hy, ty) + reach <= top) continue;
    if (min<f32>(hx, tx) - reach >= right || max<f32>(hx, tx) + reach <= left) continue;
    const length = sqrt<f32>((hx - tx) * (hx - tx) + (hy - ty) * (hy - ty));
    // What moves is fainter, the longer its way is beside itself; by a root, for an eye sees the streak as a whole.
    const drawnOut = sqrt<f32>(r / (r + <f32>0.5 * length));
    const thin = (own * own) / (r * r);
    const amount = get(q + 20) * thin * drawnOut;
    if (!(amount > 1e-5)) continue;
    const colour = f32x4.mul(
      rampAt(ramp, get(q + 24)),
      f32x4.splat(amount),
    );
    const bright = get(q + 36);
    const lit = f32x4.mul(colour, f32x4(bright, bright, bright, 1));
    // Along its way if it has one of its own length, else as it is turned.
    const turn = length > 0.5 * r ? Mathf.atan2(hy - ty, hx - tx) : get(q + 28);
    const cos = Mathf.cos(turn);
    const sin = Mathf.sin(turn);
    const half: f32 = 0.5 * length;
    const mx: f32 = 0.5 * (hx + tx);
    const my: f32 = 0.5 * (hy + ty);
    const first = max<f32>(left, Mathf.floor(min<f32>(hx, tx) - reach)) as i32;
    const last = min<f32>(right, Mathf.ceil(max<f32>(hx, tx) + reach)) as i32;
    const above = max<f32>(top, Mathf.floor(min<f32>(hy, ty) - reach)) as i32;
    const below = min<f32>(bottom, Mathf.ceil(max<f32>(hy, ty) + reach)) as i32;
    const number = get(q + 32);
    if (kind == SPRITE) chooseSize(sprite, side, r);
    for (let y = above; y < below; y++) {
      let d = o + (y - y0) * stride + ((first - x0) << 4);
      const py = (y as f32) + 0.5 - my;
      for (let x = first; x < last; x++, d += 16) {
        const px = (x as f32) + 0.5 - mx;
        const u = px * cos + py * sin;
        const v = py * cos - px * sin;
        if (kind == SPRITE) {
          lay(d, f32x4.mul(lit, spriteAt(u / r, v / r)), light);
          continue;
        }
        const cover = shown(kind, u, v, half, r, number);
        if (cover > 0) lay(d, f32x4.mul(lit, f32x4.splat(cover)), light);
      }
    }
  }
}
