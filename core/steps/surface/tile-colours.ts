import type { ColourBuffer, Plane } from '../../pixels/buffer';

/** The colours of the px of each tile of a picture added up, premultiplied, and which tile each px is of. */
export interface TileColours {
  /** RGBA of each tile. */
  sums: Float64Array;
  /** How many px each tile has. */
  sizes: Float64Array;
  /** The tile of each px. */
  tiles: Int32Array;
}

/**
 * The colours of tiles added up, from whole numbers that say which tile each px of a buffer is of. Px are added up row by row, so that a
 * tile that lies in two regions whole is the same in both.
 */
export function tileColours({ data }: ColourBuffer, column: Plane, row: Plane): TileColours {
  let [left, top, right, bottom] = [Infinity, Infinity, -Infinity, -Infinity];
  for (let i = 0; i < column.data.length; i++) {
    const [c, r] = [column.data[i]!, row.data[i]!];
    if (c < left) left = c;
    if (c > right) right = c;
    if (r < top) top = r;
    if (r > bottom) bottom = r;
  }
  const wide = right - left + 1;
  const count = wide * (bottom - top + 1);
  const sums = new Float64Array(4 * count);
  const sizes = new Float64Array(count);
  const tiles = new Int32Array(column.data.length);
  for (let i = 0, p = 0; i < tiles.length; i++, p += 4) {
    const tile = (row.data[i]! - top) * wide + column.data[i]! - left;
    tiles[i] = tile;
    sizes[tile]!++;
    sums[4 * tile]! += data[p]!;
    sums[4 * tile + 1]! += data[p + 1]!;
    sums[4 * tile + 2]! += data[p + 2]!;
    sums[4 * tile + 3]! += data[p + 3]!;
  }
  return { sums, sizes, tiles };
}
