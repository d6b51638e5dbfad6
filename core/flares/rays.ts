import { defineFlarePart } from '../definitions/flare-part';
import { angle, count, length, percent } from '../definitions/number-parameters';
import { chance } from '../geometry/chance';
import { gaussianBlur, blurMargin } from '../kernels/blur';
import { coverage } from '../kernels/coverage';
import { colourBuffer } from '../pixels/buffer';
import { EMPTY, grow, intersect, isEmpty } from '../pixels/region';
import { around, brightness, circle, onAxis, placed, spot, spotTable } from './spots';
import type { ColourBuffer } from '../pixels/buffer';

/** Rays that shoot out of the light, each of its own length and width. */
export const rays = defineFlarePart({
  kind: 'rays',
  label: 'Rays',
  help: 'Pointed rays all round, each of its own length by chance.',
  parameters: {
    count: {
      ...count('Rays', 40, { min: 1, max: 400 }),
      help: 'How many rays there are.',
      slider: [1, 120],
    },
    length: length('Length', 320, {
      help: 'How long the rays are.',
      min: 1,
      max: 8000,
      slider: [1, 1500],
    }),
    variation: { ...percent('Variation', 70), help: 'How much lengths and angles differ.' },
    width: {
      ...length('Width', 5, { min: 0.1, max: 500, slider: [0.1, 60] }),
      help: 'How wide a ray is at the light.',
      step: 0.1,
    },
    softness: length('Softness', 1.5, {
      help: 'How soft the rays are.',
      max: 100,
      slider: [0, 20],
      step: 0.5,
    }),
    turn: angle('Turn', 0, { help: 'How the rays are turned.' }),
    colour: {
      kind: 'colour',
      label: 'Colour',
      help: 'The colour of the rays.',
      default: '#ffe0bd',
    },
    ...placed(0),
    ...brightness(55),
  },
  region: (v, axis) =>
    around(
      onAxis(axis, v.at),
      (v.length + v.width) * axis.scale + blurMargin(v.softness * axis.scale),
    ),
  draw(v, context): ColourBuffer {
    const { scale, seed, wanted, mixing } = context;
    const at = onAxis(context, v.at);
    const part = intersect(rays.region(v, context), wanted);
    if (isEmpty(part)) return colourBuffer(EMPTY);
    const many = Math.round(v.count);
    const by = v.variation / 100;
    const spikes = Array.from({ length: many }, (_, i) => {
      const own = (k: number) => chance(seed * 8 + k, i);
      const turn = (i + (own(0) - 0.5) * by) / many;
      const a = 2 * Math.PI * turn + (v.turn * Math.PI) / 180;
      const long = v.length * scale * (1 - by * own(1) ** 0.7);
      const wide = (v.width * scale * (1 - 0.6 * by * own(2))) / 2;
      const [x, y] = [Math.cos(a), Math.sin(a)];
      // All wind the same way, so that they lie over one another.
      return Float64Array.of(
        ...[at.x - y * wide, at.y + x * wide],
        ...[at.x - x * wide, at.y - y * wide],
        ...[at.x + y * wide, at.y - x * wide],
        ...[at.x + x * long, at.y + y * long],
      );
    });
    const sigma = v.softness * scale;
    const around = grow(part, blurMargin(sigma));
    const shape = gaussianBlur(coverage(spikes, 'nonzero', around, sigma > 3), sigma, part);
    const colour = context.lit(v.colour);
    const table = spotTable(
      (r) => (1 - r) ** 1.6,
      () => colour,
      mixing,
    );
    return spot(table, circle(at, (v.length + v.width) * scale), part, context, shape);
  },
});
