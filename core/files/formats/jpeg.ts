import { codec, ownBuffer } from './codecs';
import { withProfile } from './embedded-profile';
import { isNamed, writtenIcc } from '../written-icc';
import { behind, quality } from './choices';
import type { PictureFormat, Said } from './format';
import { asciiOf, joined, letters, viewOf, written } from './format';
import { opaque } from './opaque';
import { xmpOf } from './xmp';

/** JPEG (ITU-T T.81; ICC profiles in it: ICC.1:2022, annex B.4). */

const decoder = codec(
  () => import('@jsquash/jpeg/decode.js'),
  '@jsquash/jpeg/codec/dec/mozjpeg_dec.wasm',
);

const [START, SCAN, APP1, APP2] = [0xd8, 0xda, 0xe1, 0xe2];

/** What a segment with a packet of XMP begins with (XMP part 3, 1.1.3). */
const XMP = 'http://ns.adobe.com/xap/1.0/\0';

/** The segments before the first scan: their marker and content. */
function* segments(bytes: Uint8Array): Generator<[marker: number, content: Uint8Array]> {
  const view = viewOf(bytes);
  for (let at = 2; at + 4 <= bytes.length;) {
    if (bytes[at] !== 0xff) return;
    const marker = bytes[at + 1]!;
    // Any number of these may stand before a marker.
    if (marker === 0xff) {
      at++;
      continue;
    }
    if (marker === START || marker === SCAN) return;
    const length = view.getUint16(at + 2);
    yield [marker, bytes.subarray(at + 4, at + 2 + length)];
    at += 2 + length;
  }
}

const ICC = 'ICC_PROFILE\0';

/** The profile of a JPEG, which may stand in several parts; null if there is none. */
function profileIn(bytes: Uint8Array): Uint8Array | null {
  const parts: Uint8Array[] = [];
  for (const [marker, content] of segments(bytes))
    if (marker === APP2 && letters(content, 0, ICC.length) === ICC)
      parts[content[ICC.length]!] = content.subarray(ICC.length + 2);
  const whole = joined(...parts.filter(Boolean));
  return whole.length > 132 ? whole : null;
}

/** How many inks or colours a px of a JPEG has, as its frame says; 3 if it has none. */
function channelsIn(bytes: Uint8Array): number {
  for (const [marker, content] of segments(bytes))
    // A frame begins with SOF0 to SOF15; three of these numbers are something else.
    if (marker >= 0xc0 && marker <= 0xcf && ![0xc4, 0xc8, 0xcc].includes(marker))
      return content[5] ?? 3;
  return 3;
}

const encoder = codec(
  () => import('@jsquash/jpeg/encode.js'),
  '@jsquash/jpeg/codec/enc/mozjpeg_enc.wasm',
);

/** A segment: its marker, the length, and what it holds. */
const segment = (marker: number, content: Uint8Array): Uint8Array => {
  const length = content.length + 2;
  return Uint8Array.from([0xff, marker, length >> 8, length & 255, ...content]);
};

/** A JPEG with what else is said of it: how dense it is, in its first segment, and behind that words and profile. */
function saying(file: Uint8Array, { density, space, about }: Said): Uint8Array {
  const first = 4 + viewOf(file).getUint16(4);
  const head = file.slice(0, first);
  if (letters(head, 6, 4) === 'JFIF') {
    const px = Math.round(density);
    head.set([1, px >> 8, px & 255, px >> 8, px & 255], 13);
  }
  const profile = isNamed(space)
    ? segment(APP2, joined(asciiOf(ICC), Uint8Array.of(1, 1), writtenIcc(space)))
    : new Uint8Array(0);
  const packet = xmpOf(about);
  const words = packet ? segment(APP1, joined(asciiOf(XMP), packet)) : new Uint8Array(0);
  return joined(head, words, profile, file.subarray(first));
}

const asJpeg = written({
  depths: [8],
  spaces: ['srgb', 'p3'],
  hasDensity: true,
  hasWords: true,
  parameters: {
    quality: quality(90),
    colours: {
      kind: 'choice',
      label: 'Colour detail',
      help: 'At a quarter the file is smaller, and edges of strong colours are softer.',
      options: [
        { value: 'all', label: 'at every px' },
        { value: 'quarter', label: 'at a quarter of them' },
      ],
      default: 'all',
    },
    progressive: {
      kind: 'switch',
      label: 'Progressive',
      help: 'Shows all of the picture at once, first coarse, while it loads.',
      default: true,
    },
    behind,
  },
  async encode(image, { quality, colours, progressive, behind }, said) {
    const encode = await encoder();
    const { width, height, data } = opaque(image, behind);
    const file = await encode({ width, height, data } as unknown as ImageData, {
      ...{ quality, progressive, baseline: !progressive },
      ...{ auto_subsample: false, chroma_subsample: colours === 'all' ? 1 : 2 },
    });
    return saying(new Uint8Array(file), said);
  },
});

export const jpeg: PictureFormat = {
  ...{ format: 'jpg', label: 'JPEG', extensions: ['jpg', 'jpeg', 'jfif'], type: 'image/jpeg' },
  isShown: true,
  sizedAs: ['jpg', 'jpeg'],
  isCutShort(bytes) {
    // The end-of-image mark; cameras may write more behind it.
    for (let i = bytes.length - 2; i >= 2; i--)
      if (bytes[i] === 0xff && bytes[i + 1] === 0xd9) return false;
    return true;
  },
  written: asJpeg,
  async decode(bytes) {
    if (channelsIn(bytes) > 3) return null;
    const decode = await decoder();
    const { width, height, data } = await decode(ownBuffer(bytes), { preserveOrientation: false });
    return withProfile({ width, height, depth: 8, data }, profileIn(bytes));
  },
};
