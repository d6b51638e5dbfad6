import type { Run } from '../definitions/source';
import type { Strand } from '../geometry/strand';
import { lengthsOf, placeAlong } from '../geometry/strand';
import type { Point } from '../geometry/affine';
import type { LineChoice, Weave } from './weave';

/** Where a line crosses its subject, stretch by stretch. */

/** Steps along a strand are no longer than this, px. */
const STEP = 0.5;
/** Stretches over the subject, and gaps between them, that are shorter than this are none, px. */
const SHORT = 2;
const MAX_STEPS = 200_000;

/**
 * The stretches of strands (px of a grid) at which `coverage` (0–1 at a place of that grid) is at least ½, in
 * order along them, as [from, to] in shares of the length. One that goes on past the start of a closed strand
 * ends beyond 1.
 */
export function stretchesOver(
  strand: Strand,
  coverage: (p: Point) => number,
): (readonly [from: number, to: number])[] {
  const lengths = lengthsOf(strand);
  const total = lengths.at(-1) ?? 0;
  if (!(total > 0)) return [];
  const steps = Math.min(MAX_STEPS, Math.max(2, Math.ceil(total / STEP)));
  const { points, closed } = strand;
  const at = (i: number): boolean => {
    const { from, to, t } = placeAlong(strand, lengths, (total * i) / steps);
    return (
      coverage({
        x: points[2 * from]! + (points[2 * to]! - points[2 * from]!) * t,
        y: points[2 * from + 1]! + (points[2 * to + 1]! - points[2 * from + 1]!) * t,
      }) >= 0.5
    );
  };
  const found: [number, number][] = [];
  let start: number | null = null;
  for (let i = 0; i <= steps; i++) {
    const over = at(i);
    if (over && start === null) start = i;
    if ((!over || i === steps) && start !== null) {
      found.push([start, over ? i : i - 1]);
      start = null;
    }
  }
  const short = (SHORT / total) * steps;
  const joined: [number, number][] = [];
  for (const [from, to] of found) {
    const last = joined.at(-1);
    if (last && from - last[1] < short) last[1] = to;
    else joined.push([from, to]);
  }
  const [first, last] = [joined[0], joined.at(-1)];
  // Where it comes round to its start again.
  if (closed && first && last && first !== last && first[0] + steps - last[1] < short) {
    last[1] = first[1] + steps;
    joined.shift();
  }
  return joined
    .filter(([from, to]) => to - from >= short)
    .map(([from, to]) => [from / steps, to / steps] as const);
}

/** The middle of a span, a share of its strand's length. */
export const middleOf = ({ from, to }: Pick<Run, 'from' | 'to'>): number => ((from + to) / 2) % 1;

/** How far two places of a strand lie from each other, shares of its length; a closed one goes round. */
const apart = (a: number, b: number, closed: boolean): number => {
  const d = Math.abs(a - b);
  return closed ? Math.min(d, 1 - d) : d;
};

/**
 * The spans of a line, with what was chosen for each. As long as there are as many on a strand as when one was
 * chosen, they are the same ones, in order, wherever they have moved to. Otherwise each takes the choice that
 * lies within it, or so near that no other span is nearer; the rest go the way of the weave, which is counted
 * over all.
 */
export function chosenSpans(
  strands: readonly Strand[],
  stretches: readonly (readonly (readonly [from: number, to: number])[])[],
  { way, choices }: Pick<Weave, 'way' | 'choices'>,
): Run[] {
  let n = 0;
  return stretches.flatMap((own, strand) => {
    const known = choices.filter((c): c is LineChoice => c.of === 'line' && c.strand === strand);
    const { closed } = strands[strand]!;
    const middles = own.map(([from, to]) => middleOf({ from, to }));
    const taken = known.length === own.length ? known : nearestChoices(own, middles, known, closed);
    return own.map(([from, to], i): Run => {
      const index = n++;
      const behind = taken[i]?.behind ?? (way === 'alternate' ? index % 2 === 0 : way === 'behind');
      return { strand, from, to, behind };
    });
  });
}

/** For each stretch the choice that is meant for it, if there is one. */
function nearestChoices(
  own: readonly (readonly [number, number])[],
  middles: readonly number[],
  known: readonly LineChoice[],
  closed: boolean,
): (LineChoice | undefined)[] {
  const taken: (LineChoice | undefined)[] = own.map(() => undefined);
  for (const choice of known) {
    const off = middles.map((m) => apart(m, choice.at, closed));
    const nearest = off.indexOf(Math.min(...off));
    if (nearest < 0) continue;
    const half = (own[nearest]![1] - own[nearest]![0]) / 2;
    const before = taken[nearest];
    // Beyond twice its own half it was another stretch, which is gone for now.
    if (off[nearest]! > 2 * half) continue;
    if (before && apart(before.at, middles[nearest]!, closed) <= off[nearest]!) continue;
    taken[nearest] = choice;
  }
  return taken;
}

/**
 * All of the strands as stretches behind and in front: what lies beside the subject goes with the nearest span
 * along its strand, so that its glow is hidden, or not, as that of the span. A strand without spans is in front.
 */
export function wholeStretches(strands: readonly Strand[], spans: readonly Run[]): Run[] {
  return strands.flatMap(({ closed }, strand) => {
    const own = spans.filter((s) => s.strand === strand);
    if (own.length === 0) return [{ strand, from: 0, to: 1, behind: false }];
    const cut = (a: Run, b: Run, round = 0) => (a.to + b.from + round) / 2;
    return own.map((s, i): Run => {
      const before = own[i - 1];
      const after = own[i + 1];
      const first = closed ? cut(own.at(-1)!, s, 1) - 1 : 0;
      const last = closed ? cut(s, own[0]!, 1) : 1;
      return {
        strand,
        from: before ? cut(before, s) : first,
        to: after ? cut(s, after) : last,
        behind: s.behind,
      };
    });
  });
}
