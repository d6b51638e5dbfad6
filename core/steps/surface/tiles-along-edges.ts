import { placeChance } from '../../geometry/chance';
import type { Affine } from '../../geometry/affine';
import { apply, invert, meanScale } from '../../geometry/affine';
import { gaussianBlur } from '../../kernels/blur';
import { distanceField } from '../../kernels/distance';
import { level, unwrapped } from '../../kernels/rows';
import type { ColourBuffer, Plane } from '../../pixels/buffer';
import { crop, plane } from '../../pixels/buffer';

/**
 * Irregular tiles whose borders run along the edges of a picture: each px is of the tile whose point is near and whose colour is like
 * its own (Achanta et al., "SLIC superpixels compared to state-of-the-art superpixel methods", 2012; one round).
 */

/** How far off colour counts, in tiles for a difference from black to white, at 100 %. */
const COUNTS = 6;
/** Fine grain does not fray tiles: colours are compared after a blur of so much of a tile. */
const BLUR = 0.06;
/** The colour of a point is the mean of so many places to either side of it, so far apart, tiles. */
const [PLACES, APART] = [1, 0.12];

/** How irregular tiles lie: how far their points are moved (0–1), by which seed, and how much edges count (0–1). */
export interface Followed {
  loose: number;
  seed: number;
  along: number;
}

/** Which tile each px of a picture is of, as two planes of whole numbers, and how far it is from the border of that, tiles. */
export interface FollowedTiles {
  column: Plane;
  row: Plane;
  edge: Plane;
}

/** Points about a unit of tiles, three across and three down: where each lies (tiles), and its colour. */
const POINT = 6;

/** The tiles of a picture over its region; `back` takes px to tiles. */
export function tilesAlongEdges(pixels: ColourBuffer, back: Affine, of: Followed): FollowedTiles {
  const { region } = pixels;
  const px = meanScale(back);
  // Colours alone: what is covered in part has those of what is covered.
  const soft = unwrapped(crop(gaussianBlur(pixels, BLUR / px, region), region), 1);
  const column = plane(region);
  const row = plane(region);
  const points = pointsOf(soft, back, of);
  const counts = (COUNTS * of.along) ** 2;
  for (let y = 0, i = 0; y < region.height; y++)
    for (let x = 0; x < region.width; x++, i++) {
      const u = back[0] * (region.x + x + 0.5) + back[2] * (region.y + y + 0.5) + back[4];
      const v = back[1] * (region.x + x + 0.5) + back[3] * (region.y + y + 0.5) + back[5];
      const [cu, cv] = [Math.floor(u), Math.floor(v)];
      const p = 4 * i;
      const [r, g, b] = [soft.data[p]!, soft.data[p + 1]!, soft.data[p + 2]!];
      let least = Infinity;
      for (let j = cv - 1; j <= cv + 1; j++)
        for (let k = cu - 1; k <= cu + 1; k++) {
          const q = points.at(k, j);
          const d = points.data;
          const [du, dv] = [d[q]! - u, d[q + 1]! - v];
          const [dr, dg, db] = [d[q + 2]! - r, d[q + 3]! - g, d[q + 4]! - b];
          const far = du * du + dv * dv + (counts * (dr * dr + dg * dg + db * db)) / 3;
          if (far >= least) continue;
          least = far;
          column.data[i] = k;
          row.data[i] = j;
        }
    }
  return { column, row, edge: toBorders(column, row, px) };
}

/** The points of all units that a picture touches, and their colours. */
function pointsOf(pixels: ColourBuffer, back: Affine, { loose, seed }: Followed) {
  const { x, y, width, height } = pixels.region;
  const corners = [
    [x, y],
    [x + width, y],
    [x, y + height],
    [x + width, y + height],
  ].map(([u, v]) => apply(back, { x: u!, y: v! }));
  const left = Math.floor(Math.min(...corners.map((c) => c.x))) - 1;
  const top = Math.floor(Math.min(...corners.map((c) => c.y))) - 1;
  const wide = Math.floor(Math.max(...corners.map((c) => c.x))) + 2 - left;
  const high = Math.floor(Math.max(...corners.map((c) => c.y))) + 2 - top;
  const data = new Float32Array(POINT * wide * high);
  const at = (k: number, j: number) => POINT * ((j - top) * wide + k - left);
  const to = invert(back)!;
  for (let j = top; j < top + high; j++)
    for (let k = left; k < left + wide; k++) {
      const u = k + 0.5 + loose * (placeChance(k, j, seed) - 0.5);
      const v = j + 0.5 + loose * (placeChance(k, j, seed + 1) - 0.5);
      data.set([u, v, ...meanAbout(pixels, to, u, v)], at(k, j));
    }
  return { data, at };
}

/** The mean colour about a place in tiles; beyond its edges the picture goes on as they are. */
function meanAbout(
  { region, data }: ColourBuffer,
  to: Affine,
  u: number,
  v: number,
): [number, number, number] {
  const sum: [number, number, number] = [0, 0, 0];
  for (let j = -PLACES; j <= PLACES; j++)
    for (let i = -PLACES; i <= PLACES; i++) {
      const { x, y } = apply(to, { x: u + i * APART, y: v + j * APART });
      const a = Math.max(0, Math.min(region.width - 1, Math.floor(x) - region.x));
      const b = Math.max(0, Math.min(region.height - 1, Math.floor(y) - region.y));
      const p = 4 * (b * region.width + a);
      for (let k = 0; k < 3; k++) sum[k] = sum[k]! + data[p + k]!;
    }
  const count = (2 * PLACES + 1) ** 2;
  return [sum[0] / count, sum[1] / count, sum[2] / count];
}

/** How far each px is from one of another tile, tiles; a px beside one is a half away. */
function toBorders(column: Plane, row: Plane, px: number): Plane {
  const { region } = column;
  const { width, height } = region;
  const border = plane(region);
  const differ = (i: number, k: number) =>
    column.data[i] !== column.data[k] || row.data[i] !== row.data[k];
  for (let y = 0, i = 0; y < height; y++)
    for (let x = 0; x < width; x++, i++) {
      if (x + 1 < width && differ(i, i + 1)) border.data[i] = border.data[i + 1] = 1;
      if (y + 1 < height && differ(i, i + width)) border.data[i] = border.data[i + width] = 1;
    }
  const edge = distanceField(border);
  level(edge, px, 0.5 * px);
  return edge;
}
