import { codec, ownBuffer } from './codecs';
import { withProfile } from './embedded-profile';
import type { PictureFormat } from './format';
import { letters, viewOf } from './format';
import { orientationOf } from './tags';

/** WebP (RFC 9649). */

const decoder = codec(
  () => import('@jsquash/webp/decode.js'),
  '@jsquash/webp/codec/dec/webp_dec.wasm',
);

/** A part of a WebP by its name; null if there is none. */
function part(bytes: Uint8Array, name: string): Uint8Array | null {
  const view = viewOf(bytes);
  for (let at = 12; at + 8 <= bytes.length;) {
    const length = view.getUint32(at + 4, true);
    if (letters(bytes, at, 4) === name) return bytes.subarray(at + 8, at + 8 + length);
    at += 8 + length + (length % 2);
  }
  return null;
}

export const webp: PictureFormat = {
  ...{ format: 'webp', label: 'WebP', extensions: ['webp'], type: 'image/webp' },
  orientation(bytes) {
    const exif = part(bytes, 'EXIF');
    if (!exif) return 1;
    // Some begin as they would in a JPEG.
    return orientationOf(letters(exif, 0, 4) === 'Exif' ? exif.subarray(6) : exif);
  },
  isCutShort: (bytes) => viewOf(bytes).getUint32(4, true) + 8 > bytes.length,
  async decode(bytes) {
    // Of one that moves, the browser takes the first picture.
    if (part(bytes, 'ANIM')) return null;
    const decode = await decoder();
    const { width, height, data } = await decode(ownBuffer(bytes));
    return withProfile({ width, height, depth: 8, data }, part(bytes, 'ICCP'));
  },
};
