import { strToU8, zipSync } from 'fflate';
import { sha256 } from '../hash';
import { xmlText } from '../xml-text';
import { theirBlend } from './blends';
import { LIVE, MIMETYPE } from './reader';

/** A layer of an OpenRaster archive: as large as the picture. */
export interface RasterLayer {
  name: string;
  /** 0–1. */
  opacity: number;
  visible: boolean;
  blend: string;
  png: Uint8Array;
}

/** What an archive is made of. */
export interface Raster {
  width: number;
  height: number;
  /** Back first. */
  layers: readonly RasterLayer[];
  /** All layers as they show together, and the same at most 256 px large. */
  merged: Uint8Array;
  thumbnail: Uint8Array;
  /** The live scene, as the bytes of an `.ignis` file. */
  scene: Uint8Array;
}

/** The bytes of an OpenRaster archive (OpenRaster 0.0.6). A blend that it has no name for counts as normal. */
export async function writtenOpenRaster(raster: Raster): Promise<Uint8Array> {
  const { width, height, layers } = raster;
  const pathOf = (i: number) => `data/layer${i}.png`;
  const list = layers.map(
    (l, i) =>
      `<layer name="${xmlText(l.name)}" src="${pathOf(i)}" x="0" y="0" opacity="${l.opacity}" visibility="${l.visible ? 'visible' : 'hidden'}" composite-op="${theirBlend(l.blend) ?? 'svg:src-over'}"/>`,
  );
  const stack = strToU8(
    `<?xml version="1.0" encoding="UTF-8"?>\n<image version="0.0.6" w="${width}" h="${height}"><stack>${list.toReversed().join('')}</stack></image>\n`,
  );
  const stored = (bytes: Uint8Array) => [bytes, { level: 0 }] as [Uint8Array, { level: 0 }];
  return zipSync({
    // First, and not compressed, so that its kind is seen from its beginning.
    mimetype: stored(strToU8(MIMETYPE)),
    'stack.xml': stack,
    ...Object.fromEntries(layers.map((l, i) => [pathOf(i), stored(l.png)])),
    'mergedimage.png': stored(raster.merged),
    'Thumbnails/thumbnail.png': stored(raster.thumbnail),
    [LIVE.scene]: stored(raster.scene),
    [LIVE.of]: strToU8(await sha256(stack)),
  });
}
