import { codec, ownBuffer } from './codecs';
import { withProfile } from './embedded-profile';
import type { PictureFormat } from './format';
import { letters, viewOf } from './format';

/** JPEG (ITU-T T.81; ICC profiles in it: ICC.1:2022, annex B.4). */

const decoder = codec(
  () => import('@jsquash/jpeg/decode.js'),
  '@jsquash/jpeg/codec/dec/mozjpeg_dec.wasm',
);

const [START, SCAN, APP2] = [0xd8, 0xda, 0xe2];

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
  const found = parts.filter(Boolean);
  const out = new Uint8Array(found.reduce((n, p) => n + p.length, 0));
  found.reduce((at, p) => (out.set(p, at), at + p.length), 0);
  return out.length > 132 ? out : null;
}

/** How many inks or colours a px of a JPEG has, as its frame says; 3 if it has none. */
function channelsIn(bytes: Uint8Array): number {
  for (const [marker, content] of segments(bytes))
    // A frame begins with SOF0 to SOF15; three of these numbers are something else.
    if (marker >= 0xc0 && marker <= 0xcf && ![0xc4, 0xc8, 0xcc].includes(marker))
      return content[5] ?? 3;
  return 3;
}

export const jpeg: PictureFormat = {
  ...{ format: 'jpg', label: 'JPEG', extensions: ['jpg', 'jpeg', 'jfif'], type: 'image/jpeg' },
  sizedAs: ['jpg', 'jpeg'],
  isCutShort(bytes) {
    // The end-of-image mark; cameras may write more behind it.
    for (let i = bytes.length - 2; i >= 2; i--)
      if (bytes[i] === 0xff && bytes[i + 1] === 0xd9) return false;
    return true;
  },
  async decode(bytes) {
    if (channelsIn(bytes) > 3) return null;
    const decode = await decoder();
    const { width, height, data } = await decode(ownBuffer(bytes), { preserveOrientation: false });
    return withProfile({ width, height, depth: 8, data }, profileIn(bytes));
  },
};
