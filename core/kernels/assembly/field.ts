/**
 * Fields: formulas of place and colour, such as textures and grades, run over rows. A program is a list of instructions, each of which
 * works on a chunk of a row at once, from registers to registers, so that what reads an instruction costs little beside what it does.
 */
import { get, get4, put, put2, put4 } from './access';
import { COLOUR, OTHER, PLANE, X, Y, instruct } from './field-operations';
import { scratchRow } from './scratch';
import { evens, high, low, odds } from './transposed';
import { REGISTER } from './units';

/** Px that an instruction works on at once, a float of a register each. */
const CHUNK: i32 = 256;
/** Floats of an instruction: operation, register it writes, four that it reads, six numbers. */
const WORDS: i32 = 12;
/** Floats of an output: its register, where its first px stands (two halves), and its stride. */
const OUTPUT: i32 = 4;
/** What becomes of results: each a plane; the channels of a buffer as they are; or its straight colour and coverage. */
const PLANES: i32 = 0;
const NUMBERS: i32 = 1;

/** What the program of this thread reads: a plane, buffers and tables, and the map from px to its units. */
let plane: usize = 0;
let planeStride: i32 = 0;
let buffer: usize = 0;
let bufferStride: i32 = 0;
let other: usize = 0;
let otherStride: i32 = 0;
let tables: usize = 0;
let acrossX: f64 = 0;
let acrossY: f64 = 0;
let downX: f64 = 0;
let downY: f64 = 0;
let baseX: f64 = 0;
let baseY: f64 = 0;

/** Sets the map from px of the render to units of the program, as `fieldRows` has it. */
function setMap(a: f64, b: f64, c: f64, d: f64, e: f64, f: f64): void {
  acrossX = a;
  acrossY = b;
  downX = c;
  downY = d;
  baseX = e;
  baseY = f;
}

/** Writes the constants of a program, which come first, into their registers. */
function setConstants(program: usize, constants: i32, registers: usize): void {
  for (let n = 0; n < constants; n++) {
    const p = program + ((n * WORDS) << 2);
    const v = f32x4.splat(get(p + 24));
    const o = registers + (get(p + 4) as usize) * REGISTER;
    for (let i: usize = 0; i < REGISTER; i += 16) put4(o + i, v);
  }
}

/** Px (x0 + x …) of row y (y0 + y of the render), `n` of them: all of a program but its constants. */
function computeChunk(
  program: usize,
  constants: i32,
  count: i32,
  registers: usize,
  x0: i32,
  y0: i32,
  x: i32,
  y: i32,
  n: i32,
): void {
  // Eights of px are worked on whole: what is beyond the row is as if it went on.
  const whole = (n + 7) & ~7;
  for (let k = constants; k < count; k++) {
    const p = program + ((k * WORDS) << 2);
    const operation = get(p) as i32;
    const o = registers + (get(p + 4) as usize) * REGISTER;
    if (operation == X || operation == Y) {
      const py = ((y0 + y) as f64) + 0.5;
      const isX = operation == X;
      const step = f64x2.splat(isX ? acrossX : acrossY);
      const below = f64x2.splat((isX ? downX : downY) * py);
      const start = f64x2.splat(isX ? baseX : baseY);
      for (let i = 0; i < whole; i += 2) {
        const qx = ((x0 + x + i) as f64) + 0.5;
        const along = f64x2.mul(step, f64x2(qx, qx + 1));
        const place = f64x2.add(f64x2.add(along, below), start);
        put2(o + ((i as usize) << 2), f32x4.demote_f64x2_zero(place));
      }
    } else if (operation == PLANE) {
      const s = plane + y * planeStride + (x << 2);
      for (let i = 0; i < whole; i++) put(o + ((i as usize) << 2), i < n ? get(s + (i << 2)) : 0);
    } else if (operation == COLOUR) {
      openColours(buffer + y * bufferStride + (x << 4), o, n, whole, true);
    } else if (operation == OTHER) {
      openColours(other + y * otherStride + (x << 4), o, n, whole, false);
    } else instruct(operation, p, registers, o, whole >> 2, tables);
  }
}

