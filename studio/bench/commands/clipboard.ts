import { addLayers, renew } from '@ignis/core/scene/edits/layer-edits';
import type { Layer } from '@ignis/core/scene/model/schema';
import { useBench } from '../../state/bench';

/** Layers that are copied, to be pasted. */

const bench = useBench.getState;

let clipboard: Layer | null = null;

/** Keeps a layer to be pasted. */
export function copyLayer(layer: Layer): void {
  clipboard = layer;
}

export function pasteLayer(): void {
  if (!clipboard) return;
  const copy = JSON.parse(JSON.stringify(clipboard)) as Layer;
  renew(copy);
  bench().change(`Paste ${copy.name}`, addLayers([copy]));
  bench().select(copy.id);
}

/** Whether a layer was copied that can be pasted. */
export const canPasteLayer = (): boolean => clipboard !== null;
