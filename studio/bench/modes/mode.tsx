import type { ComponentType, RefObject } from 'react';
import type { Point } from '@ignis/core/geometry/affine';
import type { Layer, Scene } from '@ignis/core/scene/model/schema';
import type { Action } from '../commands/action';

/** What is selected, and what of it is open: all that decides which modes there are. */
export interface Situation {
  scene: Scene;
  /** The selected layer; null for none. */
  layer: Layer | null;
  /** Layers chosen besides it, by their ids. */
  others: readonly string[];
  /** The pass and the step whose values are open in the chain, by their ids. */
  pass: string | null;
  step: string | null;
}

/** What a mode draws with: the stage's element, and what a click beside its handles does. */
export interface OverlayProps<L extends Layer | null = Layer | null> {
  stage: RefObject<HTMLElement | null>;
  layer: L;
  /** Selects what shows at a place of the scene, scene px; `also` besides what is selected. */
  pick(at: Point, also?: boolean): void;
}

/** A way of working on the stage. Everything that depends on the mode reads it from here. */
export interface StageMode {
  /** As the store names it. */
  key: string;
  label(on: Situation): string;
  /** Its name among the actions of the bench. */
  action: string;
  /** The digit that chooses it; of modes with one digit, the first in the list that applies has it. */
  digit?(on: Situation): string | undefined;
  /** Whether it can be worked in now. When that ends, the stage goes back to arranging. */
  applies(on: Situation): boolean;
  /** Whether the row over the stage offers it; as `applies`, if left out. */
  offered?(on: Situation): boolean;
  /** Gets things ready and goes over to it; left out, it is just gone over to. */
  begin?(on: Situation): void;
  /** What choosing it does while it goes on. */
  again?(): void;
  /** Its tools, in the row under the modes. */
  Tools?: ComponentType<{ layer: Layer | null }>;
  /** Takes the whole row, as long as it goes on. */
  Row?: ComponentType<{ layer: Layer | null }>;
  /** What it draws over the picture, in the stage's SVG (CSS px of the stage). */
  Overlay?: ComponentType<OverlayProps>;
  /** What it draws on a canvas of its own beneath that. */
  Beneath?: ComponentType<{ layer: Layer | null; width: number; height: number }>;
  /** The pointer over the stage, as CSS names it; `none` where the mode draws its own. */
  pointer?: 'crosshair' | 'text' | 'none';
  /** Its overlay lies over the guides, so that these cannot be taken hold of. */
  overGuides?: true;
  /** The layer, and a group round it, lie flat meanwhile: it works in the layer's own px. */
  liesFlat?: true;
  /** What the mask of the layer hides shows meanwhile. */
  showsHidden?: true;
  /** The keys of the brush's size count. */
  hasBrush?: true;
  /** Nothing else can be begun until it ends. */
  exclusive?: true;
  /** Esc ends it; a function may let go of something first, and says whether it did. */
  escape?: 'ends' | ((layer: Layer | null) => boolean);
  /** Delete removes what is chosen in it; whether there was anything. Without, Delete removes the layer. */
  remove?(layer: Layer): boolean;
  /** The arrows move what is chosen in it, by px of the layer; whether there was anything. */
  nudge?(layer: Layer, by: Point): boolean;
  /** Select all chooses all of what it works on; whether it did. */
  chooseAll?(layer: Layer): boolean;
  /** What else can be done in it, or to begin it another way. */
  actions?(on: Situation): Action[];
}

/** A mode that works on layers of one kind: its parts get nothing else. */
interface LayerMode<L extends Layer> extends Omit<
  StageMode,
  'Tools' | 'Row' | 'Overlay' | 'Beneath' | 'applies' | 'remove' | 'nudge' | 'chooseAll'
> {
  /** The layers that it is for. */
  fits(layer: Layer): layer is L;
  /** What must be so besides. */
  applies?(on: Situation & { layer: L }): boolean;
  Tools?: ComponentType<{ layer: L }>;
  Row?: ComponentType<{ layer: L }>;
  /** Drawn only while the layer shows. */
  Overlay?: ComponentType<OverlayProps<L>>;
  Beneath?: ComponentType<{ layer: L; width: number; height: number }>;
  remove?(layer: L): boolean;
  nudge?(layer: L, by: Point): boolean;
  chooseAll?(layer: L): boolean;
}

/** A mode for layers of one kind, as the stage asks for it: with any other, or none, it does nothing. */
export function layerMode<L extends Layer>(mode: LayerMode<L>): StageMode {
  const { fits, applies, remove, nudge, chooseAll } = mode;
  const only = <Rest extends object>(
    Part: ComponentType<Rest & { layer: L }> | undefined,
    shows: (layer: L) => boolean = () => true,
  ): ComponentType<Rest & { layer: Layer | null }> | undefined =>
    Part &&
    function OnlyForIts({ layer, ...rest }: Rest & { layer: Layer | null }) {
      if (!layer || !fits(layer) || !shows(layer)) return null;
      return <Part {...(rest as unknown as Rest)} layer={layer} />;
    };
  return {
    ...mode,
    applies: (on) =>
      on.layer !== null && fits(on.layer) && (applies?.({ ...on, layer: on.layer }) ?? true),
    Tools: only(mode.Tools),
    Row: only(mode.Row),
    Overlay: only<Omit<OverlayProps, 'layer'>>(mode.Overlay, (layer) => layer.visible),
    Beneath: only<{ width: number; height: number }>(mode.Beneath, (layer) => layer.visible),
    remove: remove && ((layer) => fits(layer) && remove(layer)),
    nudge: nudge && ((layer, by) => fits(layer) && nudge(layer, by)),
    chooseAll: chooseAll && ((layer) => fits(layer) && chooseAll(layer)),
  };
}
