import type { Strand } from './strand';
import { directionAt, lengthsOf, placeAlong } from './strand';

/** Dashes along a strand. Lengths are px. */
export interface Dashes {
  /** How long a dash is; 0 makes dots, which a round cap shows. */
  dash: number;
  gap: number;
  /** How far the pattern is moved along. */
  phase: number;
  /** Stretches the pattern so that a whole number of it fits the strand. */
  fit: boolean;
}

/** The strand cut into dashes, about `most` of them at most; itself if the pattern leaves no gap. */
export function dashed(strand: Strand, { dash, gap, phase, fit }: Dashes, most = 20_000): Strand[] {
  const lengths = lengthsOf(strand);
  const total = lengths.at(-1) ?? 0;
  let on = Math.max(0, dash);
  let period = on + Math.max(0, gap);
  if (!(gap > 0) || !(total > 0) || !Number.isFinite(period)) return [strand];
  period = Math.max(period, total / most);
  let count = total / period;
  if (fit) {
    // Dashes and gaps are stretched alike; an open line begins and ends with a dash.
    const ends = strand.closed ? 0 : on;
    const whole = Math.max(1, Math.round((total - ends) / period));
    const stretch = total / (whole * period + ends);
    period *= stretch;
    on *= stretch;
    count = strand.closed ? whole : whole + 1;
  }
  const out: Strand[] = [];
  const shift = ((phase % period) + period) % period;
  const first = strand.closed || shift === 0 ? 0 : -1;
  for (let i = first; i < Math.ceil(count - 1e-9); i++) {
    const from = i * period + shift;
    const to = from + on;
    if (strand.closed) out.push(piece(strand, lengths, from, to));
    else if (to >= 0 && from <= total + 1e-9)
      out.push(piece(strand, lengths, Math.max(0, from), Math.min(total, to)));
  }
  return out;
}

/**
 * What gaps leave of a strand so long, px, from which distance along it to which: on a closed one the last goes on to
 * where the first gap comes round again. Gaps have their middle at a share of the length, and a size in px. Null where
 * there are none.
 */
export function betweenGaps(
  total: number,
  closed: boolean,
  gaps: readonly { at: number; size: number }[],
): [from: number, to: number][] | null {
  const cuts = gaps
    .filter((g) => g.size > 0)
    .map((g) => [g.at * total - g.size / 2, g.at * total + g.size / 2] as const)
    .sort((a, b) => a[0] - b[0]);
  if (cuts.length === 0 || !(total > 0)) return null;
  const out: [number, number][] = [];
  let from = closed ? cuts[0]![1] : 0;
  const end = closed ? cuts[0]![0] + total : total;
  for (const [a, b] of closed ? cuts.slice(1) : cuts) {
    if (a > from) out.push([from, Math.min(a, end)]);
    from = Math.max(from, b);
  }
  if (end > from) out.push([from, end]);
  return out;
}

/** The strand without stretches of it: the middle of each as a share of its length (0–1), and how long, px. */
export function withoutGaps(
  strand: Strand,
  gaps: readonly { at: number; size: number }[],
): Strand[] {
  const lengths = lengthsOf(strand);
  const left = betweenGaps(lengths.at(-1) ?? 0, strand.closed, gaps);
  return left?.map(([from, to]) => piece(strand, lengths, from, to)) ?? [strand];
}

/** Where a strand is cut it goes on so far in the direction of its curve, px: a flat end stands across that, and not across a chord. */
const TIP = 0.01;
/** No other point of the strand lies nearer to its cut, px: between them its direction would be a matter of chance. */
const CLEAR = 0.08;

/** The strand from one distance along it to another, px; on a closed one distances go round. */
export function piece(strand: Strand, lengths: Float64Array, from: number, to: number): Strand {
  const { points, width, closed } = strand;
  const n = points.length / 2;
  const total = lengths.at(-1)!;
  const out: number[] = [];
  const wide: number[] = [];
  /** Adds the place at a distance, and beside it, on that side, the tip of the curve there. */
  const at = (l: number, tip: -1 | 0 | 1) => {
    const place = placeAlong(strand, lengths, l);
    // Where a cut lies on a point of the strand, its tip lies on the side of the piece.
    const isOnPoint = tip < 0 && place.t < 1e-9 && (closed || place.from > 0);
    const { from, to, t } = isOnPoint
      ? { from: (place.from + n - 1) % n, to: place.from, t: 1 }
      : place;
    const x = points[2 * from]! + (points[2 * to]! - points[2 * from]!) * t;
    const y = points[2 * from + 1]! + (points[2 * to + 1]! - points[2 * from + 1]!) * t;
    const own = width[from]! + (width[to]! - width[from]!) * t;
    const [dx, dy] = tip === 0 ? [0, 0] : directionAt(strand, from, to, t);
    const places =
      tip === 0
        ? [[x, y]]
        : [
            [x, y],
            [x + tip * TIP * dx, y + tip * TIP * dy],
          ];
    for (const place of tip < 0 ? places.reverse() : places) {
      out.push(...place);
      wide.push(own);
    }
    return from;
  };
  // What is shorter than its tips has none, nor have the ends of the strand itself.
  const isLong = to - from > 4 * CLEAR;
  const isCut = (l: number) => closed || (l > 1e-6 && l < total - 1e-6);
  const start = at(from, isLong && isCut(from) ? 1 : 0);
  if (to > from) {
    const turns = closed ? Math.floor(from / total) : 0;
    for (let i = start + 1; ; i++) {
      const round = Math.floor(i / n);
      if (!closed && i >= n) break;
      const l = lengths[i % n]! + (turns + round) * total;
      if (l >= to - (isLong ? CLEAR : 1e-9)) break;
      if (l <= from + (isLong ? CLEAR : 1e-9)) continue;
      out.push(points[2 * (i % n)]!, points[2 * (i % n) + 1]!);
      wide.push(width[i % n]!);
    }
    at(to, isLong && isCut(to) ? -1 : 0);
  }
  return {
    ...strand,
    closed: false,
    points: Float64Array.from(out),
    width: Float64Array.from(wide),
  };
}
