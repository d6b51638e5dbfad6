import { useEffect } from 'react';
import { create } from 'zustand';
import type { WeaveState } from '@ignis/core/render/weave-spans';
import type { Layer, Scene } from '@ignis/core/scene/model/schema';
import { weave } from '../workers/questions';
import { useBench } from './bench';
import { newestOnly } from './newest';
import { t } from '../words/t';

/** Where the layer that is woven goes over and under, as last found; null before that, or if it is not woven. */
export const useWoven = create<{ of: string; state: WeaveState | null; brushed: boolean }>(() => ({
  of: '',
  state: null,
  /** Whether its edges are corrected by the brush, and not its stretches chosen. */
  brushed: false,
}));

const ask = newestOnly(
  t`Where the layer goes over and under could not be found`,
  ({ scene, of }: { scene: Scene; of: string }) => weave(scene, of),
  ({ of }, state) => useWoven.setState({ of, state }),
);

/** Follows where a layer goes over and under, as the scene changes. */
export function useWeaveOf(layer: Layer): void {
  const scene = useBench((s) => s.scene);
  useEffect(() => ask({ scene, of: layer.id }), [scene, layer.id]);
}
