import { codec, ownBuffer } from './codecs';
import type { StraightImage } from '../../pixels/picture';
import { quality } from './choices';
import type { PictureFormat } from './format';
import { letters, viewOf, written } from './format';

/** AVIF (AV1 Image File Format, 1.1). */

const decoder = codec(
  () => import('@jsquash/avif/decode.js'),
  '@jsquash/avif/codec/dec/avif_dec.wasm',
);

/** What the package's encoder of one thread is: with several the bytes would not be the same on every machine. */
type Encoder = (
  pixels: Uint8Array,
  width: number,
  height: number,
  options: object,
) => Uint8Array | null;

const encoder = codec(async () => {
  const [{ default: factory }, { initEmscriptenModule }, { defaultOptions }] = await Promise.all([
    import('@jsquash/avif/codec/enc/avif_enc.js'),
    import('@jsquash/avif/utils.js'),
    import('@jsquash/avif/meta.js'),
  ]);
  let ready: Promise<{ encode: Encoder }> | null = null;
  const init = (module?: WebAssembly.Module) =>
    (ready = initEmscriptenModule(factory, module) as unknown as Promise<{ encode: Encoder }>);
  const encode = async (image: StraightImage, options: object): Promise<Uint8Array> => {
    const { encode } = await (ready ?? init());
    const { data, width, height } = image;
    const pixels = new Uint8Array(data.buffer, data.byteOffset, data.byteLength);
    const file = encode(pixels, width, height, { ...defaultOptions, ...options });
    if (!file) throw new Error('It could not be written.');
    return Uint8Array.from(file);
  };
  return { init, default: encode };
}, '@jsquash/avif/codec/enc/avif_enc.wasm');

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
  isShown: true,
  sizedAs: ['avif', 'heif'],
  written: written({
    depths: [8],
    spaces: ['srgb'],
    hasDensity: false,
    hasWords: false,
    parameters: {
      quality: quality(75),
      effort: {
        kind: 'choice',
        label: 'Effort',
        help: 'More effort makes a smaller file, and takes longer.',
        options: [
          { value: 'quick', label: 'quick' },
          { value: 'usual', label: 'usual' },
          { value: 'most', label: 'most' },
        ],
        default: 'quick',
      },
    },
    async encode(image, { quality, effort }) {
      const encode = await encoder();
      const speed = { quick: 9, usual: 8, most: 6 }[effort as 'quick'];
      // All colours at every px: quarter colours soften neon.
      return encode(image, { quality, speed, subsample: 3 });
    },
  }),
  async decode(bytes) {
    if (!isPlain(bytes)) return null;
    const decode = await decoder();
    const image = await decode(ownBuffer(bytes));
    return image && { width: image.width, height: image.height, depth: 8, data: image.data };
  },
};
