import { percent } from '../../definitions/number-parameters';
import { defineStep } from '../../definitions/step';
import { each, lumaOf } from '../../fields/colours';
import type { Term } from '../../fields/field';
import { add, divide, max, min, multiply, power, subtract } from '../../fields/field';
import { linear, luma, shown } from '../../pixels/colour';
import { gradedLight } from './graded';

/** The power at a contrast of 100 %; at −100 % it is as much below 1. */
const STRONGEST = 2.5;
const powerOf = (contrast: number): number => STRONGEST ** (contrast / 100);

export const contrast = defineStep({
  kind: 'grade.contrast',
  label: 'Contrast about a grey',
  help: 'Spreads tones, or draws them together, about a grey that stays as it is; nothing is cut at black or white.',
  parameters: {
    contrast: {
      ...percent('Contrast', 20, -100, 100),
      help: 'Moves tones away from the grey that you choose, or towards it.',
    },
    grey: { ...percent('Grey', 46, 10, 90), help: 'The tone that stays as it is.' },
    of: {
      kind: 'choice',
      label: 'Works on',
      help: 'The brightness alone keeps colours as they are; each channel strengthens them as well.',
      options: [
        { value: 'tone', label: 'The brightness' },
        { value: 'channels', label: 'Each channel' },
      ],
      default: 'tone',
    },
  },
  /** The tone that is picked was seen through the step as it stands. */
  picks: {
    label: 'Pick the tone that stays',
    values: (colour, { contrast, grey }) => {
      const pivot = linear(grey / 100);
      const seen = Math.max(0, luma(...colour));
      const own = pivot * (seen / pivot) ** (1 / powerOf(contrast));
      return { grey: Math.round(Math.min(90, Math.max(10, 100 * shown(own)))) };
    },
  },
  margin: () => 0,
  keepsShape: true,
  /**
   * v ↦ grey · (v / grey)^k in linear light, with k from 0.4 to 2.5; above white straight on, so that what glows is not blown up by the
   * power.
   */
  apply: (input, { contrast, grey, of }, context) => {
    const k = powerOf(contrast);
    const pivot = linear(grey / 100);
    const white = pivot ** (1 - k);
    const curve = (v: Term): Term =>
      add(
        multiply(pivot, power(multiply(min(1, v), 1 / pivot), k)),
        multiply(k * white, max(0, subtract(v, 1))),
      );
    return gradedLight(input, context, (light) => {
      if (of === 'channels') return each(light, curve);
      const tone = max(1e-6, lumaOf(light));
      const gain = divide(curve(tone), tone);
      return each(light, (v) => multiply(v, gain));
    });
  },
});
