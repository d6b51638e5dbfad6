/** What a program of a field can do with registers, each operation over a chunk of a row at once. */
import { get, get2, get4, put4 } from './access';
import { cellBorders, cells } from './cells';
import { decode, encode, exp2, log2 } from './colour';
import { allWrapped, columnsOf, hashesOf, rowsOf, seededRows } from './hash';
import { fractalNoise, noises } from './noise';
import { scattered } from './scatter';
import { turnOf } from './turn';
import { REGISTER } from './units';

/** The operations, as the compiler numbers them (core/fields/operations.ts); constants come first, which is 0. */
export const X: i32 = 1;
export const Y: i32 = 2;
export const PLANE: i32 = 3;
const ADD: i32 = 4;
const SUBTRACT: i32 = 5;
const MULTIPLY: i32 = 6;
const DIVIDE: i32 = 7;
const MIN: i32 = 8;
const MAX: i32 = 9;
const ABS: i32 = 10;
const FLOOR: i32 = 11;
const SQRT: i32 = 12;
const SINE: i32 = 13;
const POWER: i32 = 14;
const LESS: i32 = 15;
const SMOOTH: i32 = 16;
const HASH: i32 = 17;
const NOISE: i32 = 18;
const FRACTAL: i32 = 19;
const CELLS: i32 = 20;
const BORDER: i32 = 21;
const SCATTERED: i32 = 22;
export const COLOUR: i32 = 23;
export const OTHER: i32 = 24;
const DECODE: i32 = 25;
const ENCODE: i32 = 26;
const TURN: i32 = 27;
const LOG2: i32 = 28;
const EXP2: i32 = 29;
const TABLE: i32 = 30;
const ADD_PRODUCT: i32 = 31;

