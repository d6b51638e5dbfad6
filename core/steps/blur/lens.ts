import { length } from '../../definitions/parameter';
import { defineStep } from '../../definitions/step';
import { apertureMargin, throughAperture } from '../../kernels/aperture';
import { linear } from '../../pixels/colour';
import { inLight } from './in-light';
import { apertureOf, bladesTurn, blooms, brightFrom, lifted, opening } from './opening';

export const lens = defineStep({
  kind: 'blur.lens',
  label: 'Lens blur',
  help: 'Out of focus: every point of light becomes the shape of the opening, a disc or a polygon of blades.',
  parameters: {
    radius: { ...length('Radius', 16, { max: 400, slider: [0, 100] }), step: 0.5 },
    opening,
    turn: bladesTurn,
    blooms,
    brightFrom,
  },
  margin: ({ radius }, scale) => apertureMargin(radius * scale),
  apply: (input, v, { scale, mixing, wanted }) =>
    inLight(
      input,
      mixing,
      (light) => throughAperture(light, apertureOf(v.opening, v.turn), v.radius * scale, wanted),
      lifted(v.blooms, linear(v.brightFrom / 100)),
    ),
});
