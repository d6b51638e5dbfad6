import { codec } from './codecs';
import type { Header, PictureFormat } from './format';
import { letters, viewOf } from './format';
import { png } from './png';
import { isOnItsSide } from './upright';

/** JPEG XL (ISO/IEC 18181): pictures of any depth, with loss or without. */

/** The package's decoder makes a PNG of it, of 16 bits if need be, with its profile or code points. */
const decoder = codec(async () => {
  const { default: start, JxlImage } = await import('jxl-oxide-wasm');
  let ready: Promise<unknown> | null = null;
  const init = (module?: WebAssembly.Module) =>
    (ready = start(module && { module_or_path: module }));
  const decode = async (bytes: Uint8Array): Promise<Uint8Array> => {
    await (ready ?? init());
    const image = new JxlImage();
    try {
      image.feedBytes(bytes);
      if (!image.tryInit() || !image.loaded) throw new Error('It is cut short.');
      // What is rendered is released by that.
      return image.render().encodeToPng();
    } finally {
      image.free();
    }
  };
  return { init, default: decode };
}, 'jxl-oxide-wasm/jxl_oxide_wasm_bg.wasm');

const CONTAINER = '\0\0\0\x0cJXL \r\n\x87\n';

/** Where the code of the picture begins: at once, or in a box of its own (ISO/IEC 18181-2, 9); null if it is of another format. */
function codeOf(bytes: Uint8Array): Uint8Array | null {
  if (bytes[0] === 0xff && bytes[1] === 0x0a) return bytes.subarray(2);
  if (letters(bytes, 0, 12) !== CONTAINER) return null;
  const view = viewOf(bytes);
  for (let at = 12; at + 16 <= bytes.length;) {
    const kind = letters(bytes, at + 4, 4);
    const said = view.getUint32(at);
    const head = said === 1 ? 16 : 8;
    // A part of several is counted first.
    if (kind === 'jxlc') return bytes.subarray(at + head + 2);
    if (kind === 'jxlp') return bytes.subarray(at + head + 6);
    const size = said === 1 ? Number(view.getBigUint64(at + 8)) : said;
    if (size < head) return null;
    at += size;
  }
  return null;
}

/** Sides by the number of a ratio, width to height (ISO/IEC 18181-1, D.2). */
const RATIOS = [null, [1, 1], [12, 10], [4, 3], [3, 2], [16, 9], [5, 4], [2, 1]] as const;
/** Bits of a side, by its kind. */
const SIDE_BITS = [9, 13, 18, 30];

/** What the header says (ISO/IEC 18181-1, D.2 and D.3): as it is shown, since the decoder turns it. */
function headerOf(code: Uint8Array): Header {
  let at = 0;
  const bits = (count: number): number => {
    let out = 0;
    for (let i = 0; i < count; i++, at++) out += ((code[at >> 3]! >> (at & 7)) & 1) * 2 ** i;
    return out;
  };
  const isSmall = bits(1) === 1;
  const side = () => (isSmall ? (bits(5) + 1) * 8 : 1 + bits(SIDE_BITS[bits(2)]!));
  const height = side();
  const ratio = RATIOS[bits(3)];
  const width = ratio ? Math.floor((height * ratio[0]) / ratio[1]) : side();
  const isUsual = bits(1) === 1;
  const hasMore = !isUsual && bits(1) === 1;
  const orientation = hasMore ? 1 + bits(3) : 1;
  return isOnItsSide(orientation) ? { width: height, height: width } : { width, height };
}

export const jpegXl: PictureFormat = {
  ...{ format: 'jxl', label: 'JPEG XL', extensions: ['jxl'], type: 'image/jxl' },
  header(bytes) {
    const code = codeOf(bytes);
    return code && headerOf(code);
  },
  async decode(bytes) {
    const decode = await decoder();
    return png.decode!(await decode(bytes));
  },
};
