import type { Term } from '../fields/field';
import type { Ramp } from '../pixels/ramp';
import type { Parameters, Values } from './parameter';

/** What the formula of a texture is given. */
export interface TextureSpace {
  /** The place, in units of the texture; at its natural size a unit is 400 px of the layer. */
  x: Term;
  y: Term;
  /** How large a px of the render is, units: what is finer than two cannot be seen, and edges are that soft. */
  px: number;
  seed: number;
  /** Whether it shall repeat after one unit to either side, without a seam. */
  seamless: boolean;
  /** How deep the place lies inside the shape that the texture is on, units; 1000 where that has no edges. */
  depth: Term;
}

/** What a texture is at a place: each a formula. */
export interface Surface {
  /** 0–1: where on the ramp of the paint its colour lies. */
  tone: Term;
  /** How much there is of it, 0–1; left out, all. */
  cover?: Term;
  /** Its height, units, for the light that falls on it; left out, its tone makes it, a fiftieth of a unit high. */
  height?: Term;
  /** Its tones for red, green and blue apart, in place of colours from the ramp. */
  channels?: readonly [Term, Term, Term];
}

/** One texture: a surface made by numbers, without edges. */
export interface TextureDefinition<P extends Parameters = Parameters> {
  kind: string;
  label: string;
  /** One sentence for the picker and the docs. */
  help: string;
  /** Under which heading the picker has it. */
  family: 'Grounds' | 'Worked' | 'Grown' | 'Worn' | 'Light' | 'Print';
  /** Its natural colours, along its tone. */
  colours: Ramp;
  parameters: P;
  /** How far in from the edges of what it lies on it looks, px of the layer at its natural size; left out, it does not. */
  depthReach?(values: Required<Values<P>>): number;
  surface(values: Required<Values<P>>, space: TextureSpace): Surface;
}

/** Gives a definition its exact type. */
export const defineTexture = <P extends Parameters>(
  texture: TextureDefinition<P>,
): TextureDefinition<P> => texture;
