import { length, percent, seed } from '../../definitions/number-parameters';
import { defineStep } from '../../definitions/step';
import { add, floor, hash, less, multiply, subtract } from '../../fields/field';
import { fringeMargin, fringed } from '../../kernels/fringe';
import { scoped } from '../../pixels/heap';
import { grow } from '../../pixels/region';
import { crop } from '../../pixels/buffer';
import { beyond, distortMargin, distorted, isCarriedFar } from '../distort/distorted';

export const brokenSignal = defineStep({
  kind: 'finish.broken-signal',
  label: 'Broken signal',
  help: 'Bands of the picture jump to the side by chance, and their colours come apart.',
  parameters: {
    shift: length('Shift', 60, {
      help: 'How far bands slip to the side.',
      max: 1000,
      slider: [0, 300],
    }),
    height: length('Height of bands', 36, {
      help: 'How high the bands are that slip.',
      min: 2,
      max: 1000,
      slider: [4, 200],
    }),
    share: { ...percent('Share', 35), help: 'The share of bands that jump.' },
    apart: {
      ...length('Colour shift', 5, { min: -100, max: 100, slider: [-30, 30] }),
      help: 'How far red and blue part in them.',
    },
    seed: seed(),
    beyond: { ...beyond, default: 'repeated' },
  },
  seesPlace: true,
  inLens: true,
  reachesAll: isCarriedFar,
  margin: ({ shift, apart }, scale) =>
    distortMargin(shift, scale) + fringeMargin(Math.abs(apart) * scale),
  /** Bands of three heights lie over one another; each jumps or stays by a chance of its own. */
  apply: (input, v, context) =>
    scoped(() => {
      const number = Math.round(v.seed);
      const around = grow(context.wanted, fringeMargin(Math.abs(v.apart) * context.scale));
      const moved = distorted(
        input,
        { ...context, wanted: around },
        {
          ...{ centre: null, beyond: v.beyond, reach: v.shift },
          way: (_x, y) => {
            const bands = [1, 0.37, 2.6].map((size, n) => {
              const band = floor(multiply(y, 1 / (v.height * size)));
              const jumps = less(hash(band, n, number), v.share / 100);
              const by = subtract(multiply(2, hash(band, n, number + 31)), 1);
              return multiply(jumps, by, v.shift * [0.6, 0.25, 0.15][n]!);
            });
            return [add(bands[0]!, bands[1]!, bands[2]!), 0];
          },
        },
      );
      if (v.apart === 0) return crop(moved, context.wanted);
      const region = context.wanted;
      const apart = v.apart * context.scale;
      const move = { scale: 1, moveX: -apart, moveY: 0, most: Math.abs(apart) };
      return fringed(crop(moved, around), region, move);
    }),
});
