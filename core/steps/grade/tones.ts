import type { NumberParameter } from '../../definitions/parameter';
import { defineStep } from '../../definitions/step';
import { each, lumaOf } from '../../fields/colours';
import { add, exp2, log2, multiply, smoothstep, subtract } from '../../fields/field';
import { gradedLight } from './graded';

const stops = (label: string, most: number, help: string) =>
  ({
    ...{ kind: 'number', label, help, unit: 'stops', min: -most, max: most },
    step: 0.05,
    default: 0,
  }) as const satisfies NumberParameter;

/** Stops are counted from middle grey, which is so bright (linear light). */
const GREY = 0.18;

export const tones = defineStep({
  kind: 'grade.tones',
  label: 'Exposure by tone',
  help: 'Opens or closes the exposure of all, and of bright, middle and dark tones apart.',
  example: { bright: -0.6, dark: 1.4 },
  parameters: {
    exposure: { ...stops('Exposure', 10, 'Of all tones.'), slider: [-4, 4] },
    bright: stops('Bright tones', 2, 'From a stop below middle grey on, more and more.'),
    middle: stops('Middle tones', 2, 'Those between the two.'),
    dark: stops('Dark tones', 2, 'From middle grey down, more and more.'),
  },
  margin: () => 0,
  keepsShape: true,
  /**
   * Linear light times 2 to the power of the stops that its luminance asks for. Each of the outer weights takes six stops to rise, so
   * that a brighter tone never comes out darker than one below it.
   */
  apply: (input, { exposure, bright, middle, dark }, context) =>
    gradedLight(input, context, (light) => {
      if (bright === middle && dark === middle)
        return each(light, (v) => multiply(v, 2 ** (exposure + middle)));
      const above = subtract(log2(lumaOf(light)), Math.log2(GREY));
      const isBright = smoothstep(-1, 5, above);
      const isDark = subtract(1, smoothstep(-7, -1, above));
      const gain = exp2(
        add(
          exposure + middle,
          multiply(bright - middle, isBright),
          multiply(dark - middle, isDark),
        ),
      );
      return each(light, (v) => multiply(v, gain));
    }),
});
