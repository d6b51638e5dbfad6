import { FileFault } from '@ignis/core/files/fault';
import { assetName } from '@ignis/core/files/ignis-file';
import { sfntOf } from '@ignis/core/files/font-file';
import { FontFault, faceOf } from '@ignis/core/text/face';
import { loadShaper } from '@ignis/core/text/shaper';
import { wantFaces } from '../state/fonts';
import { saveAsset } from '../storage/assets';
import { addAsset } from '../workers/engine';

/** What a file chooser offers. */
export const FONTS = '.ttf,.otf,.woff,.woff2,font/ttf,font/otf,font/woff,font/woff2';

/**
 * Reads a font's file, keeps it, and returns the name of its asset. What is compressed is kept unpacked, so
 * that every machine works on the same bytes. Throws an Error with a message for the artist.
 */
export async function bringInFont(file: File): Promise<string> {
  const bytes = new Uint8Array(await file.arrayBuffer());
  const { bytes: sfnt, format } = await sfntOf(bytes, file.name, async (packed) => {
    const { default: decompress } = await import('woff2-encoder/decompress');
    return decompress(packed);
  });
  await loadShaper();
  try {
    faceOf(sfnt);
  } catch (error) {
    if (error instanceof FontFault)
      throw new FileFault(file.name, error.message, 'Bring in another copy, or another font.');
    throw error;
  }
  const asset = await assetName(sfnt, format);
  const blob = new Blob([sfnt as Uint8Array<ArrayBuffer>]);
  addAsset(asset, blob);
  await saveAsset(asset, blob);
  await wantFaces([asset]);
  return asset;
}
