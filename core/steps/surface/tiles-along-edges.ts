import { placeChance } from '../../geometry/chance';
import type { Affine } from '../../geometry/affine';
import { apply, boxOfRegion, boxUnder, invert, meanScale } from '../../geometry/affine';
import { gaussianBlur } from '../../kernels/blur';
import { distanceField } from '../../kernels/distance';
import type { UnitPoints } from '../../kernels/likest-point';
import { POINT, likestPoints, unitBorders } from '../../kernels/likest-point';
import { level, unwrapped } from '../../kernels/rows';
import type { ColourBuffer, Plane } from '../../pixels/buffer';
import { crop } from '../../pixels/buffer';

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

/** The tiles of a picture over its region; `back` takes px to tiles. */
export function tilesAlongEdges(pixels: ColourBuffer, back: Affine, of: Followed): FollowedTiles {
  const { region } = pixels;
  const px = meanScale(back);
  // Colours alone: what is covered in part has those of what is covered.
  const soft = unwrapped(crop(gaussianBlur(pixels, BLUR / px, region), region), 1);
  const counts = (COUNTS * of.along) ** 2 / 3;
  const { column, row } = likestPoints(soft, back, pointsOf(soft, back, of), counts);
  // A px beside one of another tile is half a px from the border.
  const edge = distanceField(unitBorders(column, row));
  level(edge, px, 0.5 * px);
  return { column, row, edge };
}

/** The points of all units that a picture touches and of those about them, and their colours. */
function pointsOf(pixels: ColourBuffer, back: Affine, { loose, seed }: Followed): UnitPoints {
  const { x0, y0, x1, y1 } = boxUnder(back, boxOfRegion(pixels.region));
  const [left, top] = [Math.floor(x0) - 1, Math.floor(y0) - 1];
  const [wide, high] = [Math.floor(x1) + 2 - left, Math.floor(y1) + 2 - top];
  const data = new Float32Array(POINT * wide * high);
  const to = invert(back)!;
  for (let j = top, at = 0; j < top + high; j++)
    for (let k = left; k < left + wide; k++, at += POINT) {
      const u = k + 0.5 + loose * (placeChance(k, j, seed) - 0.5);
      const v = j + 0.5 + loose * (placeChance(k, j, seed + 1) - 0.5);
      data.set([u, v, ...meanAbout(pixels, to, u, v)], at);
    }
  return { data, left, top, wide };
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
