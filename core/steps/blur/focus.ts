import { angle, length } from '../../definitions/number-parameters';
import { defineStep } from '../../definitions/step';
import type { Term } from '../../fields/field';
import {
  X,
  Y,
  abs,
  add,
  clamped,
  distance,
  divide,
  eased,
  multiply,
  subtract,
} from '../../fields/field';
import { compile } from '../../fields/compile';
import { apply, angleUnder, translation } from '../../geometry/affine';
import { apertureMargin, throughOwnApertures } from '../../kernels/aperture';
import { fieldPlanes } from '../../kernels/field';
import { linear } from '../../pixels/colour';
import { grow, intersect } from '../../pixels/region';
import { centre, centreOf } from '../../definitions/centre';

import { inLight } from './in-light';
import { apertureOf, bladesTurn, blooms, brightFrom, lifted, opening } from './opening';

export const focus = defineStep({
  kind: 'blur.focus',
  label: 'Focus',
  help: 'Sharp along a band, within an oval or up to a line; beyond it the blur grows: miniatures, depth.',
  first: ['radius', 'width', 'passage'],
  parameters: {
    form: {
      kind: 'choice',
      label: 'In focus',
      help: 'Where the picture stays sharp.',
      options: [
        { value: 'band', label: 'along a band' },
        { value: 'oval', label: 'within an oval' },
        { value: 'side', label: 'up to a line' },
      ],
      default: 'band',
    },
    centre,
    angle: angle('Angle', 0, { help: 'How the band or the oval is turned.' }),
    width: {
      ...length('Focus width', 120, { max: 8000, slider: [0, 800] }),
      help: 'How far from the centre all is sharp: across the band, or along the oval.',
    },
    height: {
      ...length('Height', 80, { min: 1, max: 8000, slider: [1, 800] }),
      help: 'How high the oval is that stays sharp.',
      needs: { form: ['oval'] },
    },
    passage: {
      ...length('Transition', 260, { min: 1, max: 8000, slider: [1, 1000] }),
      help: 'How far it takes until the blur is whole.',
    },
    radius: {
      ...length('Blur', 18, { max: 200, slider: [0, 60] }),
      help: 'How blurred it is where it is farthest out of focus.',
      step: 0.5,
    },
    opening,
    turn: bladesTurn,
    blooms,
    brightFrom,
  },
  arms: [
    {
      length: 'width',
      angle: 'angle',
      label: 'Focus width',
      turned: 90,
      needs: { form: ['band', 'side'] },
    },
    { length: 'width', angle: 'angle', label: 'Focus width', needs: { form: ['oval'] } },
    { length: 'height', angle: 'angle', label: 'Height', turned: 90, needs: { form: ['oval'] } },
  ],
  seesPlace: true,
  margin: ({ radius }, scale) => apertureMargin(radius * scale),
  apply: (input, v, context) => {
    const { scale, map, mixing, wanted } = context;
    const most = v.radius * scale;
    const at = apply(map, centreOf(v.centre, context));
    const turn = angleUnder(map, (v.angle * Math.PI) / 180);
    const [c, s] = [Math.cos(turn), Math.sin(turn)];
    const along = add(multiply(c, X), multiply(s, Y));
    const across = subtract(multiply(c, Y), multiply(s, X));
    const far = (): Term => {
      if (v.form === 'band') return subtract(abs(across), v.width * scale);
      if (v.form === 'side') return subtract(across, v.width * scale);
      const wide = Math.max(1, v.width * scale);
      const flat = wide / (v.height * scale);
      return subtract(distance(along, multiply(flat, across)), wide);
    };
    const blur = multiply(most, eased(clamped(divide(far(), v.passage * scale))));
    const region = intersect(wanted, grow(input.region, apertureMargin(most)));
    return inLight(
      input,
      mixing,
      (light) => {
        const [radii] = fieldPlanes(compile([blur]), translation(-at.x, -at.y), region);
        return throughOwnApertures(light, apertureOf(v.opening, v.turn), radii!, most);
      },
      lifted(v.blooms, linear(v.brightFrom / 100)),
    );
  },
});
