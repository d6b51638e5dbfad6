import { percent, seed } from '../../definitions/number-parameters';
import { defineStep } from '../../definitions/step';
import { each } from '../../fields/colours';
import type { Term } from '../../fields/field';
import {
  X,
  Y,
  add,
  clamped,
  divide,
  fractalNoise,
  max,
  mix,
  multiply,
  smoothstep,
  subtract,
} from '../../fields/field';
import { linear, rgb } from '../../pixels/colour';
import { gradedLight } from '../grade/graded';

/** Clouds of a leak: so many along the longer side of the picture. */
const CLOUDS = 2.6;
/** How far they move its border, shares of its reach. */
const LOOSE = 1.1;

export const lightLeak = defineStep({
  kind: 'finish.light-leak',
  label: 'Light leak',
  help: 'Light that came into the camera from one side: yellow where it came in, red where it ends.',
  parameters: {
    side: {
      kind: 'choice',
      label: 'From',
      help: 'From which side light leaks in.',
      options: [
        { value: 'left', label: 'the left' },
        { value: 'right', label: 'the right' },
        { value: 'top', label: 'above' },
        { value: 'bottom', label: 'below' },
      ],
      default: 'right',
    },
    reach: { ...percent('Reach', 34, 1, 100), help: 'How far it comes in, of the picture.' },
    strength: {
      ...{ kind: 'number', label: 'Strength', unit: 'stops', min: -6, max: 6, step: 0.1 },
      ...{ slider: [-3, 3], default: 0 },
      help: 'How bright it is where it came in: 0 is white.',
    },
    near: {
      kind: 'colour',
      label: 'Colour at the edge',
      help: 'The colour of the leak where it comes in.',
      default: '#ffb84a',
    },
    far: {
      kind: 'colour',
      label: 'Colour at its end',
      help: 'The colour that it fades to.',
      default: '#d8261a',
    },
    uneven: { ...percent('Unevenness', 60), help: 'From an even glow to clouds.' },
    seed: seed(),
  },
  margin: () => 0,
  keepsShape: true,
  seesPlace: true,
  /** Adds light that falls off from a side of the scene, its border moved by noise. */
  apply: (input, v, context) => {
    const { x0, y0, x1, y1 } = context.scene;
    const across = divide(subtract(X, x0), Math.max(1, x1 - x0));
    const down = divide(subtract(Y, y0), Math.max(1, y1 - y0));
    const depth: Record<typeof v.side, Term> = {
      ...{ left: across, right: subtract(1, across) },
      ...{ top: down, bottom: subtract(1, down) },
    };
    const size = Math.max(1, x1 - x0, y1 - y0) / CLOUDS;
    const clouds = fractalNoise(divide(subtract(X, x0), size), divide(subtract(Y, y0), size), {
      ...{ seed: Math.round(v.seed), px: 1 / size, count: 3 },
    });
    const moved = multiply((LOOSE * v.uneven) / 100, subtract(clouds, 0.5));
    const t = add(divide(depth[v.side]!, v.reach / 100), moved);
    const bright = subtract(1, smoothstep(0, 1, t));
    const [near, far] = [rgb(v.near).map(linear), rgb(v.far).map(linear)];
    const strength = multiply(2 ** v.strength, bright, bright);
    return gradedLight(input, context, (light) =>
      each(light, (c, i) => add(c, multiply(strength, max(0, mix(near[i]!, far[i]!, clamped(t)))))),
    );
  },
});
