import { angle, length, percent, seed } from '../../definitions/number-parameters';
import { defineStep } from '../../definitions/step';
import {
  add,
  cellBorder,
  cells,
  divide,
  floor,
  hash,
  multiply,
  sine,
  subtract,
} from '../../fields/field';
import { beyond, distortMargin, distorted, isCarriedFar } from './distorted';

/** How far from the middle of its shard a place may lie, in sizes of shards. */
const FAR = 1;

const reachOf = (v: { apart: number; turn: number; size: number }): number =>
  v.apart + FAR * v.size * Math.min(2, (Math.abs(v.turn) * Math.PI) / 180);

export const shatter = defineStep({
  kind: 'distort.shatter',
  label: 'Shatter',
  help: 'Breaks the picture into shards, each moved and turned a little by chance.',
  parameters: {
    size: length('Size of shards', 220, {
      help: 'How large the shards are.',
      min: 8,
      max: 2000,
      slider: [20, 600],
    }),
    apart: length('Distance', 26, {
      help: 'How far the shards have flown.',
      max: 400,
      slider: [0, 120],
    }),
    turn: angle('Rotation', 4, {
      help: 'How far shards are turned at most.',
      min: 0,
      max: 180,
      slider: [0, 45],
    }),
    gap: {
      ...length('Gaps', 2, { max: 100, slider: [0, 20] }),
      help: 'How wide the cracks are.',
      step: 0.5,
    },
    irregular: { ...percent('Irregularity', 90), help: 'How unlike each other the shards are.' },
    seed: seed(),
    beyond,
  },
  seesPlace: true,
  inLens: true,
  reachesAll: isCarriedFar,
  margin: (v, scale) => distortMargin(reachOf(v), scale),
  apply: (input, v, context) =>
    distorted(input, context, {
      ...{ centre: null, beyond: v.beyond, reach: reachOf(v) },
      way: (x, y) => {
        const number = Math.round(v.seed);
        const [u, w] = [divide(x, v.size), divide(y, v.size)];
        const cell = cells(u, w, number, v.irregular / 100);
        // Each shard has chances of its own, drawn from the number of its point.
        const chance = (n: number) =>
          subtract(multiply(2, hash(floor(multiply(cell.own, 9973)), n, number + 7)), 1);
        const turn = multiply(v.turn / 360, chance(1));
        const [s, c] = [sine(turn), sine(add(turn, 0.25))];
        // From the point of the shard to the place, and that turned.
        const [fx, fy] = [multiply(-v.size, cell.toX), multiply(-v.size, cell.toY)];
        const across = add(
          subtract(subtract(multiply(c, fx), multiply(s, fy)), fx),
          multiply(v.apart * 0.7, chance(2)),
        );
        const down = add(
          subtract(add(multiply(s, fx), multiply(c, fy)), fy),
          multiply(v.apart * 0.7, chance(3)),
        );
        return [across, down];
      },
      ...(v.gap > 0 && {
        cover: (x, y, px) => {
          const [u, w] = [divide(x, v.size), divide(y, v.size)];
          const number = Math.round(v.seed);
          const loose = v.irregular / 100;
          const border = cellBorder(u, w, cells(u, w, number, loose), number, loose);
          return add(0.5, divide(subtract(multiply(v.size, border), v.gap / 2), px));
        },
      }),
    }),
});
