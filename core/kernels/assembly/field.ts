/**
 * Fields: formulas of place, such as textures, run over rows. A program is a list of instructions, each of which works on
 * a chunk of a row at once, from registers to registers, so that what reads an instruction costs little beside what it does.
 */
import { get, get4, put, put2, put4, splat } from './access';
import { exp2, log2 } from './colour';
import { scratchRow } from './scratch';

/** Px that an instruction works on at once, and the bytes of a register, which holds so many floats. */
const CHUNK: i32 = 256;
const REGISTER: usize = 1024;
/** Floats of an instruction: operation, register it writes, four that it reads, six numbers. */
const WORDS: i32 = 12;
/** Floats of an output: its register, where its first px stands (two halves), its stride, and floats from px to px. */
const OUTPUT: i32 = 5;

/** The operations, as the compiler numbers them (core/textures/operations.ts). */
const CONSTANT: i32 = 0;
const X: i32 = 1;
const Y: i32 = 2;
const PLANE: i32 = 3;
const ADD: i32 = 4;
const SUBTRACT: i32 = 5;
const MULTIPLY: i32 = 6;
const DIVIDE: i32 = 7;
const LEAST: i32 = 8;
const MOST: i32 = 9;
const ABSOLUTE: i32 = 10;
const FLOOR: i32 = 11;
const ROOT: i32 = 12;
const WAVE: i32 = 13;
const POWER: i32 = 14;
const BELOW: i32 = 15;
const SMOOTH: i32 = 16;
const CHANCE: i32 = 17;
const NOISE: i32 = 18;
const OCTAVES: i32 = 19;
const CELLS: i32 = 20;
const STREWN: i32 = 21;

/** Four numbers from 0 to 1, as `chanceAt` of planes.ts draws them; `hash` holds the mixed places. */
// @ts-ignore: decorator
@inline
function drawn(hash: v128): v128 {
  let h = i32x4.mul(v128.xor(hash, i32x4.shr_u(hash, 16)), i32x4.splat(0x21f0aaad));
  h = i32x4.mul(v128.xor(h, i32x4.shr_u(h, 15)), i32x4.splat(0x735a2d97));
  h = v128.xor(h, i32x4.shr_u(h, 15));
  return f32x4.mul(f32x4.convert_i32x4_s(i32x4.shr_u(h, 8)), f32x4.splat(1.0 / 16777216.0));
}

// @ts-ignore: decorator
@inline
function mixedX(x: v128): v128 {
  return i32x4.mul(i32x4.trunc_sat_f32x4_s(x), i32x4.splat(0x85ebca6b));
}

// @ts-ignore: decorator
@inline
function mixedY(y: v128): v128 {
  return i32x4.mul(i32x4.trunc_sat_f32x4_s(y), i32x4.splat(0x9e3779b1));
}

/** A mixed row of its own for each seed. */
// @ts-ignore: decorator
@inline
function sown(row: v128, seed: i32): v128 {
  return v128.xor(row, i32x4.splat(seed * 0xc2b2ae35));
}

/** Whole numbers brought into 0 to `period` − 1; 0 leaves them as they are. */
// @ts-ignore: decorator
@inline
function wrapped(v: v128, period: f32): v128 {
  if (period == 0) return v;
  const p = f32x4.splat(period);
  return f32x4.sub(v, f32x4.mul(p, f32x4.floor(f32x4.div(v, p))));
}

// @ts-ignore: decorator
@inline
function between(a: v128, b: v128, t: v128): v128 {
  return f32x4.add(a, f32x4.mul(f32x4.sub(b, a), t));
}

/** The fifth-degree step 6t⁵ − 15t⁴ + 10t³. */
// @ts-ignore: decorator
@inline
function eased(t: v128): v128 {
  const inner = f32x4.sub(f32x4.mul(t, f32x4.splat(6)), f32x4.splat(15));
  const outer = f32x4.add(f32x4.mul(t, inner), f32x4.splat(10));
  return f32x4.mul(f32x4.mul(f32x4.mul(t, t), t), outer);
}

/** What one step to the right or down adds to a mixed place. */
const RIGHT: i32 = 0x85ebca6b;
const DOWN: i32 = 0x9e3779b1;

