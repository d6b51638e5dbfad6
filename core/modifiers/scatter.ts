import { angle, count, length, percent, seed } from '../definitions/number-parameters';
import { copiable, defineModifier } from '../definitions/modifier';
import { multiply, rotation, scaling, translation } from '../geometry/affine';
import { piece } from '../geometry/dash';
import { lengthsOf, mapped, strandsBox } from '../geometry/strand';
import { chance, eitherWay } from '../geometry/chance';

export const scatter = defineModifier({
  kind: 'scatter',
  label: 'Scatter',
  help: 'Many small copies of the line, strewn along it.',
  parameters: {
    copies: {
      ...count('Copies', 40, { max: 1000, slider: [1, 200] }),
      help: 'How many copies are strewn.',
    },
    size: { ...percent('Size', 8, 1, 200), help: 'How large the copies are.' },
    vary: { ...percent('Size variation', 60), help: 'How much their sizes differ.' },
    spread: length('Spread', 60, { slider: [0, 400], help: 'How far from the line.' }),
    turn: angle('Random turn', 180, {
      help: 'How far copies are turned by chance.',
      min: 0,
      max: 180,
      slider: [0, 180],
    }),
    keep: {
      kind: 'switch',
      label: 'Keep the line',
      help: 'The line itself stays among its copies.',
      default: false,
    },
    seed: seed(),
  },
  apply(given, { copies, size, vary, spread, turn, keep, seed }, context) {
    const { strands, copies: most } = copiable(given, copies, context);
    const box = strandsBox(strands);
    const measured = strands.map((s) => ({ strand: s, lengths: lengthsOf(s) }));
    const total = measured.reduce((sum, m) => sum + (m.lengths.at(-1) ?? 0), 0);
    if (!box || !(total > 0)) return [...strands];
    const [px, py] = [(box.x0 + box.x1) / 2, (box.y0 + box.y1) / 2];
    const out = keep ? [...strands] : [];
    const own = seed * 8191;
    for (let i = 0; i < most; i++) {
      let at = chance(own, i) * total;
      const on = measured.find((m) => (at -= m.lengths.at(-1) ?? 0) <= 0) ?? measured[0]!;
      const { points } = piece(on.strand, on.lengths, at + on.lengths.at(-1)!, 0);
      const away = spread * Math.sqrt(chance(own + 3, i));
      const way = chance(own + 5, i) * 2 * Math.PI;
      const k = (size / 100) * (1 - (vary / 100) * chance(own + 9, i));
      const map = multiply(
        translation(points[0]! + Math.cos(way) * away, points[1]! + Math.sin(way) * away),
        multiply(
          rotation((eitherWay(own + 7, i) * turn * Math.PI) / 180),
          multiply(scaling(k), translation(-px, -py)),
        ),
      );
      for (const s of strands) out.push(mapped(s, map, 1));
    }
    return out;
  },
});
