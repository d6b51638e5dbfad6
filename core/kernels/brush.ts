import type { ColourBuffer, Plane } from '../pixels/buffer';
import { colourBuffer, plane } from '../pixels/buffer';
import type { Rgb } from '../pixels/colour';
import type { Region } from '../pixels/region';
import { EMPTY, covering, intersect, isEmpty } from '../pixels/region';
import { NOWHERE } from './arguments';
import { onHeap, rowsOf, run } from './machine';

/**
 * The floats of a dab: x, y and radius (px), flow (0–1), the cosine and sine of the angle of its long axis, how many times
 * longer that is than the other (from 1 on), and whether it is drawn out (0 or 1): then it is round, and instead of the angle
 * stands how far to the right and down it is drawn, px, so that it covers all about a piece of a line.
 */
export const DAB = 8;

/** The corners of a tip lie so many radii from its middle. */
export const TIP_REACH = Math.SQRT2;

/** The region that dabs may touch, each so many radii about its place; empty for none. */
function dabsRegion(dabs: Float32Array, radii: number): Region {
  if (dabs.length === 0) return EMPTY;
  let [x0, y0, x1, y1] = [Infinity, Infinity, -Infinity, -Infinity];
  for (let i = 0; i < dabs.length; i += DAB) {
    const r = Math.max(0.5, dabs[i + 2]!) * radii + 1;
    const drawn = dabs[i + 7]!;
    const [ox, oy] = [drawn * dabs[i + 4]!, drawn * dabs[i + 5]!];
    x0 = Math.min(x0, dabs[i]! + Math.min(0, ox) - r);
    y0 = Math.min(y0, dabs[i + 1]! + Math.min(0, oy) - r);
    x1 = Math.max(x1, dabs[i]! + Math.max(0, ox) + r);
    y1 = Math.max(y1, dabs[i + 1]! + Math.max(0, oy) + r);
  }
  return covering(x0, y0, x1, y1);
}

/**
 * How much a stroke covers, 0–1, over the part of a region that it touches: `dabs` are `DAB` floats each, in the order
 * in which they are laid; up to `hardness` (0–1) of its radius each is whole.
 */
export function dabbed(dabs: Float32Array, hardness: number, region: Region): Plane {
  const part = intersect(dabsRegion(dabs, 1), region);
  const out = plane(part);
  if (isEmpty(part)) return out;
  const own = fromCorner(dabs, part);
  onHeap((at) =>
    run('dabRows', part.height, part.width * 20, [
      ...rowsOf(at, out, part, 'write'),
      part.width,
      at(own),
      own.length / DAB,
      hardness,
    ]),
  );
  return out;
}

/** Dabs whose places are counted from the corner of a region. */
function fromCorner(dabs: Float32Array, region: Region): Float32Array {
  const own = dabs.slice();
  placeFromCorner(own, region);
  return own;
}

/** Counts the places of dabs from the corner of a region, in place. */
function placeFromCorner(dabs: Float32Array, { x, y }: Region): void {
  for (let i = 0; i < dabs.length; i += DAB) {
    dabs[i] = dabs[i]! - x;
    dabs[i + 1] = dabs[i + 1]! - y;
  }
}

/** Whether the dab that stands at `i`, so many radii about its place, touches what lies from one corner to that opposite. */
function touches(
  dabs: Float32Array,
  i: number,
  radii: number,
  x0: number,
  y0: number,
  x1: number,
  y1: number,
): boolean {
  const r = Math.max(0.5, dabs[i + 2]!) * radii + 1;
  const x = dabs[i]!;
  const y = dabs[i + 1]!;
  const ox = dabs[i + 7]! * dabs[i + 4]!;
  const oy = dabs[i + 7]! * dabs[i + 5]!;
  return (
    Math.max(x, x + ox) + r >= x0 &&
    Math.min(x, x + ox) - r <= x1 &&
    Math.max(y, y + oy) + r >= y0 &&
    Math.min(y, y + oy) - r <= y1
  );
}

/** The dabs of a stroke that touch a region, each so many radii about its place, in their order; the very same array if all do. */
export const dabsWithin = (dabs: Float32Array, region: Region, radii = 1): Float32Array =>
  ofThoseWithin(dabs, dabs, DAB, region, radii);

/** Of the colours and limits of dabs (four floats each) those whose dabs `dabsWithin` gives for a region. */
export const tintsWithin = (
  dabs: Float32Array,
  tints: Float32Array,
  region: Region,
  radii = 1,
): Float32Array => ofThoseWithin(dabs, tints, 4, region, radii);

/** Of a list that has so many floats for each dab, those of the dabs that touch a region; the very same list if all do. */
function ofThoseWithin(
  dabs: Float32Array,
  list: Float32Array,
  each: number,
  { x, y, width, height }: Region,
  radii: number,
): Float32Array {
  const [x1, y1] = [x + width, y + height];
  const isIn = (i: number) => touches(dabs, i * DAB, radii, x, y, x1, y1);
  const all = dabs.length / DAB;
  let count = 0;
  for (let i = 0; i < all; i++) if (isIn(i)) count++;
  if (count === all) return list;
  const out = new Float32Array(count * each);
  let at = 0;
  for (let i = 0; i < all; i++)
    if (isIn(i)) for (let k = 0; k < each; k++) out[at++] = list[i * each + k]!;
  return out;
}

