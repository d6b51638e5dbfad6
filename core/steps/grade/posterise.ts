import { count, percent } from '../../definitions/number-parameters';
import { defineStep } from '../../definitions/step';
import { each, lumaOf } from '../../fields/colours';
import type { Term } from '../../fields/field';
import { add, divide, floor, fract, max, multiply, smoothstep } from '../../fields/field';
import { gradedEncoded } from './graded';

export const posterise = defineStep({
  kind: 'grade.posterise',
  label: 'Posterise',
  help: 'Leaves a few tones of each channel, or of the brightness alone; above white they go on as evenly.',
  parameters: {
    tones: {
      ...count('Tones', 5, { min: 2, max: 64, slider: [2, 16] }),
      help: 'How many tones are left of each.',
    },
    softness: {
      ...percent('Softness', 6),
      help: 'How much of the way from tone to tone is a passage.',
    },
    of: {
      kind: 'choice',
      label: 'Works on',
      help: 'Whether red, green and blue have steps of their own, or all change by brightness.',
      options: [
        { value: 'channels', label: 'Each channel' },
        { value: 'tone', label: 'The brightness' },
      ],
      default: 'channels',
    },
  },
  margin: () => 0,
  keepsShape: true,
  apply: (input, { tones, softness, of }, context) => {
    const steps = Math.round(tones) - 1;
    const half = Math.max(0.002, softness / 200);
    // Even steps from 0 to 1 of encoded tone, each rising about the middle of its stretch.
    const stepped = (v: Term): Term => {
      const t = multiply(v, steps);
      return divide(add(floor(t), smoothstep(0.5 - half, 0.5 + half, fract(t))), steps);
    };
    return gradedEncoded(input, context, (colour) => {
      if (of === 'channels') return each(colour, stepped);
      const tone = max(1e-4, lumaOf(colour));
      const gain = divide(stepped(tone), tone);
      return each(colour, (v) => multiply(v, gain));
    });
  },
});
