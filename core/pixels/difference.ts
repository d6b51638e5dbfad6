import { converter, differenceCiede2000 } from 'culori';

/** How far two pictures are from each other, as the eye sees it. */
export interface Differences {
  /** ΔE2000 of each px, row by row. */
  map: Float32Array;
  mean: number;
  /** All but a twentieth of the px differ by less. */
  most: number;
  largest: number;
}

/** So many different pairs of colours are remembered: pictures repeat theirs. */
const REMEMBERED = 2 ** 20;

/**
 * The differences (CIEDE2000; CIE 142-2001) of two pictures of RGBA of 8 bits, as many px in each; what is clear counts as over
 * black. Throws a RangeError if there are not as many.
 */
export function differences(
  a: Uint8Array | Uint8ClampedArray,
  b: Uint8Array | Uint8ClampedArray,
): Differences {
  if (a.length !== b.length || a.length === 0)
    throw new RangeError('Only pictures of one size can be compared.');
  const toLab = converter('lab65');
  const between = differenceCiede2000();
  const over = (from: ArrayLike<number>, i: number, c: number) =>
    Math.round((from[i + c]! * from[i + 3]!) / 255);
  const known = new Map<number, number>();
  const map = Float32Array.from({ length: a.length / 4 }, (_, px) => {
    const i = px * 4;
    const [x, y] = [a, b].map((from) => [over(from, i, 0), over(from, i, 1), over(from, i, 2)]);
    if (x!.every((v, c) => v === y![c])) return 0;
    const key = [...x!, ...y!].reduce((n, v) => n * 256 + v, 0);
    let d = known.get(key);
    if (d === undefined) {
      const lab = ([r, g, b]: number[]) =>
        toLab({ mode: 'rgb', r: r! / 255, g: g! / 255, b: b! / 255 });
      d = between(lab(x!), lab(y!));
      if (known.size < REMEMBERED) known.set(key, d);
    }
    return d;
  });
  const sorted = map.slice().sort();
  return {
    map,
    mean: map.reduce((sum, v) => sum + v, 0) / map.length,
    most: sorted[Math.floor(0.95 * (map.length - 1))]!,
    largest: sorted.at(-1)!,
  };
}
