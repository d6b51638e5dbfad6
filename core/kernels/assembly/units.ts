/** The units of a plane that things lie in, one by one: what four places beside each other look at together. */
import { get, get4, put4 } from './access';
import { scratchRow } from './scratch';

/** The bytes of a register of a field's program, which holds a float for each px of a chunk. */
export const REGISTER: usize = 1024;

/** The units around one, from near to far; the outermost corners can hold neither the nearest point nor the next. */
export const AROUND = memory.data<i8>([
  0, 0, -1, 0, 1, 0, 0, -1, 0, 1, -1, -1, 1, -1, -1, 1, 1, 1, -2, 0, 2, 0, 0, -2, 0, 2, -2, -1, 2,
  -1, -2, 1, 2, 1, -1, -2, 1, -2, -1, 2, 1, 2,
]);

/** Where a thread notes what it finds in a unit and those around it, after its registers. */
const NOTES: usize = 512 * REGISTER;
/** Floats of a note. */
export const NOTE: usize = 12;
/** Behind the notes: four lanes to look into one by one. */
const LANES: usize = NOTES + 64 * NOTE * 4;

/** This thread's room for notes. */
// @ts-ignore: decorator
@inline
export function notesRoom(): usize {
  return scratchRow() + NOTES;
}

/** The unit that `nextUnit` came to, and which of four places lie in it. */
export let unitX: f32 = 0;
export let unitY: f32 = 0;
export let within: v128 = i32x4(0, 0, 0, 0);

/**
 * Goes to the unit of the first of four places (units `cx`, `cy`) that is not done yet, a bit each; returns which are done with
 * those in it. The first time `done` is 0.
 */
// @ts-ignore: decorator
@inline
export function nextUnit(cx: v128, cy: v128, done: i32): i32 {
  const lanes = scratchRow() + LANES;
  if (done == 0) {
    put4(lanes, cx);
    put4(lanes + 16, cy);
  }
  const lane = ctz(~done & 15);
  unitX = get(lanes + (lane << 2));
  unitY = get(lanes + 16 + (lane << 2));
  within = v128.and(f32x4.eq(cx, f32x4.splat(unitX)), f32x4.eq(cy, f32x4.splat(unitY)));
  return done | i32x4.bitmask(within) | (1 << lane);
}

/** The unit that notes were last made of. */
let notedX: f32 = 0;
let notedY: f32 = 0;

/** Forgets of which unit notes were made. */
export function forgetUnit(): void {
  // It is no unit.
  notedX = NaN;
}

/** Whether notes were last made of the unit that `nextUnit` came to; from now on they are of that. */
// @ts-ignore: decorator
@inline
export function isNoted(): bool {
  const same = unitX == notedX && unitY == notedY;
  notedX = unitX;
  notedY = unitY;
  return same;
}

/** Writes those of four floats whose places lie in the unit. */
// @ts-ignore: decorator
@inline
export function putWithin(at: usize, v: v128): void {
  put4(at, v128.bitselect(v, get4(at), within));
}
