import { length, seed } from '../definitions/number-parameters';
import { defineModifier, pointsEach } from '../definitions/modifier';
import { displaced, lengthsOf, normalsOf, refined } from '../geometry/strand';
import { drift } from '../geometry/chance';

/** Shorter irregularities nobody sees, px. */
const LEAST = 1e-3;

export const wobble = defineModifier({
  kind: 'wobble',
  label: 'Wobble',
  help: 'The small irregularities of a hand.',
  parameters: {
    amount: length('Amount', 6, { help: 'How far the line strays.', max: 2000, slider: [0, 60] }),
    size: length('Size', 120, { slider: [10, 600], help: 'How long one irregularity is.' }),
    seed: seed(),
  },
  strays: ({ amount }) => amount,
  apply: (strands, { amount, size, seed }, context) =>
    strands.map((strand, k) => {
      const total = lengthsOf(strand).at(-1) ?? 0;
      if (!(size > LEAST) || !(amount > 0) || !(total > 0)) return strand;
      const fine = refined(strand, size / 16, pointsEach(context, strands.length));
      const lengths = lengthsOf(fine);
      const normals = normalsOf(fine);
      const own = seed * 64 + k;
      // What begins anew on a closed line is eased into its start.
      const ease = strand.closed ? Math.min(size, total / 2) : 0;
      const at = (l: number) => {
        const t = ease > 0 ? Math.max(0, (l - (total - ease)) / ease) : 0;
        return drift(own, l / size) * (1 - t) + (t > 0 ? drift(own, (l - total) / size) * t : 0);
      };
      return displaced(fine, (i) => {
        const d = at(lengths[i]!) * amount;
        return [normals[2 * i]! * d, normals[2 * i + 1]! * d];
      });
    }),
});
