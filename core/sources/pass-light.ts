/** The light of a pass that has more than one colour: ramps along a line and across it, gradients. */

import { meanScale } from '../geometry/affine';
import { piece } from '../geometry/dash';
import type { Cap } from '../geometry/outline';
import type { Strand } from '../geometry/strand';
import { lengthsOf } from '../geometry/strand';
import { coverage } from '../kernels/coverage';
import { besideShares, gathering, painted, paintedBy } from '../kernels/paint';
import type { ColourBuffer, Plane } from '../pixels/buffer';
import { colourBuffer, crop } from '../pixels/buffer';
import { scoped } from '../pixels/heap';
import type { Region } from '../pixels/region';
import { EMPTY, intersect, isEmpty } from '../pixels/region';
import { rampTable } from '../pixels/ramp';
import type { RampTable } from '../pixels/ramp-table';
import { knotsIn, tableColour } from '../pixels/ramp-table';
import { gradientEnds } from './gradient';
import type { Pass } from './pass';
import { passPlane } from './pass-plane';
import type { PartOfLine, PassContext } from './pass-shape';
import { halfOf, passMap, passBlur, passStrands, shapeKey, strokePlane } from './pass-shape';
import { stroked, underBlur } from './stroke';

/** What of a plane a region shares with it. */
export const within = (made: Plane, region: Region): Plane =>
  crop(made, intersect(made.region, region));

/** The light of a pass that has more than one colour. */
export function paintedPass(source: PartOfLine, pass: Pass, context: PassContext): ColourBuffer {
  return scoped(() => {
    const ramp = rampTable(pass.ramp, context.mixing);
    if (pass.paint === 'along' || pass.paint === 'beside')
      return strokedRamp(source, pass, ramp, context);
    const shape = within(passPlane(source, pass, context), context.wanted);
    const ends = gradientEnds(source, pass);
    if (isEmpty(shape.region) || !ends) return colourBuffer(EMPTY);
    const radial = pass.paint === 'radial';
    const oval = radial ? (pass.roundness ?? 100) / 100 : 1;
    return painted(shape, ramp, context.map, ends.from, ends.to, radial, oval);
  });
}

/** A piece of a line has one colour of a ramp along it: no channel changes by more within it. */
const CHANGE = 1 / 255;
/** Pieces of all strands of a line at most; then each has more of the change. */
const MAX_IN_ALL = 4000;

/** No piece is shorter, px. */
const LEAST = 1;

/** Where along a ramp, 0–1, pieces of one colour end, 0 left out: evenly by what its colours change, and wherever they jump. */
function piecesOf(ramp: RampTable, most: number): number[] {
  const knots = knotsIn(ramp);
  const changes = knots.slice(1).map((k, i) => {
    const from = knots[i]!;
    const change = Math.max(...k.colour.map((v, c) => Math.abs(v - from.colour[c]!)));
    return { from: from.at, to: k.at, change };
  });
  const whole = changes.reduce((sum, c) => sum + (c.to > c.from ? c.change : 0), 0);
  const step = Math.max(CHANGE, whole / most);
  return [
    ...new Set(
      changes.flatMap(({ from, to, change }) => {
        const count = to > from ? Math.max(1, Math.ceil(change / step)) : 0;
        return Array.from({ length: count }, (_, i) => from + ((to - from) * (i + 1)) / count);
      }),
    ),
  ];
}

/** A stroke with a ramp along it or across its width. */
const strokedRamp = (
  source: PartOfLine,
  pass: Pass,
  ramp: RampTable,
  context: PassContext,
): ColourBuffer => {
  const { map, wanted, mixing, memo } = context;
  const paint = JSON.stringify([pass.paint, pass.ramp, mixing]);
  return memo(
    `ramp ${paint} ${shapeKey(source, pass, context)}`,
    () =>
      underBlur(passBlur(pass, meanScale(map)), passMap(pass, map), wanted, 4, (grid) => {
        const half = halfOf(pass, grid.map);
        const strands = passStrands(source, pass, grid, half);
        const whole = strokePlane(strands, pass, half, grid);
        if (isEmpty(whole.region)) return colourBuffer(EMPTY);
        if (pass.paint === 'beside')
          return paintedBy(whole, besideShares(strands, half, whole.region), ramp);
        // Dashes are cut from one ramp: each does not begin it anew.
        // A part of a line has the colours of the whole.
        const all = { ...source, only: undefined };
        const lines =
          pass.dashes || source.only
            ? passStrands(all, { ...pass, dashes: false }, grid, half)
            : strands;
        return paintedAlong(whole, lines, half, source.only?.cap ?? pass.cap, ramp);
      }),
    (made) => made.data.byteLength,
  );
};

/**
 * Pieces of one colour each are gathered, which gives every px the mean colour of what lies there; the
 * coverage of the whole then gives it its edges.
 */
function paintedAlong(
  whole: Plane,
  strands: readonly Strand[],
  half: number,
  ends: Cap,
  ramp: RampTable,
): ColourBuffer {
  const gathered = gathering(whole.region);
  const add = (parts: readonly Strand[], cap: Cap, at: number) => {
    // A little wider than the whole, so that there is a colour wherever that has coverage.
    const area = coverage(stroked(parts, half + 1, cap, 'round'), 'nonzero', whole.region);
    gathered.add(area, tableColour(ramp, at));
  };
  const places = piecesOf(ramp, Math.max(1, Math.floor(MAX_IN_ALL / strands.length)));
  const short: Strand[] = [];
  for (const strand of strands) {
    const lengths = lengthsOf(strand);
    const total = lengths.at(-1) ?? 0;
    if (total < LEAST) {
      short.push(strand);
      continue;
    }
    let from = 0;
    places.forEach((to, i) => {
      const isLast = i === places.length - 1;
      if ((to - from) * total < LEAST && !isLast) return;
      const part = piece(strand, lengths, total * from, total * to);
      add([part], from === 0 || isLast ? ends : 'flat', (from + to) / 2);
      from = to;
    });
  }
  if (short.length > 0) add(short, ends, 0.5);
  return gathered.within(whole);
}
