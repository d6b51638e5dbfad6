import { create } from 'zustand';
import { persist } from 'zustand/middleware';
import type { SmearBrush, SmearWay } from '@ignis/core/definitions/strokes';
import { smearBrushParameters } from '@ignis/core/brush/smear-stroke';
import { brushParameters } from '@ignis/core/brush/stroke';
import { defaultsOf, valuesOf } from '@ignis/core/definitions/parameter-values';
import { useBrush } from './brush';

/** The finger; what all brushes have is set for all of them (`useBrush`). */
type Own = SmearBrush & { way: SmearWay };

/** What can be set on a finger, besides what can be on every brush. */
export const smearControls = Object.fromEntries(
  Object.entries(smearBrushParameters).filter(([key]) => !(key in brushParameters)),
);

export const useSmear = create<Own>()(
  persist<Own>(() => ({ way: 'smear', ...defaultsOf(smearBrushParameters) }), {
    name: 'ignis-smear',
  }),
);

/** The finger as it is set. */
export function smearBrush(): SmearBrush {
  const all = { ...useSmear.getState(), ...useBrush.getState() };
  const hardness = Math.min(all.hardness, smearBrushParameters.hardness.max);
  return valuesOf(smearBrushParameters, { ...all, hardness });
}
