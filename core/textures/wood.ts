import { count, percent } from '../definitions/number-parameters';
import { defineTexture } from '../definitions/texture';
import { add, fract, clamped, multiply, power, smoothstep, subtract } from '../fields/field';
import { rampOf } from '../pixels/ramp';
import { fractalOn, onUnit } from './space';

export const wood = defineTexture({
  kind: 'wood',
  label: 'Wood',
  help: 'A sawn board: rings that run down it, and fine fibres.',
  family: 'Grown',
  colours: rampOf([
    [0, '#2b1408'],
    [100, '#c98d52'],
  ]),
  parameters: {
    rings: count('Rings', 9, { min: 1, max: 200, slider: [2, 40], help: 'Across 400 px.' }),
    wild: { ...percent('Wild', 60, 0, 400), slider: [0, 200], help: 'How far the rings bend.' },
    fibres: { ...percent('Fibres', 50), help: 'How clearly its fibres are seen.' },
  },
  surface({ rings, wild, fibres }, space) {
    const bent = fractalOn(space, 1.6, 0.35, { count: 3 });
    const n = onUnit(rings, space);
    // Where the way across bends back, rings close into the flames of a sawn board.
    const across = add(multiply(space.x, n), multiply(subtract(bent, 0.5), (n * 1.1 * wild) / 100));
    const wobble = fractalOn(space, 14, 0.9, { count: 2, seed: 17 });
    const ring = fract(add(across, multiply(wobble, 0.35)));
    // Early wood darkens slowly into late wood, which ends at once.
    const soft = Math.min(0.4, Math.max(0.05, 1.5 * n * space.px));
    const late = multiply(power(ring, 2.2), subtract(1, smoothstep(1 - soft, 1, ring)));
    const fibre = fractalOn(space, 110, 2.2, { count: 3, rough: 0.6, seed: 5 });
    const shade = fractalOn(space, 1, 0.5, { count: 2, seed: 33 });
    const tone = add(
      0.82,
      multiply(late, -0.5),
      multiply(subtract(fibre, 0.5), (0.8 * fibres) / 100),
      multiply(subtract(shade, 0.5), 0.3),
    );
    const height = add(multiply(late, 0.006), multiply(fibre, (0.006 * fibres) / 100));
    return { tone: clamped(tone), height };
  },
});
