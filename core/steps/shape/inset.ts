import { place } from '../../definitions/number-parameters';
import { defineShapeStep } from '../../definitions/step';
import { grown } from '../../kernels/contour';
import { lengths } from '../style/parameters';

/** The shape grown or shrunk for the styles that follow. */
export const inset = defineShapeStep({
  kind: 'shape.inset',
  label: 'Inset or outset',
  help: 'Shrinks or grows the shape for the styles that follow.',
  parameters: {
    by: place('Grow', -8, {
      help: 'Widens the shape by so much on all sides; below 0 it shrinks.',
      min: -5000,
      max: 5000,
      slider: [-80, 80],
    }),
    corners: {
      kind: 'choice',
      label: 'Corners',
      help: 'Whether corners grow round, or stay sharp.',
      options: [
        { value: 'round', label: 'Rounded' },
        { value: 'sharp', label: 'Sharp' },
      ],
      default: 'round',
    },
    lengths,
  },
  margin: ({ by }, scale) => Math.ceil(Math.abs(by) * scale) + 4,
  apply: (shape, _coverage, { by, corners }, { scale, wanted }) =>
    grown(shape, by * scale, wanted, corners === 'sharp'),
});
