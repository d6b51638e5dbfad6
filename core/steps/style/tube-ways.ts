import type { Memo } from '../../definitions/memo';
import type { StyleContext, WholeShape } from '../../definitions/step';
import type { CentreLine, CentreSettings } from '../../geometry/centre-lines';
import { centreLines } from '../../geometry/centre-lines';
import { chance } from '../../geometry/chance';
import { ringsOf } from '../../geometry/contours';
import { piece } from '../../geometry/dash';
import { centreMarks } from '../../geometry/thinned';
import { isAffine, project, stretch } from '../../geometry/homography';
import { bent } from '../../geometry/smoothed-way';
import type { Strand } from '../../geometry/strand';
import { lengthsOf } from '../../geometry/strand';
import { signedDistance } from '../../kernels/contour';
import type { Plane } from '../../pixels/buffer';
import { plane } from '../../pixels/buffer';
import { scoped } from '../../pixels/heap';
import { grow } from '../../pixels/region';
import { level, pasted } from '../../kernels/rows';

/** The ways of the tubes that a shape is bent from. */

/** Where tubes run. Lengths are those of the style. */
export interface Ways {
  along: string;
  /** How far inside the edge an outline runs. */
  inset: number;
  /** Free ends of centre lines no longer than this are left out. */
  spurs: number;
  /** How round bends are. */
  bends: number;
  /** How much of its width a tube has from the thickness of the shape, 0–1. */
  thickness: number;
  /** How wide a tube is that has none of it from there. */
  width: number;
  /** What is left free where a tube closes, or meets another. */
  gap: number;
}

/** A tube, px of the render. */
export interface Tube {
  strand: Strand;
  /** Its number from the left, which stays while more are added to the right. */
  number: number;
}

/** Tubes shorter than this many of their widths are specks. */
const SPECK = 1.5;
/** No shape has more tubes. */
const MOST = 4000;

/** The tubes of a shape, px of the shape. Free ends are open; a tube that closes is one ring, unless it has a gap. */
function tubesOf(whole: WholeShape, ways: Ways, memo: Memo): Strand[] {
  const { shape, fineness } = whole;
  const [bends, width] = [ways.bends * fineness, ways.width * fineness];
  const lines =
    ways.along === 'outline'
      ? outlines(shape(), ways.inset * fineness, bends)
      : centres(whole, { spurs: ways.spurs * fineness, bends }, memo);
  const all = lines.flatMap((line): Strand[] => {
    const thick = ways.along === 'centre' ? ways.thickness : 0;
    const strand: Strand = {
      ...{ closed: line.closed, points: line.points, strength: 1 },
      width: Float64Array.from(line.depth, (d) =>
        width > 0 ? 1 - thick + (thick * 2 * d) / width : 1,
      ),
    };
    const lengths = lengthsOf(strand);
    const total = lengths.at(-1)!;
    // What is short keeps more than half of itself.
    const gap = Math.min(ways.gap * fineness, total / 5);
    if (total < SPECK * width) return [];
    if (gap === 0) return [strand];
    if (strand.closed) {
      const at = lengths[lowest(strand.points)]!;
      return [piece(strand, lengths, at + gap / 2, at + total - gap / 2)];
    }
    const [start, end] = line.meets;
    const cut = piece(strand, lengths, start ? gap : 0, total - (end ? gap : 0));
    return [cut];
  });
  return all.sort((a, b) => leftOf(a) - leftOf(b) || a.points[1]! - b.points[1]!).slice(0, MOST);
}

const leftOf = ({ points }: Strand): number => {
  let x = Infinity;
  for (let i = 0; i < points.length; i += 2) x = Math.min(x, points[i]!);
  return x;
};

/** The number of the lowest point: there a sign maker brings a tube to its end. */
function lowest(points: Float64Array): number {
  let best = 0;
  for (let i = 1; i < points.length / 2; i++)
    if (points[2 * i + 1]! > points[2 * best + 1]!) best = i;
  return best;
}

/** The depth of each px in a shape, px, and so far round it that what lies as far outside is still there. */
function depths(shape: Plane, outside: number): Plane {
  const around = plane(grow(shape.region, Math.ceil(outside) + 2));
  pasted(around, shape);
  const out = signedDistance(around, around.region, { reach: Math.ceil(outside) + 2, deep: true });
  level(out, -1, 0);
  return out;
}

/** The outlines of a shape so far inside its edge, smooth. */
const outlines = (shape: Plane, inset: number, bends: number): CentreLine[] =>
  scoped(() => {
    const depth = depths(shape, Math.max(0, -inset));
    return ringsOf(depth, inset).map((ring) => {
      const places = Array.from(
        { length: ring.length / 2 },
        (_, i) => [ring[2 * i]!, ring[2 * i + 1]!, 1] as const,
      );
      const { points, along } = bent(places, true, bends);
      return { closed: true, points, depth: along, meets: [false, false] };
    });
  });

/** The centre lines of a shape. What they are drawn from is cached: several tubes may follow one shape. */
function centres(
  { key, fineness, shape }: WholeShape,
  settings: CentreSettings,
  memo: Memo,
): CentreLine[] {
  const { region, depth, marks } = memo(
    `centre ${key} ${fineness}`,
    () =>
      scoped(() => {
        const { region, data } = depths(shape(), 0);
        const { width, height } = region;
        const depth = { data: data.slice(), width, height };
        return { region, depth, marks: centreMarks(depth.data, width, height) };
      }),
    (made) => made.depth.data.byteLength + made.marks.byteLength,
  );
  return centreLines(depth, settings, marks).map((line) => ({
    ...line,
    points: line.points.map((v, i) => v + (i % 2 === 0 ? region.x : region.y)),
  }));
}

/** The tubes of a shape as they lie in the render, cached while the shape and their ways stay. */
export function tubesIn(
  whole: WholeShape,
  ways: Ways,
  { memo, scale }: Pick<StyleContext, 'memo' | 'scale'>,
): Tube[] {
  const upright = memo(
    `tubes ${whole.key} ${JSON.stringify([ways, whole.fineness])}`,
    () => tubesOf(whole, ways, memo),
    (made) => made.reduce((sum, s) => sum + s.points.byteLength + s.width.byteLength, 0),
  );
  return upright.flatMap((strand, number) => {
    const laid = laidDown(strand, whole, scale);
    return laid ? [{ strand: laid, number }] : [];
  });
}

/** A strand under the map of a shape, of whose lengths one is `scale` px of the render; null if it goes beyond the horizon. */
function laidDown(strand: Strand, { map, fineness }: WholeShape, scale: number): Strand | null {
  const points = new Float64Array(strand.points.length);
  const width = strand.width.slice();
  for (let i = 0; i < width.length; i++) {
    const at = { x: strand.points[2 * i]!, y: strand.points[2 * i + 1]! };
    const p = project(map, at);
    if (!p) return null;
    points[2 * i] = p.x;
    points[2 * i + 1] = p.y;
    // Perspective makes near tubes wider.
    if (!isAffine(map)) {
      const [across, down] = stretch(map, at);
      width[i]! *= (Math.sqrt(across * down) * fineness) / scale;
    }
  }
  return { ...strand, points, width };
}

/** Which of some tubes are out: this share of them, by chance. */
export const isOut = ({ number }: Tube, share: number, seed: number): boolean =>
  chance(seed, number) < share;
