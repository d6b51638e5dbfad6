import { chance } from '../geometry/chance';

/** Tips of brushes that are no discs: squares of coverage, 0–1, made once by chance. */

/** The side of a tip at its finest, px. */
const SIDE = 128;

/** A tip in sizes, each half as large as the one before. */
export interface Tip {
  side: number;
  coverage: Float32Array;
}

/** A disc in a tip, in shares of its side. */
interface Disc {
  x: number;
  y: number;
  r: number;
  strength: number;
}

/** A tip of soft discs; where they lie on one another the strongest counts. */
function ofDiscs(discs: readonly Disc[]): Float32Array {
  const out = new Float32Array(SIDE * SIDE);
  for (const { x, y, r, strength } of discs) {
    const [cx, cy, radius] = [x * SIDE, y * SIDE, r * SIDE];
    for (let j = Math.max(1, Math.floor(cy - radius)); j < Math.min(SIDE - 1, cy + radius); j++)
      for (let i = Math.max(1, Math.floor(cx - radius)); i < Math.min(SIDE - 1, cx + radius); i++) {
        const d = Math.hypot(i + 0.5 - cx, j + 0.5 - cy) / radius;
        if (d >= 1) continue;
        const t = Math.min(1, 2 * (1 - d));
        const at = j * SIDE + i;
        out[at] = Math.max(out[at]!, strength * t * t * (3 - 2 * t));
      }
  }
  return out;
}

/** A place within a disc, evenly by chance, in shares of the side. */
function within(i: number, reach: number): { x: number; y: number } {
  const r = reach * Math.sqrt(chance(i, 1));
  const turn = 2 * Math.PI * chance(i, 2);
  return { x: 0.5 + r * Math.cos(turn), y: 0.5 + r * Math.sin(turn) };
}

const MADE = {
  /** Ends of hairs: along a stroke they draw lines. */
  bristle: () =>
    ofDiscs(
      Array.from({ length: 70 }, (_, i) => ({
        ...within(i, 0.45),
        r: 0.014 + 0.022 * chance(i, 3),
        strength: 0.25 + 0.75 * chance(i, 4),
      })),
    ),
  /** Drops, a few large and many small. */
  spatter: () =>
    ofDiscs(
      Array.from({ length: 90 }, (_, i) => ({
        ...within(100 + i, 0.44),
        r: 0.012 + 0.07 * chance(i, 5) ** 4,
        strength: 0.6 + 0.4 * chance(i, 6),
      })),
    ),
};

/** The same at half the size: means of four. */
function halved({ side, coverage }: Tip): Tip {
  const half = side / 2;
  const out = new Float32Array(half * half);
  for (let y = 0; y < half; y++)
    for (let x = 0; x < half; x++) {
      const i = 2 * y * side + 2 * x;
      out[y * half + x] =
        (coverage[i]! + coverage[i + 1]! + coverage[i + side]! + coverage[i + side + 1]!) / 4;
    }
  return { side: half, coverage: out };
}

const sizes = new Map<keyof typeof MADE, Tip[]>();

/** The size of a tip that is about as fine as a dab of some px across. */
export function tipFor(kind: keyof typeof MADE, across: number): Tip {
  let all = sizes.get(kind);
  if (!all) {
    all = [{ side: SIDE, coverage: MADE[kind]() }];
    while (all.at(-1)!.side > 4) all.push(halved(all.at(-1)!));
    sizes.set(kind, all);
  }
  return all.findLast((t) => t.side >= across) ?? all[0]!;
}