/** Smooth noise, 0–1, one new value a unit (value noise with a fifth-degree step); it repeats after whole periods. */
// @ts-ignore: decorator
@inline
function noise(x: v128, y: v128, seed: i32, px: f32, py: f32): v128 {
  const fx = f32x4.floor(x);
  const fy = f32x4.floor(y);
  const u = eased(f32x4.sub(x, fx));
  const v = eased(f32x4.sub(y, fy));
  let x0: v128;
  let x1: v128;
  let y0: v128;
  let y1: v128;
  if (px == 0 && py == 0) {
    x0 = mixedX(fx);
    x1 = i32x4.add(x0, i32x4.splat(RIGHT));
    const row = mixedY(fy);
    y0 = sown(row, seed);
    y1 = sown(i32x4.add(row, i32x4.splat(DOWN)), seed);
  } else {
    const one = f32x4.splat(1);
    x0 = mixedX(wrapped(fx, px));
    x1 = mixedX(wrapped(f32x4.add(fx, one), px));
    y0 = sown(mixedY(wrapped(fy, py)), seed);
    y1 = sown(mixedY(wrapped(f32x4.add(fy, one), py)), seed);
  }
  const top = between(drawn(v128.xor(x0, y0)), drawn(v128.xor(x1, y0)), u);
  const bottom = between(drawn(v128.xor(x0, y1)), drawn(v128.xor(x1, y1)), u);
  return between(top, bottom, v);
}

/** The number from 0 to 1 that a mixed place draws. */
// @ts-ignore: decorator
@inline
function drawnOnce(hash: i32): f32 {
  let h = ((hash as u32) ^ ((hash as u32) >> 16)) * 0x21f0aaad;
  h = (h ^ (h >> 15)) * 0x735a2d97;
  h ^= h >> 15;
  return ((h >> 8) as f32) * (1.0 / 16777216.0);
}

// @ts-ignore: decorator
@inline
function wrappedOnce(v: f32, period: f32): f32 {
  return period == 0 ? v : v - period * Mathf.floor(v / period);
}

/** A place of whole numbers, mixed with a seed. */
// @ts-ignore: decorator
@inline
function mixedOnce(x: f32, y: f32, seed: i32): i32 {
  return ((x as i32) * RIGHT) ^ ((y as i32) * DOWN) ^ (seed * 0xc2b2ae35);
}

/** Whether all four lanes are so. */
// @ts-ignore: decorator
@inline
function areAll(mask: v128): bool {
  return i32x4.bitmask(mask) == 15;
}

/**
 * Noise of several sizes, 0–1, each half as large as the one before and `rough` times as strong; `folded`, each is folded about
 * its middle, which makes creases (turbulence; Perlin, "An image synthesizer", 1985). Those finer than two px (`px` is the size
 * of one) are left out: nobody could see them. Px in one unit of a size share the chances at its corners, which are drawn once.
 */