/** Covers a plane by a share (0–1) of another where both are, over what it has left, in place. */
export function cover(to: Plane, by: Plane, share: number): void {
  const part = intersect(to.region, by.region);
  if (isEmpty(part)) return;
  onHeap((at) =>
    run('coverRows', part.height, part.width * 3, [
      ...rowsOf(at, to, part, 'write'),
      ...rowsOf(at, by, part),
      part.width,
      share,
    ]),
  );
}

/** Ways of laying a stroke on what is there; the kernel knows them by their place. */
export const strokeWays = ['over', 'erase', 'behind', 'within'] as const;
export type StrokeWay = (typeof strokeWays)[number];

/**
 * Lays a colour through a plane, times an opacity (0–1), on a buffer, in place: over what is there, taking that away, behind it,
 * or only where there is something.
 */
export function layStroke(
  to: ColourBuffer,
  shape: Plane,
  way: StrokeWay,
  [r, g, b]: Rgb,
  opacity: number,
): void {
  const part = intersect(to.region, shape.region);
  if (isEmpty(part)) return;
  onHeap((at) =>
    run('strokeRows', part.height, part.width * 8, [
      strokeWays.indexOf(way),
      ...rowsOf(at, to, part, 'write'),
      ...rowsOf(at, shape, part),
      part.width,
      ...([r, g, b] as const),
      opacity,
    ]),
  );
}

/** A stroke of round dabs in one colour. */
export interface DabbedStroke {
  /** `DAB` floats each, px of the render. */
  dabs: Float32Array;
  /** 0–1. */
  hardness: number;
  way: StrokeWay;
  colour: Rgb;
  /** 0–1. */
  opacity: number;
}

/** The floats of a stroke: how many dabs it has, hardness, way, red, green, blue, opacity, and one to spare. */
const STROKE = 8;

/** Lays strokes one after the other on a buffer, in place, each as `dabbed` and `layStroke` would. */
export function layStrokes(to: ColourBuffer, strokes: readonly DabbedStroke[]): void {
  const { region } = to;
  const list = new Float32Array(strokes.length * STROKE);
  const dabs = new Float32Array(strokes.reduce((sum, s) => sum + s.dabs.length, 0));
  let used = 0;
  strokes.forEach((stroke, i) => {
    const { hardness, way, colour, opacity } = stroke;
    const count = stroke.dabs.length / DAB;
    list.set([count, hardness, strokeWays.indexOf(way), ...colour, opacity], i * STROKE);
    dabs.set(stroke.dabs, used);
    used += stroke.dabs.length;
  });
  if (used === 0) return;
  placeFromCorner(dabs, region);
  onHeap((at) =>
    run('paintRows', region.height, region.width * 20 * Math.ceil(strokes.length / 4), [
      ...rowsOf(at, to, region, 'write'),
      region.width,
      at(list),
      strokes.length,
      at(dabs),
    ]),
  );
}

/** A tip: a square that lies over each dab, of coverage or of premultiplied RGBA. */
export interface TipPixels {
  side: number;
  channels: 1 | 4;
  data: Float32Array;
}

/**
 * A stroke in colours over the part of a region that it touches: `dabs` and their `tints` (red, green, blue, and the most that each
 * covers) in the order in which they are laid. As `dabbed`; a `hardness` below 0 falls off as a Gaussian. With a tip the dabs
 * have its shape, and its colours if it has any.
 */
export function tinted(
  dabs: Float32Array,
  tints: Float32Array,
  hardness: number,
  tip: TipPixels | null,
  region: Region,
): ColourBuffer {
  const part = intersect(dabsRegion(dabs, tip ? TIP_REACH : 1), region);
  const out = colourBuffer(part);
  if (isEmpty(part)) return out;
  const own = fromCorner(dabs, part);
  onHeap((at) =>
    run('tintRows', part.height, part.width * 40, [
      ...rowsOf(at, out, part, 'write'),
      part.width,
      at(own),
      at(tints),
      own.length / DAB,
      hardness,
      tip ? at(tip.data) : NOWHERE,
      tip?.side ?? 0,
      tip?.channels === 4 ? 1 : 0,
    ]),
  );
  return out;
}

/** Lays pixels, times an opacity (0–1), on a buffer, in place, by a way. */
export function layPixels(
  to: ColourBuffer,
  pixels: ColourBuffer,
  way: StrokeWay,
  opacity: number,
): void {
  const part = intersect(to.region, pixels.region);
  if (isEmpty(part)) return;
  onHeap((at) =>
    run('layRows', part.height, part.width * 8, [
      strokeWays.indexOf(way),
      ...rowsOf(at, to, part, 'write'),
      ...rowsOf(at, pixels, part),
      part.width,
      opacity,
    ]),
  );
}
