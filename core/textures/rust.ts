import { length, percent } from '../definitions/number-parameters';
import { defineTexture } from '../definitions/texture';
import { add, min, multiply, smoothstep, subtract } from '../fields/field';
import { rampOf } from '../pixels/ramp';
import { fractalOn } from './space';

export const rust = defineTexture({
  kind: 'rust',
  label: 'Rust and wear',
  help: 'Patches of rust that begin at the edges of what they lie on; between them it is bare.',
  family: 'Worn',
  colours: rampOf([
    [0, '#2a0f06'],
    [60, '#8a3a12'],
    [100, '#d07a34'],
  ]),
  parameters: {
    amount: { ...percent('Amount', 45), help: 'How much has rusted.' },
    edges: { ...percent('At edges', 60), help: 'How much more of it there is at the edges.' },
    reach: {
      ...length('Reach', 60, { min: 1, max: 2000, slider: [5, 300] }),
      help: 'How far in from the edges.',
    },
    patches: {
      ...percent('Patches', 100, 10, 1000),
      slider: [30, 400],
      help: 'How large the patches are.',
    },
  },
  depthReach: ({ reach }) => reach,
  surface({ amount, edges, reach, patches }, space) {
    const n = 400 / patches;
    const large = fractalOn(space, n, n, { count: 6, rough: 0.6 });
    const fine = fractalOn(space, n * 8, n * 8, { count: 4, rough: 0.65, seed: 30 });
    const nearEdge = subtract(1, min(1, multiply(space.depth, 400 / reach)));
    const edge = multiply(nearEdge, nearEdge);
    const eaten = add(
      large,
      multiply(subtract(fine, 0.5), 0.18),
      multiply(edge, (0.45 * edges) / 100),
    );
    const from = 0.78 - (0.56 * amount) / 100;
    const soft = Math.max(0.03, 0.5 * n * space.px);
    const tone = add(
      0.5,
      multiply(subtract(fine, 0.5), 1.5),
      multiply(subtract(eaten, from + 0.2), -0.7),
    );
    return {
      tone,
      cover: smoothstep(from - soft, from + soft, eaten),
      height: multiply(fine, 0.008),
    };
  },
});
