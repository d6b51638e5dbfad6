import { count, percent } from '../definitions/number-parameters';
import { defineTexture } from '../definitions/texture';
import {
  abs,
  add,
  hash,
  divide,
  floor,
  fract,
  clamped,
  min,
  multiply,
  subtract,
} from '../fields/field';
import { rampOf } from '../pixels/ramp';
import { fractalOn, onUnit, periodOf, stirred } from './space';

export const brick = defineTexture({
  kind: 'brick',
  label: 'Brick and tile',
  help: 'Bricks in a running bond, or tiles stacked in a grid, with joints between.',
  family: 'Worked',
  colours: rampOf([
    [0, '#5b5348'],
    [30, '#5a2318'],
    [100, '#d98a63'],
  ]),
  parameters: {
    bond: {
      kind: 'choice',
      label: 'Bond',
      help: 'Whether joints of one row lie over the middle of the next, or over each other.',
      options: [
        { value: 'courses', label: 'Running bond' },
        { value: 'grid', label: 'Stack bond' },
      ],
      default: 'courses',
    },
    across: {
      ...count('Count', 5, { min: 1, max: 100, slider: [2, 20], help: 'Across 400 px.' }),
      step: 0.5,
    },
    longer: {
      ...percent('Length', 260, 20, 1000),
      slider: [50, 400],
      help: 'Of a brick, by its height.',
    },
    joint: {
      ...percent('Joint', 8, 0, 60),
      slider: [0, 30],
      help: 'How wide it is, by the height of a brick.',
    },
    shades: { ...percent('Shades', 50), help: 'How far bricks differ in shade.' },
    worn: { ...percent('Worn', 35), help: 'How rough bricks and their edges are.' },
  },
  surface({ bond, across, longer, joint, shades, worn }, space) {
    const n = onUnit(across, space);
    // Two courses, or one, come back after whole units.
    const rows = space.seamless
      ? Math.max(2, 2 * Math.round((n * longer) / 200))
      : (n * longer) / 100;
    const { x, y } = stirred(space, (0.06 * worn) / 100 / rows, rows * 3, 80, 2);
    const v = multiply(y, rows);
    const course = floor(v);
    const odd = subtract(course, multiply(2, floor(multiply(course, 0.5))));
    const u = bond === 'courses' ? add(multiply(x, n), multiply(odd, 0.5)) : multiply(x, n);
    // How far inside a brick, in heights of one.
    const side = (t: typeof u, size: number) =>
      multiply(subtract(0.5, abs(subtract(fract(t), 0.5))), size);
    const inside = subtract(min(side(u, rows / n), side(v, 1)), joint / 200);
    const soft = Math.max(0.035, rows * space.px);
    const body = clamped(add(divide(inside, soft), 0.5));
    const own = hash(floor(u), course, space.seed, [periodOf(n, space), periodOf(rows, space)]);
    const rough = fractalOn(space, rows * 4, rows * 4, { count: 5, rough: 0.6, seed: 13 });
    const grain = multiply(subtract(rough, 0.5), (0.9 * worn) / 100);
    const shade = add(0.62, multiply(subtract(own, 0.5), (0.75 * shades) / 100), grain);
    const mortar = add(0.08, multiply(grain, 0.25));
    const edge = clamped(divide(inside, 0.14));
    return {
      tone: clamped(add(mortar, multiply(body, subtract(shade, mortar)))),
      height: divide(
        add(multiply(body, add(0.03, multiply(edge, 0.05))), multiply(grain, 0.06)),
        rows,
      ),
    };
  },
});
