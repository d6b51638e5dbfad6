import { create } from 'zustand';
import type { Point } from '@ignis/core/geometry/affine';

/** Places of the scene at which the light meter goes on reading. */

/** The most of them. */
const MOST = 4;

interface HeldLight {
  /** Scene px, in the order in which they were held. */
  places: readonly Point[];
  /** Where the pointer is, scene px; null if it is not on the stage. */
  pointer: Point | null;
}

export const useHeldLight = create<HeldLight>(() => ({ places: [], pointer: null }));

/** Holds the place under the pointer; of more than four the oldest is let go. */
export function holdLight(): void {
  const { places, pointer } = useHeldLight.getState();
  if (pointer) useHeldLight.setState({ places: [...places, pointer].slice(-MOST) });
}

/** Lets a place go. */
export const letLightGo = (index: number): void =>
  useHeldLight.setState(({ places }) => ({ places: places.filter((_, i) => i !== index) }));
