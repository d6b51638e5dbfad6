import type { ColourBuffer } from './buffer';
import type { Mixing } from './colour';
import { linear } from './colour';
import { oklabOf } from './oklab';

/** How the colours of some pixels spread in Oklab. */
export interface ColourStatistics {
  /** Of lightness, a and b. */
  mean: number[];
  deviation: number[];
  /**
   * Of each, `RANKS` values that rise: below the first lies a share of 0 of what is covered, below the last all, and between
   * them even shares.
   */
  ranks: Float64Array[];
}

/** Values by which each channel's ranks are known. */
export const RANKS = 65;

/** Px that are covered less count for nothing: their colours are not sure. */
const LEAST_COVERAGE = 1 / 64;

/** What the straight colours of a buffer are like, each px by how far it is covered; null where nothing is. */
export function statisticsOf({ data }: ColourBuffer, mixing: Mixing): ColourStatistics | null {
  const channels: [value: number, weight: number][][] = [[], [], []];
  const light = (v: number) => (mixing === 'light' ? v : linear(v));
  let whole = 0;
  for (let i = 0; i < data.length; i += 4) {
    const alpha = data[i + 3]!;
    if (alpha < LEAST_COVERAGE) continue;
    whole += alpha;
    const straight = (k: number) => light(data[i + k]! / alpha);
    oklabOf(straight(0), straight(1), straight(2)).forEach((v, c) => channels[c]!.push([v, alpha]));
  }
  if (whole === 0) return null;
  const mean = channels.map((c) => c.reduce((sum, [v, w]) => sum + v * w, 0) / whole);
  const deviation = channels.map((c, n) =>
    Math.sqrt(c.reduce((sum, [v, w]) => sum + w * (v - mean[n]!) ** 2, 0) / whole),
  );
  return { mean, deviation, ranks: channels.map((c) => ranksOf(c, whole)) };
}

/** The values below which even shares of a weight lie. */
function ranksOf(values: [value: number, weight: number][], whole: number): Float64Array {
  values.sort((a, b) => a[0] - b[0]);
  const ranks = new Float64Array(RANKS);
  let [next, below] = [0, 0];
  for (const [value, weight] of values) {
    // A value stands in the middle of its own weight, so that one alone is the median.
    while (next < RANKS && (next / (RANKS - 1)) * whole <= below + weight) ranks[next++] = value;
    below += weight;
  }
  while (next < RANKS) ranks[next++] = values.at(-1)![0];
  return ranks;
}
