import { create } from 'zustand';
import { persist } from 'zustand/middleware';
import type { SmearBrush, SmearWay } from '@ignis/core/brush/smear-stroke';
import { smearBrushParameters } from '@ignis/core/brush/smear-stroke';
import { brushParameters } from '@ignis/core/brush/stroke';
import { defaultsOf } from '@ignis/core/definitions/parameter';
import { useBrush } from './brush';

/** What a finger has besides what all brushes have (`useBrush`). */
type Own = Omit<SmearBrush, 'size' | 'hardness'> & { way: SmearWay };

/** What can be set on a finger, besides what can be on every brush. */
export const smearControls = Object.fromEntries(
  Object.entries(smearBrushParameters).filter(([key]) => !(key in brushParameters)),
);

const { strength, pickUp, pressureSize, pressureStrength, left } = defaultsOf(smearBrushParameters);

export const useSmear = create<Own>()(
  persist<Own>(() => ({ way: 'smear', strength, pickUp, pressureSize, pressureStrength, left }), {
    name: 'ignis-smear',
  }),
);

/** The finger as it is set. */
export function smearBrush(): SmearBrush {
  const { size, hardness } = useBrush.getState();
  const { way: _way, ...own } = useSmear.getState();
  return { ...own, size, hardness: Math.min(hardness, smearBrushParameters.hardness.max) };
}