function octaves(
  r: usize,
  s: usize,
  o: usize,
  end: usize,
  seed: i32,
  px: f32,
  count: i32,
  rough: f32,
  folded: bool,
  periodX: f32,
  periodY: f32,
): void {
  const half = f32x4.splat(0.5);
  const one = f32x4.splat(1);
  const zero = f32x4.splat(0);
  let whole: f32 = 0;
  let k: f32 = 1;
  let size: f32 = 1;
  for (let i: usize = 0; i < end; i += 16) put4(o + i, zero);
  for (let n = 0; n < count; n++) {
    // Fades out between four px a wave and two.
    const seen = max<f32>(0, min<f32>(1, 2 - (2 * px) / size));
    const strong = f32x4.splat(k);
    if (seen > 0) {
      const finer = f32x4.splat(1 / size);
      const pX = periodX / size;
      const pY = periodY / size;
      const shown = f32x4.splat(seen);
      let inX = zero;
      let inY = zero;
      let a = zero;
      let b = zero;
      let c = zero;
      let d = zero;
      let known = false;
      for (let i: usize = 0; i < end; i += 16) {
        const x = f32x4.mul(get4(r + i), finer);
        const y = f32x4.mul(get4(s + i), finer);
        const fx = f32x4.floor(x);
        const fy = f32x4.floor(y);
        let value: v128;
        if (!known || !areAll(v128.and(f32x4.eq(fx, inX), f32x4.eq(fy, inY)))) {
          const x0 = f32x4.extract_lane(fx, 0);
          const y0 = f32x4.extract_lane(fy, 0);
          inX = f32x4.splat(x0);
          inY = f32x4.splat(y0);
          known = areAll(v128.and(f32x4.eq(fx, inX), f32x4.eq(fy, inY)));
          if (known) {
            const left = wrappedOnce(x0, pX);
            const right = wrappedOnce(x0 + 1, pX);
            const above = wrappedOnce(y0, pY);
            const under = wrappedOnce(y0 + 1, pY);
            a = f32x4.splat(drawnOnce(mixedOnce(left, above, seed + n)));
            b = f32x4.splat(drawnOnce(mixedOnce(right, above, seed + n)));
            c = f32x4.splat(drawnOnce(mixedOnce(left, under, seed + n)));
            d = f32x4.splat(drawnOnce(mixedOnce(right, under, seed + n)));
          }
        }
        if (known) {
          const u = eased(f32x4.sub(x, fx));
          const v = eased(f32x4.sub(y, fy));
          value = between(between(a, b, u), between(c, d, u), v);
        } else value = noise(x, y, seed + n, pX, pY);
        if (folded) value = f32x4.abs(f32x4.sub(f32x4.mul(value, f32x4.splat(2)), one));
        const faded = f32x4.add(half, f32x4.mul(f32x4.sub(value, half), shown));
        put4(o + i, f32x4.add(get4(o + i), f32x4.mul(strong, faded)));
      }
    } else {
      const mean = f32x4.splat(k * 0.5);
      for (let i: usize = 0; i < end; i += 16) put4(o + i, f32x4.add(get4(o + i), mean));
    }
    whole += k;
    k *= rough;
    size *= 0.5;
  }
  const all = f32x4.splat(whole);
  for (let i: usize = 0; i < end; i += 16) put4(o + i, f32x4.div(get4(o + i), all));
}

/** The units around one, from near to far; the outermost corners can hold neither the nearest point nor the next. */
const AROUND = memory.data<i8>([
  0, 0, -1, 0, 1, 0, 0, -1, 0, 1, -1, -1, 1, -1, -1, 1, 1, 1, -2, 0, 2, 0, 0, -2, 0, 2, -2, -1, 2,
  -1, -2, 1, 2, 1, -1, -2, 1, -2, -1, 2, 1, 2,
]);

/** Where a thread notes what it finds in a unit and those around it, after its registers. */
const NOTES: usize = 512 * REGISTER;
/** Floats of a note. */
const NOTE: usize = 12;
/** Behind the notes: four lanes to look into one by one. */
const LANES: usize = NOTES + 64 * NOTE * 4;

/** Notes the points of units `from` to `to` of those around (x, y): their units, how they are moved in them, and their numbers. */
function notePoints(
  notes: usize,
  from: i32,
  to: i32,
  x: f32,
  y: f32,
  seed: i32,
  loose: f32,
  period: f32,
): void {
  for (let n = from; n < to; n++) {
    const fx = x + (load<i8>(AROUND + 2 * n) as f32);
    const fy = y + (load<i8>(AROUND + 2 * n + 1) as f32);
    const wx = wrappedOnce(fx, period);
    const wy = wrappedOnce(fy, period);
    const at = notes + ((n * NOTE) << 2);
    put(at, fx);
    put(at + 4, fy);
    put(at + 8, loose * drawnOnce(mixedOnce(wx, wy, seed)));
    put(at + 12, loose * drawnOnce(mixedOnce(wx, wy, seed + 1)));
    put(at + 16, drawnOnce(mixedOnce(wx, wy, seed + 2)));
  }
}

/**
 * Points strewn one a unit, moved from the middle of theirs by so much of it (`loose`, 0–1): the distances to the nearest and the
 * second nearest, a number of the nearest's own (0–1), and the ways from the place to it and to the second, x and y, into seven registers. Px in one
 * unit look at the same points, which are noted once.
 */
