import { TILE } from '../brush/tiles';
import { finish } from '../kernels/finish';
import type { Picture } from '../kernels/picture';
import { scoped } from '../pixels/heap';
import { otherLight } from '../kernels/colour';
import type { Depth, StraightImage, WholeImage } from '../pixels/picture';
import type { Space } from '../pixels/profile';
import { srgbTo } from '../pixels/profile';
import type { Region } from '../pixels/region';
import { covering, intersect, isEmpty, wholeScene } from '../pixels/region';
import type { Scene } from '../scene/model/schema';
import { MAX_PIXELS, MAX_SIDE } from '../scene/model/bounds';
import { brightestOf } from './brightest';
import { cacheOf } from './cache';
import { endingOf } from './ending';
import { render } from './render';

/** What to make of a scene as a file. */
export interface ExportRequest {
  /** Pixels for one scene px, above 0 and up to 8. */
  scale: number;
  /** 8 or 16 bits of what is shown, or 32: floats of light, of which nothing is cut off. */
  depth: Depth;
  /** Whose numbers they are; those of sRGB if left out. */
  space?: Space;
  background: boolean;
  /** Only these layers; all if left out. */
  layers?: readonly string[];
  /** A part of the scene, scene px; the whole if left out. */
  region?: Region;
  picture(asset: string): Picture;
  /** Called after each band with the share done, 0–1. */
  progress?(done: number): void;
}

/** About this many pixels are in work at once. */
const BAND_PIXELS = 2 ** 21;

/**
 * A scene as straight RGBA, made in bands so that memory follows the band and not the picture. The
 * bands are a function of scene and request alone, so every machine makes the same bytes.
 * Throws a RangeError if the picture would be empty or too large.
 */
export function exportScene(scene: Scene, request: ExportRequest & { depth: 8 | 16 }): WholeImage;
export function exportScene(scene: Scene, request: ExportRequest): StraightImage;
export function exportScene(scene: Scene, request: ExportRequest): StraightImage {
  const { scale, depth, space = 'srgb' } = request;
  if (!(scale > 0 && scale <= 8))
    throw new RangeError(`The scale must be above 0 and at most 8; it is ${scale}.`);
  const region = exportRegion(scene, scale, request.region);
  const { width, height } = region;
  const out = roomFor(depth, width * height * 4);
  const rows = bandOf(width);
  const cache = cacheOf(64 * 2 ** 20);
  const { memo } = cache;
  // Of the whole scene, so that a part has the end of the whole; light has no end, and is only exposed.
  const ending = endingOf(scene, () =>
    depth === 32 ? 1 : brightestOf(scene, { picture: request.picture }),
  );
  const leaving = {
    mixing: scene.mixing,
    gain: depth === 32 ? 2 ** ending.exposure : 1,
    matrix: srgbTo(space),
    isStraight: depth === 32,
  };
  for (let y = 0; y < height; y += rows) {
    const band = { x: region.x, y: region.y + y, width, height: Math.min(rows, height - y) };
    scoped(() => {
      const made = render(scene, { ...request, region: band, memo });
      const at = y * width * 4;
      if (depth === 32) out.set(otherLight(made, leaving).data, at);
      else if (space === 'srgb') out.set(finish(made, depth, ending).data, at);
      else {
        const shown = otherLight(made, leaving);
        out.set(finish(shown, depth, { ...ending, mixing: 'light' }).data, at);
      }
    });
    request.progress?.((y + band.height) / height);
  }
  cache.clear();
  return { width, height, depth, data: out };
}

function roomFor(depth: Depth, count: number): StraightImage['data'] {
  if (depth === 32) return new Float32Array(count);
  return depth === 16 ? new Uint16Array(count) : new Uint8ClampedArray(count);
}

/** The height of a band: whole tiles of paint, where there is room for them. */
function bandOf(width: number): number {
  const rows = Math.floor(BAND_PIXELS / width);
  return rows < TILE ? Math.max(64, rows) : rows - (rows % TILE);
}

/** The pixels an export will have. Throws a RangeError if there would be none or too many. */
export function exportRegion(scene: Scene, scale: number, part?: Region): Region {
  const whole = wholeScene(scene, scale);
  const region = part
    ? intersect(
        whole,
        covering(
          part.x * scale,
          part.y * scale,
          (part.x + part.width) * scale,
          (part.y + part.height) * scale,
        ),
      )
    : whole;
  if (isEmpty(region))
    throw new RangeError(
      `The region lies outside the scene, which is ${scene.width} × ${scene.height} px.`,
    );
  if (
    region.width > MAX_SIDE ||
    region.height > MAX_SIDE ||
    region.width * region.height > MAX_PIXELS
  )
    throw new RangeError(
      `The export would be ${region.width} × ${region.height} px; at most ${MAX_SIDE} px a side and ${MAX_PIXELS / 1e6} megapixels can be made. Choose a smaller scale.`,
    );
  return region;
}
