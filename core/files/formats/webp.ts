import { codec, ownBuffer } from './codecs';
import { withProfile } from './embedded-profile';
import type { StraightImage } from '../../pixels/picture';
import { isNamed, writtenIcc } from '../written-icc';
import { quality } from './choices';
import type { PictureFormat } from './format';
import { asciiOf, joined, letters, viewOf, written } from './format';
import { orientationOf } from './tags';
import { xmpOf } from './xmp';

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

const encoder = codec(
  () => import('@jsquash/webp/encode.js'),
  '@jsquash/webp/codec/enc/webp_enc_simd.wasm',
);

/** A part with its name and length, padded to an even number of bytes. */
function chunk(name: string, content: Uint8Array): Uint8Array {
  const out = new Uint8Array(8 + content.length + (content.length % 2));
  out.set(asciiOf(name));
  viewOf(out).setUint32(4, content.length, true);
  out.set(content, 8);
  return out;
}

/** Bits of what an extended file says there is in it (RFC 9649, 2.7.1). */
const [HAS_PROFILE, HAS_ALPHA, HAS_XMP] = [0x20, 0x10, 0x04];

/** The file of a WebP with a profile, words or both in it. */
function extended(
  file: Uint8Array,
  { width, height }: StraightImage,
  icc: Uint8Array | null,
  xmp: Uint8Array | null,
): Uint8Array {
  const head = new Uint8Array(10);
  const isExtended = letters(file, 12, 4) === 'VP8X';
  const hasAlpha = isExtended
    ? (file[20]! & HAS_ALPHA) !== 0
    : letters(file, 12, 4) === 'VP8L' && ((file[24]! >> 4) & 1) === 1;
  head[0] = (icc ? HAS_PROFILE : 0) | (hasAlpha ? HAS_ALPHA : 0) | (xmp ? HAS_XMP : 0);
  [width - 1, height - 1].forEach((v, i) =>
    head.set([v & 255, (v >> 8) & 255, (v >> 16) & 255], 4 + 3 * i),
  );
  // Behind the header of the file, and of what is extended already.
  const rest = file.subarray(isExtended ? 30 : 12);
  const out = joined(
    ...[file.slice(0, 12), chunk('VP8X', head)],
    ...(icc ? [chunk('ICCP', icc)] : []),
    rest,
    ...(xmp ? [chunk('XMP ', xmp)] : []),
  );
  viewOf(out).setUint32(4, out.length - 8, true);
  return out;
}

export const webp: PictureFormat = {
  ...{ format: 'webp', label: 'WebP', extensions: ['webp'], type: 'image/webp' },
  isShown: true,
  orientation(bytes) {
    const exif = part(bytes, 'EXIF');
    if (!exif) return 1;
    // Some begin as they would in a JPEG.
    return orientationOf(letters(exif, 0, 4) === 'Exif' ? exif.subarray(6) : exif);
  },
  isCutShort: (bytes) => viewOf(bytes).getUint32(4, true) + 8 > bytes.length,
  written: written({
    depths: [8],
    spaces: ['srgb', 'p3'],
    hasDensity: false,
    hasWords: true,
    parameters: {
      lossless: {
        kind: 'switch',
        label: 'Without loss',
        help: 'Every px as it is, in a larger file.',
        default: false,
      },
      quality: { ...quality(88), needs: { lossless: [false] } },
    },
    async encode(image, { lossless, quality }, { space, about }) {
      const encode = await encoder();
      const { width, height, data } = image;
      const file = await encode({ width, height, data } as unknown as ImageData, {
        ...{ quality, lossless: lossless ? 1 : 0, exact: 1 },
      });
      const bytes = new Uint8Array(file);
      const icc = isNamed(space) ? writtenIcc(space) : null;
      const xmp = xmpOf(about);
      return icc || xmp ? extended(bytes, image, icc, xmp) : bytes;
    },
  }),
  async decode(bytes) {
    // Of one that moves, the browser takes the first picture.
    if (part(bytes, 'ANIM')) return null;
    const decode = await decoder();
    const { width, height, data } = await decode(ownBuffer(bytes));
    return withProfile({ width, height, depth: 8, data }, part(bytes, 'ICCP'));
  },
};
