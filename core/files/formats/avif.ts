import { codec, ownBuffer } from './codecs';
import type { PictureFormat } from './format';
import { letters, viewOf } from './format';

/** AVIF (AV1 Image File Format, 1.1). */

const decoder = codec(
  () => import('@jsquash/avif/decode.js'),
  '@jsquash/avif/codec/dec/avif_dec.wasm',
);

/** Numbers of colours that are those of sRGB, or not said (ITU-T H.273, tables 2 and 3). */
const [PRIMARIES, TRANSFERS] = [
  [1, 2],
  [2, 13],
];

/** Whether what stands before the pixels turns or crops the picture, makes it move, or gives it other colours than sRGB's. */
function isPlain(bytes: Uint8Array): boolean {
  if (letters(bytes, 8, 4) === 'avis') return false;
  const view = viewOf(bytes);
  for (let at = 4; at + 12 <= bytes.length; at++) {
    const name = letters(bytes, at, 4);
    if (name === 'mdat') return true;
    if (name === 'irot' || name === 'imir' || name === 'clap') return false;
    if (name !== 'colr') continue;
    if (letters(bytes, at + 4, 4) !== 'nclx') return false;
    const [primaries, transfer] = [view.getUint16(at + 8), view.getUint16(at + 10)];
    if (!PRIMARIES.includes(primaries) || !TRANSFERS.includes(transfer)) return false;
  }
  return true;
}

export const avif: PictureFormat = {
  ...{ format: 'avif', label: 'AVIF', extensions: ['avif'], type: 'image/avif' },
  sizedAs: ['avif', 'heif'],
  async decode(bytes) {
    if (!isPlain(bytes)) return null;
    const decode = await decoder();
    const image = await decode(ownBuffer(bytes));
    return image && { width: image.width, height: image.height, depth: 8, data: image.data };
  },
};