function cells(
  r: usize,
  s: usize,
  o: usize,
  end: usize,
  seed: i32,
  loose: f32,
  period: f32,
): void {
  const notes = scratchRow() + NOTES;
  const lanes = scratchRow() + LANES;
  const rest = f32x4.splat(0.5 - 0.5 * loose);
  let noted = 0;
  let inX: f32 = 0;
  let inY: f32 = 0;
  for (let i: usize = 0; i < end; i += 16) {
    const x = get4(r + i);
    const y = get4(s + i);
    const cx = f32x4.floor(x);
    const cy = f32x4.floor(y);
    put4(lanes, cx);
    put4(lanes + 16, cy);
    let done = 0;
    for (let lane = 0; lane < 4; lane++) {
      if (done & (1 << lane)) continue;
      const ux = get(lanes + (lane << 2));
      const uy = get(lanes + 16 + (lane << 2));
      if (noted == 0 || ux != inX || uy != inY) {
        notePoints(notes, 0, 9, ux, uy, seed, loose, period);
        noted = 9;
        inX = ux;
        inY = uy;
      }
      const within = v128.and(f32x4.eq(cx, f32x4.splat(ux)), f32x4.eq(cy, f32x4.splat(uy)));
      done |= i32x4.bitmask(within) | (1 << lane);
      const offX = f32x4.sub(x, f32x4.splat(ux));
      const offY = f32x4.sub(y, f32x4.splat(uy));
      let nearest = f32x4.splat(1e18);
      let second = nearest;
      let which = f32x4.splat(0);
      let toX = which;
      let toY = which;
      let nextX = which;
      let nextY = which;
      // The units around first; those beyond them only where they may hold one of the two.
      for (let n = 0; n < 21; n++) {
        if (n >= 9) {
          const a = load<i8>(AROUND + 2 * n);
          const b = load<i8>(AROUND + 2 * n + 1);
          const beside = a == 2 || a == -2;
          const off = beside ? offX : offY;
          const gap =
            a == 2 || (!beside && b == 2)
              ? f32x4.sub(f32x4.splat(2), off)
              : f32x4.add(off, f32x4.splat(1));
          if (!v128.any_true(v128.and(within, f32x4.lt(f32x4.mul(gap, gap), second)))) continue;
          if (noted == 9) {
            notePoints(notes, 9, 21, ux, uy, seed, loose, period);
            noted = 21;
          }
        }
        const at = notes + ((n * NOTE) << 2);
        const dx = f32x4.add(f32x4.add(f32x4.sub(splat(at), x), rest), splat(at + 8));
        const dy = f32x4.add(f32x4.add(f32x4.sub(splat(at + 4), y), rest), splat(at + 12));
        const d = f32x4.add(f32x4.mul(dx, dx), f32x4.mul(dy, dy));
        const closer = f32x4.lt(d, nearest);
        const next = v128.or(closer, f32x4.lt(d, second));
        nextX = v128.bitselect(v128.bitselect(toX, dx, closer), nextX, next);
        nextY = v128.bitselect(v128.bitselect(toY, dy, closer), nextY, next);
        second = v128.bitselect(nearest, f32x4.pmin(second, d), closer);
        nearest = f32x4.pmin(nearest, d);
        which = v128.bitselect(splat(at + 16), which, closer);
        toX = v128.bitselect(dx, toX, closer);
        toY = v128.bitselect(dy, toY, closer);
      }
      keep(o + i, f32x4.sqrt(nearest), within);
      keep(o + i + REGISTER, f32x4.sqrt(second), within);
      keep(o + i + 2 * REGISTER, which, within);
      keep(o + i + 3 * REGISTER, toX, within);
      keep(o + i + 4 * REGISTER, toY, within);
      keep(o + i + 5 * REGISTER, nextX, within);
      keep(o + i + 6 * REGISTER, nextY, within);
    }
  }
}

/** Writes those of four floats that `mask` says. */
// @ts-ignore: decorator
@inline
function keep(at: usize, v: v128, mask: v128): void {
  put4(at, v128.bitselect(v, get4(at), mask));
}

