import { defineShapeStep } from '../../definitions/step';
import { times, without } from '../../kernels/planes';
import { copied } from '../../kernels/rows';
import { crop } from '../../pixels/buffer';

/** The shape cut to what of it lies outside or inside the layer. */
export const hollow = defineShapeStep({
  kind: 'shape.hollow',
  label: 'Hollow',
  help: 'Keeps only what of the shape lies outside the layer, or inside it.',
  parameters: {
    keep: {
      kind: 'choice',
      label: 'Keeps',
      help: 'Which side of the edge stays.',
      options: [
        { value: 'outside', label: 'The outside' },
        { value: 'inside', label: 'The inside' },
      ],
      default: 'outside',
    },
  },
  margin: () => 0,
  apply(shape, coverage, { keep }, { wanted }) {
    const made = copied(crop(shape, wanted));
    (keep === 'outside' ? without : times)(made, crop(coverage, wanted));
    return made;
  },
});
