import { length } from '../definitions/number-parameters';
import { defineModifier, pointsEach } from '../definitions/modifier';
import { curveAt } from '../geometry/curve';
import { displaced, lengthsOf, normalsOf, refined } from '../geometry/strand';

/** A smooth curve goes a little beyond its points. */
const OVERSHOOT = 1.3;

export const bend = defineModifier({
  kind: 'bend',
  label: 'Bend',
  help: 'Pushed sideways by a curve; its ends may leave the picture.',
  parameters: {
    curve: {
      kind: 'curve',
      label: 'Curve',
      help: 'From the start of the line to its end, up as for a line that runs to the right. Press to add a point, pull one out to remove it.',
      default: [
        [0, 0],
        [0.5, 1],
        [1, 0],
      ],
    },
    amount: length('Amount', 120, {
      help: 'How far the line is bent, of half a circle.',
      min: -10_000,
      max: 10_000,
      slider: [-600, 600],
    }),
  },
  strays: ({ curve, amount }) =>
    Math.abs(amount) * curve.reduce((m, [, y]) => Math.max(m, Math.abs(y)), 0) * OVERSHOOT,
  apply: (strands, { curve, amount }, context) =>
    strands.map((strand) => {
      const total = lengthsOf(strand).at(-1) ?? 0;
      if (!(total > 0) || amount === 0 || curve.length === 0) return strand;
      const fine = refined(strand, total / 300, pointsEach(context, strands.length));
      const lengths = lengthsOf(fine);
      const normals = normalsOf(fine);
      return displaced(fine, (i) => {
        const d = -amount * curveAt(curve, lengths[i]! / total);
        return [normals[2 * i]! * d, normals[2 * i + 1]! * d];
      });
    }),
});
