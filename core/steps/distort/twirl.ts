import { angle, length } from '../../definitions/number-parameters';
import { defineStep } from '../../definitions/step';
import { add, distance, divide, max, multiply, sine, subtract } from '../../fields/field';
import { centre } from '../../definitions/centre';
import { beyond, distortMargin, distorted, isCarriedFar } from './distorted';

/** How far a turn about a centre moves what is so far from it at most. */
const moved = (degrees: number, radius: number): number => {
  const turn = Math.min(Math.PI, (Math.abs(degrees) * Math.PI) / 180);
  return Math.min(2 * radius, 2 * radius * Math.sin(turn / 2));
};

export const twirl = defineStep({
  kind: 'distort.twirl',
  label: 'Twirl',
  help: 'Turns the picture about a place, most in the middle, not at all at the rim.',
  parameters: {
    centre,
    turn: {
      ...angle('Turn', 90, { min: -1440, max: 1440, slider: [-360, 360] }),
      help: 'How far the middle is turned.',
    },
    radius: length('Radius', 700, {
      help: 'How far out the twirl reaches.',
      min: 1,
      max: 8000,
      slider: [20, 1500],
    }),
    beyond,
  },
  arms: [{ length: 'radius', label: 'Radius' }],
  seesPlace: true,
  inLens: true,
  reachesAll: isCarriedFar,
  margin: ({ turn, radius }, scale) => distortMargin(moved(turn, radius), scale),
  apply: (input, v, context) =>
    distorted(input, context, {
      ...{ centre: v.centre, beyond: v.beyond, reach: moved(v.turn, v.radius) },
      way: (x, y) => {
        const inside = max(0, subtract(1, divide(distance(x, y), v.radius)));
        const turn = multiply(-v.turn / 360, inside, inside);
        const [s, c] = [sine(turn), sine(add(turn, 0.25))];
        return [
          subtract(subtract(multiply(c, x), multiply(s, y)), x),
          subtract(add(multiply(s, x), multiply(c, y)), y),
        ];
      },
    }),
});
