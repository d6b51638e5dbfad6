import type { Strand } from './strand';
import { lengthsOf, placeAlong } from './strand';

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

/** The strand from one distance along it to another, px; on a closed one distances go round. */
export function piece(strand: Strand, lengths: Float64Array, from: number, to: number): Strand {
  const { points, width, closed } = strand;
  const n = points.length / 2;
  const total = lengths.at(-1)!;
  const out: number[] = [];
  const wide: number[] = [];
  const at = (l: number) => {
    const { from, to, t } = placeAlong(strand, lengths, l);
    out.push(
      points[2 * from]! + (points[2 * to]! - points[2 * from]!) * t,
      points[2 * from + 1]! + (points[2 * to + 1]! - points[2 * from + 1]!) * t,
    );
    wide.push(width[from]! + (width[to]! - width[from]!) * t);
    return from;
  };
  const start = at(from);
  if (to > from) {
    const turns = closed ? Math.floor(from / total) : 0;
    for (let i = start + 1; ; i++) {
      const round = Math.floor(i / n);
      if (!closed && i >= n) break;
      const l = lengths[i % n]! + (turns + round) * total;
      if (l >= to - 1e-9) break;
      if (l <= from + 1e-9) continue;
      out.push(points[2 * (i % n)]!, points[2 * (i % n) + 1]!);
      wide.push(width[i % n]!);
    }
    at(to);
  }
  return {
    ...strand,
    closed: false,
    points: Float64Array.from(out),
    width: Float64Array.from(wide),
  };
}
