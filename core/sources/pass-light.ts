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
    return painted(shape, ramp, context.map, ends.from, ends.to, pass.paint === 'radial');
  });
}

/** Px of a line that share a colour of a ramp along it; so many pieces a strand and a line have at most. */
const PIECE = 3;
const MAX_PIECES = 220;
const MAX_IN_ALL = 2000;

/** A stroke with a ramp along it or across its width. */
const strokedRamp = (
  source: PartOfLine,
  pass: Pass,
  ramp: Float32Array,
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
  ramp: Float32Array,
): ColourBuffer {
  const gathered = gathering(whole.region);
  const add = (parts: readonly Strand[], cap: Cap, at: number) => {
    // A little wider than the whole, so that there is a colour wherever that has coverage.
    const area = coverage(stroked(parts, half + 1, cap, 'round'), 'nonzero', whole.region);
    const c = 4 * Math.round(at * (ramp.length / 4 - 1));
    gathered.add(area, ramp.subarray(c, c + 4));
  };
  const measured = strands.map((strand) => ({ strand, lengths: lengthsOf(strand) }));
  const all = measured.reduce((sum, { lengths }) => sum + (lengths.at(-1) ?? 0), 0);
  const step = Math.max(PIECE, all / MAX_IN_ALL);
  const short: Strand[] = [];
  for (const { strand, lengths } of measured) {
    const total = lengths.at(-1) ?? 0;
    const pieces = Math.max(1, Math.min(MAX_PIECES, Math.ceil(total / step)));
    if (pieces === 1) short.push(strand);
    else
      for (let i = 0; i < pieces; i++) {
        const part = piece(strand, lengths, (total * i) / pieces, (total * (i + 1)) / pieces);
        add([part], i === 0 || i === pieces - 1 ? ends : 'flat', (i + 0.5) / pieces);
      }
  }
  if (short.length > 0) add(short, ends, 0.5);
  return gathered.within(whole);
}
