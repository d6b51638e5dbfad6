import { length, percent, seed } from '../../definitions/number-parameters';
import { defineStep } from '../../definitions/step';
import { each, lumaOf } from '../../fields/colours';
import type { Term } from '../../fields/field';
import { X, Y, add, fractalNoise, max, min, mix, multiply, subtract } from '../../fields/field';
import { gradedEncoded } from '../grade/graded';

/** Noises of three sizes, each turned another way, so that no grid shows: how large, and by how much they are turned, radians. */
const LAYERS = [
  { size: 1, turn: 0.3 },
  { size: 0.53, turn: 1.13 },
  { size: 1.9, turn: 2.01 },
] as const;
/** The standard deviation of such noise, a px of which is not far from its own size: what is finer is filtered (measured). */
const DEVIATION = 0.175;
/** How far apart the seeds of channels are. */
const APART = 101;

export const grain = defineStep({
  kind: 'finish.grain',
  label: 'Grain',
  help: 'The grain of film, by scene px: the same at every zoom and in the export.',
  parameters: {
    strength: {
      ...percent('Strength', 5, 0, 50),
      help: 'The standard deviation in middle tones, of all tones.',
      slider: [0, 20],
      step: 0.5,
    },
    size: { ...length('Size', 1.6, { min: 0.5, max: 40, slider: [0.5, 8] }), step: 0.1 },
    rough: { ...percent('Roughness', 50), help: 'How strong the finer and the coarser grain is.' },
    colour: {
      ...percent('Colour', 30),
      help: 'From the same grain in all channels to one for each.',
    },
    dark: { ...percent('In the dark', 60), help: 'How much of it there is in dark tones.' },
    bright: { ...percent('In the light', 30), help: 'How much of it there is in bright tones.' },
    seed: seed(),
  },
  margin: () => 0,
  keepsShape: true,
  seesPlace: true,
  /** Added to encoded tones: whole in the middle, and in the dark and the light as asked. */
  apply: (input, v, context) => {
    const { scale, scene } = context;
    const px = 1 / (v.size * scale);
    const back = [px, 0, 0, px, -scene.x0 * px, -scene.y0 * px] as const;
    const all = LAYERS.map((layer, n) => ({
      ...layer,
      weight: [1, v.rough / 100, v.rough / 150][n]!,
    }));
    /** Grain of a deviation of 1, of some layers. */
    const drawn = (number: number, layers: typeof all): Term => {
      const whole = Math.hypot(...layers.map((l) => l.weight)) * DEVIATION;
      const terms = layers.map(({ size, turn, weight }, n) => {
        const [c, s] = [Math.cos(turn) / size, Math.sin(turn) / size];
        const x = subtract(multiply(c, X), multiply(s, Y));
        const y = add(multiply(s, X), multiply(c, Y));
        const one = fractalNoise(x, y, { seed: number + 7 * n, px: px / size, count: 1 });
        return multiply(weight / whole, subtract(one, 0.5));
      });
      return add(0, ...terms);
    };
    const number = Math.round(v.seed);
    const share = v.colour / 100;
    // Two noises that have nothing in common keep their deviation when they are mixed by the roots of their shares.
    const [common, own] = [Math.sqrt(1 - share), Math.sqrt(share)];
    const shared: Term = share < 1 ? multiply(common, drawn(number, all)) : 0;
    return gradedEncoded(
      input,
      context,
      (colour) => {
        const tone = min(1, lumaOf(colour));
        const middle = multiply(4, tone, subtract(1, tone));
        const ends = mix(v.dark / 100, v.bright / 100, tone);
        const strength = multiply(v.strength / 100, mix(ends, 1, middle));
        return each(colour, (c, i) => {
          const grain =
            share > 0
              ? add(shared, multiply(own, drawn(number + APART * (i + 1), all.slice(0, 1))))
              : shared;
          return max(0, add(c, multiply(strength, grain)));
        });
      },
      { back },
    );
  },
});
