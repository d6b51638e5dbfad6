import type { StepContext } from '../../definitions/step';
import type { Triple } from '../../fields/colours';
import { COVERAGE, encodedColour, fromEncoded, fromLight, lightColour } from '../../fields/colours';
import { compile } from '../../fields/compile';
import type { Beside } from '../../kernels/field';
import { gradedColours } from '../../kernels/field';
import type { ColourBuffer } from '../../pixels/buffer';
import { intersect } from '../../pixels/region';

/** Grades that are formulas of the colour of a px. Coverage stays as it is. */

/** What is wanted of a buffer, each straight colour changed in linear light; `beside` is what the formula reads beside it. */
export const gradedLight = (
  input: ColourBuffer,
  { mixing, wanted }: StepContext,
  change: (light: Triple) => Triple,
  beside?: Beside,
): ColourBuffer => {
  const result = fromLight(change(lightColour(mixing)), mixing);
  const part = intersect(input.region, wanted);
  return gradedColours(compile([...result, COVERAGE]), input, part, beside);
};

/** The same for sRGB-encoded colour. */
export const gradedEncoded = (
  input: ColourBuffer,
  { mixing, wanted }: StepContext,
  change: (colour: Triple) => Triple,
  beside?: Beside,
): ColourBuffer => {
  const result = fromEncoded(change(encodedColour(mixing)), mixing);
  const part = intersect(input.region, wanted);
  return gradedColours(compile([...result, COVERAGE]), input, part, beside);
};
