import type { MaskShape } from '../../masks/index';
import type { Mask, MaskPart } from '../../masks/mask';
import type { BrushStroke } from '../../brush/stroke';
import type { Edit } from './edit';
import { findLayer, layerOf } from './layer-edits';
import { newMask, newPart } from '../model/make';
import type { Scene } from '../model/schema';

/** What can be done to masks: those of layers, what is selected, and selections that are kept. */

/** Whose mask it is: a layer's, that of a step, the scene's selection, or one that is kept. */
export type MaskOwner = { layer: string; step?: string } | { kept: string } | 'selection';

/** What holds a mask. */
interface Holder {
  mask: Mask | null;
}

/** What holds the mask of an owner, to be changed in place; null if there is no such owner. */
function holderOf(scene: Scene, owner: MaskOwner): Holder | null {
  if (owner === 'selection')
    return {
      get mask() {
        return scene.selection;
      },
      set mask(mask) {
        scene.selection = mask;
      },
    };
  if ('layer' in owner) {
    const layer = layerOf(scene, owner.layer);
    if (owner.step === undefined) return layer;
    const step = layer.steps.find((s) => s.id === owner.step);
    return (
      (step && {
        get mask() {
          return step.where ?? null;
        },
        set mask(mask) {
          if (mask) step.where = mask;
          else delete step.where;
        },
      }) ??
      null
    );
  }
  return (scene.kept.find((k) => k.id === owner.kept) as Holder | undefined) ?? null;
}

/** The mask of an owner; null if it has none, or if there is no such owner. */
export function maskFor(scene: Scene, owner: MaskOwner): Mask | null {
  if (owner === 'selection') return scene.selection;
  if ('kept' in owner) return scene.kept.find((k) => k.id === owner.kept)?.mask ?? null;
  const layer = findLayer(scene, owner.layer);
  if (owner.step === undefined) return layer?.mask ?? null;
  return layer?.steps.find((s) => s.id === owner.step)?.where ?? null;
}

/** Gives an owner a mask, or takes it away; one that is kept stays what it is rather than nothing. */
export const putMask =
  (owner: MaskOwner, mask: Mask | null): Edit =>
  (s) => {
    const holder = holderOf(s, owner);
    if (holder && (mask || owner === 'selection' || 'layer' in owner)) holder.mask = mask;
  };

/** Sets what holds for a mask as a whole. */
export const setMask =
  (owner: MaskOwner, values: Partial<Omit<Mask, 'parts'>>): Edit =>
  (s) => {
    const mask = maskFor(s, owner);
    if (mask) Object.assign(mask, values);
  };

/** Adds a part to a mask; an owner without one gets one. */
export const addPart =
  (owner: MaskOwner, part: MaskPart): Edit =>
  (s) => {
    const holder = holderOf(s, owner);
    if (!holder) return;
    if (!holder.mask) holder.mask = freshFor(owner);
    holder.mask.parts.push(part);
  };

/** A mask without parts; selections stay where they are in the scene. */
const freshFor = (owner: MaskOwner): Mask => ({
  ...newMask(),
  moves: owner !== 'selection' && 'layer' in owner,
});

export const setPart =
  (owner: MaskOwner, partId: string, values: Partial<Omit<MaskPart, 'id'>>): Edit =>
  (s) => {
    const part = maskFor(s, owner)?.parts.find((p) => p.id === partId);
    if (part) Object.assign(part, values);
  };

/** Changes some of the shape of a part, if it is of the kind of `shape`; what stays as it is is no change. */
export const setPartShape =
  <S extends MaskShape>(owner: MaskOwner, partId: string, shape: S, values: Partial<S>): Edit =>
  (s) => {
    const part = maskFor(s, owner)?.parts.find((p) => p.id === partId);
    if (part?.shape.kind === shape.kind) Object.assign(part.shape, values);
  };

export const removePart =
  (owner: MaskOwner, partId: string): Edit =>
  (s) => {
    const mask = maskFor(s, owner);
    if (mask) mask.parts = mask.parts.filter((p) => p.id !== partId);
  };

/**
 * Draws a stroke on a mask: it goes to the strokes that stand last, if they keep within the same selection, or to a
 * part of its own (`partId`) after all others. An owner without a mask gets one: of everything if the stroke
 * hides, of nothing if it reveals.
 */
export const addStroke =
  (owner: MaskOwner, stroke: BrushStroke, partId: string, within?: string): Edit =>
  (s) => {
    const holder = holderOf(s, owner);
    if (!holder) return;
    holder.mask ??= {
      ...freshFor(owner),
      parts: stroke.hides ? [newPart({ kind: 'full' })] : [],
    };
    const { parts } = holder.mask;
    const last = parts.at(-1);
    if (last?.enabled && last.shape.kind === 'strokes' && last.shape.within === within)
      last.shape.strokes.push(stroke);
    else {
      const shape = { kind: 'strokes' as const, strokes: [stroke], ...(within && { within }) };
      parts.push({ ...newPart(shape), id: partId });
    }
  };
