import { useEffect, useState } from 'react';
import { create } from 'zustand';
import type { WeaveState } from '@ignis/core/render/weave-spans';
import type { Layer } from '@ignis/core/scene/schema';
import { weave } from '../workers/engine';
import { useBench } from './bench';

/** Where the selected layer goes over and under, as it was last told; null until it is, or if it is not woven. */
export const useWoven = create<{ of: string; state: WeaveState | null }>(() => ({
  of: '',
  state: null,
}));

/**
 * Asks for the stretches of a layer's weave whenever the scene has changed; one question at a time, and again for
 * what has changed meanwhile.
 */
export function useWeaveOf(layer: Layer): void {
  const scene = useBench((s) => s.scene);
  const [asking, setAsking] = useState(false);
  useEffect(() => {
    if (asking) return;
    setAsking(true);
    void weave(scene, layer.id)
      .then((state) => useWoven.setState({ of: layer.id, state }))
      .catch(() => useWoven.setState({ of: layer.id, state: null }))
      .finally(() => setAsking(false));
  }, [scene, layer.id, asking]);
}
