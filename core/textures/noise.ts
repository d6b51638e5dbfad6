import { count, percent } from '../definitions/number-parameters';
import { defineTexture } from '../definitions/texture';
import type { Term } from '../fields/field';
import { add, hash, floor, multiply, subtract } from '../fields/field';
import { rampOf } from '../pixels/ramp';
import { onUnit, periodOf } from './space';

/** So many even draws add up to nearly a bell (Irwin and Hall): their variance is a twelfth each. */
const DRAWS = 6;

export const noise = defineTexture({
  kind: 'noise',
  label: 'Noise',
  help: 'A chance for every grain: even, or gathered about the middle as a Gaussian.',
  family: 'Grounds',
  colours: rampOf([
    [0, '#000000'],
    [100, '#ffffff'],
  ]),
  parameters: {
    spread: {
      kind: 'choice',
      label: 'Spread',
      help: 'Whether all values are equally frequent, or most lie near the middle.',
      options: [
        { value: 'uniform', label: 'Uniform' },
        { value: 'gaussian', label: 'Gaussian' },
      ],
      default: 'gaussian',
    },
    strength: { ...percent('Strength', 50), help: 'How far grains are from the middle grey.' },
    grains: count('Grains', 200, { min: 2, max: 4000, slider: [20, 400], help: 'Across 400 px.' }),
    channels: {
      kind: 'switch',
      label: 'Each channel',
      help: 'Red, green and blue are drawn apart, in place of the ramp.',
      default: false,
    },
  },
  surface({ spread, strength, grains, channels }, space) {
    const n = onUnit(grains, space);
    const period = [periodOf(n, space), periodOf(n, space)] as const;
    const [x, y] = [floor(multiply(space.x, n)), floor(multiply(space.y, n))];
    // A px that holds k grains is their mean, which spreads by a root of k less.
    const seen = Math.min(1, 1 / (space.px * n)) * (strength / 100);
    const tone = (channel: number): Term => {
      const draw = (k: number) => hash(x, y, space.seed + 100 * channel + k, period);
      if (spread === 'uniform') return add(0.5, multiply(subtract(draw(0), 0.5), seen));
      const draws = Array.from({ length: DRAWS }, (_, k) => draw(k));
      // Three standard deviations reach the ends.
      const bell = multiply(
        subtract(add(draws[0]!, ...draws.slice(1)), DRAWS / 2),
        Math.sqrt(12 / DRAWS),
      );
      return add(0.5, multiply(bell, seen / 6));
    };
    const one = tone(0);
    return channels ? { tone: one, channels: [one, tone(1), tone(2)] } : { tone: one };
  },
});
