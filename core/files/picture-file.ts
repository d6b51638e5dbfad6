import { imageSize } from 'image-size';
import { MAX_PIXELS, MAX_SIDE } from '../scene/model/bounds';
import { FileFault, SAVE_AGAIN } from './fault';

/** The picture formats that can be brought in. */
export const PICTURE_FORMATS = ['png', 'jpg', 'webp', 'avif', 'gif', 'bmp', 'svg'] as const;
export type PictureFormat = (typeof PICTURE_FORMATS)[number];

export interface PictureFile {
  format: PictureFormat;
  /** As it will be shown, orientation applied, px. */
  width: number;
  height: number;
  /** Whether the file asks to be turned or mirrored before it is shown. */
  turned: boolean;
}

const KNOWN = 'Bring in a PNG, JPEG, WebP, AVIF, GIF, BMP or SVG.';

/**
 * What kind of picture these bytes are and how large, read from the header alone.
 * Throws a FileFault if they are empty, no picture of a known format, or too large.
 */
export function inspectPicture(bytes: Uint8Array, name: string): PictureFile {
  if (bytes.length === 0) throw new FileFault(name, 'is empty', SAVE_AGAIN);
  let found: ReturnType<typeof imageSize>;
  try {
    found = imageSize(bytes);
  } catch (cause) {
    throw new FileFault(name, 'is no picture that can be read', KNOWN, { cause });
  }
  const format = (
    found.type === 'jpeg' ? 'jpg' : found.type === 'heif' ? 'avif' : found.type
  ) as PictureFormat;
  if (!PICTURE_FORMATS.includes(format))
    throw new FileFault(name, `is a ${found.type ?? 'kind of'} file`, KNOWN);
  const turned = (found.orientation ?? 1) > 1 || (format === 'png' && hasChunk(bytes, 'eXIf'));
  const across = (found.orientation ?? 1) > 4;
  const width = across ? found.height : found.width;
  const height = across ? found.width : found.height;
  if (!(width >= 1 && height >= 1))
    throw new FileFault(
      name,
      'does not say how large it is',
      'Save it again with a width and a height.',
    );
  if (format !== 'svg') refuseTooLarge(name, width, height);
  return { format, width, height, turned };
}

/** Throws a FileFault if a picture of this size is more than can be worked on. */
export function refuseTooLarge(name: string, width: number, height: number): void {
  if (width > MAX_SIDE || height > MAX_SIDE || width * height > MAX_PIXELS)
    throw new FileFault(
      name,
      `is ${Math.round(width)} × ${Math.round(height)} px, which is too large`,
      `Scale it down to at most ${MAX_SIDE.toLocaleString('en')} px a side and ${MAX_PIXELS / 1e6} megapixels first.`,
    );
}

/** Whether a PNG has a chunk of a type before its pixels. */
function hasChunk(png: Uint8Array, type: string): boolean {
  const view = new DataView(png.buffer, png.byteOffset, png.byteLength);
  for (let at = 8; at + 12 <= png.length; at += 12 + view.getUint32(at)) {
    const name = String.fromCharCode(...png.subarray(at + 4, at + 8));
    if (name === type) return true;
    if (name === 'IDAT') return false;
  }
  return false;
}

/**
 * Whether a file ends before its format says it does. Browsers draw the part they have of a JPEG,
 * GIF or WebP without a word, so this is asked of the bytes.
 */
export function isCutShort(bytes: Uint8Array, format: PictureFormat): boolean {
  const view = new DataView(bytes.buffer, bytes.byteOffset, bytes.byteLength);
  switch (format) {
    case 'jpg':
      // The end-of-image mark; cameras may write more behind it.
      for (let i = bytes.length - 2; i >= 2; i--)
        if (bytes[i] === 0xff && bytes[i + 1] === 0xd9) return false;
      return true;
    case 'gif':
      return bytes.lastIndexOf(0x3b) < bytes.length - 16;
    case 'webp':
      return view.getUint32(4, true) + 8 > bytes.length;
    case 'bmp':
      return view.getUint32(2, true) > bytes.length;
    default:
      return false;
  }
}
