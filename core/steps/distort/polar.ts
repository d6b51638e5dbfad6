import { angle } from '../../definitions/number-parameters';
import { defineStep } from '../../definitions/step';
import { add, distance, divide, floor, multiply, sine, subtract, turnOf } from '../../fields/field';
import { centre } from '../../definitions/centre';
import { beyond, distortMargin, distorted } from './distorted';

export const polar = defineStep({
  kind: 'distort.polar',
  label: 'Round a circle',
  help: 'Bends rows of the picture into rings round a place, or rolls rings out into rows.',
  parameters: {
    centre,
    way: {
      kind: 'choice',
      label: 'Direction',
      help: 'Whether rows become rings round a middle, or rings become rows.',
      options: [
        { value: 'into-rings', label: 'rows into rings' },
        { value: 'into-rows', label: 'rings into rows' },
      ],
      default: 'into-rings',
    },
    turn: {
      ...angle('Start angle', -90),
      help: 'Where the left edge of the picture comes to lie.',
    },
    beyond: { ...beyond, default: 'mirrored' },
  },
  seesPlace: true,
  inLens: true,
  reachesAll: true,
  margin: (_values, scale) => distortMargin(0, scale),
  /** Rows lie round the centre, the lowest in the middle; the largest ring touches the nearer sides of the picture. */
  apply: (input, v, context) => {
    const { scene, scale } = context;
    const [width, height] = [(scene.x1 - scene.x0) / scale, (scene.y1 - scene.y0) / scale];
    const radius = Math.min(width, height) / 2;
    const begins = v.turn / 360;
    return distorted(input, context, {
      ...{ centre: v.centre, beyond: v.beyond, reach: Infinity },
      way: (x, y) => {
        if (v.way === 'into-rings') {
          const turn = subtract(turnOf(x, y), begins);
          const round = subtract(turn, floor(turn));
          const up = divide(distance(x, y), radius);
          return [
            subtract(multiply(width, subtract(round, 0.5)), x),
            subtract(multiply(height, subtract(0.5, up)), y),
          ];
        }
        const turn = add(divide(x, width), 0.5 + begins);
        const r = multiply(radius, subtract(0.5, divide(y, height)));
        return [
          subtract(multiply(r, sine(add(turn, 0.25))), x),
          subtract(multiply(r, sine(turn)), y),
        ];
      },
    });
  },
});
