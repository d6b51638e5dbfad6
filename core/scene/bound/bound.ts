import type { Ground } from '../../definitions/source';
import type { Affine } from '../../geometry/affine';
import type { MaskShape } from '../../masks/index';
import type { Mask, MaskPart } from '../../masks/mask';
import type { Source } from '../../sources/index';
import type { Weave } from '../../weave/weave';
import type { Layer, Scene, Step } from '../model/schema';

/**
 * A scene as it is drawn: what its layers name by ids, bound to what they name. Only `bind.ts` makes one, so that a
 * scene as the artist set it cannot be drawn by mistake; nothing of it is ever saved.
 */

declare const BOUND: unique symbol;

/** A layer that another looks at, as it is drawn. */
export interface Subject {
  layer: BoundLayer;
  /** From the px that the subject is placed on to those that the layer is placed on. */
  map: Affine;
}

/** A kept selection, for who refers to it. */
export interface KeptMask {
  mask: BoundMask;
  /** From scene px to those that the layer is placed on. */
  map: Affine;
}

/** What looks at another layer; without a subject, at nothing: it names none, or that is gone. */
export interface Looking {
  subject?: Subject;
}

/** What may be limited to a kept selection: null if that is gone, left out if it names none. */
export interface Limited {
  keptMask?: KeptMask | null;
}

/** A source, with the layer it names, and what it sees of what lies beneath it. */
export type BoundSource = Source & Looking & { grounds?: Partial<Record<Ground, Subject>> };
export type BoundWeave = Weave & Looking;
/** A step, with the layers that its values name, by the keys of these, and itself as `itself` if it measures that. */
export type BoundStep = Omit<Step, 'where'> &
  Limited & { where?: BoundMask | undefined; seen?: Readonly<Record<string, Subject>> };
export type BoundShape = MaskShape & Looking & Limited;

export interface BoundPart extends MaskPart {
  shape: BoundShape;
}

export interface BoundMask extends Mask {
  parts: BoundPart[];
}

export interface BoundLayer extends Layer {
  readonly [BOUND]: true;
  source: BoundSource;
  mask: BoundMask | null;
  weave: BoundWeave | null;
  steps: BoundStep[];
  layers?: BoundLayer[];
}

export interface BoundScene extends Scene {
  readonly [BOUND]: true;
  layers: BoundLayer[];
}

/** What a shape of a mask looks at: the id of a layer, null for the scene; undefined if at nothing. */
export const lookOf = (shape: MaskShape): string | null | undefined =>
  'of' in shape ? shape.of : undefined;

/** The id of the kept selection that a shape of a mask refers to; undefined if to none. */
export const withinOf = (shape: MaskShape): string | undefined =>
  'within' in shape ? shape.within : undefined;

/** Whether a mask looks at layers, the scene or kept selections. */
export const looksOut = (mask: Mask | null): boolean =>
  mask?.parts.some(({ shape }) => lookOf(shape) !== undefined || withinOf(shape) !== undefined) ===
  true;
