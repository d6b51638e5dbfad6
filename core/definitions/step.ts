import type { ColourBuffer } from '../pixels/buffer';
import type { Mixing } from '../pixels/colour';
import type { Region } from '../pixels/region';
import type { Parameters, Values } from './parameter';

/** What a step is given beside its input and values. */
export interface StepContext {
  /** Pixels of the render for one px of the step's lengths. */
  scale: number;
  wanted: Region;
  /** How colours stand in the buffers. */
  mixing: Mixing;
}

/** One live operation of a chain: pixels in, pixels out. */
export interface StepDefinition<P extends Parameters = Parameters> {
  /** Family and name, such as `blur.gaussian`: what scene.json says. */
  kind: string;
  label: string;
  /** One sentence for the palette and the docs. */
  help: string;
  parameters: P;
  /** How far beyond a region the step must see, px of the render, at `scale` px a scene px. */
  margin(values: Values<P>, scale: number): number;
  /**
   * The step's result, over what `wanted` shares with all it can touch. The input is not changed.
   * It may cover less than asked where there is nothing; outside it is transparent.
   */
  apply(input: ColourBuffer, values: Values<P>, context: StepContext): ColourBuffer;
}

/** Gives a definition its exact type. */
export const defineStep = <P extends Parameters>(step: StepDefinition<P>): StepDefinition<P> =>
  step;
