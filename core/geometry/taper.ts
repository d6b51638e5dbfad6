import type { Strand } from './strand';
import { lengthsOf, refined } from './strand';

/** How a line thins towards an end: straight to a point, round, or in a long thin point. */
export type Point = 'pointed' | 'rounded' | 'sharp';

/** The width at a share t (0–1) of the way from an end into its taper, a factor. */
const PROFILES: Record<Point, (t: number) => number> = {
  pointed: (t) => t,
  rounded: (t) => Math.sqrt(1 - (1 - t) * (1 - t)),
  sharp: (t) => t * t,
};

/** How a strand thins at its ends. Lengths are px. */
export interface Taper {
  start: number;
  end: number;
  point: Point;
}

/** Points that a taper is given, so that its sides are smooth. */
const STEPS = 96;

/**
 * A strand thinned towards its ends. Where both tapers together are longer than the strand they share
 * it in proportion. A closed strand has no ends. It gets no more than `most` points for it.
 */
export function tapered(strand: Strand, { start, end, point }: Taper, most = 20_000): Strand {
  if (strand.closed || (!(start > 0) && !(end > 0))) return strand;
  const total = lengthsOf(strand).at(-1) ?? 0;
  if (!(total > 0)) return strand;
  const k = Math.min(1, total / (Math.max(0, start) + Math.max(0, end)));
  const [a, b] = [Math.max(0, start) * k, Math.max(0, end) * k];
  const shortest = Math.min(...[a, b].filter((l) => l > 0));
  const fine = refined(strand, shortest / STEPS, most);
  const lengths = lengthsOf(fine);
  const profile = PROFILES[point];
  const width = fine.width.map((w, i) => {
    const l = lengths[i]!;
    const head = a > 0 && l < a ? profile(l / a) : 1;
    const tail = b > 0 && total - l < b ? profile(Math.max(0, (total - l) / b)) : 1;
    return w * Math.min(head, tail);
  });
  return { ...fine, width };
}
