import { blendParameter } from '../../blend/parameter';
import { angle, intensity, length } from '../../definitions/number-parameters';
import { defineStyle } from '../../definitions/step';
import { curveTable } from '../../geometry/curve';
import { blurMargin, gaussianBlur } from '../../kernels/blur';
import { differ, lookUp, shifted } from '../../kernels/planes';
import { oneColour } from '../../paint/paint';
import { scoped } from '../../pixels/heap';
import { grow } from '../../pixels/region';
import { copied } from '../../kernels/rows';
import { lengths, opacity } from './parameters';
import { seenFrom } from './soft';

/** Soft bands within a shape: what two copies of it, shifted apart, do not share. */
export const sheen = defineStyle({
  kind: 'style.sheen',
  label: 'Sheen',
  help: 'Soft bands within the shape, from two copies of it shifted apart.',
  first: ['distance', 'reach', 'colour'],
  parameters: {
    distance: length('Distance', 20, {
      help: 'How far apart the two copies of the edge lie whose difference shines.',
      max: 2000,
      slider: [0, 160],
    }),
    angle: angle('Angle', 20, { help: 'Which way those copies lie apart.' }),
    reach: length('Reach', 30, { help: 'How soft the sheen is.', max: 2000, slider: [0, 160] }),
    curve: {
      kind: 'curve',
      label: 'Bands',
      help: 'From where the copies agree (left) to where they differ most (right).',
      low: 0,
      presets: [
        {
          label: 'Plain',
          points: [
            [0, 0, 'corner'],
            [1, 1, 'corner'],
          ],
        },
        {
          label: 'Soft',
          points: [
            [0, 0],
            [0.5, 0.75],
            [1, 1],
          ],
        },
        {
          label: 'Double',
          points: [
            [0, 0],
            [0.3, 0.9],
            [0.55, 0.2],
            [1, 1],
          ],
        },
        {
          label: 'Ripples',
          points: [
            [0, 0],
            [0.2, 1],
            [0.4, 0],
            [0.6, 1],
            [0.8, 0],
            [1, 1],
          ],
        },
      ],
      default: [
        [0, 0, 'corner'],
        [1, 1, 'corner'],
      ],
    },
    invert: {
      kind: 'switch',
      label: 'Invert',
      help: 'Shines where it was dark, and is dark where it shone.',
      default: true,
    },
    colour: {
      kind: 'colour',
      label: 'Colour',
      help: 'The colour of the sheen.',
      default: '#ffffff',
    },
    blend: blendParameter('Blend', 'soft-light'),
    intensity,
    opacity: { ...opacity(60), help: 'How much of the sheen there is.' },
    lengths,
  },
  margin: ({ distance, reach }, scale) =>
    Math.ceil(distance * scale) + blurMargin((reach / 2) * scale) + 2,
  pieces: (v) => [
    {
      lands: 'within',
      blend: v.blend,
      opacity: v.opacity / 100,
      draw(shape, { scale, wanted, mixing }) {
        const a = (v.angle * Math.PI) / 180;
        const [dx, dy] = [Math.cos(a) * v.distance * scale, Math.sin(a) * v.distance * scale];
        return scoped(() => {
          const need = grow(seenFrom(wanted, dx, dy), 1);
          const soft = gaussianBlur(shape, (v.reach / 2) * scale, need);
          const bands = copied(shifted(soft, dx, dy, wanted));
          differ(bands, shifted(soft, -dx, -dy, wanted));
          const table = curveTable(v.curve);
          lookUp(bands, v.invert ? table.map((t) => 1 - t) : table);
          return oneColour(bands, v.colour, mixing);
        });
      },
    },
  ],
});
