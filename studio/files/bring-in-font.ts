import { wantFaces } from '../state/fonts';
import { saveAsset } from '../storage/assets';
import { addAsset } from '../workers/engine';

/** What a file chooser offers. */
export const FONTS =
  '.ttf,.otf,.ttc,.otc,.woff,.woff2,font/ttf,font/otf,font/collection,font/woff,font/woff2';

/**
 * Reads a font's file, keeps it, and returns the name of its asset. Of a collection, `choose` tells which font by the names of
 * all; null for none. Throws an Error with a message for the artist.
 */
export async function bringInFont(
  file: File,
  choose: (titles: readonly string[]) => Promise<number | null>,
): Promise<string | null> {
  const { collectedFonts, fontFile } = await import('../workers/files');
  const titles = await collectedFonts(file, file.name);
  const face = titles.length > 1 ? await choose(titles) : 0;
  if (face === null) return null;
  const { asset, bytes } = await fontFile(file, file.name, face);
  addAsset(asset, bytes);
  await saveAsset(asset, bytes);
  await wantFaces([asset]);
  return asset;
}
