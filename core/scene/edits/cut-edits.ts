import type { CutOutShape } from '../../cutout/cut-out';
import { edgeParameters } from '../../cutout/cut-out';
import { defaultsOf } from '../../definitions/parameter-values';
import type { MaskPart } from '../../masks/mask';
import type { Edit } from './edit';
import { layerOf } from './layer-edits';
import { newMask, newPart } from '../model/make';
import type { Layer } from '../model/schema';
import { isPicture } from '../model/traits';

/** Cut-outs: the part of a picture's mask that separates its subject from the background. */

/** The cut-out of a layer, and the part of its mask that holds it; null if it has none. */
export function cutOutOf(layer: Layer): { part: MaskPart; shape: CutOutShape } | null {
  for (const part of layer.mask?.parts ?? [])
    if (part.shape.kind === 'cut-out') return { part, shape: part.shape };
  return null;
}

/** A cut-out of the picture of a layer of which nothing is known yet; null for other layers. */
export function freshCutOut(layer: Layer): CutOutShape | null {
  if (!isPicture(layer)) return null;
  const { asset, width, height } = layer.source;
  return {
    ...{ kind: 'cut-out', asset, width, height },
    ...{ around: null, marks: [], found: null },
    ...defaultsOf(edgeParameters),
  };
}

/** Gives a layer a cut-out, or another: it takes the place of the last, or lies within the mask that there is. */
export const putCutOut =
  (id: string, shape: CutOutShape, partId: string): Edit =>
  (s) => {
    const layer = layerOf(s, id);
    const old = cutOutOf(layer);
    if (old) {
      old.part.shape = shape;
      return;
    }
    const part = newPart(shape, layer.mask?.parts.length ? 'intersect' : 'add');
    layer.mask ??= newMask();
    layer.mask.parts.push({ ...part, id: partId });
  };
