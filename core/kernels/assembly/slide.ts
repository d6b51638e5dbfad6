/** Means along slanted lines: motion blurs, at a cost that does not depend on their length. */
import { get4, put4 } from './access';
import { cubic } from './spline';
import { scratchRow } from './scratch';

/** The bytes of a px. */
const PX: i32 = 16;

/** A px of a grid of u along and v across, transparent outside. */
// @ts-ignore: decorator
@inline
function at(s: usize, us: i32, vs: i32, uCount: i32, vCount: i32, u: i32, v: i32): v128 {
  return (u as u32) < (uCount as u32) && (v as u32) < (vCount as u32)
    ? get4(s + u * us + v * vs)
    : f32x4.splat(0);
}

/** A spline across, at v and column u. */
// @ts-ignore: decorator
@inline
function across(s: usize, us: i32, vs: i32, uCount: i32, vCount: i32, u: i32, v: f64): v128 {
  const f = Math.floor(v);
  const k = f as i32;
  if (k >= 1 && k + 2 < vCount && (u as u32) < (uCount as u32)) {
    const p = s + u * us + (k - 1) * vs;
    if (f == v) return get4(p + vs);
    const t = (v - f) as f32;
    return cubic(get4(p), get4(p + vs), get4(p + 2 * vs), get4(p + 3 * vs), t);
  }
  if (f == v) return at(s, us, vs, uCount, vCount, u, k);
  return cubic(
    at(s, us, vs, uCount, vCount, u, k - 1),
    at(s, us, vs, uCount, vCount, u, k),
    at(s, us, vs, uCount, vCount, u, k + 1),
    at(s, us, vs, uCount, vCount, u, k + 2),
    (v - f) as f32,
  );
}

/**
 * Lines of means: line c runs along v = c + m·u (absolute px), and each of its places is the mean of the source along it over
 * `half` to either side. The source has `uCount` × `vCount` px from (u0, v0), with strides `us` and `vs`; lines are `count` long from
 * column `first`, the first of them is line `c0`. Sums are made of blocks that lie the same wherever a line begins.
 */
export function slideLines(
  s: usize,
  us: i32,
  vs: i32,
  uCount: i32,
  vCount: i32,
  u0: i32,
  v0: i32,
  d: usize,
  first: i32,
  count: i32,
  c0: i32,
  m: f64,
  half: f64,
  from: i32,
  to: i32,
): void {
  const core = max(0, Math.floor(half - 0.5) as i32);
  const rest = max<f64>(0, half - 0.5 - (core as f64));
  const whole = (2 * core + 1) as f64;
  const n = 2 * core + 1;
  const length = count + 2 * core + 2;
  const begin = first - core - 1;
  const samples = scratchRow();
  const rising = samples + length * PX;
  const falling = rising + length * PX;
  const by = f32x4.splat((1 / (whole + 2 * rest)) as f32);
  const edge = f32x4.splat(rest as f32);
  const none = f32x4.splat(0);
  for (let line = from; line < to; line++) {
    const c = ((c0 + line) as f64) - (v0 as f64);
    // Where the line is beyond the source there is nothing.
    const start = max(0, min(length, firstIn(c, m, vCount, begin, u0, uCount)));
    const end = max(start, min(length, lastIn(c, m, vCount, begin, u0, uCount)));
    let target = d + line * count * PX;
    if (start >= end) {
      for (let i = 0; i < count; i++, target += PX) put4(target, none);
      continue;
    }
    for (let i = 0; i < start; i++) put4(samples + i * PX, none);
    for (let i = start; i < end; i++) {
      const u = begin + i;
      put4(samples + i * PX, across(s, us, vs, uCount, vCount, u - u0, c + m * (u as f64)));
    }
    for (let i = end; i < length; i++) put4(samples + i * PX, none);
    // Sums from the beginning of each block, and to its end.
    const phase = modulo(begin, n);
    let sum = none;
    for (let i = 0, k = phase; i < length; i++) {
      if (k == 0) sum = none;
      sum = f32x4.add(sum, get4(samples + i * PX));
      put4(rising + i * PX, sum);
      if (++k == n) k = 0;
    }
    sum = none;
    for (let i = length - 1, k = modulo(begin + length - 1, n); i >= 0; i--) {
      if (k == n - 1) sum = none;
      sum = f32x4.add(sum, get4(samples + i * PX));
      put4(falling + i * PX, sum);
      if (--k < 0) k = n - 1;
    }
    for (let i = 0, k = modulo(begin + 1, n); i < count; i++, target += PX) {
      const a = i + 1;
      const b = i + 2 * core + 1;
      // A window is a block, or the end of one and the beginning of the next.
      let v = get4(falling + a * PX);
      if (k != 0) v = f32x4.add(v, get4(rising + b * PX));
      if (++k == n) k = 0;
      const ends = f32x4.add(get4(samples + i * PX), get4(samples + (b + 1) * PX));
      put4(target, f32x4.mul(f32x4.add(v, f32x4.mul(ends, edge)), by));
    }
  }
}

/** The first place of a line, counted from its beginning, at which it may meet the source; and one past the last. */
function firstIn(c: f64, m: f64, vCount: i32, begin: i32, u0: i32, uCount: i32): i32 {
  let low = u0 as f64;
  if (m > 0) low = Math.max(low, Math.floor((-3 - c) / m));
  else if (m < 0) low = Math.max(low, Math.floor(((vCount as f64) + 3 - c) / m));
  else if (c < -3 || c > (vCount as f64) + 3) return 0x3fffffff;
  return Math.max(-1, Math.min(1e9, low - (begin as f64))) as i32;
}

function lastIn(c: f64, m: f64, vCount: i32, begin: i32, u0: i32, uCount: i32): i32 {
  let high = (u0 + uCount) as f64;
  if (m > 0) high = Math.min(high, Math.ceil(((vCount as f64) + 3 - c) / m) + 1);
  else if (m < 0) high = Math.min(high, Math.ceil((-3 - c) / m) + 1);
  return Math.max(-1, Math.min(1e9, high - (begin as f64))) as i32;
}

// @ts-ignore: decorator
@inline
function modulo(a: i32, n: i32): i32 {
  const r = a % n;
  return r < 0 ? r + n : r;
}

/** Px of such lines: a spline across them at c = v − m·u, into `count` columns from `first` on; rows of v from `v0` on. */
export function gatherLines(
  lines: usize,
  lineCount: i32,
  c0: i32,
  m: f64,
  d: usize,
  us: i32,
  vs: i32,
  first: i32,
  count: i32,
  v0: i32,
  from: i32,
  to: i32,
): void {
  const none = f32x4.splat(0);
  for (let v = from; v < to; v++)
    for (let i = 0; i < count; i++) {
      const c = ((v0 + v - c0) as f64) - m * ((first + i) as f64);
      const made = across(lines, PX, count * PX, count, lineCount, i, c);
      put4(d + i * us + v * vs, f32x4.pmax(none, made));
    }
}
