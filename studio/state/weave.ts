import { useEffect } from 'react';
import { create } from 'zustand';
import type { WeaveState } from '@ignis/core/render/weave-spans';
import type { Layer, Scene } from '@ignis/core/scene/schema';
import { weave } from '../workers/engine';
import { useBench } from './bench';

/** Where the layer that is woven goes over and under, as it was last told; null until it is, or if it is not woven. */
export const useWoven = create<{ of: string; state: WeaveState | null }>(() => ({
  of: '',
  state: null,
}));

let next: { scene: Scene; of: string } | null = null;
let isAsking = false;

/** Asks for the newest scene, one question at a time: those between are left out. */
async function ask(scene: Scene, of: string): Promise<void> {
  next = { scene, of };
  if (isAsking) return;
  isAsking = true;
  while (next) {
    const asked: { scene: Scene; of: string } = next;
    next = null;
    const state = await weave(asked.scene, asked.of).catch(() => null);
    useWoven.setState({ of: asked.of, state });
  }
  isAsking = false;
}

/** Keeps told where a layer goes over and under, as the scene changes. */
export function useWeaveOf(layer: Layer): void {
  const scene = useBench((s) => s.scene);
  useEffect(() => void ask(scene, layer.id), [scene, layer.id]);
}
