import { angle } from '../../definitions/number-parameters';
import { defineStep } from '../../definitions/step';
import { centre } from '../../definitions/centre';

import { swungAbout } from './swung';

export const spin = defineStep({
  kind: 'blur.spin',
  label: 'Spin blur',
  help: 'As if the picture had turned about a place while the shutter was open.',
  parameters: {
    centre,
    turn: angle('Angle', 8, {
      help: 'How far the picture turns while the shutter is open.',
      min: -180,
      max: 180,
      slider: [-45, 45],
    }),
  },
  seesPlace: true,
  inLens: true,
  reachesAll: true,
  margin: () => 2,
  apply: (input, v, context) =>
    swungAbout(input, context, v.centre, { turn: (v.turn * Math.PI) / 180, zoom: 0 }),
});
