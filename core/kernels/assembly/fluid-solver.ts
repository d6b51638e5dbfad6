/**
 * The pressure of a fluid without walls, at once: sines across the shorter side of the grid part it into as many independent lines along
 * the longer one, each of which is a tridiagonal system (Hockney, "A fast direct solution of Poisson's equation", 1965).
 */
import { get, get4, put, put4, splat } from './access';
import { PRESSURE, SOLVER, SPARE, height, plane, width } from './fluid-grid';

/** Modes that are summed at once: four registers of four. */
const BLOCK = 16;

/** Solves Δp = `SPARE` for the pressure, 0 outside the grid. What it needs room for stands behind the planes (kernels/fluid.ts). */
export function solvePressure(): void {
  const isWide = width >= height;
  const n = isWide ? height : width;
  const long = isWide ? width : height;
  const stride = (n + BLOCK - 1) & ~(BLOCK - 1);
  const modes = plane(SOLVER);
  const sines = modes + ((long * stride) << 2);
  const ratios = sines + ((stride * stride) << 2);
  writeSines(sines, ratios, n, stride);
  // From one place of a line to the next, and from one line to the next, floats.
  const along = isWide ? 1 : width;
  const across = isWide ? width : 1;
  transform(plane(SPARE), along, across, modes, stride, 1, sines, n, long, stride, 1);
  for (let k = 0; k < stride; k += 4) solveLines(modes + (k << 2), ratios, k, n, long, stride);
  transform(modes, stride, 1, plane(PRESSURE), along, across, sines, n, long, stride, 2 / ((n + 1) as f32));
}

/** Writes sin(π(j + 1)(k + 1)/(n + 1)) for every j and k below n, `stride` floats a row, with nothing beyond; `table` is room for 2(n + 1) floats. */
function writeSines(sines: usize, table: usize, n: i32, stride: i32): void {
  const round = 2 * (n + 1);
  for (let m = 0; m < round; m++)
    put(table + (m << 2), Math.sin((Math.PI * (m as f64)) / ((n + 1) as f64)) as f32);
  for (let j = 0; j < stride; j++) {
    let m = 0;
    for (let k = 0; k < stride; k++) {
      m += j + 1;
      if (m >= round) m %= round;
      put(sines + ((j * stride + k) << 2), j < n && k < n ? get(table + (m << 2)) : 0);
    }
  }
}

/**
 * The sines of `long` rows of n numbers, from one place to another, times a factor: out(i, k) = by · Σⱼ in(i, j) · sines(j, k). Rows and
 * numbers lie so many floats apart.
 */
function transform(
  s: usize,
  sRow: i32,
  sNext: i32,
  o: usize,
  oRow: i32,
  oNext: i32,
  sines: usize,
  n: i32,
  long: i32,
  stride: i32,
  by: f32,
): void {
  const factor = f32x4.splat(by);
  for (let i = 0; i < long; i++)
    for (let k = 0; k < n; k += BLOCK) {
      let a = f32x4.splat(0);
      let b = a;
      let c = a;
      let d = a;
      let p = s + ((i * sRow) << 2);
      let q = sines + (k << 2);
      for (let j = 0; j < n; j++, p += sNext << 2, q += stride << 2) {
        const v = splat(p);
        a = f32x4.add(a, f32x4.mul(v, get4(q)));
        b = f32x4.add(b, f32x4.mul(v, get4(q + 16)));
        c = f32x4.add(c, f32x4.mul(v, get4(q + 32)));
        d = f32x4.add(d, f32x4.mul(v, get4(q + 48)));
      }
      const t = o + ((i * oRow + k * oNext) << 2);
      if (oNext == 1 && k + BLOCK <= n) {
        put4(t, f32x4.mul(a, factor));
        put4(t + 16, f32x4.mul(b, factor));
        put4(t + 32, f32x4.mul(c, factor));
        put4(t + 48, f32x4.mul(d, factor));
      } else {
        putSome(t, oNext, f32x4.mul(a, factor), n - k);
        putSome(t + ((4 * oNext) << 2), oNext, f32x4.mul(b, factor), n - k - 4);
        putSome(t + ((8 * oNext) << 2), oNext, f32x4.mul(c, factor), n - k - 8);
        putSome(t + ((12 * oNext) << 2), oNext, f32x4.mul(d, factor), n - k - 12);
      }
    }
}

/** Writes the first `count` of four floats, so many floats apart. */
function putSome(t: usize, next: i32, v: v128, count: i32): void {
  if (count > 0) put(t, f32x4.extract_lane(v, 0));
  if (count > 1) put(t + (next << 2), f32x4.extract_lane(v, 1));
  if (count > 2) put(t + ((2 * next) << 2), f32x4.extract_lane(v, 2));
  if (count > 3) put(t + ((3 * next) << 2), f32x4.extract_lane(v, 3));
}

/**
 * Solves four lines of modes from `k` on in place: p(i − 1) + (2 cos θ − 4)·p(i) + p(i + 1) = r(i), by elimination forward and back
 * (Thomas). `ratios` is room for four floats a place.
 */
function solveLines(lines: usize, ratios: usize, k: i32, n: i32, long: i32, stride: i32): void {
  const turn = Math.PI / ((n + 1) as f64);
  const middle = f32x4(
    (2 * Math.cos(turn * ((k + 1) as f64)) - 4) as f32,
    (2 * Math.cos(turn * ((k + 2) as f64)) - 4) as f32,
    (2 * Math.cos(turn * ((k + 3) as f64)) - 4) as f32,
    (2 * Math.cos(turn * ((k + 4) as f64)) - 4) as f32,
  );
  const one = f32x4.splat(1);
  let ratio = f32x4.splat(0);
  let before = ratio;
  let p = lines;
  for (let i = 0; i < long; i++, p += stride << 2) {
    ratio = f32x4.div(one, f32x4.sub(middle, ratio));
    before = f32x4.mul(f32x4.sub(get4(p), before), ratio);
    put4(ratios + (i << 4), ratio);
    put4(p, before);
  }
  let after = f32x4.splat(0);
  for (let i = long - 1; i >= 0; i--) {
    p -= stride << 2;
    after = f32x4.sub(get4(p), f32x4.mul(get4(ratios + (i << 4)), after));
    put4(p, after);
  }
}
