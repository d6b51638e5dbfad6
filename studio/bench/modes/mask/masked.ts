import type { Affine, Box, Point } from '@ignis/core/geometry/affine';
import { IDENTITY, multiply } from '@ignis/core/geometry/affine';
import type { Mask } from '@ignis/core/masks/mask';
import type { MaskOwner } from '@ignis/core/scene/edits/mask-edits';
import { placementMap } from '@ignis/core/definitions/placement';
import { placed } from '@ignis/core/scene/arrange/placement';
import { stepOfKind } from '@ignis/core/steps/index';
import type { Layer } from '@ignis/core/scene/model/schema';
import { useAround, useBench, useSelectedLayer, type View } from '../../../state/bench';
import type { MaskView } from '../../../workers/protocol';
import { toStage } from '../../stage/path-outline';
import { t } from '../../../words/t';

/** The mask that the stage works on: that of the selected layer or its open step, or the selection. */
export interface Masked {
  owner: MaskOwner;
  mask: Mask | null;
  /** What it is called at the pointer. */
  name: string;
  /** Whose it is; null for the selection. */
  layer: Layer | null;
  /** From the px that the mask as a whole is placed on, and from the own px of its parts, to CSS px of the stage. */
  outer: Affine;
  map: Affine;
}

/** The mask to work on now; null if there is no layer for it. */
export function useMasked(): Masked | null {
  const mode = useBench((s) => s.mode);
  const view = useBench((s) => s.view);
  const selection = useBench((s) => s.scene.selection);
  const layer = useSelectedLayer();
  const open = useBench((s) => s.step);
  const around = useAround(layer?.id ?? '');
  const inner = (mask: Mask | null, outer: Affine) =>
    mask?.place ? multiply(outer, placementMap(mask.place)) : outer;
  if (mode === 'select') {
    const outer = toStage(view, IDENTITY, placed());
    const own = { owner: 'selection', mask: selection, name: 'selection', layer: null } as const;
    return { ...own, outer, map: inner(selection, outer) };
  }
  if (!layer) return null;
  const step = mode === 'where' ? layer.steps.find((s) => s.id === open) : undefined;
  const mask = step ? (step.where ?? null) : layer.mask;
  // A layer without a mask would get one that moves along.
  const outer = toStage(view, around, mask && !mask.moves ? placed() : layer.placement);
  const owner = { layer: layer.id, ...(step && { step: step.id }) };
  const name = step ? t`where ${t(stepOfKind(step.kind).label)} works` : t`mask of ${layer.name}`;
  return { owner, mask, name, layer, outer, map: inner(mask, outer) };
}

/** Whether a disc on the stage (CSS px) reaches what a mask shows; true as long as that is not known. */
export function reaches(shown: MaskView | null, view: View, at: Point, radius: number): boolean {
  if (!shown) return true;
  const p = { x: (at.x - view.x) / view.zoom, y: (at.y - view.y) / view.zoom };
  const places = [p];
  for (let i = 0; i < 12; i++) {
    const angle = (i * Math.PI) / 6;
    places.push({ x: p.x + radius * Math.cos(angle), y: p.y + radius * Math.sin(angle) });
  }
  return places.some((place) => isWithin(shown.rings, place));
}

/** Whether a point lies within rings, holes left out (even-odd; Shimrat, 1962). */
function isWithin(rings: readonly (readonly number[])[], { x, y }: Point): boolean {
  let odd = false;
  for (const ring of rings) {
    for (let i = 0, j = ring.length - 2; i < ring.length; j = i, i += 2) {
      const [ax, ay, bx, by] = [ring[i]!, ring[i + 1]!, ring[j]!, ring[j + 1]!];
      if (ay > y !== by > y && x < ((bx - ax) * (y - ay)) / (by - ay) + ax) odd = !odd;
    }
  }
  return odd;
}

/** The box round rings, scene px; null if there are none. */
export function boxOfRings(rings: readonly (readonly number[])[]): Box | null {
  const box = { x0: Infinity, y0: Infinity, x1: -Infinity, y1: -Infinity };
  for (const ring of rings)
    for (let i = 0; i < ring.length; i += 2) {
      box.x0 = Math.min(box.x0, ring[i]!);
      box.x1 = Math.max(box.x1, ring[i]!);
      box.y0 = Math.min(box.y0, ring[i + 1]!);
      box.y1 = Math.max(box.y1, ring[i + 1]!);
    }
  return box.x1 > box.x0 ? box : null;
}