/** Sine of whole turns: a polynomial on a quarter of a turn to either side, within 1e-7. */
// @ts-ignore: decorator
@inline
function wave(turns: v128): v128 {
  const near = f32x4.sub(turns, f32x4.nearest(turns));
  const sign = v128.and(near, i32x4.splat(0x80000000));
  const size = f32x4.abs(near);
  const folded = f32x4.pmin(size, f32x4.sub(f32x4.splat(0.5), size));
  const t = v128.or(folded, sign);
  const t2 = f32x4.mul(t, t);
  let p = f32x4.add(f32x4.mul(t2, f32x4.splat(-15.0946426)), f32x4.splat(42.0586939));
  p = f32x4.add(f32x4.mul(p, t2), f32x4.splat(-76.7058597));
  p = f32x4.add(f32x4.mul(p, t2), f32x4.splat(81.6052493));
  p = f32x4.add(f32x4.mul(p, t2), f32x4.splat(-41.3417022));
  p = f32x4.add(f32x4.mul(p, t2), f32x4.splat(6.2831853));
  return f32x4.mul(p, t);
}

/** How many times their size the light of stars goes. */
const STAR_TAIL: f32 = 8;

/** What can be strewn, as the compiler numbers it. */
const DISCS: i32 = 0;
const POLYGONS: i32 = 1;
const STARS: i32 = 2;
const STROKES: i32 = 3;

/**
 * Notes what is strewn in the units around (x, y): where each thing is, its size, its number, how bright it is, and the way of a
 * stroke (cosine and sine). Returns how many there are.
 */
function noteThings(
  notes: usize,
  x: f32,
  y: f32,
  kind: i32,
  seed: i32,
  density: f32,
  small: f32,
  large: f32,
  turn: f32,
  spread: f32,
  period: f32,
): i32 {
  let count = 0;
  for (let n = 0; n < 9; n++) {
    const fx = x + (load<i8>(AROUND + 2 * n) as f32);
    const fy = y + (load<i8>(AROUND + 2 * n + 1) as f32);
    const mixed = mixedOnce(wrappedOnce(fx, period), wrappedOnce(fy, period), 0);
    for (let k = 0; k < 3; k++) {
      const from = seed + 8 * k;
      if (!(chanceOf(mixed, from) < density)) continue;
      const at = notes + ((count++ * NOTE) << 2);
      put(at, fx);
      put(at + 4, chanceOf(mixed, from + 1));
      put(at + 8, fy);
      put(at + 12, chanceOf(mixed, from + 2));
      put(at + 16, chanceOf(mixed, from + 3));
      // Few are large.
      const chance = chanceOf(mixed, from + 4);
      put(at + 20, small + (large - small) * chance * chance);
      put(at + 24, 0.5 + 0.5 * chanceOf(mixed, from + 6));
      if (kind == STROKES) {
        const way = (turn + spread * chanceOf(mixed, from + 5)) * 6.2831853;
        put(at + 28, Mathf.cos(way));
        put(at + 32, Mathf.sin(way));
      }
    }
  }
  return count;
}

/** What a mixed place draws with another seed. */
// @ts-ignore: decorator
@inline
function chanceOf(mixed: i32, seed: i32): f32 {
  return drawnOnce(mixed ^ (seed * 0xc2b2ae35));
}

/**
 * Things strewn about, three chances a unit: how much they cover, added up, and the mean of their own numbers (0–1) by that, into
 * two registers. Their sizes run from `small` to `large`, units, at most 1; `shape` is how bright the rims of discs and
 * polygons are, the corners of polygons in its whole part, and how wide strokes are, of their length.
 */
