import { ownBuffer } from './codecs';
import type { PictureFormat } from './format';
import { UnreadKind, viewOf, written } from './format';
import { writtenExr } from './openexr-writer';

/** OpenEXR (file layout, version 2): light, which may be above 1. */

const MAGIC = 0x01312f76;

/** The attributes of the header: their names, and where their values begin. Throws an Error if it is damaged, or has no end. */
function* attributes(bytes: Uint8Array): Generator<[name: string, at: number]> {
  const view = viewOf(bytes);
  const text = (at: number): [string, number] => {
    const end = bytes.indexOf(0, at);
    if (end < 0 || end - at > 255) throw new Error('Its header is damaged.');
    return [String.fromCharCode(...bytes.subarray(at, end)), end + 1];
  };
  let at = 8;
  while (bytes[at] !== 0) {
    const [name, afterName] = text(at);
    const [, afterType] = text(afterName);
    const size = view.getInt32(afterType, true);
    at = afterType + 4;
    if (size < 0 || at + size >= bytes.length) throw new Error('Its header is damaged.');
    yield [name, at];
    at += size;
  }
}

/** The attribute of the header that says which px there are; null if it is not there. */
function dataWindow(bytes: Uint8Array): { width: number; height: number } | null {
  for (const [name, at] of attributes(bytes)) {
    if (name !== 'dataWindow') continue;
    const [x0, y0, x1, y1] = [0, 4, 8, 12].map((o) => viewOf(bytes).getInt32(at + o, true));
    return { width: x1! - x0! + 1, height: y1! - y0! + 1 };
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
    hasWords: true,
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
    encode: (image, { floats }, said) =>
      Promise.resolve(writtenExr(image, floats === 'half' ? 16 : 32, said)),
    encodeLayers: (merged, layers, { floats }, said) =>
      Promise.resolve(writtenExr(merged, floats === 'half' ? 16 : 32, said, layers)),
  }),
  async decode(bytes) {
    // Above the version stand what else there is in the file: tiles, deep px, several parts; long names (0x400) are read.
    if (viewOf(bytes).getUint32(4, true) & ~0x4ff)
      throw new UnreadKind(
        'is an OpenEXR of tiles, of several parts or of deep px, which cannot be read here',
        'Save it as one part, line by line.',
      );
    // The package looks for the ends of names without bounds: they must be there.
    const names = [...attributes(bytes)].map(([name]) => name);
    if (!names.includes('channels') || !names.includes('compression'))
      throw new Error('Its header is damaged.');
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
