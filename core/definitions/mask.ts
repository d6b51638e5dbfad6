import type * as v from 'valibot';
import type { Affine } from '../geometry/affine';
import type { Picture } from '../kernels/picture';
import type { Memo } from './memo';
import type { Plane } from '../pixels/buffer';
import type { Region } from '../pixels/region';

/** What the shape of a mask is given to draw itself. */
export interface MaskContext {
  /** From the mask's own px to px of the render. */
  map: Affine;
  wanted: Region;
  /** A picture by its asset name. Throws if it is not there. */
  picture(asset: string): Picture;
  memo: Memo;
  /** What another layer covers over all of a region, or its tones, 0–1; null if it is gone. */
  ofLayer(shape: { of: string; what: 'coverage' | 'tone' }, region: Region): Plane | null;
}

/** One thing that a mask can be made of. */
export interface MaskShapeDefinition<S extends { kind: string }> {
  kind: S['kind'];
  label: string;
  /** One sentence for the palette and the docs. */
  help: string;
  schema: v.GenericSchema<unknown, S>;
  /** The names of the assets it needs. */
  assets(shape: S): string[];
  /** How much shows, 0–1, over all of `wanted`. */
  render(shape: S, context: MaskContext): Plane;
}