function strewn(
  r: usize,
  s: usize,
  o: usize,
  end: usize,
  kind: i32,
  seed: i32,
  density: f32,
  small: f32,
  large: f32,
  shape: f32,
  turn: f32,
  px: f32,
  period: f32,
): void {
  const notes = scratchRow() + NOTES;
  const lanes = scratchRow() + LANES;
  const sides = lanes + 32;
  const zero = f32x4.splat(0);
  const one = f32x4.splat(1);
  const half = f32x4.splat(0.5);
  const soft = f32x4.splat(1 / max<f32>(1e-6, px));
  const corners = Mathf.floor(shape);
  const rest = shape - corners;
  const rim = f32x4.splat(rest);
  // Nothing reaches farther than this from its place.
  const reach: f32 =
    kind == STARS
      ? min<f32>(1, STAR_TAIL * max<f32>(large, 0.7 * px))
      : kind == POLYGONS
        ? min<f32>(1, large / Mathf.cos(3.14159265 / corners) + px)
        : min<f32>(1, large + px);
  const reach2 = f32x4.splat(reach * reach);
  if (kind == POLYGONS)
    for (let k: f32 = 0; k < corners; k++) {
      const a = (turn + k / corners) * 6.2831853;
      put(sides + ((k as usize) << 3), Mathf.cos(a));
      put(sides + ((k as usize) << 3) + 4, Mathf.sin(a));
    }
  let known = false;
  let count = 0;
  let inX: f32 = 0;
  let inY: f32 = 0;
  for (let i: usize = 0; i < end; i += 16) {
    const x = get4(r + i);
    const y = get4(s + i);
    const cx = f32x4.floor(x);
    const cy = f32x4.floor(y);
    put4(lanes, cx);
    put4(lanes + 16, cy);
    let done = 0;
    for (let lane = 0; lane < 4; lane++) {
      if (done & (1 << lane)) continue;
      const ux = get(lanes + (lane << 2));
      const uy = get(lanes + 16 + (lane << 2));
      if (!known || ux != inX || uy != inY) {
        count = noteThings(notes, ux, uy, kind, seed, density, small, large, turn, rest, period);
        known = true;
        inX = ux;
        inY = uy;
      }
      const within = v128.and(f32x4.eq(cx, f32x4.splat(ux)), f32x4.eq(cy, f32x4.splat(uy)));
      done |= i32x4.bitmask(within) | (1 << lane);
      let sum = zero;
      let own = zero;
      for (let n = 0; n < count; n++) {
        const at = notes + ((n * NOTE) << 2);
        const dx = f32x4.add(f32x4.sub(splat(at), x), splat(at + 4));
        const dy = f32x4.add(f32x4.sub(splat(at + 8), y), splat(at + 12));
        const d2 = f32x4.add(f32x4.mul(dx, dx), f32x4.mul(dy, dy));
        const near = f32x4.lt(d2, reach2);
        if (!v128.any_true(near)) continue;
        const number = splat(at + 16);
        const size = splat(at + 20);
        let cover: v128;
        if (kind == STARS) {
          // Never narrower than px can show, and then as much fainter.
          const wide = f32x4.pmax(size, f32x4.splat(0.7 * px));
          const r2 = f32x4.div(d2, f32x4.mul(wide, wide));
          const dim = f32x4.div(f32x4.mul(size, size), f32x4.mul(wide, wide));
          const fall = f32x4.add(one, r2);
          // Fades to nothing within its reach.
          const edge = f32x4.pmax(zero, f32x4.sub(one, f32x4.div(d2, reach2)));
          cover = f32x4.div(f32x4.mul(dim, f32x4.mul(edge, edge)), f32x4.mul(fall, fall));
        } else if (kind == STROKES) {
          const cos = splat(at + 28);
          const sin = splat(at + 32);
          const along = f32x4.add(f32x4.mul(dx, cos), f32x4.mul(dy, sin));
          // A little bent, so that none is ruled.
          const bend = f32x4.mul(f32x4.sub(number, half), f32x4.mul(along, along));
          const across = f32x4.abs(
            f32x4.add(f32x4.sub(f32x4.mul(dy, cos), f32x4.mul(dx, sin)), bend),
          );
          const wide = f32x4.splat(corners * 0.0005);
          const shown = f32x4.pmax(wide, f32x4.splat(0.5 * px));
          const beyond = f32x4.div(along, size);
          const tip = f32x4.pmax(zero, f32x4.sub(one, f32x4.mul(beyond, beyond)));
          const beside = f32x4.div(across, f32x4.mul(shown, f32x4.splat(2)));
          const side = f32x4.pmax(zero, f32x4.sub(one, beside));
          cover = f32x4.mul(f32x4.mul(tip, side), f32x4.div(wide, shown));
        } else {
          let d = zero;
          if (kind == DISCS) d = f32x4.sqrt(d2);
          else {
            // The farthest of the sides of a regular polygon.
            for (let k = 0; k < (corners as i32); k++) {
              const cos = splat(sides + ((k as usize) << 3));
              const sin = splat(sides + ((k as usize) << 3) + 4);
              d = f32x4.pmax(d, f32x4.add(f32x4.mul(dx, cos), f32x4.mul(dy, sin)));
            }
          }
          const inside = f32x4.pmin(
            one,
            f32x4.pmax(zero, f32x4.add(f32x4.mul(f32x4.sub(size, d), soft), half)),
          );
          // Brighter towards the rim, as lenses have it.
          const out = f32x4.div(d, size);
          const out2 = f32x4.mul(out, out);
          cover = f32x4.mul(inside, between(one, f32x4.mul(out2, out2), rim));
        }
        const bright = v128.and(near, f32x4.mul(cover, splat(at + 24)));
        sum = f32x4.add(sum, bright);
        own = f32x4.add(own, f32x4.mul(bright, number));
      }
      keep(o + i, f32x4.pmin(one, sum), within);
      keep(o + i + REGISTER, f32x4.div(own, f32x4.pmax(sum, f32x4.splat(1e-12))), within);
    }
  }
}

