/** Room of each thread's own, for one row of anything. */
let scratch: usize = 0;
/** The bytes of a thread's room (kernels/machine.ts). */
export const SCRATCH: usize = 1 << 20;

/** Gives this thread its room. */
export function useScratch(at: usize): void {
  scratch = at;
}

// @ts-ignore: decorator
@inline
export function scratchRow(): usize {
  return scratch;
}
