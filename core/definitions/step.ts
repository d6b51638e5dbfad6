import type { ColourBuffer } from '../pixels/buffer';
import type { Region } from '../pixels/region';
import type { Parameters, Values } from './parameter';

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
  apply(input: ColourBuffer, values: Values<P>, scale: number, wanted: Region): ColourBuffer;
}

/** Gives a definition its exact type. */
export const defineStep = <P extends Parameters>(step: StepDefinition<P>): StepDefinition<P> =>
  step;
