import { count, percent } from '../definitions/number-parameters';
import { defineTexture } from '../definitions/texture';
import { add, cells, divide, clamped, min, multiply, power, subtract } from '../fields/field';
import { rampOf } from '../pixels/ramp';
import { onUnit, periodOf, stirred } from './space';

export const water = defineTexture({
  kind: 'water',
  label: 'Water light',
  help: 'The net of light that waves throw on what lies under water.',
  family: 'Light',
  colours: rampOf([
    [0, '#04222e'],
    [60, '#1a8aa0'],
    [100, '#eaffff'],
  ]),
  parameters: {
    across: {
      ...count('Count', 4, { min: 0.5, max: 100, slider: [1, 20] }),
      help: 'How many cells of light there are across a tile.',
      step: 0.5,
    },
    sharp: { ...percent('Sharp', 60), help: 'How narrow the lines of light are.' },
    stir: {
      ...percent('Stirred', 60, 0, 300),
      help: 'How much the water moves.',
      slider: [0, 150],
    },
  },
  surface({ across, sharp, stir }, space) {
    const n = onUnit(across, space);
    const { x, y } = stirred(space, (0.35 * stir) / 100 / n, n, 60, 2);
    /** How far a place is from where two waves meet: light gathers there. */
    const net = (times: number, seed: number) => {
      const m = onUnit(n * times, space);
      const c = cells(multiply(x, m), multiply(y, m), space.seed + seed, 1, periodOf(m, space));
      return subtract(c.second, c.nearest);
    };
    const [first, second] = [net(1, 0), net(1.618, 9)];
    const wide = 0.5 - (0.42 * sharp) / 100;
    const light = (far: typeof first) =>
      power(clamped(subtract(1, divide(far, wide + 0.35))), 2 + (6 * sharp) / 100);
    const both = add(light(first), multiply(light(second), 0.45));
    return { tone: min(1, add(0.06, multiply(both, 0.94))) };
  },
});
