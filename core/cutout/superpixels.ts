/** Superpixels: small even patches of a picture that keep to its edges. */

export interface Superpixels {
  /** The patch that each px belongs to. */
  of: Int32Array;
  count: number;
  /** px of each patch. */
  sizes: Float64Array;
  /** Mean colour of each patch: three numbers, as those of the picture. */
  colours: Float64Array;
  /** Mean place of each patch: x and y, px. */
  places: Float64Array;
}

/** Rounds of assigning px to patches. */
const ROUNDS = 6;
/** How much a px away from its patch counts against a difference of colour: the compactness `m` of the source. */
const COMPACT = 24;

/**
 * About `wanted` superpixels of a picture, three floats a px, 0–255 (SLIC: Achanta et al., "SLIC superpixels compared to
 * state-of-the-art superpixel methods", TPAMI 2012). Parts of a patch that came apart stay with it; patches without px are left out.
 */
export function superpixels(
  colours: Float32Array,
  width: number,
  height: number,
  wanted: number,
): Superpixels {
  const step = Math.max(2, Math.sqrt((width * height) / wanted));
  const [across, down] = [
    Math.max(1, Math.round(width / step)),
    Math.max(1, Math.round(height / step)),
  ];
  const n = across * down;
  const centres = new Float64Array(5 * n);
  for (let k = 0; k < n; k++) {
    const x = Math.min(width - 1, Math.floor(((k % across) + 0.5) * (width / across)));
    const y = Math.min(height - 1, Math.floor((Math.floor(k / across) + 0.5) * (height / down)));
    const i = 3 * (y * width + x);
    centres.set([colours[i]!, colours[i + 1]!, colours[i + 2]!, x, y], 5 * k);
  }
  const of = new Int32Array(width * height).fill(0);
  const near = new Float64Array(width * height);
  const weight = (COMPACT / step) ** 2;
  for (let round = 0; round < ROUNDS; round++) {
    near.fill(Infinity);
    for (let k = 0; k < n; k++) {
      const [a, b, c, cx, cy] = centres.subarray(5 * k, 5 * k + 5) as unknown as number[];
      const [x0, x1] = [Math.max(0, Math.floor(cx! - step)), Math.min(width, cx! + step + 1)];
      const [y0, y1] = [Math.max(0, Math.floor(cy! - step)), Math.min(height, cy! + step + 1)];
      for (let y = y0; y < y1; y++)
        for (let x = x0; x < x1; x++) {
          const i = y * width + x;
          const [da, db, dc] = [
            colours[3 * i]! - a!,
            colours[3 * i + 1]! - b!,
            colours[3 * i + 2]! - c!,
          ];
          const far =
            da * da + db * db + dc * dc + weight * ((x - cx!) * (x - cx!) + (y - cy!) * (y - cy!));
          if (far < near[i]!) [near[i], of[i]] = [far, k];
        }
    }
    const sums = new Float64Array(6 * n);
    for (let i = 0; i < of.length; i++) {
      const at = 6 * of[i]!;
      for (let c = 0; c < 3; c++) sums[at + c]! += colours[3 * i + c]!;
      sums[at + 3]! += i % width;
      sums[at + 4]! += Math.floor(i / width);
      sums[at + 5]!++;
    }
    for (let k = 0; k < n; k++)
      if (sums[6 * k + 5]! > 0)
        for (let c = 0; c < 5; c++) centres[5 * k + c] = sums[6 * k + c]! / sums[6 * k + 5]!;
  }
  return counted(of, n, centres);
}

/** Patches numbered anew, without those that no px belongs to. */
function counted(of: Int32Array, n: number, centres: Float64Array): Superpixels {
  const sizesOf = new Float64Array(n);
  for (const k of of) sizesOf[k]!++;
  const used = [...sizesOf.keys()].filter((k) => sizesOf[k]! > 0);
  const number = new Int32Array(n);
  used.forEach((k, i) => (number[k] = i));
  return {
    of: of.map((k) => number[k]!),
    count: used.length,
    sizes: Float64Array.from(used, (k) => sizesOf[k]!),
    colours: Float64Array.from(used.flatMap((k) => [...centres.subarray(5 * k, 5 * k + 3)])),
    places: Float64Array.from(used.flatMap((k) => [...centres.subarray(5 * k + 3, 5 * k + 5)])),
  };
}
