/** How light that is brighter than a screen can show goes over to white, as film and sensors have it: by the energy it has. */

/** So many stops above white everything is white. */
const STOPS = 7;
/** Entries for each stop; the kernel knows the same number (assembly/finish.ts). */
const STEPS = 256;
/** How slowly it begins, so that no edge is seen where it does, and how it ends. */
const [BEGINS, ENDS] = [1.3, 1.8];

/** How far on the way to white light is that is so many times as bright as the screen can show, 0–1; it never falls. */
export function whiteness(times: number): number {
  const x = Math.min(1, Math.max(0, Math.log2(times) / STOPS));
  return 1 - (1 - x ** BEGINS) ** ENDS;
}

/** `whiteness` from once to `2 ** STOPS` times, evenly between doublings, `STEPS` entries each: the kernel goes straight between them. */
export const burnTable = (): Float32Array =>
  Float32Array.from({ length: STOPS * STEPS + 1 }, (_, i) =>
    whiteness(2 ** Math.floor(i / STEPS) * (1 + (i % STEPS) / STEPS)),
  );
