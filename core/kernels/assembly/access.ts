/**
 * Every read and write of the kernels goes through here. The checked build (CHECKED=1, for tests)
 * traps when one falls outside the blocks that the heap has given out; the others are bare.
 */

/** Where the checked build finds the list of blocks: a count, then pairs of first and past-last byte. */
let blocks: usize = 0;

/** Tells the checked build where the list of blocks stands. */
export function checkAgainst(list: usize): void {
  blocks = list;
}

/** The first byte that the program's own constants do not use. */
export function heapBase(): usize {
  return __heap_base;
}

function inside(at: usize, bytes: usize): void {
  if (!blocks) return;
  const count = load<u32>(blocks);
  for (let i: u32 = 0; i < count; i++) {
    const pair = blocks + 4 + ((i as usize) << 3);
    if (at >= (load<u32>(pair) as usize) && at + bytes <= (load<u32>(pair, 4) as usize)) return;
  }
  unreachable();
}

// @ts-ignore: decorator
@inline
export function get4(at: usize): v128 {
  if (CHECKED) inside(at, 16);
  return v128.load(at);
}

// @ts-ignore: decorator
@inline
export function put4(at: usize, v: v128): void {
  if (CHECKED) inside(at, 16);
  v128.store(at, v);
}

/** Writes the first two floats. */
// @ts-ignore: decorator
@inline
export function put2(at: usize, v: v128): void {
  if (CHECKED) inside(at, 8);
  v128.store64_lane(at, v, 0);
}

// @ts-ignore: decorator
@inline
export function get(at: usize): f32 {
  if (CHECKED) inside(at, 4);
  return load<f32>(at);
}

// @ts-ignore: decorator
@inline
export function put(at: usize, v: f32): void {
  if (CHECKED) inside(at, 4);
  store<f32>(at, v);
}

/** One float in all four lanes. */
// @ts-ignore: decorator
@inline
export function splat(at: usize): v128 {
  if (CHECKED) inside(at, 4);
  return v128.load32_splat(at);
}

/** Two floats from one place, and two from another. */
// @ts-ignore: decorator
@inline
export function get2(at: usize, other: usize): v128 {
  if (CHECKED) inside(at, 8);
  if (CHECKED) inside(other, 8);
  return v128.load64_lane(other, v128.load64_zero(at), 1);
}

/** Two floats, twice. */
// @ts-ignore: decorator
@inline
export function splatPair(at: usize): v128 {
  if (CHECKED) inside(at, 8);
  return v128.load64_splat(at);
}

// @ts-ignore: decorator
@inline
export function getByte(at: usize): u32 {
  if (CHECKED) inside(at, 1);
  return load<u8>(at);
}

// @ts-ignore: decorator
@inline
export function getWord(at: usize): u32 {
  if (CHECKED) inside(at, 2);
  return load<u16>(at);
}

// @ts-ignore: decorator
@inline
export function getInt(at: usize): i32 {
  if (CHECKED) inside(at, 4);
  return load<i32>(at);
}

// @ts-ignore: decorator
@inline
export function putBytes(at: usize, v: u32): void {
  if (CHECKED) inside(at, 4);
  store<u32>(at, v);
}

// @ts-ignore: decorator
@inline
export function putWords(at: usize, v: u64): void {
  if (CHECKED) inside(at, 8);
  store<u64>(at, v);
}

// @ts-ignore: decorator
@inline
export function getWords(at: usize): u64 {
  if (CHECKED) inside(at, 8);
  return load<u64>(at);
}

// @ts-ignore: decorator
@inline
export function putInt(at: usize, v: i32): void {
  if (CHECKED) inside(at, 4);
  store<i32>(at, v);
}
