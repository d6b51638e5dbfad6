import { compile } from '../fields/compile';
import { PLANE, clamped, divide, multiply, subtract } from '../fields/field';
import { IDENTITY } from '../geometry/affine';
import type { ColourBuffer, Plane } from '../pixels/buffer';
import { crop, unwritten } from '../pixels/buffer';
import { floats, scoped } from '../pixels/heap';
import type { Region } from '../pixels/region';
import { grow, intersect, isEmpty } from '../pixels/region';
import { cellRegion, shareAmongCells, spreadCells } from './cells';
import { fieldPlanes } from './field';
import { onHeap, run } from './machine';
import { copied, mix, pasted } from './rows';

/** The shape of an opening, for a radius of 1: how far it goes to the left and the right at a height from −1 (top) to 1. */
export interface Aperture {
  /** Blades of a polygon, 3 and more; 0 for a disc. */
  blades: number;
  /** How the polygon is turned, radians. */
  turn: number;
}

/** Apertures up to this radius are summed up px by px; larger ones on cells of 2, 4 … px. */
const FINE = 12;
/** Heights at which a row of an aperture is looked at. */
const LOOKS = 16;

/** How far an aperture of a radius carries a value, px, on cells too. */
export const apertureMargin = (radius: number): number => Math.ceil(radius) + 4 * cellFor(radius);

/** The side of the cells for a radius, px. */
const cellFor = (radius: number): number =>
  2 ** Math.max(0, Math.ceil(Math.log2(Math.max(1, radius) / FINE)));

/** Where an aperture of radius 1 begins and ends at a height; null where it is not. */
function extentAt({ blades, turn }: Aperture, y: number): [number, number] | null {
  if (blades < 3) {
    if (Math.abs(y) >= 1) return null;
    const half = Math.sqrt(1 - y * y);
    return [-half, half];
  }
  let [low, high] = [Infinity, -Infinity];
  const corner = (k: number) => {
    const a = turn + (2 * Math.PI * k) / blades;
    return [Math.cos(a), Math.sin(a)] as const;
  };
  for (let k = 0; k < blades; k++) {
    const [[ax, ay], [bx, by]] = [corner(k), corner(k + 1)];
    if ((ay - y) * (by - y) > 0 || ay === by) continue;
    const x = ax + ((bx - ax) * (y - ay)) / (by - ay);
    low = Math.min(low, x);
    high = Math.max(high, x);
  }
  return high > low ? [low, high] : null;
}

/** For each row from −reach to reach, in px, where an aperture of a radius begins and ends in the mean of the row; and its area. */
function spansOf(aperture: Aperture, radius: number, reach: number) {
  const spans = floats(2 * (2 * reach + 1));
  let area = 0;
  for (let j = -reach; j <= reach; j++) {
    let [left, right] = [0, 0];
    for (let n = 0; n < LOOKS; n++) {
      const found = extentAt(aperture, (j + (n + 0.5) / LOOKS - 0.5) / radius);
      left += ((found?.[0] ?? 0) * radius) / LOOKS;
      right += ((found?.[1] ?? 0) * radius) / LOOKS;
    }
    spans.set([left, right], 2 * (j + reach));
    area += right - left;
  }
  return { spans, area };
}

/** Sums along the rows of some px, each row one longer than theirs, and where those lie. */
interface Sums {
  data: Float32Array;
  from: Region;
}

function sumsOf({ data, region }: ColourBuffer): Sums {
  const sums = floats((region.width + 1) * region.height * 4);
  onHeap((at) =>
    run('sumAlong', region.height, region.width * 3, [at(data), region.width, at(sums, 'write')]),
  );
  return { data: sums, from: region };
}

/** Means over an aperture of one radius (px, above 0.5) of the px of a grid, over a region of it. */
function meansOver(
  { data, from }: Sums,
  aperture: Aperture,
  radius: number,
  region: Region,
): ColourBuffer {
  const out: ColourBuffer = unwritten(region, 4);
  const reach = Math.ceil(radius);
  return scoped(() => {
    const { spans, area } = spansOf(aperture, radius, reach);
    onHeap((at) =>
      run('apertureRows', region.height, region.width * 8 * reach, [
        at(data),
        ...([from.width, from.height, from.x, from.y] as const),
        at(spans),
        ...([reach, 1 / area] as const),
        at(out.data, 'write'),
        ...([region.x, region.y, region.width] as const),
      ]),
    );
    return out;
  });
}

/**
 * Pixels each of which is the mean over an aperture about it, of one radius (px), over what `wanted` shares with all it can reach: every
 * point of light becomes the shape of the opening. Outside the pixels is nothing.
 */
