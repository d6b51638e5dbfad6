import { percent } from '../../definitions/number-parameters';
import { defineStep } from '../../definitions/step';
import { oklchGraded } from '../../kernels/oklch';
import { bandTable } from '../../pixels/hue-bands';
import { intersect } from '../../pixels/region';

const EVERY_HUE = bandTable([]);

export const vibrance = defineStep({
  kind: 'grade.vibrance',
  label: 'Vibrance and saturation',
  help: 'Strengthens or drains colours without turning their hues; vibrance spares those that are strong already.',
  example: { vibrance: 70, saturation: 10 },
  parameters: {
    vibrance: {
      ...percent('Vibrance', 0, -100, 100),
      help: 'Makes dull colours more colourful, and leaves strong ones and skin alone.',
    },
    saturation: {
      ...percent('Saturation', 0, -100, 100),
      help: 'Makes all colours more or less colourful alike; no hue shifts.',
    },
  },
  margin: () => 0,
  keepsShape: true,
  apply: (input, { vibrance, saturation }, { mixing, wanted }) =>
    oklchGraded(input, intersect(input.region, wanted), mixing, {
      table: EVERY_HUE,
      saturation: 1 + saturation / 100,
      vibrance: vibrance / 100,
    }),
});
