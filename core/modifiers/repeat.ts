import { angle, count, percent, place } from '../definitions/number-parameters';
import { copiable, defineModifier } from '../definitions/modifier';
import type { Affine } from '../geometry/affine';
import { about, middleOf, multiply, rotation, scaling, translation } from '../geometry/affine';
import type { Strand } from '../geometry/strand';
import { lengthsOf, mapped, placeAlong, strandsBox } from '../geometry/strand';

const STEPPED = { how: ['step'] };

/** Where a strand is at a distance along it, px, and which way it goes there, radians. */
function alongAt(strand: Strand, lengths: Float64Array, distance: number) {
  const { points } = strand;
  const { from, to, t } = placeAlong(strand, lengths, distance);
  const [x, y] = [points[2 * from]!, points[2 * from + 1]!];
  const [dx, dy] = [points[2 * to]! - x, points[2 * to + 1]! - y];
  return { x: x + dx * t, y: y + dy * t, angle: Math.atan2(dy, dx) };
}

/** The maps of `n` copies spread evenly along a strand, their middle on it, the closed one's last before its first. */
function mapsAlong(way: Strand, middle: { x: number; y: number }, n: number, follow: boolean) {
  const lengths = lengthsOf(way);
  const total = lengths.at(-1) ?? 0;
  const gaps = way.closed ? n : Math.max(1, n - 1);
  return Array.from({ length: n }, (_, i): Affine => {
    const at = alongAt(way, lengths, (total * i) / gaps);
    const turned = follow ? rotation(at.angle) : scaling(1);
    return multiply(translation(at.x, at.y), multiply(turned, translation(-middle.x, -middle.y)));
  });
}

export const repeat = defineModifier({
  kind: 'repeat',
  label: 'Repeat',
  help: 'Copies one after another: a step farther each, between two places, or along a path.',
  parameters: {
    how: {
      kind: 'choice',
      label: 'Method',
      options: [
        { value: 'step', label: 'By steps' },
        { value: 'between', label: 'Between places' },
        { value: 'along', label: 'Along a path' },
      ],
      default: 'step',
      help: 'Along a path: the last path of the line is the way, and is not drawn itself.',
    },
    copies: {
      ...count('Count', 5, { max: 300, slider: [1, 40] }),
      help: 'How many there are, the first one counted.',
    },
    x: place('Step X', 0, {
      help: 'From one copy to the next, across.',
      slider: [-200, 200],
      needs: STEPPED,
    }),
    y: place('Step Y', 30, {
      help: 'From one copy to the next, down.',
      slider: [-200, 200],
      needs: STEPPED,
    }),
    toX: place('Last X', 400, {
      help: 'Where the last copy lies, across.',
      slider: [-2000, 2000],
      needs: { how: ['between'] },
    }),
    toY: place('Last Y', 0, {
      help: 'Where the last copy lies, down.',
      slider: [-2000, 2000],
      needs: { how: ['between'] },
    }),
    follow: {
      kind: 'switch',
      label: 'Turns along',
      help: 'Copies turn with the line that they stand along.',
      default: true,
      needs: { how: ['along'] },
    },
    turn: angle('Turn', 0, { help: 'How far each copy is turned beyond the one before.' }),
    scale: {
      ...percent('Scale', 100, 10, 400),
      help: 'How large each copy is beside the one before.',
    },
    fade: { ...percent('Fade', 0), help: 'How much weaker each copy is than the one before.' },
  },
  apply(given, values, context) {
    const { how, x, y, toX, toY, follow, turn, scale, fade } = values;
    const way = how === 'along' && given.length > 1 ? given.at(-1)! : null;
    const { strands, copies } = copiable(way ? given.slice(0, -1) : given, values.copies, context);
    const box = strandsBox(strands);
    if (!box) return [...given];
    const middle = middleOf(box);
    // Each copy is turned and scaled as the one before it was against the first.
    const change = multiply(rotation((turn * Math.PI) / 180), scaling(scale / 100));
    const gaps = Math.max(1, copies - 1);
    const [stepX, stepY] = how === 'between' ? [toX / gaps, toY / gaps] : [x, y];
    const maps = way ? mapsAlong(way, middle, copies, follow) : null;
    const out: Strand[] = [];
    let own: Affine = scaling(1);
    let stepped: Affine = scaling(1);
    for (let i = 0; i < copies; i++) {
      const size = (scale / 100) ** i;
      const strength = (1 - fade / 100) ** i;
      const map = maps
        ? multiply(maps[i]!, about(middle, own))
        : how === 'between'
          ? multiply(translation(stepX * i, stepY * i), about(middle, own))
          : stepped;
      for (const s of strands) {
        const copy = mapped(s, map, size);
        if (copy.points.every((v) => Math.abs(v) < 1e7))
          out.push({ ...copy, strength: s.strength * strength });
      }
      own = multiply(change, own);
      stepped = multiply(multiply(translation(stepX, stepY), about(middle, change)), stepped);
    }
    return out;
  },
});
