import { defineStep } from '../../definitions/step';
import { oklchGraded } from '../../kernels/oklch';
import { bandTable, plainBands } from '../../pixels/hue-bands';
import { intersect } from '../../pixels/region';

export const hues = defineStep({
  kind: 'grade.hues',
  label: 'Colours by hue',
  help: 'Turns, strengthens and lightens colours apart by their hue: red, orange, green and others, on a ring.',
  example: { bands: plainBands().map((b) => ({ ...b, turn: 40 })) },
  parameters: {
    bands: {
      kind: 'hues',
      label: 'Hues',
      help: 'Drag a mark round the ring to turn its hue, outwards to strengthen it, inwards to drain it.',
      default: plainBands(),
    },
  },
  margin: () => 0,
  keepsShape: true,
  apply: (input, { bands }, { mixing, wanted }) =>
    oklchGraded(input, intersect(input.region, wanted), mixing, {
      ...{ table: bandTable(bands), saturation: 1, vibrance: 0 },
    }),
});
