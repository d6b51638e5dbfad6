/** Lookup tables of colours, as files of the .cube format have them. */

/** Three numbers, of red, green and blue. */
export type Three = [red: number, green: number, blue: number];

/** A colour for every colour: a curve for each channel, then a cube; either may be missing. */
export interface ColourTable {
  /** Straight red, green and blue for even places of each channel's own input: three numbers each; empty for none. */
  curve: Float32Array;
  /** From and to which input the curve goes. */
  curveDomain: [low: Three, high: Three];
  /** Colours for `side`³ even places, red fastest: three numbers each; empty for none. */
  cube: Float32Array;
  side: number;
  cubeDomain: [low: Three, high: Three];
}

/** The longest curve and the largest cube that are taken. */
export const LONGEST_CURVE = 65_536;
export const LARGEST_CUBE = 128;

/** What a scene says of a table whose numbers stand in an asset. */
export interface StoredTable {
  name: string;
  /** A picture of 16 bits a channel: the numbers of the curve, then those of the cube, from `low` to `high`. */
  asset: string;
  curve: number;
  side: number;
  curveDomain: [low: Three, high: Three];
  cubeDomain: [low: Three, high: Three];
  low: number;
  high: number;
}

/** The width of the picture that a table stands in, px. */
const WIDTH = 512;

/** The numbers of a table as a picture, and what the scene says of it but the name of the asset. */
export function packedTable(
  table: ColourTable,
  name: string,
): {
  image: { width: number; height: number; depth: 16; data: Uint16Array };
  stored: Omit<StoredTable, 'asset'>;
} {
  const { curve, cube } = table;
  const count = (curve.length + cube.length) / 3;
  let [low, high] = [0, 1];
  for (const list of [curve, cube])
    for (const v of list) {
      low = Math.min(low, v);
      high = Math.max(high, v);
    }
  const height = Math.max(1, Math.ceil(count / WIDTH));
  const data = new Uint16Array(WIDTH * height * 4).fill(65_535);
  const at = (i: number) => (i < curve.length ? curve[i]! : cube[i - curve.length]!);
  for (let n = 0; n < count; n++)
    for (let c = 0; c < 3; c++)
      data[4 * n + c] = Math.round(((at(3 * n + c) - low) / (high - low)) * 65_535);
  const { side, curveDomain, cubeDomain } = table;
  return {
    image: { width: WIDTH, height, depth: 16, data },
    stored: { name, ...{ curve: curve.length / 3, side, curveDomain, cubeDomain, low, high } },
  };
}

/**
 * The numbers of a stored table as kernels read them, four floats a colour (the last to spare): those of the curve, then those of the
 * cube. `values` are the floats of its picture, RGBA, 0–1.
 */
export function unpackedTable(
  { curve, side, low, high }: StoredTable,
  values: Float32Array,
): Float32Array {
  const count = curve + side ** 3;
  const out = new Float32Array(Math.max(8, 4 * count));
  // A picture that is too small is refused where it is opened; what is missing is black, and never no number.
  for (let i = 0; i < 4 * count; i++) out[i] = low + (values[i] ?? 0) * (high - low);
  return out;
}
