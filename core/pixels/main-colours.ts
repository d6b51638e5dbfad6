import { converter, formatHex } from 'culori';
import { linear } from './colour';
import { oklabOf } from './oklab';

/** The colours that a picture is made of. */

type Lab = [lightness: number, a: number, b: number];

const toRgb = converter('rgb');
const ROUNDS = 12;
/** Of a larger picture so many px are looked at, evenly spread. */
const LOOKED_AT = 6000;
/** Colours nearer to each other than this in Oklab are one. */
const APART = 0.045;

const apart = (p: Lab, q: Lab): number => Math.hypot(p[0] - q[0], p[1] - q[1], p[2] - q[2]);

/** The place in a list that is nearest to a colour. */
const nearestOf = (list: readonly Lab[], p: Lab): number =>
  list.reduce((best, q, i) => (apart(p, q) < apart(p, list[best]!) ? i : best), 0);

/**
 * The main colours of a picture (RGBA, 0–255, straight alpha), at most so many, as `#rrggbb` from dark to bright; none if all of
 * it is transparent. The middles of clusters in Oklab (k-means; Lloyd, 1982), begun with colours as far apart from each other as
 * there are, so that a small bright light is one of them, too. The same picture gives the same colours.
 */
export function mainColours(rgba: Uint8ClampedArray, most: number): string[] {
  const count = rgba.length / 4;
  const step = Math.max(1, Math.floor(count / LOOKED_AT));
  const seen: Lab[] = [];
  for (let i = 0; i < count; i += step) {
    const [r, g, b, alpha] = rgba.subarray(4 * i, 4 * i + 4);
    if (alpha! >= 128) seen.push(oklabOf(linear(r! / 255), linear(g! / 255), linear(b! / 255)));
  }
  if (seen.length === 0) return [];
  // The first is the one nearest to the mean; each next, the one farthest from all before it.
  const mean = meanOf(seen);
  const middles: Lab[] = [seen[nearestOf(seen, mean)]!];
  while (middles.length < most) {
    const away = seen.map((p) => Math.min(...middles.map((m) => apart(p, m))));
    const far = away.reduce((best, v, i) => (v > away[best]! ? i : best), 0);
    if (away[far]! < APART) break;
    middles.push(seen[far]!);
  }
  for (let round = 0; round < ROUNDS; round++) {
    const groups: Lab[][] = middles.map(() => []);
    for (const p of seen) groups[nearestOf(middles, p)]!.push(p);
    groups.forEach((group, i) => {
      if (group.length > 0) middles[i] = meanOf(group);
    });
  }
  const distinct = middles.reduce<Lab[]>(
    (all, m) => (all.some((other) => apart(m, other) < APART) ? all : [...all, m]),
    [],
  );
  return distinct
    .sort((p, q) => p[0] - q[0])
    .map(([l, a, b]) => formatHex(toRgb({ mode: 'oklab', l, a, b })));
}

function meanOf(list: readonly Lab[]): Lab {
  const sum = list.reduce<Lab>((s, p) => [s[0] + p[0], s[1] + p[1], s[2] + p[2]], [0, 0, 0]);
  return [sum[0] / list.length, sum[1] / list.length, sum[2] / list.length];
}
