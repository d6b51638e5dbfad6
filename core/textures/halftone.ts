import { angle, count, percent } from '../definitions/number-parameters';
import { defineTexture } from '../definitions/texture';
import {
  abs,
  add,
  less,
  mix,
  divide,
  fract,
  clamped,
  min,
  multiply,
  subtract,
  sine,
} from '../fields/field';
import { rampOf } from '../pixels/ramp';
import { onUnit } from './space';

/** Below a·t + b·t² + c·t³ + d·t⁴ lies the share t of two crossed waves, up to a half, within 0.4 %: a fit by least squares. */
const THRESHOLD = [1.57912899, -1.36321581, 0.91506168, -0.99278733] as const;

export const halftone = defineTexture({
  kind: 'halftone',
  label: 'Halftone',
  help: 'A printer’s screen of dots or lines that grow from one side to the other.',
  family: 'Print',
  colours: rampOf([
    [0, '#e8e4da'],
    [100, '#e8e4da'],
  ]),
  parameters: {
    shape: {
      kind: 'choice',
      label: 'Shape',
      help: 'Whether tones are printed as dots, or as lines.',
      options: [
        { value: 'dots', label: 'Dots' },
        { value: 'lines', label: 'Lines' },
      ],
      default: 'dots',
    },
    across: count('Count', 24, { min: 2, max: 400, slider: [6, 80], help: 'Across 400 px.' }),
    angle: angle('Screen angle', 45, { help: 'How the screen is turned.' }),
    from: { ...percent('From', 8), help: 'How much is covered at the top.' },
    to: {
      ...percent('To', 80),
      help: 'How much is covered 400 px farther down; from there on it goes back.',
    },
  },
  surface({ shape, across, angle, from, to }, space) {
    const n = onUnit(across, space);
    const turn = (space.seamless ? 0 : angle) * (Math.PI / 180);
    const [cos, sin] = [Math.cos(turn) * n, Math.sin(turn) * n];
    const u = add(multiply(space.x, cos), multiply(space.y, sin));
    const v = subtract(multiply(space.y, cos), multiply(space.x, sin));
    // To one side and back, so that it may be repeated.
    const way = abs(subtract(multiply(2, fract(multiply(space.y, 0.5))), 1));
    const area = mix(to / 100, from / 100, way);
    const soft = Math.max(0.02, 2 * n * space.px);
    if (shape === 'lines') {
      const off = abs(subtract(fract(v), 0.5));
      return {
        tone: 1,
        cover: clamped(add(divide(subtract(multiply(area, 0.5), off), soft / 2), 0.5)),
      };
    }
    const screen = subtract(0.5, multiply(0.25, add(sine(add(u, 0.25)), sine(add(v, 0.25)))));
    // The smaller of what is covered and what is bare: dots, or holes.
    const few = min(area, subtract(1, area));
    const [a, b, c, d] = THRESHOLD;
    const bent = multiply(
      few,
      add(a, multiply(few, add(b, multiply(few, add(c, multiply(few, d)))))),
    );
    const threshold = mix(subtract(1, bent), bent, less(area, 0.5));
    return { tone: 1, cover: clamped(add(divide(subtract(threshold, screen), 1.1 * soft), 0.5)) };
  },
});
