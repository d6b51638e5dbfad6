import { defineStep } from '../../definitions/step';
import type { Triple } from '../../fields/colours';
import { greatest, least, lumaOf } from '../../fields/colours';
import type { Term } from '../../fields/field';
import { add, multiply } from '../../fields/field';
import { gradedEncoded } from './graded';

const ways: Record<string, (colour: Triple) => Term> = {
  luma: lumaOf,
  lightness: (c) => multiply(0.5, add(greatest(c), least(c))),
  average: ([r, g, b]) => multiply(1 / 3, add(r, g, b)),
  greatest,
  least,
};

export const desaturate = defineStep({
  kind: 'grade.desaturate',
  label: 'Desaturate',
  help: 'Takes all colour away; which channels count for the tone can be chosen.',
  parameters: {
    by: {
      kind: 'choice',
      label: 'Tone by',
      help: 'What the grey of a colour is taken from.',
      options: [
        { value: 'luma', label: 'Luma' },
        { value: 'lightness', label: 'Lightness' },
        { value: 'average', label: 'Average' },
        { value: 'greatest', label: 'Greatest channel' },
        { value: 'least', label: 'Least channel' },
      ],
      default: 'luma',
    },
  },
  margin: () => 0,
  keepsShape: true,
  apply: (input, { by }, context) =>
    gradedEncoded(input, context, (colour) => {
      const tone = ways[by]!(colour);
      return [tone, tone, tone];
    }),
});
