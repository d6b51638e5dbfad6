import type { Affine } from './affine';
import type { Cubic, Path } from './path';
import { mapCubic, segments } from './path';
import type { Strand } from './strand';

/** Paths and strands as SVG path data (SVG 2, chapter 9), to a thousandth of a px. */

const n = (v: number) => String(Math.round(v * 1000) / 1000);

const curve = ([, q, r, s]: Cubic) =>
  `C${n(q.x)} ${n(q.y)} ${n(r.x)} ${n(r.y)} ${n(s.x)} ${n(s.y)}`;

/** One segment under a map. */
export const segmentData = (map: Affine, c: Cubic): string => {
  const m = mapCubic(map, c);
  return `M${n(m[0].x)} ${n(m[0].y)}${curve(m)}`;
};

/** A path under a map; empty if it has no segment. */
export function pathData(map: Affine, path: Path): string {
  const curves = segments(path).map((c) => mapCubic(map, c));
  const first = curves[0];
  if (!first) return '';
  return `M${n(first[0].x)} ${n(first[0].y)}${curves.map(curve).join('')}${path.closed ? 'Z' : ''}`;
}

/** Strands, as straight pieces. */
export const strandsData = (strands: readonly Strand[]): string =>
  strands
    .map(({ points, closed }) => {
      let d = '';
      for (let i = 0; i < points.length; i += 2)
        d += `${i === 0 ? 'M' : 'L'}${n(points[i]!)} ${n(points[i + 1]!)}`;
      return closed ? `${d}Z` : d;
    })
    .join('');
