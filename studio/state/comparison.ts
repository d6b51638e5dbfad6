import { findLayer } from '@ignis/core/scene/edits/layer-edits';
import { findTake } from '@ignis/core/scene/edits/take-edits';
import type { Layer, Scene } from '@ignis/core/scene/model/schema';
import type { BenchState } from './bench';
import { t } from '../words/t';

/** What the scene is compared with. */

type Compared = Pick<BenchState, 'scene' | 'opened' | 'compareWith' | 'selected'>;

/** What that is, in words. */
export function comparedWords({ scene, compareWith, selected }: Compared): string {
  const take = findTake(scene, compareWith);
  if (take) return `“${take.name}”`;
  const layer = compareWith === 'layer' ? findLayer(scene, selected)?.name : undefined;
  return layer === undefined ? t`As it was opened` : t`Without “${layer}”`;
}

/** The scene that stands for it. */
export function comparedScene({ scene, opened, compareWith, selected }: Compared): Scene {
  const take = findTake(scene, compareWith);
  if (take) return take.scene;
  if (compareWith !== 'layer' || !selected) return opened;
  return { ...scene, layers: without(scene.layers, selected) };
}

/** Layers, wherever they stand, with one hidden. */
const without = (layers: readonly Layer[], id: string): Layer[] =>
  layers.map((l) => ({
    ...l,
    visible: l.visible && l.id !== id,
    layers: l.layers && without(l.layers, id),
  }));