export function throughAperture(
  pixels: ColourBuffer,
  aperture: Aperture,
  radius: number,
  wanted: Region,
): ColourBuffer {
  const region = intersect(grow(pixels.region, apertureMargin(radius)), wanted);
  if (isEmpty(region) || radius < 0.3) return crop(pixels, region);
  return scoped(() =>
    cellFor(radius) === 1
      ? meansOver(sumsOf(pixels), aperture, wide(radius), region)
      : meansOnCells(pixels, aperture, radius, region),
  );
}

/** An aperture reaches over the edges of its px. */
const wide = (radius: number): number => Math.max(0.55, radius);

/** Means over an aperture of one radius that is summed up on cells. */
function meansOnCells(
  pixels: ColourBuffer,
  aperture: Aperture,
  radius: number,
  region: Region,
): ColourBuffer {
  const cell = cellFor(radius);
  const sums = sumsOf(shareAmongCells(pixels, cellRegion(pixels.region, cell, 2), cell));
  const made = meansOver(sums, aperture, wide(radius) / cell, cellRegion(region, cell, 2));
  return spreadCells(made, region, cell);
}

/** The radii of the means that are mixed for one between them: each so many times the last. */
const LADDER = 1.8;

/** The radii up to the greatest, px. */
function ladder(most: number): number[] {
  const all = [0];
  for (let r = 1; r < most; r *= LADDER) all.push(r);
  return most > 0.3 ? [...all, most] : all;
}

/** Px of own radii are worked on in squares of so many px: near each other they need few of the radii. */
const SQUARE = 128;

/** The squares of a grid that a region is cut into. */
function squaresOf(region: Region): Region[] {
  const squares: Region[] = [];
  const first = (v: number) => Math.floor(v / SQUARE) * SQUARE;
  for (let y = first(region.y); y < region.y + region.height; y += SQUARE)
    for (let x = first(region.x); x < region.x + region.width; x += SQUARE)
      squares.push(intersect({ x, y, width: SQUARE, height: SQUARE }, region));
  return squares;
}

/**
 * The same with a radius of its own for each px: `radii` (px, 0 to `most`) lie over the region that is made. Of means over apertures
 * of a few radii the two nearest are mixed, by their areas.
 */
export function throughOwnApertures(
  pixels: ColourBuffer,
  aperture: Aperture,
  radii: Plane,
  most: number,
): ColourBuffer {
  const rungs = ladder(most);
  return scoped(() => {
    const out = copied(crop(pixels, radii.region));
    for (const square of squaresOf(radii.region))
      scoped(() => {
        const own = crop(radii, square);
        const [first, last] = rungsFor(own, rungs);
        if (last === 0) return;
        pasted(out, throughRungs(pixels, aperture, own, rungs, first, last));
      });
    return out;
  });
}

/** The first and the last of some rising radii, the first of them 0, that are mixed for the px of a plane. */
function rungsFor({ data }: Plane, rungs: readonly number[]): [first: number, last: number] {
  let [least, most] = [Infinity, 0];
  for (const radius of data) {
    if (radius < least) least = radius;
    if (radius > most) most = radius;
  }
  const end = rungs.length - 1;
  const from = rungs.findLastIndex((r) => r <= least);
  const to = rungs.findIndex((r) => r >= most);
  return [Math.max(0, from), to < 0 ? end : to];
}

/** Px with radii of their own, mixed of means over apertures from one of some rising radii to another. */
function throughRungs(
  pixels: ColourBuffer,
  aperture: Aperture,
  radii: Plane,
  rungs: readonly number[],
  first: number,
  last: number,
): ColourBuffer {
  const { region } = radii;
  // What is summed up px by px is summed up once for all radii.
  const fine = rungs.filter((r, k) => k >= first && k <= last && r > 0 && cellFor(r) === 1);
  const sums =
    fine.length > 0 ? sumsOf(crop(pixels, grow(region, apertureMargin(fine.at(-1)!)))) : null;
  const through = (radius: number) =>
    radius === 0
      ? copied(crop(pixels, region))
      : cellFor(radius) === 1
        ? meansOver(sums!, aperture, wide(radius), region)
        : meansOnCells(
            crop(pixels, grow(region, apertureMargin(radius))),
            aperture,
            radius,
            region,
          );
  const out = through(rungs[first]!);
  for (let k = first + 1; k <= last; k++) {
    const [least, radius] = [rungs[k - 1]!, rungs[k]!];
    const area = subtract(multiply(PLANE, PLANE), least * least);
    const share = clamped(divide(area, radius * radius - least * least));
    const [shares] = fieldPlanes(compile([share]), IDENTITY, region, radii);
    mix(out, through(radius), 1, shares!);
  }
  return out;
}
