import type * as v from 'valibot';
import type { Affine, Box } from '../geometry/affine';
import type { ColourBuffer } from '../pixels/buffer';
import type { Picture } from '../kernels/picture';
import type { Mixing } from '../pixels/colour';
import type { Region } from '../pixels/region';
import type { Memo } from './memo';

/** What a source is given to draw itself. */
export interface SourceContext {
  /** From the source's own px to px of the render. */
  map: Affine;
  wanted: Region;
  /** A picture by its asset name. Throws if it is not there. */
  picture(asset: string): Picture;
  memo: Memo;
  /** How colours shall stand in the buffer. */
  mixing: Mixing;
}

/** One thing that a layer can be. */
export interface SourceDefinition<S extends { kind: string }> {
  kind: S['kind'];
  label: string;
  /** One sentence for the palette and the docs. */
  help: string;
  schema: v.GenericSchema<unknown, S>;
  /** The box to arrange by, in the source's own px; null if there is nothing yet. */
  box(source: S): Box | null;
  /** A region of the render that holds all that it draws under a map; null if it has no edges. */
  extent(source: S, map: Affine): Region | null;
  /** The names of the assets it needs. */
  assets(source: S): string[];
  render(source: S, context: SourceContext): ColourBuffer;
}
