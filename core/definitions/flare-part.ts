import type { Point } from '../geometry/affine';
import type { ColourBuffer } from '../pixels/buffer';
import type { Mixing, Rgb } from '../pixels/colour';
import type { Region } from '../pixels/region';
import type { Parameters, Values } from './parameter';

/** Where a flare lies, px of the render. */
export interface FlareAxis {
  /** Where its light is, and where its axis ends. */
  from: Point;
  to: Point;
  /** Px of the render for one px of its lengths. */
  scale: number;
}

/** What a part of a flare is drawn with. */
export interface FlareContext extends FlareAxis {
  /** The part of the render that is wanted. */
  wanted: Region;
  mixing: Mixing;
  /** What chance is drawn from. */
  seed: number;
  /** A colour of the part in the light of the flare: linear light, 0–1. */
  lit(colour: string): Rgb;
}

/** One part of a flare: something that a lens makes of light, at a place of its axis. */
export interface FlarePartDefinition<P extends Parameters = Parameters> {
  /** As it stands in scene files. */
  kind: string;
  label: string;
  /** One sentence for the menu and the docs. */
  help: string;
  parameters: P;
  /** A region of the render that holds all of it. */
  region(values: Values<P>, axis: FlareAxis & { seed: number }): Region;
  /** The part over what `wanted` shares with its region: coverage times colour, as the scene mixes. */
  draw(values: Values<P>, context: FlareContext): ColourBuffer;
}

/** Gives a definition its types. */
export const defineFlarePart = <P extends Parameters>(
  definition: FlarePartDefinition<P>,
): FlarePartDefinition<P> => definition;
