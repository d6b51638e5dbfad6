import { length, percent } from '../../definitions/number-parameters';
import { defineStep } from '../../definitions/step';
import { each, lumaOf } from '../../fields/colours';
import { OTHER, add, multiply } from '../../fields/field';
import { blurMargin, gaussianBlur } from '../../kernels/blur';
import { tooBright } from '../../kernels/glare';
import { rgb } from '../../pixels/colour';
import { scoped } from '../../pixels/heap';
import { intersect } from '../../pixels/region';
import { gradedLight } from '../grade/graded';

export const halation = defineStep({
  kind: 'finish.halation',
  label: 'Halation',
  help: 'Light that goes through film and comes back from its base: a red glow about what is bright.',
  parameters: {
    threshold: {
      ...{ kind: 'number', label: 'Threshold', unit: 'stops', min: -6, max: 6, step: 0.1 },
      help: 'Only what is brighter comes back, stops: 0 is white.',
      slider: [-4, 2],
      default: -1,
    },
    size: {
      ...length('Size', 14, { min: 0.5, max: 300, slider: [1, 80] }),
      help: 'How far bright light glows round its edges, as in film.',
      step: 0.5,
    },
    strength: {
      ...percent('Strength', 50, 0, 400),
      help: 'How strong that glow is.',
      slider: [0, 150],
    },
    colour: {
      kind: 'colour',
      label: 'Colour',
      help: 'The colour of that glow: in film it is red.',
      default: '#ff4a1e',
    },
  },
  margin: ({ size }, scale) => blurMargin(size * scale),
  keepsShape: true,
  inLens: true,
  apply: (input, v, context) =>
    scoped(() => {
      const { scale, mixing, wanted } = context;
      const bright = tooBright(input, mixing, 2 ** v.threshold);
      const other = gaussianBlur(bright, v.size * scale, intersect(input.region, wanted));
      const colour = rgb(v.colour, 'light');
      const back = lumaOf([OTHER[0], OTHER[1], OTHER[2]]);
      return gradedLight(
        input,
        context,
        (light) => each(light, (c, i) => add(c, multiply((v.strength / 100) * colour[i]!, back))),
        { other },
      );
    }),
});
