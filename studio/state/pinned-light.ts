import type { Point } from '@ignis/core/geometry/affine';
import { useBench } from './bench';

/** Places of the scene at which the light meter goes on reading (`pinned` of the bench). */

/** The most of them. */
const MOST = 4;

/** Where the pointer is, scene px; null if it is not on the stage. */
let pointer: Point | null = null;

/** Tells where the pointer is while the light meter is out. */
export const notePointer = (at: Point | null): void => void (pointer = at);

/** Pins the place under the pointer; of more than four the oldest is let go. */
export function pinLight(): void {
  const { pinned, set } = useBench.getState();
  if (pointer) set({ pinned: [...pinned, pointer].slice(-MOST) });
}

/** Lets a place go. */
export function unpinLight(index: number): void {
  const { pinned, set } = useBench.getState();
  set({ pinned: pinned.filter((_, i) => i !== index) });
}
