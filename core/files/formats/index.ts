import { avif } from './avif';
import { bmp } from './bmp';
import type { PictureFormat } from './format';
import { gif } from './gif';
import { heic } from './heic';
import { jpeg } from './jpeg';
import { jpegXl } from './jpeg-xl';
import { openExr } from './openexr';
import { png } from './png';
import { radiance } from './radiance';
import { svg } from './svg';
import { tiff } from './tiff';
import { webp } from './webp';

/** Every format that a picture can be brought in from. To add one: one file, and one line here. */
export const pictureFormats: readonly PictureFormat[] = [
  png,
  jpeg,
  webp,
  avif,
  heic,
  jpegXl,
  tiff,
  openExr,
  radiance,
  gif,
  bmp,
  svg,
];

const byFormat = new Map(pictureFormats.map((f) => [f.format, f]));

/** The format that assets with an extension are of. Throws an Error if there is none. */
export function formatNamed(format: string): PictureFormat {
  const found = byFormat.get(format);
  if (!found) throw new Error(`There is no format “${format}”.`);
  return found;
}
