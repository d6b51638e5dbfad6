import { angle, length } from '../../definitions/number-parameters';
import { defineStep } from '../../definitions/step';
import { LONGEST_MOTION, slid, slideMargin } from '../../kernels/slide';
import { angleUnder } from '../../geometry/affine';
import { inLight } from './in-light';

export const motion = defineStep({
  kind: 'blur.motion',
  label: 'Motion blur',
  help: 'As if what is there had moved while the shutter was open: along an angle, in light.',
  parameters: {
    length: {
      ...length('Length', 60, { max: LONGEST_MOTION, slider: [0, 500] }),
      help: 'From one end of the way to the other.',
    },
    angle: angle('Angle', 0),
  },
  arms: [{ length: 'length', angle: 'angle', label: 'Motion', share: 0.5 }],
  seesPlace: true,
  margin: ({ length }, scale) => slideMargin(length * scale),
  apply: (input, v, { scale, map, mixing, wanted }) =>
    inLight(input, mixing, (light) =>
      slid(light, v.length * scale, angleUnder(map, (v.angle * Math.PI) / 180), wanted),
    ),
});
