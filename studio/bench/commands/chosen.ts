import type { Point } from '@ignis/core/geometry/affine';
import { translation } from '@ignis/core/geometry/affine';
import { moveLayers, outermost } from '@ignis/core/scene/arrange/arrange';
import {
  findLayer,
  removeGuide,
  removeLayer,
  setPlacement,
} from '@ignis/core/scene/edits/layer-edits';
import type { Layer } from '@ignis/core/scene/model/schema';
import { useBench } from '../../state/bench';
import { modeOf } from '../modes/index';
import { remove } from './layers';
import { onlyPicture } from './view';
import { t } from '../../words/t';

/** What keys do with what is chosen: the mode goes first, then what is chosen beside it, then the layer. */

const bench = useBench.getState;

const selectedLayer = (): Layer | null => findLayer(bench().scene, bench().selected) ?? null;

/** Moves what is chosen, scene px. */
export function nudge(x: number, y: number): void {
  const { mode, others, change } = bench();
  const layer = selectedLayer();
  const by: Point = { x, y };
  if (!layer || modeOf(mode).nudge?.(layer, by)) return;
  if (others.length > 0)
    change(t`Nudge layers`, moveLayers([layer.id, ...others], translation(x, y)));
  else
    change(
      t`Nudge`,
      setPlacement(layer.id, { x: layer.placement.x + x, y: layer.placement.y + y }),
    );
}

/** Lets go of guides, anchors and layers besides the selected one, and ends the mode if Esc does. */
export function letGo(): void {
  const { mode, isBare, set } = bench();
  if (isBare) return onlyPicture(false);
  const { escape } = modeOf(mode);
  if (typeof escape === 'function' && escape(selectedLayer())) return;
  set({ guide: null, others: [], anchors: [], ...(escape && { mode: 'arrange' }) });
}

/** Chooses all that the mode works on; without that all layers of the scene, to be arranged together. */
export function chooseAll(): void {
  const { scene, selected, mode } = bench();
  const layer = selectedLayer();
  if (layer && modeOf(mode).chooseAll?.(layer)) return;
  const ids = scene.layers.filter((l) => l.visible).map((l) => l.id);
  const first = selected && ids.includes(selected) ? selected : (ids.at(-1) ?? null);
  useBench.setState({ selected: first, others: ids.filter((id) => id !== first), mode: 'arrange' });
}

/** Removes what is chosen: a guide, what the mode has chosen, or layers. */
export function removeChosen(): void {
  const { guide, others, mode, change, set } = bench();
  if (guide) {
    change(t`Remove a guide`, removeGuide(guide));
    return set({ guide: null });
  }
  const layer = selectedLayer();
  if (!layer) return;
  if (others.length > 0) {
    const ids = outermost(bench().scene, [layer.id, ...others]);
    change(t`Delete layers`, (s) => ids.forEach((id) => removeLayer(id)(s)));
    return bench().select(null);
  }
  if (modeOf(mode).remove?.(layer)) return;
  remove(layer);
}
