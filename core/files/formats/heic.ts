import type { LibHeif, Status } from 'libheif-js/libheif-wasm/libheif-bundle.mjs';
import { codec } from './codecs';
import type { PictureFormat } from './format';
import { UnreadKind } from './format';
import { brandsOf, heifProperties, widened, withColours } from './heif-properties';
import { isOnItsSide } from './upright';

/** HEIC (ISO/IEC 23008-12, annex B): what phones save photographs as. */

/** What such files say they are: HEVC of several kinds, or any picture that is no AVIF. */
const BRANDS = ['heic', 'heix', 'heim', 'heis', 'hevc', 'hevx', 'mif1'];

const library = codec(async () => {
  const { default: start } = await import('libheif-js/libheif-wasm/libheif-bundle.mjs');
  return { default: await start() };
});

/** The rows of a picture without what stands behind each of them. */
function rows(
  data: Uint8Array,
  width: number,
  height: number,
  stride: number,
  bytes: number,
): Uint8Array {
  const row = width * 4 * bytes;
  const out = new Uint8Array(row * height);
  for (let y = 0; y < height; y++) out.set(data.subarray(y * stride, y * stride + row), y * row);
  return out;
}

/** Numbers times their alpha as straight ones, in place. */
function unmultiplied(data: Uint8Array | Uint16Array, most: number): void {
  for (let i = 0; i < data.length; i += 4) {
    const alpha = data[i + 3]!;
    if (alpha === 0 || alpha === most) continue;
    for (let c = i; c < i + 3; c++) data[c] = Math.min(most, Math.round((data[c]! * most) / alpha));
  }
}

/** What went wrong, as an error. */
function failure({ heif_error_code: codes }: LibHeif, { code, message }: Status): Error {
  const isUnread = [codes.heif_error_Unsupported_feature, codes.heif_error_Unsupported_filetype];
  if (!isUnread.includes(code)) return new Error(message);
  return new UnreadKind(
    'is a HEIF picture of a kind that cannot be read here',
    'Save it as a JPEG or an AVIF on the device it came from.',
  );
}

/** Decodes it upright and cropped, as its properties ask. Throws an Error if it is damaged. */
async function decoded(bytes: Uint8Array, bits: number) {
  const heif = await library();
  const context = heif.heif_context_alloc();
  try {
    const read = heif.heif_context_read_from_memory(context, bytes);
    if (read.code !== heif.heif_error_code.heif_error_Ok) throw failure(heif, read);
    const handle = heif.heif_js_context_get_primary_image_handle(context);
    if ('code' in handle) throw failure(heif, handle);
    try {
      const { heif_chroma_interleaved_RGBA: narrow, heif_chroma_interleaved_RRGGBBAA_LE: wide } =
        heif.heif_chroma;
      const rgb = heif.heif_colorspace.heif_colorspace_RGB;
      const image = await heif.heif_js_decode_image2(handle, rgb, bits > 8 ? wide : narrow);
      if ('code' in image) throw failure(heif, image);
      const { width, height, stride, data, bits_per_pixel } = image.channels[0]!;
      const own = rows(data, width, height, stride, bits > 8 ? 2 : 1);
      heif.heif_image_release(image.image);
      const pixels = bits > 8 ? widened(new Uint16Array(own.buffer), bits_per_pixel) : own;
      if (heif.heif_image_handle_is_premultiplied_alpha(handle))
        unmultiplied(pixels, bits > 8 ? 65535 : 255);
      return { width, height, depth: bits > 8 ? 16 : 8, data: pixels } as const;
    } finally {
      heif.heif_image_handle_release(handle);
    }
  } finally {
    heif.heif_context_free(context);
  }
}

export const heic: PictureFormat = {
  ...{ format: 'heic', label: 'HEIC', extensions: ['heic', 'heif'], type: 'image/heic' },
  header(bytes) {
    const brands = brandsOf(bytes);
    if (!brands?.some((b) => BRANDS.includes(b)) || brands.includes('avif')) return null;
    const properties = heifProperties(bytes);
    if (!properties) return { width: 0, height: 0 };
    // The library crops and turns it.
    const { width, height } = properties.crop ?? properties;
    return isOnItsSide(properties.orientation)
      ? { width: height, height: width }
      : { width, height };
  },
  async decode(bytes) {
    const properties = heifProperties(bytes);
    if (!properties) throw new Error('Its parts are damaged.');
    return withColours(await decoded(bytes, properties.bits), properties);
  },
};