/** Sine of whole turns: a polynomial on a quarter of a turn to either side, within 1e-7. */
// @ts-ignore: decorator
@inline
function sine(turns: v128): v128 {
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

/** The values of a table of `count` numbers at `from`, over `low` to `high`. */
// @ts-ignore: decorator
@inline
function looked(v: v128, from: usize, count: i32, low: v128, steps: v128, goesOn: bool): v128 {
  let place = f32x4.mul(f32x4.sub(v, low), steps);
  const zero = f32x4.splat(0);
  const last = f32x4.splat((count - 1) as f32);
  const within = f32x4.pmin(last, f32x4.pmax(zero, place));
  if (!goesOn) place = within;
  const n = i32x4.min_s(i32x4.trunc_sat_f32x4_s(within), i32x4.splat(count - 2));
  const p0 = from + ((i32x4.extract_lane(n, 0) as usize) << 2);
  const p1 = from + ((i32x4.extract_lane(n, 1) as usize) << 2);
  const p2 = from + ((i32x4.extract_lane(n, 2) as usize) << 2);
  const p3 = from + ((i32x4.extract_lane(n, 3) as usize) << 2);
  // Two numbers of each at once, then the first and the second of all four.
  const low01 = get2(p0, p1);
  const low23 = get2(p2, p3);
  const a = v128.shuffle<f32>(low01, low23, 0, 2, 4, 6);
  const b = v128.shuffle<f32>(low01, low23, 1, 3, 5, 7);
  const t = f32x4.sub(place, f32x4.convert_i32x4_s(n));
  return f32x4.add(a, f32x4.mul(f32x4.sub(b, a), t));
}

/** One instruction at `p` over so many fours of px, into registers from `o` on; `tables` are the numbers that it looks values up in. */
export function instruct(
  operation: i32,
  p: usize,
  registers: usize,
  o: usize,
  fours: i32,
  tables: usize,
): void {
  const r = registers + (get(p + 8) as usize) * REGISTER;
  const s = registers + (get(p + 12) as usize) * REGISTER;
  const t = registers + (get(p + 16) as usize) * REGISTER;
  const u = registers + (get(p + 20) as usize) * REGISTER;
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
      for (let i: usize = 0; i < end; i += 32) {
        put4(o + i, f32x4.add(get4(r + i), get4(s + i)));
        put4(o + i + 16, f32x4.add(get4(r + i + 16), get4(s + i + 16)));
      }
      break;
    case SUBTRACT:
      for (let i: usize = 0; i < end; i += 32) {
        put4(o + i, f32x4.sub(get4(r + i), get4(s + i)));
        put4(o + i + 16, f32x4.sub(get4(r + i + 16), get4(s + i + 16)));
      }
      break;
    case MULTIPLY:
      for (let i: usize = 0; i < end; i += 32) {
        put4(o + i, f32x4.mul(get4(r + i), get4(s + i)));
        put4(o + i + 16, f32x4.mul(get4(r + i + 16), get4(s + i + 16)));
      }
      break;
    case DIVIDE:
      for (let i: usize = 0; i < end; i += 32) {
        put4(o + i, f32x4.div(get4(r + i), get4(s + i)));
        put4(o + i + 16, f32x4.div(get4(r + i + 16), get4(s + i + 16)));
      }
      break;
    case MIN:
      for (let i: usize = 0; i < end; i += 32) {
        put4(o + i, f32x4.pmin(get4(r + i), get4(s + i)));
        put4(o + i + 16, f32x4.pmin(get4(r + i + 16), get4(s + i + 16)));
      }
      break;
    case MAX:
      for (let i: usize = 0; i < end; i += 32) {
        put4(o + i, f32x4.pmax(get4(r + i), get4(s + i)));
        put4(o + i + 16, f32x4.pmax(get4(r + i + 16), get4(s + i + 16)));
      }
      break;
    case ABS:
      for (let i: usize = 0; i < end; i += 16) put4(o + i, f32x4.abs(get4(r + i)));
      break;
    case FLOOR:
      for (let i: usize = 0; i < end; i += 16) put4(o + i, f32x4.floor(get4(r + i)));
      break;
    case SQRT:
      for (let i: usize = 0; i < end; i += 16)
        put4(o + i, f32x4.sqrt(f32x4.pmax(f32x4.splat(0), get4(r + i))));
      break;
    case SINE:
      for (let i: usize = 0; i < end; i += 16) put4(o + i, sine(get4(r + i)));
      break;
    case POWER:
      for (let i: usize = 0; i < end; i += 16) {
        const v = get4(r + i);
        const power = exp2(f32x4.mul(get4(s + i), log2(f32x4.pmax(f32x4.splat(1e-12), v))));
        put4(o + i, v128.bitselect(power, f32x4.splat(0), f32x4.gt(v, f32x4.splat(0))));
      }
      break;
    case LESS:
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
    case HASH:
      for (let i: usize = 0; i < end; i += 16)
        put4(
          o + i,
          hashesOf(
            v128.xor(
              columnsOf(allWrapped(get4(r + i), n1)),
              seededRows(rowsOf(allWrapped(get4(s + i), n2)), seed),
            ),
          ),
        );
      break;
    case NOISE:
      for (let i: usize = 0; i < end; i += 16)
        put4(o + i, noises(get4(r + i), get4(s + i), seed, n1, n2));
      break;
    case FRACTAL:
      fractalNoise(r, s, o, end, seed, n1, abs<i32>(n2 as i32), n3, n2 < 0, n4, n5);
      break;
    case CELLS:
      cells(r, s, o, end, seed, n1, n2);
      break;
    case BORDER:
      cellBorders(r, s, t, u, o, end, seed, n1, n2);
      break;
    case DECODE:
      for (let i: usize = 0; i < end; i += 16) put4(o + i, decode(get4(r + i)));
      break;
    case ENCODE:
      for (let i: usize = 0; i < end; i += 16) put4(o + i, encode(get4(r + i)));
      break;
    case TURN:
      for (let i: usize = 0; i < end; i += 16) put4(o + i, turnOf(get4(r + i), get4(s + i)));
      break;
    case LOG2:
      for (let i: usize = 0; i < end; i += 16)
        put4(o + i, log2(f32x4.pmax(f32x4.splat(1e-12), get4(r + i))));
      break;
    case EXP2:
      for (let i: usize = 0; i < end; i += 16)
        put4(o + i, exp2(f32x4.pmax(f32x4.splat(-120), f32x4.pmin(f32x4.splat(120), get4(r + i)))));
      break;
    case TABLE: {
      const from = tables + ((n0 as usize) << 2);
      const entries = n1 as i32;
      const low = f32x4.splat(n2);
      const steps = f32x4.splat(((entries - 1) as f32) / (n3 - n2));
      for (let i: usize = 0; i < end; i += 16)
        put4(o + i, looked(get4(r + i), from, entries, low, steps, n4 != 0));
      break;
    }
    case ADD_PRODUCT:
      for (let i: usize = 0; i < end; i += 32) {
        put4(o + i, f32x4.add(get4(r + i), f32x4.mul(get4(s + i), get4(t + i))));
        put4(o + i + 16, f32x4.add(get4(r + i + 16), f32x4.mul(get4(s + i + 16), get4(t + i + 16))));
      }
      break;
    case SCATTERED: {
      // What does not fit among its own numbers stands in registers of constants.
      const small = get(t);
      scattered(r, s, o, end, (seed >> 20) & 3, seed & 0xfffff, n1, small, get(u), n2, n3, n4, n5);
      break;
    }
  }
}
