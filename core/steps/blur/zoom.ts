import { percent } from '../../definitions/number-parameters';
import { defineStep } from '../../definitions/step';
import { centre } from '../../definitions/centre';

import { swungAbout } from './swung';

export const zoom = defineStep({
  kind: 'blur.zoom',
  label: 'Zoom blur',
  help: 'As if the lens had zoomed while the shutter was open: everything flies towards a place, or away from it.',
  parameters: {
    centre,
    amount: {
      ...percent('Zoom', 15),
      help: 'How much larger the picture is at the end than at the beginning.',
    },
  },
  seesPlace: true,
  inLens: true,
  reachesAll: true,
  margin: () => 2,
  apply: (input, v, context) =>
    swungAbout(input, context, v.centre, { turn: 0, zoom: Math.log(1 + v.amount / 100) }),
});
