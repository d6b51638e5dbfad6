import type { Affine, Point } from './affine';

/**
 * A rubber sheet: a grid of points of the plane, and where each is carried; between them it is straight over the two
 * triangles of a cell. It covers the plane: beyond its outermost lines all is carried as on them.
 */
export interface Sheet {
  /** How many points a row and a column have. */
  columns: number;
  rows: number;
  /** x and y of every point, row by row: where it was, and where it is carried. */
  from: Float64Array;
  to: Float64Array;
  /** How firmly each goes with what carries it, 0–1: where the sheet folds the firmer lies on top. Null if all do alike. */
  hold: Float32Array | null;
}

/** So far beyond its lines a sheet goes on, px of its plane. */
const BEYOND = 1e5;

/** Lines at so many even distances from one place to another, both with them. */
export const evenLines = (from: number, to: number, count: number): number[] =>
  Array.from({ length: count + 1 }, (_, i) => from + ((to - from) * i) / count);

/** Lines in their order, none nearer to another than a thousandth of a px. */
export function tidyLines(lines: readonly number[]): number[] {
  const sorted = [...lines].sort((a, b) => a - b);
  return sorted.filter((l, i) => i === 0 || l - sorted[i - 1]! > 1e-3);
}

/**
 * The sheet whose points stand where upright lines at `xs` cross level ones at `ys` (rising), each carried by
 * `carry`, which is also asked how firmly. What it says of the outermost holds for all beyond.
 */
export function sheetOver(
  xs: readonly number[],
  ys: readonly number[],
  carry: (p: Point) => Point & { hold?: number },
  holds = false,
): Sheet {
  const outward = (lines: readonly number[]) => [
    lines[0]! - BEYOND,
    ...lines,
    lines.at(-1)! + BEYOND,
  ];
  const [us, vs] = [outward(xs), outward(ys)];
  const n = us.length * vs.length;
  const sheet: Sheet = {
    columns: us.length,
    rows: vs.length,
    from: new Float64Array(2 * n),
    to: new Float64Array(2 * n),
    hold: holds ? new Float32Array(n) : null,
  };
  const { from, to, hold } = sheet;
  const within = (v: number, lines: readonly number[]) =>
    Math.min(Math.max(v, lines[0]!), lines.at(-1)!);
  let i = 0;
  for (const v of vs)
    for (const u of us) {
      const on = { x: within(u, xs), y: within(v, ys) };
      const at = carry(on);
      from[2 * i] = u;
      from[2 * i + 1] = v;
      to[2 * i] = u + at.x - on.x;
      to[2 * i + 1] = v + at.y - on.y;
      if (hold) hold[i] = at.hold ?? 0;
      i++;
    }
  return sheet;
}

/** The longest way that a point of a sheet is carried, px of its plane. */
export function farthest({ from, to }: Sheet): number {
  let most = 0;
  for (let i = 0; i < from.length; i += 2)
    most = Math.max(most, (to[i]! - from[i]!) ** 2 + (to[i + 1]! - from[i + 1]!) ** 2);
  return Math.sqrt(most);
}

/** The points of a sheet under a map, both where they were and where they are carried. */
export function sheetUnder(map: Affine, sheet: Sheet): Sheet {
  const [a, b, c, d, e, f] = map;
  const under = (points: Float64Array) => {
    const out = new Float64Array(points.length);
    for (let i = 0; i < points.length; i += 2) {
      const [x, y] = [points[i]!, points[i + 1]!];
      out[i] = a * x + c * y + e;
      out[i + 1] = b * x + d * y + f;
    }
    return out;
  };
  return { ...sheet, from: under(sheet.from), to: under(sheet.to) };
}

/** The least margin, px; others are twice it, four times and so on: what lies before a drag stays kept while it goes on. */
const LEAST = 64;

/** A margin, px of the render, for what is carried so far at most. */
export const marginFor = (far: number): number =>
  far > 0 ? LEAST * 2 ** Math.max(0, Math.ceil(Math.log2((far + 2) / LEAST))) : 0;
