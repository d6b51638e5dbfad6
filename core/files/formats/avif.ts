import { codec, ownBuffer } from './codecs';
import type { StraightImage } from '../../pixels/picture';
import { quality } from './choices';
import type { PictureFormat } from './format';
import { letters, written } from './format';
import { brandsOf, heifProperties, withColours } from './heif-properties';

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

/** What such files say they are: one picture, or pictures that move. */
const BRANDS = ['avif', 'avis'];

export const avif: PictureFormat = {
  ...{ format: 'avif', label: 'AVIF', extensions: ['avif'], type: 'image/avif' },
  isShown: true,
  header: (bytes) =>
    brandsOf(bytes)?.some((b) => BRANDS.includes(b))
      ? (heifProperties(bytes) ?? { width: 0, height: 0 })
      : null,
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
    const properties = heifProperties(bytes);
    // Of one that moves, the browser takes the first picture.
    if (!properties || properties.crop || letters(bytes, 8, 4) === 'avis') return null;
    const decode = await decoder();
    const { bits } = properties;
    if (bits === 8) {
      const image = await decode(ownBuffer(bytes));
      if (!image) throw new Error('It cannot be decoded.');
      const { width, height, data } = image;
      return withColours({ width, height, depth: 8, data }, properties);
    }
    const { width, height, data } = await decode(ownBuffer(bytes), { bitDepth: 16 });
    return withColours({ width, height, depth: 16, data }, properties);
  },
};
