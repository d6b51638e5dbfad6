import type { Affine, Point } from '../geometry/affine';
import { IDENTITY, multiply, rotation, translation } from '../geometry/affine';
import type { Path } from '../geometry/path';
import type { Strand } from '../geometry/strand';
import { lengthsOf, placeAlong, strandsOf } from '../geometry/strand';
import type { Values } from '../definitions/parameter';
import type { alongParameters, paragraphParameters } from './content';
import type { ShapedLine } from './shape';

/** How finely a path is taken that letters stand on, px of the text. */
const FINENESS = { tolerance: 0.05, turn: 0.05 };

/**
 * The places of a line's letters along a path: each stands upright on it at its middle. `beneath` is how
 * far under the first line it is, px. Past the ends of an open path letters go straight on.
 */
export function alongPath(
  path: Path,
  line: ShapedLine,
  { offset, lift, side }: Values<typeof alongParameters>,
  align: Values<typeof paragraphParameters>['align'],
  beneath: number,
): { start: Point; places: Affine[] } {
  const [strand] = strandsOf([path], IDENTITY, FINENESS);
  if (!strand) return { start: { x: 0, y: 0 }, places: line.letters.map(() => IDENTITY) };
  const lengths = lengthsOf(strand);
  const total = lengths.at(-1)!;
  const width = line.letters.reduce((sum, l) => sum + l.advance, 0);
  const spare = total - width;
  const begin = offset + (align === 'middle' ? spare / 2 : align === 'end' ? spare : 0);
  const frameAt = (distance: number) => {
    const forth = side === 'right' ? total - distance : distance;
    const { at, direction } = pointAlong(strand, lengths, forth);
    const turn = rotation(direction + (side === 'right' ? Math.PI : 0));
    return multiply(multiply(translation(at.x, at.y), turn), translation(0, beneath - lift));
  };
  let x = begin;
  const places = line.letters.map(({ advance }) => {
    const place = multiply(frameAt(x + advance / 2), translation(-advance / 2, 0));
    x += advance;
    return place;
  });
  const first = frameAt(begin);
  return { start: { x: first[4], y: first[5] }, places };
}

/** A point of a strand at a distance from its start, and the direction there, radians. */
function pointAlong(strand: Strand, lengths: Float64Array, distance: number) {
  const { points, closed } = strand;
  const { from, to, t } = placeAlong(strand, lengths, distance);
  const last = points.length / 2 - 1;
  // At the very end of an open strand the direction is that of its last piece.
  const [a, b] = from === to ? [Math.max(0, last - 1), last] : [from, to];
  const [ax, ay, bx, by] = [points[2 * a]!, points[2 * a + 1]!, points[2 * b]!, points[2 * b + 1]!];
  const direction = Math.atan2(by - ay, bx - ax);
  const k = from === to ? 1 : t;
  const at = { x: ax + (bx - ax) * k, y: ay + (by - ay) * k };
  const total = lengths.at(-1)!;
  const past = closed ? 0 : distance < 0 ? distance : Math.max(0, distance - total);
  return {
    at: { x: at.x + past * Math.cos(direction), y: at.y + past * Math.sin(direction) },
    direction,
  };
}
