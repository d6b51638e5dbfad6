import { angle, count, place } from '../definitions/number-parameters';
import { copiable, defineModifier } from '../definitions/modifier';
import { about, multiply, rotation } from '../geometry/affine';
import type { Strand } from '../geometry/strand';
import { mapped } from '../geometry/strand';

/** Ends nearer to each other than this are joined, px. */
const NEAR = 1.5;

/** A strand and its mirror image as one, where they meet on the axis; two if they do not. */
function joined(strand: Strand, image: Strand): Strand[] {
  if (strand.closed) return [strand, image];
  const n = strand.points.length;
  const gap = (i: number) =>
    Math.hypot(strand.points[i]! - image.points[i]!, strand.points[i + 1]! - image.points[i + 1]!);
  const [first, last] = [gap(0) < NEAR, gap(n - 2) < NEAR];
  if (n < 4 || (!first && !last)) return [strand, image];
  // There along the one, back along the other; where both ends meet the line is closed.
  const one = last ? strand : reversed(strand);
  const other = last ? reversed(image) : image;
  const both = first && last;
  return [
    {
      ...strand,
      closed: both,
      points: chained(one.points, other.points.subarray(2, both ? n - 2 : n)),
      width: chained(one.width, other.width.subarray(1, both ? n / 2 - 1 : n / 2)),
    },
  ];
}

function chained(a: Float64Array, b: Float64Array): Float64Array {
  const out = new Float64Array(a.length + b.length);
  out.set(a);
  out.set(b, a.length);
  return out;
}

function reversed(strand: Strand): Strand {
  const n = strand.points.length / 2;
  const points = new Float64Array(2 * n);
  for (let i = 0; i < n; i++) {
    points[2 * i] = strand.points[2 * (n - 1 - i)]!;
    points[2 * i + 1] = strand.points[2 * (n - 1 - i) + 1]!;
  }
  return { ...strand, points, width: strand.width.toReversed() };
}

export const mirror = defineModifier({
  kind: 'mirror',
  label: 'Mirror',
  help: 'Draw one part; the others follow.',
  parameters: {
    how: {
      kind: 'choice',
      label: 'Method',
      help: 'Whether the line is mirrored at an axis, or repeated round a point.',
      options: [
        { value: 'axis', label: 'Over an axis' },
        { value: 'turn', label: 'Round a point' },
      ],
      default: 'axis',
    },
    x: place('Through X', 0, { help: 'Where the axis or the point lies, across.' }),
    y: place('Through Y', 0, { help: 'Where the axis or the point lies, down.' }),
    angle: angle('Angle', 90, {
      help: 'Of the axis: 90° stands upright, 0° lies level.',
      needs: { how: ['axis'] },
    }),
    count: {
      ...count('Parts', 6, { min: 2, max: 120, slider: [2, 24], needs: { how: ['turn'] } }),
      help: 'How many there are round the point.',
    },
  },
  apply(given, { how, x, y, angle, count }, context) {
    if (how === 'axis') {
      const turn = (angle * Math.PI) / 90;
      // A reflection over a line at angle a is a turn by 2a after a flip.
      const map = about({ x, y }, multiply(rotation(turn), [1, 0, 0, -1, 0, 0]));
      return given.flatMap((s) => joined(s, mapped(s, map, 1)));
    }
    const n = Math.round(count);
    const { strands, copies } = copiable(given, n, context);
    return Array.from({ length: copies }, (_, i) =>
      about({ x, y }, rotation((2 * Math.PI * i) / n)),
    ).flatMap((map) => strands.map((s) => mapped(s, map, 1)));
  },
});
