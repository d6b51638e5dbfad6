import type { MaskShape } from '../masks/index';
import type { Mask, MaskPart } from '../masks/mask';
import type { BrushStroke } from '../masks/stroke';
import type { Edit } from './edit';
import { layerOf } from './edits';
import { newMask, newPart } from './make';

/** What can be done to the mask of a layer. */

/** Gives a layer a mask, or takes it away. */
export const putMask =
  (id: string, mask: Mask | null): Edit =>
  (s) => {
    layerOf(s, id).mask = mask;
  };

export const setMask =
  (id: string, values: Partial<Omit<Mask, 'parts'>>): Edit =>
  (s) => {
    const { mask } = layerOf(s, id);
    if (mask) Object.assign(mask, values);
  };

/** Adds a part to the mask of a layer; one without a mask gets one. */
export const addPart =
  (id: string, part: MaskPart): Edit =>
  (s) => {
    const layer = layerOf(s, id);
    layer.mask ??= newMask();
    layer.mask.parts.push(part);
  };

export const setPart =
  (id: string, partId: string, values: Partial<Omit<MaskPart, 'id'>>): Edit =>
  (s) => {
    const part = layerOf(s, id).mask?.parts.find((p) => p.id === partId);
    if (part) Object.assign(part, values);
  };

/** Changes the shape of a part that is of its kind. */
export const setPartShape = <S extends MaskShape>(
  id: string,
  partId: string,
  shape: S,
  values: Partial<S>,
): Edit => setPart(id, partId, { shape: { ...shape, ...values } });

export const removePart =
  (id: string, partId: string): Edit =>
  (s) => {
    const { mask } = layerOf(s, id);
    if (mask) mask.parts = mask.parts.filter((p) => p.id !== partId);
  };

/**
 * Draws a stroke on the mask of a layer: it goes to the strokes that stand last, or to a part of its own (`partId`)
 * after all others. A layer without a mask gets one: of everything if the stroke hides, of nothing if it reveals.
 */
export const addStroke =
  (id: string, stroke: BrushStroke, partId: string): Edit =>
  (s) => {
    const layer = layerOf(s, id);
    if (!layer.mask) layer.mask = stroke.hides ? newMask({ kind: 'full' }) : newMask();
    const { parts } = layer.mask;
    const last = parts.at(-1);
    if (last && last.enabled && last.shape.kind === 'strokes') last.shape.strokes.push(stroke);
    else parts.push({ ...newPart({ kind: 'strokes', strokes: [stroke] }), id: partId });
  };
