import { percent } from '../../definitions/number-parameters';
import { defineStep } from '../../definitions/step';
import { each, lumaOf } from '../../fields/colours';
import { mix, smoothstep } from '../../fields/field';
import { rgb } from '../../pixels/colour';
import { gradedEncoded } from './graded';

export const threshold = defineStep({
  kind: 'grade.threshold',
  label: 'Threshold',
  help: 'Two colours: one for what is darker than a tone, one for what is brighter.',
  parameters: {
    at: { ...percent('Tone', 50), help: 'From here on it is the bright colour.' },
    softness: { ...percent('Softness', 2), help: 'How many tones the passage takes.' },
    dark: {
      kind: 'colour',
      label: 'Dark',
      help: 'The colour of all that is darker than the threshold.',
      default: '#000000',
    },
    bright: {
      kind: 'colour',
      label: 'Bright',
      help: 'The colour of all that is brighter than the threshold.',
      default: '#ffffff',
    },
  },
  margin: () => 0,
  keepsShape: true,
  apply: (input, { at, softness, dark, bright }, context) => {
    const half = Math.max(0.0005, softness / 200);
    const [from, to] = [rgb(dark), rgb(bright)];
    return gradedEncoded(input, context, (colour) => {
      const t = smoothstep(at / 100 - half, at / 100 + half, lumaOf(colour));
      return each(colour, (_, i) => mix(from[i]!, to[i]!, t));
    });
  },
});
