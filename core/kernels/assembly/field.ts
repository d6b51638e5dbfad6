/**
 * Fields: formulas of place, such as textures, run over rows. A program is a list of instructions, each of which works on
 * a chunk of a row at once, from registers to registers, so that what reads an instruction costs little beside what it does.
 */
import { get, get4, put, put2, put4 } from './access';
import { cellBorders, cells } from './cells';
import { exp2, log2 } from './colour';
import { allWrapped, columnsOf, fractalNoise, hashesOf, noises, rowsOf, seededRows } from './noise';
import { scattered } from './scatter';
import { scratchRow } from './scratch';
import { REGISTER } from './units';

/** Px that an instruction works on at once, a float of a register each. */
const CHUNK: i32 = 256;
/** Floats of an instruction: operation, register it writes, four that it reads, six numbers. */
const WORDS: i32 = 12;
/** Floats of an output: its register, where its first px stands (two halves), its stride, and floats from px to px. */
const OUTPUT: i32 = 5;

/** The operations, as the compiler numbers them (core/fields/operations.ts). */
const CONSTANT: i32 = 0;
const X: i32 = 1;
const Y: i32 = 2;
const PLANE: i32 = 3;
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
      // Fours of px are worked on whole: what is beyond the row is as if it went on.
      const whole = (n + 3) & ~3;
      for (let k = constants; k < count; k++) {
        const p = program + ((k * WORDS) << 2);
        const operation = get(p) as i32;
        const o = registers + (get(p + 4) as usize) * REGISTER;
        if (operation == X || operation == Y) {
          const across = operation == X ? a : b;
          const rest = operation == X ? c : d;
          const base = operation == X ? e : f;
          const down = f64x2.splat(rest * py);
          for (let i = 0; i < whole; i += 2) {
            const qx = ((x0 + x + i) as f64) + 0.5;
            const along = f64x2.mul(f64x2.splat(across), f64x2(qx, qx + 1));
            const place = f64x2.add(f64x2.add(along, down), f64x2.splat(base));
            put2(o + ((i as usize) << 2), f32x4.demote_f64x2_zero(place));
          }
        } else if (operation == PLANE) {
          const s = plane + y * planeStride + (x << 2);
          for (let i = 0; i < whole; i++)
            put(o + ((i as usize) << 2), i < n ? get(s + (i << 2)) : 0);
        } else instruct(operation, p, registers, o, whole >> 2);
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
    case MIN:
      for (let i: usize = 0; i < end; i += 16) put4(o + i, f32x4.pmin(get4(r + i), get4(s + i)));
      break;
    case MAX:
      for (let i: usize = 0; i < end; i += 16) put4(o + i, f32x4.pmax(get4(r + i), get4(s + i)));
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
    case SCATTERED: {
      // What does not fit among its own numbers stands in registers of constants.
      const small = get(t);
      scattered(r, s, o, end, (seed >> 20) & 3, seed & 0xfffff, n1, small, get(u), n2, n3, n4, n5);
      break;
    }
  }
}
