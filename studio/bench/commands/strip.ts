import type { Layer } from '@ignis/core/scene/model/schema';
import { useBench } from '../../state/bench';

/** Walking along the depth strip, and folding its groups. */

const bench = useBench.getState;

/** The cards in the order of the strip: a group before its layers, unless they are folded away. */
function cards(layers: readonly Layer[], folded: ReadonlySet<string>): Layer[] {
  return layers.flatMap((l) => [l, ...(folded.has(l.id) ? [] : cards(l.layers ?? [], folded))]);
}

/** Selects the card a number of places further to the front. */
export function walk(by: number): void {
  const { scene, selected, folded, select } = bench();
  const all = cards(scene.layers, folded);
  const i = all.findIndex((l) => l.id === selected);
  const next = all[Math.max(0, Math.min(all.length - 1, i < 0 ? all.length - 1 : i + by))];
  if (next) select(next.id);
}

/** Folds the cards of a group away, or out again. */
export function fold(id: string): void {
  const { folded, set } = bench();
  const next = new Set(folded);
  if (!next.delete(id)) next.add(id);
  set({ folded: next });
}
