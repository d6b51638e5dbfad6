import { zlibSync } from 'fflate';
import { halfOf } from '../../pixels/half';
import type { StraightImage } from '../../pixels/picture';
import { asciiOf, joined, viewOf } from './format';

/** OpenEXR as it is written (file layout, version 2): lines of half or whole floats, ZIP in blocks of 16. */

const LINES = 16;
const [HALF, FLOAT] = [1, 2];
const ZIP = 3;

const whole = (...values: number[]): Uint8Array => {
  const out = new Uint8Array(4 * values.length);
  values.forEach((v, i) => viewOf(out).setInt32(4 * i, v, true));
  return out;
};
const floats = (...values: number[]): Uint8Array =>
  new Uint8Array(Float32Array.from(values).buffer);

const attribute = (name: string, type: string, value: Uint8Array): Uint8Array =>
  joined(asciiOf(`${name}\0${type}\0`), whole(value.length), value);

/** In the order of their names, as files have them, and where each stands in a px. */
const CHANNELS = [
  ['A', 3],
  ['B', 2],
  ['G', 1],
  ['R', 0],
] as const;

function header({ width, height }: StraightImage, type: number): Uint8Array {
  const channels = CHANNELS.map(([name]) =>
    // Its kind, that it is linear, and that it has a number for every px.
    joined(asciiOf(`${name}\0`), whole(type, 0, 1, 1)),
  );
  const window = whole(0, 0, width - 1, height - 1);
  return joined(
    whole(20000630, 2),
    attribute('channels', 'chlist', joined(...channels, Uint8Array.of(0))),
    // CIE x and y of red, green, blue and white: those of sRGB.
    attribute(
      'chromaticities',
      'chromaticities',
      floats(0.64, 0.33, 0.3, 0.6, 0.15, 0.06, 0.3127, 0.329),
    ),
    attribute('compression', 'compression', Uint8Array.of(ZIP)),
    attribute('dataWindow', 'box2i', window),
    attribute('displayWindow', 'box2i', window),
    attribute('lineOrder', 'lineOrder', Uint8Array.of(0)),
    attribute('pixelAspectRatio', 'float', floats(1)),
    attribute('screenWindowCenter', 'v2f', floats(0, 0)),
    attribute('screenWindowWidth', 'float', floats(1)),
    Uint8Array.of(0),
  );
}

/** The numbers of some lines: of each line, channel by channel, colours times their alpha. */
function numbersOf({ width, data }: StraightImage, from: number, lines: number, type: number) {
  const size = type === HALF ? 2 : 4;
  const out = new Uint8Array(lines * width * 4 * size);
  const view = viewOf(out);
  let at = 0;
  for (let y = from; y < from + lines; y++)
    for (const [, c] of CHANNELS)
      for (let x = 0; x < width; x++, at += size) {
        const px = (y * width + x) * 4;
        const v = c === 3 ? data[px + 3]! : data[px + c]! * data[px + 3]!;
        if (type === HALF) view.setUint16(at, halfOf(v), true);
        else view.setFloat32(at, v, true);
      }
  return out;
}

/** Bytes compressed as OpenEXR does: even ones before odd ones, then differences, then ZIP; as they are if that is no less. */
function compressed(raw: Uint8Array): Uint8Array {
  const half = (raw.length + 1) >> 1;
  const sorted = new Uint8Array(raw.length);
  for (let i = 0; i < raw.length; i++) sorted[(i & 1 ? half : 0) + (i >> 1)] = raw[i]!;
  for (let i = raw.length - 1; i > 0; i--) sorted[i] = sorted[i]! - sorted[i - 1]! + 128;
  const packed = zlibSync(sorted);
  return packed.length < raw.length ? packed : raw;
}

/** The bytes of an OpenEXR file of floats of 16 or 32 bits. */
export function writtenExr(image: StraightImage, bits: 16 | 32): Uint8Array {
  const type = bits === 16 ? HALF : FLOAT;
  const head = header(image, type);
  const blocks: Uint8Array[] = [];
  for (let y = 0; y < image.height; y += LINES) {
    const lines = Math.min(LINES, image.height - y);
    const block = compressed(numbersOf(image, y, lines, type));
    blocks.push(joined(whole(y, block.length), block));
  }
  const table = new Uint8Array(8 * blocks.length);
  blocks.reduce((at, block, i) => {
    viewOf(table).setBigUint64(8 * i, BigInt(at), true);
    return at + block.length;
  }, head.length + table.length);
  return joined(head, table, ...blocks);
}
