import type { Point } from '@ignis/core/geometry/affine';
import { addInFront, findLayer, removeLayer } from '@ignis/core/scene/edits/layer-edits';
import { newTextLayer } from '@ignis/core/scene/model/make';
import { placed } from '@ignis/core/scene/arrange/placement';
import type { Layer } from '@ignis/core/scene/model/schema';
import { useBench } from '../../../state/bench';
import { useTyping } from '../../../state/typing';
import { isText } from '@ignis/core/scene/model/traits';
import { t } from '../../../words/t';

/** Beginning and ending a text. */

/** Gets the stage ready for a new text. */
export function startWriting(): void {
  useBench.getState().drop();
  useBench.getState().set({ mode: 'write', anchors: [], ghost: null });
}

/** Begins a text at a point of the scene, or in a box; its letters are as large as the scene asks for. */
export function beginText(at: Point, box: { width: number; height: number } | null): void {
  const { scene, selected, change, select, set } = useBench.getState();
  const size = Math.round(Math.max(scene.width, scene.height) / (box ? 28 : 10));
  const layer = newTextLayer('', { size }, { box });
  layer.placement = { ...placed(), x: Math.round(at.x), y: Math.round(at.y) };
  change(t`Begin a text`, addInFront([layer], selected, true));
  select(layer.id);
  useTyping.setState({ from: 0, to: 0, back: false, letter: null });
  set({ mode: 'type' });
}

/** Begins to type in a text; all of it is chosen. */
export function typeAll(layer: Layer): void {
  if (!isText(layer)) return;
  useTyping.setState({ from: 0, to: layer.source.content.length, back: false });
  useBench.getState().set({ mode: 'type' });
}

/** Ends typing. A text that says nothing is taken away. */
export function endTyping(): void {
  const { drop, change, selected, select, set } = useBench.getState();
  drop();
  const layer = findLayer(useBench.getState().scene, selected);
  if (layer && isText(layer) && layer.source.content.trim() === '') {
    change(t`Remove an empty text`, removeLayer(layer.id));
    select(null);
  } else set({ mode: 'arrange' });
}
