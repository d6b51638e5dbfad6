import { angle, count, length, percent, seed } from '../definitions/number-parameters';
import { defineModifier, pointsEach } from '../definitions/modifier';
import type { Strand } from '../geometry/strand';
import { displaced, lengthsOf, normalsOf, refined } from '../geometry/strand';
import { piece } from '../geometry/dash';
import { chance, eitherWay, jag } from '../geometry/chance';

/** Displaces a strand to both sides by jagged noise: each octave half as far, twice as fine. */
function jagged(strand: Strand, far: number, detail: number, seed: number, most: number): Strand {
  const total = lengthsOf(strand).at(-1) ?? 0;
  if (!(total > 0) || !(far > 0)) return strand;
  const base = 3;
  const finest = base * 2 ** (detail - 1);
  const fine = refined(strand, total / finest / 2, most);
  const lengths = lengthsOf(fine);
  const normals = normalsOf(fine);
  return displaced(fine, (i) => {
    const s = lengths[i]! / total;
    let sum = 0;
    for (let o = 0; o < detail; o++) {
      const f = base * 2 ** o;
      // A closed line ends where it begins.
      const x = strand.closed && s > 1 - 1 / f ? (s - (1 - 1 / f)) * f : null;
      const own = jag(seed + 977 * o, s * f);
      sum += (x === null ? own : own * (1 - x) + jag(seed + 977 * o, 0) * x) * 0.5 ** o;
    }
    // The ends stay where the artist put them.
    const pinned = strand.closed ? 1 : Math.min(1, 8 * Math.min(s, 1 - s));
    const d = sum * far * pinned;
    return [normals[2 * i]! * d, normals[2 * i + 1]! * d];
  });
}

export const jitter = defineModifier({
  kind: 'jitter',
  label: 'Jitter',
  help: 'An electric arc, with branches if you like.',
  parameters: {
    rough: length('Roughness', 40, { max: 5000, slider: [0, 300], help: 'How far it strays.' }),
    detail: { ...count('Detail', 5, { max: 9 }), help: 'How fine the bends of the bolt are.' },
    branches: {
      ...count('Branches', 0, { min: 0, max: 60, slider: [0, 20] }),
      help: 'How many branches fork off.',
    },
    reach: {
      ...percent('Branch length', 28, 1, 100),
      help: 'How long the branches are, beside the line.',
    },
    spread: angle('Branch angle', 34, {
      help: 'How far branches turn away from the line.',
      min: 0,
      max: 180,
      slider: [0, 90],
    }),
    thin: {
      ...percent('Branch width', 45, 1, 100),
      help: 'How thin branches are beside the line.',
    },
    seed: seed(),
  },
  apply(strands, { rough, detail, branches, reach, spread, thin, seed }, context) {
    // There is room for so many at each.
    const room = Math.floor(context.strands / Math.max(1, strands.length)) - 1;
    const grown = Math.max(0, Math.min(Math.round(branches), room));
    const each = pointsEach(context, strands.length * (1 + grown));
    return strands.flatMap((strand, k) => {
      const own = seed * 4099 + k * 131;
      const trunk = jagged(strand, rough, Math.round(detail), own, each);
      const lengths = lengthsOf(trunk);
      const total = lengths.at(-1) ?? 0;
      const out = [trunk];
      if (!(total > 0)) return out;
      for (let b = 0; b < grown; b++) {
        const from = total * (0.08 + 0.84 * chance(own + 7, b));
        const ahead = piece(trunk, lengths, from, Math.min(total, from + total * 0.02));
        const n = ahead.points.length;
        const [x, y] = [ahead.points[0]!, ahead.points[1]!];
        const way = Math.atan2(ahead.points[n - 1]! - y, ahead.points[n - 2]! - x);
        const side = chance(own + 11, b) < 0.5 ? -1 : 1;
        const turn = way + side * ((spread * Math.PI) / 180) * (0.6 + 0.4 * chance(own + 13, b));
        const l = total * (reach / 100) * (0.45 + 0.55 * chance(own + 17, b));
        const bow = eitherWay(own + 19, b) * 0.25;
        const width = ahead.width[0]! * (thin / 100);
        const points: number[] = [];
        const wide: number[] = [];
        for (let i = 0; i <= 12; i++) {
          const t = i / 12;
          const a = turn + bow * t;
          points.push(x + Math.cos(a) * l * t, y + Math.sin(a) * l * t);
          wide.push(width * (1 - t));
        }
        out.push(
          jagged(
            {
              closed: false,
              points: Float64Array.from(points),
              width: Float64Array.from(wide),
              strength: strand.strength,
            },
            rough * (l / total) * 1.2,
            Math.max(2, Math.round(detail) - 1),
            own + 4093 * (b + 1),
            each,
          ),
        );
      }
      return out;
    });
  },
});
