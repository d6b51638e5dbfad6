import { percent } from '../../definitions/number-parameters';
import { defineStep } from '../../definitions/step';
import { each } from '../../fields/colours';
import { X, Y, add, mix, multiply, power, smoothstep } from '../../fields/field';
import { apply } from '../../geometry/affine';
import { exposedBy } from '../../kernels/expose';
import { linear, rgb } from '../../pixels/colour';
import { intersect } from '../../pixels/region';
import { centre, centreOf } from '../../definitions/centre';

import { gradedLight } from '../grade/graded';

export const vignette = defineStep({
  kind: 'finish.vignette',
  label: 'Vignette',
  help: 'Darkens the picture towards its edges, or lightens it, or gives it a colour there.',
  parameters: {
    by: {
      kind: 'choice',
      label: 'Method',
      help: 'Whether the edge gets less light, or a colour is laid on it.',
      options: [
        { value: 'light', label: 'light' },
        { value: 'colour', label: 'a colour' },
      ],
      default: 'light',
    },
    light: {
      ...{ kind: 'number', label: 'Light at the edge', unit: 'stops', min: -8, max: 4 },
      help: 'How much light the corners lose, or gain.',
      ...{ slider: [-4, 2], step: 0.1, default: -1.5, needs: { by: ['light'] } },
    },
    colour: {
      kind: 'colour',
      label: 'Colour',
      help: 'The colour that the edge is laid over with.',
      default: '#0a0614',
      needs: { by: ['colour'] },
    },
    strength: {
      ...percent('Strength', 80),
      help: 'How much of that colour there is in the corners.',
      needs: { by: ['colour'] },
    },
    size: { ...percent('Start', 45, 0, 150), help: 'Of the way from the centre to a corner.' },
    softness: { ...percent('Softness', 70, 1, 150), help: 'How far it takes until it is whole.' },
    round: {
      ...percent('Roundness', 40),
      help: 'From an oval as wide as the picture to a circle.',
    },
    square: { ...percent('Squareness', 0), help: 'From an oval to a frame with round corners.' },
    centre,
  },
  margin: () => 0,
  keepsShape: true,
  seesPlace: true,
  /** By the distance from the centre, 1 in the corners: (|x|ᵖ + |y|ᵖ)^(1/p), p from 2 to 8. */
  apply: (input, v, context) => {
    const { map, scene } = context;
    const at = apply(map, centreOf(v.centre, context));
    const [width, height] = [scene.x1 - scene.x0, scene.y1 - scene.y0];
    const [oval, circle] = [[width / 2, height / 2] as const, Math.hypot(width, height) / 2];
    const side = (own: number) => own * Math.SQRT2 + (circle - own * Math.SQRT2) * (v.round / 100);
    const p = 2 + (6 * v.square) / 100;
    // A superellipse of a higher power meets the corners sooner.
    const corner = 2 ** (1 / p - 0.5);
    const along = (place: typeof X, middle: number, own: number) => {
      const t = multiply(add(place, -middle), 1 / (side(own) * corner));
      return p === 2 ? multiply(t, t) : power(multiply(t, t), p / 2);
    };
    const squares = add(along(X, at.x, oval[0]), along(Y, at.y, oval[1]));
    const t = smoothstep(v.size / 100, (v.size + v.softness) / 100, power(squares, 1 / p));
    if (v.by === 'light') {
      const part = intersect(input.region, context.wanted);
      const size = Math.max(width, height);
      return exposedBy(input, part, multiply(v.light, t), size, context.mixing);
    }
    const own = rgb(v.colour).map(linear);
    return gradedLight(input, context, (light) =>
      each(light, (c, i) => mix(c, own[i]!, multiply(v.strength / 100, t))),
    );
  },
});
