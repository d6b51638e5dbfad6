import { wantFaces } from '../state/fonts';
import { saveAsset } from '../storage/assets';
import { addAsset } from '../workers/engine';

/** What a file chooser offers. */
export const FONTS = '.ttf,.otf,.woff,.woff2,font/ttf,font/otf,font/woff,font/woff2';

/** Reads a font's file, keeps it, and returns the name of its asset. Throws an Error with a message for the artist. */
export async function bringInFont(file: File): Promise<string> {
  const { fontFile } = await import('../workers/files');
  const { asset, bytes } = await fontFile(file, file.name);
  addAsset(asset, bytes);
  await saveAsset(asset, bytes);
  await wantFaces([asset]);
  return asset;
}
