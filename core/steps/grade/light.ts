import { percent } from '../../definitions/number-parameters';
import { defineStep } from '../../definitions/step';
import { gradeLight } from '../../kernels/grade';
import { onCopy } from './on-copy';

export const light = defineStep({
  kind: 'grade.light',
  label: 'Brightness/contrast/exposure',
  help: 'Lifts or lowers the whole layer, spreads its tones, opens or closes the exposure.',
  example: { exposure: 1, contrast: 20 },
  parameters: {
    exposure: {
      kind: 'number',
      label: 'Exposure',
      help: 'Doubles the light with every stop, as a longer exposure would.',
      unit: 'stops',
      min: -10,
      max: 10,
      slider: [-4, 4],
      step: 0.1,
      default: 0,
    },
    brightness: {
      ...percent('Brightness', 0, -100, 100),
      help: 'Lifts or lowers all tones alike.',
    },
    contrast: {
      ...percent('Contrast', 0, -100, 100),
      help: 'Moves tones away from middle grey, or towards it.',
    },
  },
  margin: () => 0,
  keepsShape: true,
  /**
   * Exposure multiplies light, so it works on linear values (sRGB curve, IEC 61966-2-1); contrast
   * turns the tone line about mid-grey, to flat at −100 % and to four times as steep at 100 %;
   * brightness moves it.
   */
  apply: (input, { exposure, brightness, contrast }, context) =>
    onCopy(input, context, (copy) =>
      gradeLight(copy, context.mixing, {
        gain: 2 ** exposure,
        slope: contrast < 0 ? 1 + contrast / 100 : 1 + (3 * contrast) / 100,
        lift: brightness / 100,
      }),
    ),
});
