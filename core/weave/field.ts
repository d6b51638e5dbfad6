import type { Run } from '../definitions/source';
import { piece } from '../geometry/dash';
import { strokeOutline } from '../geometry/outline';
import type { Point } from '../geometry/affine';
import { regionAround } from '../geometry/affine';
import type { Strand } from '../geometry/strand';
import { lengthsOf, strandsBox } from '../geometry/strand';
import { coverage } from '../kernels/coverage';
import { FAR, distanceField } from '../kernels/distance';
import type { Plane } from '../pixels/buffer';
import { crop, unwritten } from '../pixels/buffer';
import { scoped } from '../pixels/heap';
import type { Region } from '../pixels/region';
import { unite } from '../pixels/region';

/** Which of two sides the px of a grid belong to, by what lies nearest. */

/** What is nearer to one side than so many times its distance from the other belongs to it alone. */
const WHOLLY = 3;

/**
 * How much the px of a region belong to what `behind` marks, and not to what `front` marks: more than ½ where the
 * nearest px with a coverage of ½ or more is one of `behind`, less where it is one of `front`. Half way between
 * the two it goes over, the more softly the farther off they are, so that wide glows part without an edge, and
 * close to either it is 1 or 0. Both planes lie over the same region, which holds the one that is asked for.
 */
export function ownedBy(behind: Plane, front: Plane, region: Region): Plane {
  return scoped(() => {
    const [near, far] = [distanceField(behind), distanceField(front)];
    const out = unwritten(region, 1);
    const [a, b] = [crop(near, region), crop(far, region)];
    for (let i = 0; i < out.data.length; i++) {
      // Where one side is nowhere all belongs to the other; where both are, nothing is behind.
      const [to, from] = [a.data[i]!, b.data[i]!];
      out.data[i] = to >= FAR ? 0 : from >= FAR ? 1 : share(to, from);
    }
    return out;
  });
}

/** How much belongs to one side, by the distances from it and from the other. */
function share(to: number, from: number): number {
  if (to + from === 0) return 0.5;
  const least = 1 / (1 + WHOLLY);
  const t = Math.min(1, Math.max(0, (from / (to + from) - least) / (1 - 2 * least)));
  return t * t * (3 - 2 * t);
}

/** Half the width of the thread that marks a line on a grid, px: so wide that it has no holes. */
const THREAD = 0.75;

/** The stretches of strands (px of a grid) that lie on one side, marked as a thread over a region. */
function marked(
  strands: readonly Strand[],
  stretches: readonly Run[],
  behind: boolean,
  region: Region,
): Plane {
  const outlines = stretches
    .filter((s) => s.behind === behind)
    .flatMap(({ strand, from, to }) => {
      const whole = strands[strand]!;
      const lengths = lengthsOf(whole);
      const total = lengths.at(-1) ?? 0;
      const all = to - from >= 1 - 1e-9;
      const part = all ? whole : piece(whole, lengths, from * total, to * total);
      return strokeOutline(part, { half: THREAD, cap: 'round', join: 'round', tolerance: 0.1 });
    });
  return crop(coverage(outlines, 'nonzero', region), region);
}

/** So far beyond a region the grid of a field goes, as a share of its longer side: what lies farther is never nearest. */
const BEYOND = 1.5;

/**
 * How much the px of a region of a grid belong to stretches of a line that lie behind, 0–1: each belongs to the
 * nearest stretch. Strands are in px of the grid.
 */
export function lineField(
  strands: readonly Strand[],
  stretches: readonly Run[],
  region: Region,
): Plane {
  return scoped(() => {
    const box = strandsBox(strands);
    const around = box ? unite(region, within(regionAround(box, 2), region)) : region;
    return ownedBy(
      marked(strands, stretches, true, around),
      marked(strands, stretches, false, around),
      region,
    );
  });
}

/** What of a region lies so near another that it may matter there. */
function within(r: Region, near: Region): Region {
  const most = Math.ceil(BEYOND * Math.max(near.width, near.height, 64));
  const [x0, y0] = [Math.max(r.x, near.x - most), Math.max(r.y, near.y - most)];
  const x1 = Math.min(r.x + r.width, near.x + near.width + most);
  const y1 = Math.min(r.y + r.height, near.y + near.height + most);
  return { x: x0, y: y0, width: Math.max(0, x1 - x0), height: Math.max(0, y1 - y0) };
}

/** The coverage of a plane at a place of its grid (middles of px at ½), bilinear; 0 beyond it. */
export function coverageAt({ region, data }: Plane): (p: Point) => number {
  const { x: left, y: top, width, height } = region;
  const at = (x: number, y: number) =>
    x < 0 || y < 0 || x >= width || y >= height ? 0 : data[y * width + x]!;
  return (p) => {
    const [u, v] = [p.x - left - 0.5, p.y - top - 0.5];
    const [i, j] = [Math.floor(u), Math.floor(v)];
    const [s, t] = [u - i, v - j];
    return (
      (at(i, j) * (1 - s) + at(i + 1, j) * s) * (1 - t) +
      (at(i, j + 1) * (1 - s) + at(i + 1, j + 1) * s) * t
    );
  };
}
