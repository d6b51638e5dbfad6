/**
 * Colours along a way from 0 to 1, as the kernels read them: straight between knots, which stand as close as the colours need them,
 * two at one place where they change at once. First so many numbers that say where to begin looking for a place, evenly along
 * the way; then the knots in order, each as its place, 1 / the way to the next, two to spare, and four floats of colour; and one
 * beyond all, with the last colour.
 */
export type RampTable = Float32Array;

/** The kernels know these by assembly/ramp.ts. */
const BUCKETS = 256;
const KNOT = 8;
const COLOUR = 4;

/** A colour, four floats, and where on the way it stands, 0–1. */
export interface Knot {
  at: number;
  colour: readonly number[];
}

/** Knots in the order of their places, the first at 0 and the last at 1, as a table. */
export function packed(knots: readonly Knot[]): RampTable {
  const table = new Float32Array(BUCKETS + (knots.length + 1) * KNOT);
  knots.forEach(({ at, colour }, i) => {
    const next = knots[i + 1]?.at ?? at;
    table.set([at, next > at ? 1 / (next - at) : 0, 0, 0, ...colour], BUCKETS + i * KNOT);
  });
  table.set([Infinity, 0, 0, 0, ...knots.at(-1)!.colour], BUCKETS + knots.length * KNOT);
  let k = 0;
  for (let i = 0; i < BUCKETS; i++) {
    // The last knot that stands no later than where the bucket begins.
    while (k + 1 < knots.length && Math.fround(knots[k + 1]!.at) <= i / BUCKETS) k++;
    table[i] = k;
  }
  return table;
}

/** One colour all along. */
export const flatTable = (colour: readonly number[]): RampTable =>
  packed([
    { at: 0, colour },
    { at: 1, colour },
  ]);

/** The knots of a table. */
export function knotsIn(table: RampTable): Knot[] {
  const count = (table.length - BUCKETS) / KNOT - 1;
  return Array.from({ length: count }, (_, i) => {
    const start = BUCKETS + i * KNOT;
    return { at: table[start]!, colour: [...table.subarray(start + COLOUR, start + KNOT)] };
  });
}

/** The same colours there and back: from the end to the start, and to the end again. */
export function reflectedTable(table: RampTable): RampTable {
  const knots = knotsIn(table);
  const half = (at: number, side: -1 | 1) => 0.5 + (side * at) / 2;
  return packed([
    ...knots.map(({ at, colour }) => ({ at: half(at, -1), colour })).reverse(),
    ...knots.map(({ at, colour }) => ({ at: half(at, 1), colour })),
  ]);
}

/** The colour at a place of a table, 0–1, as the kernels give it. */
export function tableColour(table: RampTable, place: number): number[] {
  const t = Math.min(1, Math.max(0, place));
  let p = BUCKETS + table[Math.min(BUCKETS - 1, Math.floor(t * BUCKETS))]! * KNOT;
  while (t >= table[p + KNOT]!) p += KNOT;
  const share = (t - table[p]!) * table[p + 1]!;
  return Array.from({ length: 4 }, (_, c) => {
    const low = table[p + COLOUR + c]!;
    return low + (table[p + KNOT + COLOUR + c]! - low) * share;
  });
}

/** Halves of an interval in a row at most: a curve that begins upright is never straight. */
const DEEPEST = 16;

/**
 * Knots of a function from 0–1 to colours, which may jump at `breaks`: so close that straight between them is off by no more than
 * `tolerance`, in any channel.
 */
export function knotsOf(
  colourAt: (place: number) => readonly number[],
  breaks: readonly number[],
  tolerance: number,
): Knot[] {
  const places = [...new Set([0, ...breaks.filter((b) => b > 0 && b < 1), 1])].sort(
    (a, b) => a - b,
  );
  const knots: Knot[] = [];
  const between = (a: Knot, b: Knot, depth: number): void => {
    const middle = { at: (a.at + b.at) / 2, colour: colourAt((a.at + b.at) / 2) };
    const isStraight = [0.25, 0.5, 0.75].every((s) => {
      const exact = s === 0.5 ? middle.colour : colourAt(a.at + (b.at - a.at) * s);
      return exact.every(
        (v, c) => Math.abs(v - (a.colour[c]! + (b.colour[c]! - a.colour[c]!) * s)) <= tolerance,
      );
    });
    if (isStraight || depth === 0) return;
    between(a, middle, depth - 1);
    knots.push(middle);
    between(middle, b, depth - 1);
  };
  for (let i = 1; i < places.length; i++) {
    const [from, to] = [places[i - 1]!, places[i]!];
    // What holds just within its ends: at a break the colour may jump.
    const inside = (to - from) * 1e-6;
    const a = { at: from, colour: colourAt(from + inside) };
    const b = { at: to, colour: colourAt(to - inside) };
    knots.push(a);
    between(a, b, DEEPEST);
    knots.push(b);
  }
  return knots;
}
