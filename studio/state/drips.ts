import { create } from 'zustand';
import type { Point } from '@ignis/core/geometry/affine';

/** The drip that is taken hold of: where it was found, px of the layer; null for none. */
export const useChosenDrip = create<{ found: Point | null }>()(() => ({ found: null }));
