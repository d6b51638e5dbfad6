/** Changes of colour by hue: bands round the circle of OKLCH, each going over into the next. */

export interface HueBand {
  /** Where it stands, degrees of OKLCH, 0 up to 360. */
  hue: number;
  /** How far hues are turned there, −180 to 180°. */
  turn: number;
  /** How much stronger or weaker colours become, −100 to 100 %. */
  chroma: number;
  /** How much lighter or darker, −100 to 100 %. */
  lightness: number;
}

/** At most so many bands. */
export const MOST_BANDS = 8;

/** The bands to begin with, by the hue of the colour that each is called by. */
export const NAMED_HUES = [
  { name: 'Red', hue: 29 },
  { name: 'Orange', hue: 58 },
  { name: 'Yellow', hue: 105 },
  { name: 'Green', hue: 145 },
  { name: 'Cyan', hue: 196 },
  { name: 'Blue', hue: 262 },
  { name: 'Violet', hue: 304 },
  { name: 'Magenta', hue: 345 },
] as const;

/** Bands that change nothing. */
export const plainBands = (): HueBand[] =>
  NAMED_HUES.map(({ hue }) => ({ hue, turn: 0, chroma: 0, lightness: 0 }));

/** The name of the hue that is nearest to one, degrees. */
export function nameOfHue(hue: number): string {
  const off = (a: number) => Math.abs(((hue - a + 540) % 360) - 180);
  return NAMED_HUES.reduce((best, n) => (off(n.hue) < off(best.hue) ? n : best)).name;
}

/** What some bands say at a hue (degrees): smooth from each to the next one round the circle. Without any it is nothing. */
export function bandAt(bands: readonly HueBand[], hue: number): Omit<HueBand, 'hue'> {
  if (bands.length === 0) return { turn: 0, chroma: 0, lightness: 0 };
  const sorted = [...bands].sort((a, b) => a.hue - b.hue);
  const at = ((hue % 360) + 360) % 360;
  const next = sorted.findIndex((b) => b.hue > at);
  const to = sorted[next < 0 ? 0 : next]!;
  const from = sorted[((next < 0 ? 0 : next) + sorted.length - 1) % sorted.length]!;
  const gap = (to.hue - from.hue + 360) % 360 || 360;
  const t = Math.min(1, ((at - from.hue + 360) % 360) / gap);
  const share = t * t * (3 - 2 * t);
  const mixed = (key: 'turn' | 'chroma' | 'lightness') => from[key] + (to[key] - from[key]) * share;
  return { turn: mixed('turn'), chroma: mixed('chroma'), lightness: mixed('lightness') };
}

/** Steps of a table of bands round the circle. */
export const HUE_STEPS = 360;

/** What bands say at every degree, 0 to 360, four floats each: cosine and sine of the turn, and shares of chroma and lightness, −1 to 1. */
export function bandTable(bands: readonly HueBand[]): Float32Array {
  const table = new Float32Array(4 * (HUE_STEPS + 1));
  for (let i = 0; i <= HUE_STEPS; i++) {
    const { turn, chroma, lightness } = bandAt(bands, (i * 360) / HUE_STEPS);
    const angle = (turn * Math.PI) / 180;
    table.set([Math.cos(angle), Math.sin(angle), chroma / 100, lightness / 100], 4 * i);
  }
  return table;
}
