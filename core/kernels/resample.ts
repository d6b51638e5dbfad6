import { rowStride } from './arguments';
import {
  boxBeneath,
  compose,
  inverseOf,
  isAffine,
  projective,
  stretch,
} from '../geometry/homography';
import type { Homography } from '../geometry/homography';
import { boxOfRegion, regionAround, scaling } from '../geometry/affine';
import type { ColourBuffer } from '../pixels/buffer';
import { crop, unwritten } from '../pixels/buffer';
import { scoped } from '../pixels/heap';
import type { Region } from '../pixels/region';
import { EMPTY, covering, grow, intersect, isEmpty } from '../pixels/region';
import type { Mixing } from '../pixels/colour';
import { SCRATCH, onHeap, run } from './machine';
import type { Picture } from './picture';

/**
 * A picture drawn under a homography (picture px → px of the render), over what `wanted` shares with
 * it. Whole-pixel moves copy; where it shrinks, the level of the pyramid just above the wanted size is
 * averaged over each pixel; where it grows it is bicubic (Catmull-Rom; Keys, 1981). Edges are
 * antialiased by the transparent outside.
 */
export function drawPicture(
  picture: Picture,
  map: Homography,
  wanted: Region,
  mixing: Mixing,
): ColourBuffer {
  const whole = { x0: 0, y0: 0, x1: picture.width, y1: picture.height };
  const inverse = inverseOf(map);
  if (!inverse) return unwritten(EMPTY, 4);
  const move = wholeMove(map);
  // A hair's breadth of rounding must not add a column of nothing.
  const tidy = (v: number) => (Math.abs(v - Math.round(v)) < 1e-6 ? Math.round(v) : v);
  const box = boxBeneath(map, whole);
  const own = box ? covering(tidy(box.x0), tidy(box.y0), tidy(box.x1), tidy(box.y1)) : wanted;
  const region = intersect(grow(own, move ? 0 : 1), wanted);
  if (isEmpty(region)) return unwritten(EMPTY, 4);
  return scoped(() => {
    if (move) {
      const part = { ...region, x: region.x - move.x, y: region.y - move.y };
      return { ...crop(picture.level(0, part, mixing), part), region };
    }
    const n = levelFor(picture, map, inverse);
    const toLevel = compose(projective(scaling(1 / 2 ** n)), inverse);
    const level = picture.level(n, partOf(picture, n, toLevel, region), mixing);
    const out: ColourBuffer = unwritten(region, 4);
    drawUnder(level, toLevel, out);
    return out;
  });
}

/**
 * Pixels drawn under a homography (their px → px of the render), over all of `wanted`: bicubic where they
 * grow, averaged over each pixel where they shrink, transparent outside.
 */
export function warped(pixels: ColourBuffer, map: Homography, wanted: Region): ColourBuffer {
  const inverse = inverseOf(map);
  if (!inverse || isEmpty(pixels.region) || isEmpty(wanted)) return unwritten(EMPTY, 4);
  const out: ColourBuffer = unwritten(wanted, 4);
  drawUnder(pixels, inverse, out);
  return out;
}

/** Whether a map only scales, by no more than its kernel takes, and moves; so that a row fits the scratch of a thread. */
function isUpright(m: Homography, width: number): boolean {
  const columns = Math.ceil(Math.abs(m[0]) * width) + 16;
  return (
    isAffine(m) &&
    m[1] === 0 &&
    m[3] === 0 &&
    Math.abs(m[0]) <= 2 &&
    Math.abs(m[4]) <= 2 &&
    width * 20 + columns * 16 < SCRATCH
  );
}

/** Draws pixels over all of a buffer under the inverse of a map (px of the render → their px). */
function drawUnder(pixels: ColourBuffer, inverse: Homography, out: ColourBuffer): void {
  const { width, height, x, y } = out.region;
  const { region: from } = pixels;
  onHeap((at) => {
    const ends = [
      at(pixels.data),
      ...([from.width, from.height, from.x, from.y] as const),
      at(out.data, 'write'),
      rowStride(out.region, 4),
      ...([x, y, width] as const),
    ] as const;
    if (isUpright(inverse, width))
      run('uprightRows', height, width * 12, [
        ...ends,
        ...([inverse[0], inverse[2], inverse[4], inverse[5]] as const),
      ]);
    else run('warpRows', height, width * 40, [...ends, ...inverse]);
  });
}

/** By how many whole px a map moves everything; null if it does more than that. */
function wholeMove(m: Homography): { x: number; y: number } | null {
  const x = Math.round(m[2]);
  const y = Math.round(m[5]);
  const still = m[0] === 1 && m[1] === 0 && m[3] === 0 && m[4] === 1 && isAffine(m);
  return still && Math.abs(m[2] - x) < 1e-6 && Math.abs(m[5] - y) < 1e-6 ? { x, y } : null;
}

/**
 * The coarsest level that is nowhere coarser than the render: the length of one of the render's px in
 * px of the picture decides, the shorter of its sides, at the corner where it is shortest. It depends
 * on picture and map alone, so that every region is drawn from the same level.
 */
function levelFor(picture: Picture, map: Homography, inverse: Homography): number {
  const { width, height } = picture;
  let shrink = Infinity;
  for (const [x, y] of [
    [0, 0],
    [width, 0],
    [0, height],
    [width, height],
  ] as const) {
    const corner = boxBeneath(map, { x0: x, y0: y, x1: x, y1: y });
    if (!corner) return 0;
    shrink = Math.min(shrink, ...stretch(inverse, { x: corner.x0, y: corner.y0 }));
  }
  return Math.max(0, Math.min(picture.levels - 1, Math.floor(Math.log2(shrink) + 1e-6)));
}

/** What of a level is needed to draw a region: with the two px that a spline reaches beyond. */
function partOf(picture: Picture, n: number, toLevel: Homography, region: Region): Region {
  const all = {
    x: 0,
    y: 0,
    width: Math.ceil(picture.width / 2 ** n),
    height: Math.ceil(picture.height / 2 ** n),
  };
  const box = boxBeneath(toLevel, boxOfRegion(region));
  const part = box && intersect(all, regionAround(box, 3));
  return part && !isEmpty(part) ? part : box ? { x: 0, y: 0, width: 1, height: 1 } : all;
}
