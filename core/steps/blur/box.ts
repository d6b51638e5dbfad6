import { length } from '../../definitions/number-parameters';
import { defineStep } from '../../definitions/step';
import { LONGEST_MOTION, slid, slideMargin } from '../../kernels/slide';
import { scoped } from '../../pixels/heap';
import { grow } from '../../pixels/region';

const side = { max: LONGEST_MOTION, slider: [0, 200] } as const;

export const box = defineStep({
  kind: 'blur.box',
  label: 'Box blur',
  help: 'The mean over a box: a plain, hard softness.',
  parameters: {
    width: {
      ...length('Width', 16, side),
      help: 'How far colours are averaged to each side, across.',
    },
    height: { ...length('Height', 16, side), help: 'How far colours are averaged, up and down.' },
  },
  margin: ({ width, height }, scale) =>
    Math.max(slideMargin(width * scale), slideMargin(height * scale)),
  apply: (input, { width, height }, { scale, wanted }) =>
    scoped(() => {
      const across = slid(input, width * scale, 0, grow(wanted, slideMargin(height * scale)));
      return slid(across, height * scale, Math.PI / 2, wanted);
    }),
});
