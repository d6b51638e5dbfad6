import { ownBuffer } from './codecs';
import type { PictureFormat } from './format';
import { viewOf, written } from './format';
import { writtenExr } from './openexr-writer';

/** OpenEXR (file layout, version 2): light, which may be above 1. */

const MAGIC = 0x01312f76;

/** The attribute of the header that says which px there are; null if it is not there. */
function dataWindow(bytes: Uint8Array): { width: number; height: number } | null {
  const view = viewOf(bytes);
  const text = (at: number): [string, number] => {
    const end = bytes.indexOf(0, at);
    if (end < 0 || end - at > 255) throw new Error('Its header is damaged.');
    return [String.fromCharCode(...bytes.subarray(at, end)), end + 1];
  };
  for (let at = 8; bytes[at] !== 0 && at < bytes.length;) {
    const [name, afterName] = text(at);
    const [, afterType] = text(afterName);
    const size = view.getUint32(afterType, true);
    at = afterType + 4;
    if (name === 'dataWindow') {
      const [x0, y0, x1, y1] = [0, 4, 8, 12].map((o) => view.getInt32(at + o, true));
      return { width: x1! - x0! + 1, height: y1! - y0! + 1 };
    }
    at += size;
  }
  return null;
}

/** The kind of numbers that the package is asked for: floats. */
const FLOATS = 1015;

export const openExr: PictureFormat = {
  ...{ format: 'exr', label: 'OpenEXR', extensions: ['exr'], type: 'image/x-exr' },
  header: (bytes) =>
    bytes.length > 8 && viewOf(bytes).getUint32(0, true) === MAGIC
      ? (dataWindow(bytes) ?? { width: 0, height: 0 })
      : null,
  written: written({
    depths: [32],
    spaces: ['srgb'],
    hasDensity: false,
    parameters: {
      floats: {
        kind: 'choice',
        label: 'Numbers',
        help: 'Half floats hold 11 bits of each number, as much as the eye tells; whole ones all there is.',
        options: [
          { value: 'half', label: 'half floats' },
          { value: 'whole', label: 'floats' },
        ],
        default: 'half',
      },
    },
    encode: (image, { floats }) => Promise.resolve(writtenExr(image, floats === 'half' ? 16 : 32)),
  }),
  async decode(bytes) {
    const { default: parse } = await import('parse-exr');
    const { width, height, data: given } = parse(ownBuffer(bytes), FLOATS);
    const data = new Float32Array(width * height * 4);
    const channels = given.length / (width * height);
    for (let y = 0; y < height; y++)
      for (let x = 0; x < width; x++) {
        // The package counts rows from below.
        const from = ((height - 1 - y) * width + x) * channels;
        const to = (y * width + x) * 4;
        const alpha = channels === 4 ? given[from + 3]! : 1;
        for (let c = 0; c < 3; c++) {
          const v = given[from + (channels === 1 ? 0 : c)]!;
          // Colours stand times their alpha; light where nothing covers has no place here.
          data[to + c] = alpha > 0 ? v / alpha : 0;
        }
        data[to + 3] = alpha;
      }
    return { width, height, depth: 32, data };
  },
};
