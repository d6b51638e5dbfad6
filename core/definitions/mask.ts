import type * as v from 'valibot';
import type { Affine } from '../geometry/affine';
import type { Picture } from '../kernels/picture';
import type { Memo } from './memo';
import type { ColourBuffer, Plane } from '../pixels/buffer';
import type { Mixing } from '../pixels/colour';
import type { Region } from '../pixels/region';

/** What the shape of a mask is given to draw itself. */
export interface MaskContext {
  /** From the mask's own px to px of the render. */
  map: Affine;
  wanted: Region;
  /** A picture by its asset name. Throws if it is not there. */
  picture(asset: string): Picture;
  memo: Memo;
  mixing: Mixing;
  /** What a shape looks at; null if that is gone. */
  look(shape: LooksAt): Look | null;
  /** What a kept selection selects, 0–1, over all of a region; null if it is gone. */
  kept(shape: Within, region: Region): Plane | null;
}

/** A shape that looks at a layer, or at the whole scene (null). */
export interface LooksAt {
  of: string | null;
}

/** What refers to a kept selection, by its id. */
export interface Within {
  within?: string | undefined;
}

/** What lies before the eyes of a shape. Planes and buffers are over exactly the region asked for. */
export interface Look {
  /** What of it covers, how light it is, or what its lines go round, 0–1. */
  plane(what: 'coverage' | 'tone' | 'inside', region: Region): Plane;
  colours(region: Region): ColourBuffer;
  /** All of it on a grid that does not hang on the render, its longer side so many px at most. */
  grid(side: number): { colours: ColourBuffer; toRender: Affine };
}

/** What the parts before one show together; `name` names all that it depends on, besides the context. */
export interface Before {
  made(): Plane;
  name: string;
}

/** What every shape of a part of a mask says of itself. */
interface Described<S extends { kind: string }> {
  kind: S['kind'];
  label: string;
  /** One sentence for the palette and the docs. */
  help: string;
  schema: v.GenericSchema<unknown, S>;
  /** The names of the assets it needs. */
  assets(shape: S): string[];
}

/** One thing that a part of a mask can be made of, which shows, hides or keeps only what it has. */
interface AloneDefinition<S extends { kind: string }> extends Described<S> {
  works: 'alone';
  /** How much it has, 0–1, over all of `wanted`. */
  render(shape: S, context: MaskContext): Plane;
}

/** One that is laid on what the parts before it show. */
export interface OntoDefinition<S extends { kind: string }> extends Described<S> {
  works: 'onto';
  /** How much shows after it, 0–1, over all of `wanted`. What was before is not changed. */
  render(shape: S, before: Before, context: MaskContext): Plane;
}

/** One thing that a part of a mask can be made of. */
export type MaskShapeDefinition<S extends { kind: string }> =
  AloneDefinition<S> | OntoDefinition<S>;
