import { compile } from '../fields/compile';
import { PLANE, clamped, divide, multiply, subtract } from '../fields/field';
import { IDENTITY } from '../geometry/affine';
import type { ColourBuffer, Plane } from '../pixels/buffer';
import { crop, unwritten } from '../pixels/buffer';
import { floats, scoped } from '../pixels/heap';
import type { Region } from '../pixels/region';
import { EMPTY, covering, grow, intersect, isEmpty } from '../pixels/region';
import { cellRegion, shareAmongCells, spreadCells } from './cells';
import { fieldPlanes } from './field';
import { onHeap, run } from './machine';
import { copied, mix } from './rows';

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

/** Sums along the rows of some px. */
function sumsOf({ data, region }: ColourBuffer): Float32Array {
  const sums = floats((region.width + 1) * region.height * 4);
  onHeap((at) =>
    run('sumAlong', region.height, region.width * 3, [at(data), region.width, at(sums, 'write')]),
  );
  return sums;
}

/** Means over an aperture of one radius (px, above 0.5) of the px of a grid, over a region of it. */
function meansOver(
  pixels: ColourBuffer,
  aperture: Aperture,
  radius: number,
  region: Region,
): ColourBuffer {
  const out: ColourBuffer = unwritten(region, 4);
  const reach = Math.ceil(radius);
  return scoped(() => {
    const { spans, area } = spansOf(aperture, radius, reach);
    const sums = sumsOf(pixels);
    const from = pixels.region;
    onHeap((at) =>
      run('apertureRows', region.height, region.width * 8 * reach, [
        at(sums),
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
  const cell = cellFor(radius);
  const own = Math.max(0.55, radius);
  if (cell === 1) return meansOver(pixels, aperture, own, region);
  return scoped(() => {
    const shared = shareAmongCells(pixels, cellRegion(pixels.region, cell, 2), cell);
    const made = meansOver(shared, aperture, own / cell, cellRegion(region, cell, 2));
    return spreadCells(made, region, cell);
  });
}

/** The radii of the means that are mixed for one between them: each so many times the last. */
const LADDER = 1.8;

/** The radii up to the greatest, px. */
function ladder(most: number): number[] {
  const all = [0];
  for (let r = 1; r < most; r *= LADDER) all.push(r);
  return most > 0.3 ? [...all, most] : all;
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
  const { region } = radii;
  return scoped(() => {
    const out = copied(crop(pixels, region));
    const rungs = ladder(most);
    const parts = partsByRung(radii, rungs);
    for (let k = 1; k < rungs.length; k++) {
      const [last, radius, part] = [rungs[k - 1]!, rungs[k]!, parts[k]!];
      if (isEmpty(part)) continue;
      const area = subtract(multiply(PLANE, PLANE), last * last);
      const share = clamped(divide(area, radius * radius - last * last));
      const [shares] = fieldPlanes(compile([share]), IDENTITY, part, radii);
      mix(out, crop(throughAperture(pixels, aperture, radius, part), part), 1, shares!);
    }
    return out;
  });
}

/**
 * For each of some rising radii the region of the px that need it: those whose own radius lies between the one before and the one after.
 * What is blurred more than the next is made of that one alone.
 */
function partsByRung({ data, region }: Plane, rungs: readonly number[]): Region[] {
  const boxes = rungs.map(() => [Infinity, Infinity, -Infinity, -Infinity]);
  const add = (k: number, x: number, y: number): void => {
    const box = boxes[k];
    if (!box) return;
    box[0] = Math.min(box[0]!, x);
    box[1] = Math.min(box[1]!, y);
    box[2] = Math.max(box[2]!, x + 1);
    box[3] = Math.max(box[3]!, y + 1);
  };
  for (let y = 0, i = 0; y < region.height; y++)
    for (let x = 0; x < region.width; x++, i++) {
      const radius = data[i]!;
      if (radius === 0) continue;
      let k = 1;
      while (k < rungs.length - 1 && rungs[k]! <= radius) k++;
      add(k, region.x + x, region.y + y);
      // Between the last rung and this one both are mixed; at the end of the ladder there is one alone.
      if (k > 1 && radius < rungs[k]!) add(k - 1, region.x + x, region.y + y);
    }
  return boxes.map(([x0, y0, x1, y1]) => (x1! > x0! ? covering(x0!, y0!, x1!, y1!) : EMPTY));
}
