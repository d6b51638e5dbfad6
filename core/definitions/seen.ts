import type { Affine } from '../geometry/affine';
import type { Path } from '../geometry/path';
import type { ColourBuffer } from '../pixels/buffer';
import type { Region } from '../pixels/region';

/** What a source or a step sees of another layer, or of what lies beneath. */
export interface Seen {
  /** Names all that it depends on under the map of the render: the same name, the same colours. */
  key: string;
  /** Its colours over exactly a region, px of the render. */
  colours(region: Region): ColourBuffer;
  /** The paths that it is drawn along, px of the render; none if it has none. */
  paths(): Path[];
  /** Its colours over the scene on a grid so long on its longer side, the same at every scale; `map` leads to px of the render. */
  coarse(side: number): { pixels: ColourBuffer; map: Affine };
}
