import { percent } from '../../definitions/parameter';
import { defineStep } from '../../definitions/step';
import { luma, rgb } from '../../pixels/colour';
import { eachPixel } from './per-pixel';

export const tint = defineStep({
  kind: 'grade.tint',
  label: 'Tint',
  help: 'Washes the layer with one colour; its opacity stays as it is.',
  parameters: {
    colour: { kind: 'colour', label: 'Colour', default: '#ff7a3c' },
    amount: percent('Amount', 60),
    keepLight: {
      kind: 'switch',
      label: 'Keep tones',
      help: 'The colour follows the tones of the layer.',
      default: true,
    },
  },
  margin: () => 0,
  apply(input, { colour, amount, keepLight }, _scale, wanted) {
    const [r, g, b] = rgb(colour);
    const k = amount / 100;
    return eachPixel(input, wanted, (p) => {
      // Up to mid-grey the colour darkens towards black, above it pales towards white.
      const y = keepLight ? luma(p[0], p[1], p[2]) : 0.5;
      const shade = Math.min(1, 2 * y);
      const pale = Math.max(0, 2 * y - 1);
      p[0] += (r * shade + (1 - r) * pale - p[0]) * k;
      p[1] += (g * shade + (1 - g) * pale - p[1]) * k;
      p[2] += (b * shade + (1 - b) * pale - p[2]) * k;
    });
  },
});
