import { current, isDraft } from 'immer';
import { contentKey } from '../../definitions/content-key';
import type { Affine } from '../../geometry/affine';
import { IDENTITY, invert } from '../../geometry/affine';
import type { MaskShape } from '../../masks/index';
import type { Mask, MaskPart } from '../../masks/mask';
import type { Edit } from './edit';
import { findLayer, layerOf, standingOf } from './layer-edits';
import { newFill, newMask, newPart } from '../model/make';
import { newId } from '../model/new-id';
import type { MaskOwner } from './mask-edits';
import { maskFor, putMask } from './mask-edits';
import { mapAround, mapOf, movedBy, placed } from '../arrange/placement';
import type { Layer, Scene } from '../model/schema';

/** What can be selected of a scene, and what becomes of that. Every selection is a mask in scene px. */

/** How a new area goes with what is selected already. */
export type SelectWay = 'new' | MaskPart['way'];

const plain = <T>(value: T): T => (isDraft(value) ? (current(value as object) as T) : value);

/** A selection of shapes that select together. */
export const newSelection = (...shapes: MaskShape[]): Mask => ({
  ...newMask(...shapes),
  moves: false,
});

/** Selects a shape: instead of all before, or together with it. To take away begins with everything. */
export const selectShape =
  (shape: MaskShape, way: SelectWay): Edit =>
  (s) => {
    if (way === 'new' || !s.selection) s.selection = newSelection();
    s.selection.parts.push(newPart(shape, way === 'new' ? 'add' : way));
  };

/** A mask carried by a map of the px that it lies on. */
const carried = (mask: Mask, map: Affine): Mask =>
  map.every((v, i) => v === IDENTITY[i])
    ? mask
    : { ...mask, place: movedBy(mask.place ?? placed(), map) };

/** The mask of a layer as it lies in the scene, and stays there; null if it has none. Corners do not count. */
export function maskInScene(scene: Scene, id: string): Mask | null {
  const layer = plain(findLayer(scene, id));
  if (!layer?.mask) return null;
  const layers = plain(scene.layers);
  const map = layer.mask.moves ? mapOf(layers, layer) : mapAround(layers, id);
  return { ...carried(layer.mask, map), moves: false, enabled: true };
}

/** Selects what the mask of a layer shows: it is a copy. */
export const selectMaskOf =
  (id: string): Edit =>
  (s) => {
    s.selection = maskInScene(s, id);
  };

/** Selects what was kept: it is a copy. */
export const selectKept =
  (id: string): Edit =>
  (s) => {
    s.selection = plain(s.kept.find((k) => k.id === id)?.mask) ?? s.selection;
  };

/** Selects what was not; everything if nothing was. */
export const invertSelection: Edit = (s) => {
  if (s.selection) s.selection.invert = !s.selection.invert;
  else s.selection = newSelection({ kind: 'full' });
};

/** Moves, turns or scales a mask as one, by a map of the px that it lies on. */
export const moveMask =
  (owner: MaskOwner, map: Affine): Edit =>
  (s) => {
    const mask = maskFor(s, owner);
    if (mask) mask.place = movedBy(plain(mask.place) ?? placed(), map);
  };

/** Keeps what is selected under a name; it is known by an id from then on. */
export const keepSelection =
  (id: string, name: string): Edit =>
  (s) => {
    if (s.selection) s.kept.push({ id, name, mask: plain(s.selection) });
  };

export const renameKept =
  (id: string, name: string): Edit =>
  (s) => {
    const kept = s.kept.find((k) => k.id === id);
    if (kept) kept.name = name;
  };

/** Forgets a kept selection; what refers to it shows nothing until it is given another. */
export const removeKept =
  (id: string): Edit =>
  (s) => {
    s.kept = s.kept.filter((k) => k.id !== id);
  };

/** A mask of what is selected, or of its opposite, for a layer in its groups. Whatever it was made of stays live. */
function maskOf(scene: Scene, around: string | null, opposite = false): Mask | null {
  const mask = plain(scene.selection);
  if (!mask) return null;
  const back = around === null ? IDENTITY : invert(mapAround(plain(scene.layers), around));
  return {
    ...carried(mask, back ?? IDENTITY),
    moves: false,
    invert: mask.invert !== opposite,
  };
}

/** Gives a layer a mask of what is selected, or of its opposite. Nothing is selected after that. */
export const selectionToMask =
  (layer: string, opposite: boolean): Edit =>
  (s) => {
    const mask = maskOf(s, layer, opposite);
    if (!mask) return;
    putMask({ layer }, mask)(s);
    s.selection = null;
  };

/** A new layer in front of another (of all if there is none), which shows only what is selected. */
const selectedLayer =
  (made: Layer, above: string | null): Edit =>
  (s) => {
    const mask = maskOf(s, above);
    if (!mask) return;
    const { list, index } = above
      ? standingOf(s, above)
      : { list: s.layers, index: s.layers.length - 1 };
    list.splice(index + 1, 0, { ...made, mask });
    s.selection = null;
  };

/** Fills what is selected with a colour, on a layer of its own (of an id) in front of another. */
export const selectionToFill = (id: string, colour: string, above: string | null): Edit =>
  selectedLayer({ ...newFill('Filled selection', colour), id }, above);

/** A copy of a layer (of an id) right in front of it that shows only what is selected. */
export const selectionToLayer =
  (layer: string, id: string): Edit =>
  (s) => {
    const own = plain(layerOf(s, layer));
    selectedLayer({ ...own, id, name: `Part of ${own.name}`, weave: null }, layer)(s);
  };

/** Clips a layer to what is selected: to a layer of nothing else (of an id), which stands beneath it. */
export const selectionToClip =
  (layer: string, id: string): Edit =>
  (s) => {
    const mask = maskOf(s, layer);
    if (!mask) return;
    const { list, index } = standingOf(s, layer);
    const base = { ...newFill('Clip', '#ffffff'), id, body: 0, mask };
    list.splice(index, 0, base);
    list[index + 1]!.clip = true;
    s.selection = null;
  };

/** A name for a selection that none of a scene has. */
function freshName({ kept }: Scene): string {
  for (let n = kept.length + 1; ; n++) {
    const name = `Selection ${n}`;
    if (!kept.some((k) => k.name === name)) return name;
  }
}

/** What is selected as one that is kept: its id, and the edit that keeps it unless it is. Null if nothing is selected. */
export function keptForSelection(scene: Scene): { id: string; keep: Edit } | null {
  const { selection } = scene;
  if (!selection) return null;
  const own = contentKey(selection);
  const found = scene.kept.find((k) => contentKey(k.mask) === own);
  if (found) return { id: found.id, keep: () => undefined };
  const id = newId();
  return { id, keep: keepSelection(id, freshName(scene)) };
}

/** Gives a layer the mask of another, where that lies; both are their own from then on. */
export const copyMask =
  (from: string, to: string): Edit =>
  (s) => {
    const mask = maskInScene(s, from);
    const back = invert(mapAround(plain(s.layers), to));
    if (mask && back) layerOf(s, to).mask = carried(mask, back);
  };

/** Keeps the mask of a layer under a name, for others to share: the layer refers to it, and both stay live. */
export const shareMask =
  (layer: string, id: string, name: string): Edit =>
  (s) => {
    const mask = maskInScene(s, layer);
    if (!mask) return;
    s.kept.push({ id, name, mask });
    const own = layerOf(s, layer);
    own.mask = {
      ...newMask({ kind: 'kept', within: id }),
      ...{ moves: false, enabled: own.mask!.enabled },
    };
  };
