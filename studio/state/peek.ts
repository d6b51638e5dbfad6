import { create } from 'zustand';
import type { Edit } from '@ignis/core/scene/edits/edit';
import { edit } from '@ignis/core/scene/edits/edit';
import { findLayer } from '@ignis/core/scene/edits/layer-edits';
import { stepOfKind } from '@ignis/core/steps/index';
import { useBench } from './bench';
import { t } from '../words/t';

/** Looks at the scene as it would be: the stage shows it, and nothing is changed. */

interface Look {
  /** What is looked at, in words. */
  words: string | null;
}

const useLook = create<Look>(() => ({ words: null }));

/** Shows the scene after an edit, until `stopLooking`, or until something is changed. */
export function lookAt(words: string, change: Edit): void {
  const { gesture, scene, set } = useBench.getState();
  if (gesture) return;
  set({ ghost: edit(scene, '', change).scene });
  useLook.setState({ words });
}

/** Ends a look. */
export function stopLooking(): void {
  clearTimeout(waiting);
  if (useLook.getState().words === null) return;
  useLook.setState({ words: null });
  useBench.getState().set({ ghost: null });
}

/** The pointer rests so long on a step before it is shown, ms. */
const REST = 350;
let waiting: ReturnType<typeof setTimeout> | undefined;

/** After a moment, shows the picture up to a step of a layer, as if those after it were off. */
export function peekUpTo(layer: string, step: string): void {
  clearTimeout(waiting);
  waiting = setTimeout(() => {
    const own = findLayer(useBench.getState().scene, layer)?.steps.find((s) => s.id === step);
    if (!own) return;
    lookAt(t`Up to ${t(stepOfKind(own.kind).label)}`, (s) => {
      const steps = findLayer(s, layer)?.steps ?? [];
      const at = steps.findIndex((x) => x.id === step);
      steps.forEach((x, i) => i > at && (x.enabled = false));
    });
  }, REST);
}

/** What the stage shows in place of the scene as it is, in words; null if it shows that. */
export function useLookWords(): string | null {
  const words = useLook((s) => s.words);
  const isShown = useBench((s) => s.ghost !== null);
  return isShown ? words : null;
}