/**
 * Rows of what a program computes. (u, v) = (a·x + c·y + e, b·x + d·y + f) takes the middle of px (x, y) to the units in which the
 * program has x and y. The first `constants` instructions depend on no place. `plane`, if there is one, is read px by px.
 */
export function fieldRows(
  program: usize,
  constants: i32,
  count: i32,
  outputs: usize,
  outputCount: i32,
  plane: usize,
  planeStride: i32,
  x0: i32,
  y0: i32,
  width: i32,
  a: f64,
  b: f64,
  c: f64,
  d: f64,
  e: f64,
  f: f64,
  from: i32,
  to: i32,
): void {
  const registers = scratchRow();
  for (let n = 0; n < constants; n++) {
    const p = program + ((n * WORDS) << 2);
    const v = f32x4.splat(get(p + 24));
    const o = registers + (get(p + 4) as usize) * REGISTER;
    for (let i: usize = 0; i < REGISTER; i += 16) put4(o + i, v);
  }
  for (let y = from; y < to; y++) {
    const py = ((y0 + y) as f64) + 0.5;
    for (let x = 0; x < width; x += CHUNK) {
      const n = min(CHUNK, width - x);
      for (let k = constants; k < count; k++) {
        const p = program + ((k * WORDS) << 2);
        const operation = get(p) as i32;
        const o = registers + (get(p + 4) as usize) * REGISTER;
        if (operation == X || operation == Y) {
          const across = operation == X ? a : b;
          const rest = operation == X ? c : d;
          const base = operation == X ? e : f;
          const down = f64x2.splat(rest * py);
          for (let i = 0; i < n; i += 2) {
            const qx = ((x0 + x + i) as f64) + 0.5;
            const along = f64x2.mul(f64x2.splat(across), f64x2(qx, qx + 1));
            const place = f64x2.add(f64x2.add(along, down), f64x2.splat(base));
            put2(o + ((i as usize) << 2), f32x4.demote_f64x2_zero(place));
          }
        } else if (operation == PLANE) {
          const s = plane + y * planeStride + (x << 2);
          for (let i = 0; i < n; i++) put(o + ((i as usize) << 2), get(s + (i << 2)));
        } else instruct(operation, p, registers, o, (n + 3) >> 2);
      }
      for (let k = 0; k < outputCount; k++) {
        const q = outputs + ((k * OUTPUT) << 2);
        const s = registers + (get(q) as usize) * REGISTER;
        const first = ((get(q + 4) as usize) << 16) + (get(q + 8) as usize);
        const apart = (get(q + 16) as i32) << 2;
        let t = first + y * (get(q + 12) as i32) + x * apart;
        for (let i = 0; i < n; i++, t += apart) put(t, get(s + ((i as usize) << 2)));
      }
    }
  }
}

