import { useEffect } from 'react';
import { create } from 'zustand';
import { looksOut } from '@ignis/core/scene/bound/bound';
import type { MaskOwner } from '@ignis/core/scene/edits/mask-edits';
import type { Scene } from '@ignis/core/scene/model/schema';
import { maskView } from '../workers/questions';
import type { MaskView } from '../workers/protocol';
import { useBench, type View } from './bench';
import { newestOnly } from './newest';
import { t } from '../words/t';

/** A mask or selection, as it is shown over the picture. */

/** How a mask is shown while it is worked on. */
export type MaskLook = 'picture' | 'overlay' | 'alone' | 'outline';

interface Shown {
  /** Whose mask the view is of: the JSON of its owner. */
  of: string;
  view: MaskView | null;
  /** What of the scene the view was made of: all of it, or the selection alone. */
  basis: unknown;
  /** How the masks of layers are shown, and whether what is not selected is dimmed. */
  look: MaskLook;
  dimmed: boolean;
}

export const useShownMask = create<Shown>(() => ({
  of: '',
  view: null,
  basis: null,
  look: 'picture',
  dimmed: false,
}));

/** Px of the stage beyond its edge that are asked for, so that no edge of the view shows. */
const BEYOND = 60;
/** Nothing is asked for finer than the scene's own px, nor of more px than this. */
const MAX = 2.5e6;

interface Question {
  scene: Scene;
  basis: unknown;
  owner: MaskOwner;
  view: View;
  stage: { width: number; height: number };
  pixels: boolean;
  edge: boolean;
}

const ask = newestOnly(
  t`The edge of the mask could not be shown`,
  ({ scene, owner, view, stage, pixels, edge }: Question) => {
    const [left, top] = [(-view.x - BEYOND) / view.zoom, (-view.y - BEYOND) / view.zoom];
    const [width, height] = [
      (stage.width + 2 * BEYOND) / view.zoom,
      (stage.height + 2 * BEYOND) / view.zoom,
    ];
    const scale = Math.min(1, view.zoom, Math.sqrt(MAX / (width * height)));
    const region = {
      x: Math.floor(left * scale),
      y: Math.floor(top * scale),
      width: Math.ceil(width * scale),
      height: Math.ceil(height * scale),
    };
    return maskView({ scene, owner, region, scale, pixels, edge });
  },
  ({ owner, basis: basis }, view) =>
    useShownMask.setState({ of: JSON.stringify(owner), view, basis: basis }),
);

/** The mask of an owner as scene and view change, and whether it is up to date; none for null. */
export function useMaskView(
  owner: MaskOwner | null,
  stage: { width: number; height: number },
  pixels: boolean,
  edge: boolean,
): { view: MaskView | null; isNew: boolean } {
  // A selection that looks at nothing stays the same whatever is done to the picture.
  const basis = useBench((s) =>
    owner === null
      ? null
      : owner === 'selection' && !looksOut(s.scene.selection)
        ? s.scene.selection
        : s.scene,
  );
  const view = useBench((s) => s.view);
  const name = JSON.stringify(owner);
  const { width, height } = stage;
  useEffect(() => {
    const asked = JSON.parse(name) as MaskOwner | null;
    const { scene } = useBench.getState();
    if (asked && width > 0)
      ask({ scene, basis: basis, owner: asked, view, stage: { width, height }, pixels, edge });
  }, [basis, name, view, width, height, pixels, edge]);
  const shown = useShownMask();
  return { view: shown.of === name ? shown.view : null, isNew: shown.basis === basis };
}
