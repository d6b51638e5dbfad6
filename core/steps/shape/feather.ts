import { length } from '../../definitions/number-parameters';
import { defineShapeStep } from '../../definitions/step';
import { blurMargin, gaussianBlur } from '../../kernels/blur';
import { crop } from '../../pixels/buffer';
import { lengths } from '../style/parameters';

/** The shape softened for the styles that follow. */
export const feather = defineShapeStep({
  kind: 'shape.feather',
  label: 'Feather',
  help: 'Softens the edge of the shape for the styles that follow.',
  parameters: {
    reach: length('Reach', 10, {
      help: 'How far the edge fades out.',
      max: 2000,
      slider: [0, 120],
    }),
    lengths,
  },
  margin: ({ reach }, scale) => blurMargin((reach / 2) * scale),
  apply: (shape, _coverage, { reach }, { scale, wanted }) =>
    crop(gaussianBlur(shape, (reach / 2) * scale, wanted), wanted),
});