/** One instruction at `p` over so many fours of px, into registers from `o` on. */
function instruct(operation: i32, p: usize, registers: usize, o: usize, fours: i32): void {
  const r = registers + (get(p + 8) as usize) * REGISTER;
  const s = registers + (get(p + 12) as usize) * REGISTER;
  const t = registers + (get(p + 16) as usize) * REGISTER;
  const end = (fours as usize) << 4;
  const n0 = get(p + 24);
  const n1 = get(p + 28);
  const n2 = get(p + 32);
  const n3 = get(p + 36);
  const n4 = get(p + 40);
  const n5 = get(p + 44);
  const seed = n0 as i32;
  switch (operation) {
    case ADD:
      for (let i: usize = 0; i < end; i += 16) put4(o + i, f32x4.add(get4(r + i), get4(s + i)));
      break;
    case SUBTRACT:
      for (let i: usize = 0; i < end; i += 16) put4(o + i, f32x4.sub(get4(r + i), get4(s + i)));
      break;
    case MULTIPLY:
      for (let i: usize = 0; i < end; i += 16) put4(o + i, f32x4.mul(get4(r + i), get4(s + i)));
      break;
    case DIVIDE:
      for (let i: usize = 0; i < end; i += 16) put4(o + i, f32x4.div(get4(r + i), get4(s + i)));
      break;
    case LEAST:
      for (let i: usize = 0; i < end; i += 16) put4(o + i, f32x4.pmin(get4(r + i), get4(s + i)));
      break;
    case MOST:
      for (let i: usize = 0; i < end; i += 16) put4(o + i, f32x4.pmax(get4(r + i), get4(s + i)));
      break;
    case ABSOLUTE:
      for (let i: usize = 0; i < end; i += 16) put4(o + i, f32x4.abs(get4(r + i)));
      break;
    case FLOOR:
      for (let i: usize = 0; i < end; i += 16) put4(o + i, f32x4.floor(get4(r + i)));
      break;
    case ROOT:
      for (let i: usize = 0; i < end; i += 16)
        put4(o + i, f32x4.sqrt(f32x4.pmax(f32x4.splat(0), get4(r + i))));
      break;
    case WAVE:
      for (let i: usize = 0; i < end; i += 16) put4(o + i, wave(get4(r + i)));
      break;
    case POWER:
      for (let i: usize = 0; i < end; i += 16) {
        const v = get4(r + i);
        const power = exp2(f32x4.mul(get4(s + i), log2(f32x4.pmax(f32x4.splat(1e-12), v))));
        put4(o + i, v128.bitselect(power, f32x4.splat(0), f32x4.gt(v, f32x4.splat(0))));
      }
      break;
    case BELOW:
      for (let i: usize = 0; i < end; i += 16)
        put4(o + i, v128.and(f32x4.lt(get4(r + i), get4(s + i)), f32x4.splat(1)));
      break;
    case SMOOTH:
      for (let i: usize = 0; i < end; i += 16) {
        const v = f32x4.pmin(f32x4.splat(1), f32x4.pmax(f32x4.splat(0), get4(r + i)));
        const w = f32x4.sub(f32x4.splat(3), f32x4.mul(f32x4.splat(2), v));
        put4(o + i, f32x4.mul(f32x4.mul(v, v), w));
      }
      break;
    case CHANCE:
      for (let i: usize = 0; i < end; i += 16)
        put4(
          o + i,
          drawn(
            v128.xor(
              mixedX(wrapped(get4(r + i), n1)),
              sown(mixedY(wrapped(get4(s + i), n2)), seed),
            ),
          ),
        );
      break;
    case NOISE:
      for (let i: usize = 0; i < end; i += 16)
        put4(o + i, noise(get4(r + i), get4(s + i), seed, n1, n2));
      break;
    case OCTAVES:
      octaves(r, s, o, end, seed, n1, abs<i32>(n2 as i32), n3, n2 < 0, n4, n5);
      break;
    case CELLS:
      cells(r, s, o, end, seed, n1, n2);
      break;
    case STREWN: {
      // What does not fit among its own numbers stands in registers of constants.
      const small = get(t);
      const large = get(registers + (get(p + 20) as usize) * REGISTER);
      strewn(r, s, o, end, (seed >> 20) & 3, seed & 0xfffff, n1, small, large, n2, n3, n4, n5);
      break;
    }
  }
}
