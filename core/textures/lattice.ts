import { count, percent } from '../definitions/number-parameters';
import { defineTexture } from '../definitions/texture';
import type { Term } from '../fields/field';
import {
  abs,
  add,
  mix,
  divide,
  floor,
  fract,
  clamped,
  max,
  multiply,
  sqrt,
  subtract,
  sine,
} from '../fields/field';
import { rampOf } from '../pixels/ramp';
import { onUnit } from './space';

/** How far bands rise over the others, of their pitch. */
const RISE = 0.18;

export const lattice = defineTexture({
  kind: 'lattice',
  label: 'Lattice',
  help: 'Bands woven over and under each other, with gaps between.',
  family: 'Worked',
  colours: rampOf([
    [0, '#14161a'],
    [55, '#7d848f'],
    [100, '#f0f3f7'],
  ]),
  parameters: {
    across: {
      ...count('Bands', 8, { min: 1, max: 200, slider: [2, 40] }),
      help: 'How many bands there are across a tile.',
    },
    width: {
      ...percent('Width', 78, 2, 100),
      help: 'How much of their room bands fill; the rest are gaps.',
    },
    shading: {
      ...percent('Shading', 70),
      help: 'How much darker bands are at their edges and where they dive.',
    },
    round: { ...percent('Round', 60), help: 'How round bands are across.' },
  },
  surface({ across, width, shading, round }, space) {
    const n = onUnit(across, space);
    const soft = Math.max(0.02, n * space.px);
    const half = width / 200;
    /** A band along one way: how much it covers, and how high it lies. */
    const band = (along: Term, beside: Term, odd: number) => {
      const off = abs(subtract(fract(beside), 0.5));
      const cover = clamped(add(divide(subtract(half, off), soft), 0.5));
      // Up over one band, down under the next; the neighbouring band the other way round.
      const rise = sine(multiply(add(along, floor(beside), odd - 0.5 + 0.5), 0.5));
      const share = divide(off, half);
      const bulge = sqrt(subtract(1, multiply(share, share)));
      return { cover, height: add(multiply(rise, RISE), multiply(bulge, (RISE * round) / 100)) };
    };
    const [u, v] = [multiply(space.x, n), multiply(space.y, n)];
    const down = band(v, u, 0);
    const over = band(u, v, 1);
    // Where a band has nothing it lies beneath all.
    const sunk = ({ cover, height }: { cover: Term; height: Term }) =>
      subtract(height, multiply(subtract(1, cover), 4));
    const [a, b] = [sunk(down), sunk(over)];
    const top = clamped(add(divide(subtract(a, b), 2 * soft), 0.5));
    const height = mix(over.height, down.height, top);
    const lit = divide(add(height, RISE), 2 * RISE + (RISE * round) / 100);
    return {
      tone: clamped(mix(1, lit, shading / 100)),
      cover: max(down.cover, over.cover),
      height: divide(height, n),
    };
  },
});