/** The channels of px as four registers; colours straight, if asked. */
function openColours(s: usize, o: usize, n: i32, whole: i32, straight: bool): void {
  for (let i = 0; i < whole; i += 4) {
    const q = s + ((i as usize) << 4);
    const none = f32x4.splat(0);
    const v0 = i < n ? get4(q) : none;
    const v1 = i + 1 < n ? get4(q + 16) : none;
    const v2 = i + 2 < n ? get4(q + 32) : none;
    const v3 = i + 3 < n ? get4(q + 48) : none;
    const rg01 = low(v0, v1);
    const rg23 = low(v2, v3);
    const ba01 = high(v0, v1);
    const ba23 = high(v2, v3);
    const alpha = odds(ba01, ba23);
    // Nothing is nothing, whatever it is divided by.
    const by = v128.bitselect(alpha, f32x4.splat(1), straight ? f32x4.gt(alpha, none) : none);
    const p = o + ((i as usize) << 2);
    put4(p, f32x4.div(evens(rg01, rg23), by));
    put4(p + REGISTER, f32x4.div(odds(rg01, rg23), by));
    put4(p + 2 * REGISTER, f32x4.div(evens(ba01, ba23), by));
    put4(p + 3 * REGISTER, alpha);
  }
}

/** Writes four registers as the channels of px from t on; as straight colours under their coverage, if asked. */
function closeColours(t: usize, r: usize, g: usize, b: usize, a: usize, straight: bool, n: i32): void {
  const none = f32x4.splat(0);
  for (let i = 0; i < n; i += 4) {
    const q = (i as usize) << 2;
    let red = get4(r + q);
    let green = get4(g + q);
    let blue = get4(b + q);
    const alpha = get4(a + q);
    if (straight) {
      red = f32x4.mul(f32x4.pmax(none, red), alpha);
      green = f32x4.mul(f32x4.pmax(none, green), alpha);
      blue = f32x4.mul(f32x4.pmax(none, blue), alpha);
    }
    const rg01 = low(red, green);
    const rg23 = high(red, green);
    const ba01 = low(blue, alpha);
    const ba23 = high(blue, alpha);
    const p = t + ((i as usize) << 4);
    put4(p, evens(rg01, ba01));
    if (i + 1 < n) put4(p + 16, odds(rg01, ba01));
    if (i + 2 < n) put4(p + 32, evens(rg23, ba23));
    if (i + 3 < n) put4(p + 48, odds(rg23, ba23));
  }
}

/** Writes a register as px of a plane from t on. */
function closePlane(t: usize, s: usize, n: i32): void {
  let i = 0;
  for (; i + 4 <= n; i += 4) put4(t + (i << 2), get4(s + ((i as usize) << 2)));
  for (; i < n; i++) put(t + (i << 2), get(s + ((i as usize) << 2)));
}

/** The register of an output. */
function registerOf(outputs: usize, k: i32): usize {
  return scratchRow() + (get(outputs + ((k * OUTPUT) << 2)) as usize) * REGISTER;
}

/** Where px (x, y) of an output stands, `px` bytes each. */
function placeOf(outputs: usize, k: i32, x: i32, y: i32, px: i32): usize {
  const q = outputs + ((k * OUTPUT) << 2);
  const first = ((get(q + 4) as usize) << 16) + (get(q + 8) as usize);
  return first + y * (get(q + 12) as i32) + x * px;
}

/**
 * Rows of what a program computes. (u, v) = (a·x + c·y + e, b·x + d·y + f) takes the middle of px (x, y) to the units in which the
 * program has x and y. The first `constants` instructions depend on no place. A plane, a buffer of colours and another are read px by
 * px, tables by index; where it reads may be where it writes. `kind` says what becomes of the results; of a buffer the first output
 * says where it stands.
 */
export function fieldRows(
  program: usize,
  constants: i32,
  count: i32,
  outputs: usize,
  outputCount: i32,
  kind: i32,
  readBuffer: usize,
  readBufferStride: i32,
  readOther: usize,
  readOtherStride: i32,
  readTables: usize,
  readPlane: usize,
  readStride: i32,
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
  plane = readPlane;
  planeStride = readStride;
  buffer = readBuffer;
  bufferStride = readBufferStride;
  other = readOther;
  otherStride = readOtherStride;
  tables = readTables;
  setMap(a, b, c, d, e, f);
  const registers = scratchRow();
  setConstants(program, constants, registers);
  for (let y = from; y < to; y++)
    for (let x = 0; x < width; x += CHUNK) {
      const n = min(CHUNK, width - x);
      computeChunk(program, constants, count, registers, x0, y0, x, y, n);
      if (kind == PLANES) {
        for (let k = 0; k < outputCount; k++)
          closePlane(placeOf(outputs, k, x, y, 4), registerOf(outputs, k), n);
      } else
        closeColours(
          placeOf(outputs, 0, x, y, 16),
          registerOf(outputs, 0),
          registerOf(outputs, 1),
          registerOf(outputs, 2),
          registerOf(outputs, 3),
          kind != NUMBERS,
          n,
        );
    }
}
