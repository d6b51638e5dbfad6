import { length, percent } from '../../definitions/number-parameters';
import { defineStep } from '../../definitions/step';
import type { Triple } from '../../fields/colours';
import { COVERAGE, encodedColour, fromEncoded } from '../../fields/colours';
import { compile } from '../../fields/compile';
import type { Term } from '../../fields/field';
import { max } from '../../fields/field';
import { baseOf, evenBase, evenMargin } from '../../kernels/even-base';
import { gradedColours } from '../../kernels/field';
import { crop } from '../../pixels/buffer';
import { scoped } from '../../pixels/heap';
import { grow, intersect } from '../../pixels/region';

export const smoothWithin = defineStep({
  kind: 'blur.smooth-within',
  label: 'Smooth within edges',
  help: 'Evens out surfaces, each channel by itself, and leaves edges sharp: skin, noise, painted looks.',
  parameters: {
    size: {
      ...length('Size', 6, { min: 0.5, max: 200, slider: [1, 40] }),
      help: 'How far it smooths, short of an edge.',
      step: 0.5,
    },
    edges: {
      ...percent('Edges from', 8, 1, 60),
      help: 'Tones that differ by more than this are edges.',
    },
  },
  margin: ({ size }, scale) => evenMargin(size * scale),
  keepsShape: true,
  apply: (input, { size, edges }, { scale, mixing, wanted }) =>
    scoped(() => {
      const sigma = size * scale;
      const part = intersect(input.region, wanted);
      const near = crop(input, intersect(input.region, grow(wanted, evenMargin(sigma))));
      // One channel after another: each has a base of its own, and is put in beside those that are done.
      return [0, 1, 2].reduce((made, channel) => {
        const own = encodedColour(mixing)[channel]!;
        const other = evenBase(near, sigma, (edges / 100) ** 2, own, part);
        const done: Triple = encodedColour(mixing).map((v, i) =>
          i === channel ? max(0, baseOf(v)) : v,
        ) as [Term, Term, Term];
        const program = compile([...fromEncoded(done, mixing), COVERAGE]);
        return gradedColours(program, made, part, { other });
      }, input);
    }),
});
