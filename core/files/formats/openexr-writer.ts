import { strToU8, zlibSync } from 'fflate';
import { halfOf } from '../../pixels/half';
import type { StraightImage } from '../../pixels/picture';
import type { FileLayer, Said } from './format';
import { asciiOf, joined, viewOf } from './format';
import { saidOf } from './xmp';

/** OpenEXR as it is written (file layout, version 2): lines of half or whole floats, ZIP in blocks of 16. */

const LINES = 16;
const [HALF, FLOAT] = [1, 2];
const ZIP = 3;
/** The flag of a file that has names of more than 31 bytes. */
const LONG_NAMES = 0x400;
/** The most bytes of the name of a layer: a channel's name has 255, with its letter. */
const LONGEST_NAME = 240;
/** The most bytes of numbers in a file. */
const MOST_BYTES = 1.5e9;

const whole = (...values: number[]): Uint8Array => {
  const out = new Uint8Array(4 * values.length);
  values.forEach((v, i) => viewOf(out).setInt32(4 * i, v, true));
  return out;
};
const floats = (...values: number[]): Uint8Array =>
  new Uint8Array(Float32Array.from(values).buffer);

const attribute = (name: string, type: string, value: Uint8Array): Uint8Array =>
  joined(asciiOf(`${name}\0${type}\0`), whole(value.length), value);

/** Where each channel of a picture stands in a px. */
const CHANNELS = [
  ['A', 3],
  ['B', 2],
  ['G', 1],
  ['R', 0],
] as const;

/** Numbers as they stand in a file: half floats by their bits, or floats. */
type Numbers = Uint16Array | Float32Array;

/** A channel of a file: its name as bytes, and the numbers that it is every fourth of, from `first` on. */
interface Channel {
  name: Uint8Array;
  numbers: Numbers;
  first: number;
}

/** The numbers of a picture: its colours times their alpha. */
function numbersOf({ data }: StraightImage, bits: 16 | 32): Numbers {
  const out = bits === 16 ? new Uint16Array(data.length) : new Float32Array(data.length);
  for (let i = 0; i < data.length; i++) {
    const v = i % 4 === 3 ? data[i]! : data[i]! * data[i | 3]!;
    out[i] = bits === 16 ? halfOf(v) : v;
  }
  return out;
}

/** A name that a layer can have in a file: a dot stands between a layer and its channels. Names that are there already get a number. */
function freeName(name: string, taken: Set<string>): Uint8Array {
  const plain = name.replace(/[.\0]/g, '_').trim() || 'layer';
  for (let i = 1; ; i++) {
    const numbered = i === 1 ? plain : `${plain} ${i}`;
    if (taken.has(numbered)) continue;
    taken.add(numbered);
    const bytes = strToU8(numbered);
    if (bytes.length <= LONGEST_NAME) return bytes;
    // Cut short it may be that of another.
    return freeName(`${plain.slice(0, LONGEST_NAME / 4 - 8)}`, taken);
  }
}

const channelsOf = (numbers: Numbers, layer: Uint8Array | null): Channel[] =>
  CHANNELS.map(([letter, first]) => ({
    name: layer ? joined(layer, asciiOf(`.${letter}`)) : asciiOf(letter),
    ...{ numbers, first },
  }));

/** As files have their channels: in the order of the bytes of their names. */
function byName({ name: a }: Channel, { name: b }: Channel): number {
  const at = a.findIndex((v, i) => v !== b[i]);
  return at < 0 ? a.length - b.length : a[at]! - (b[at] ?? -1);
}

function header(
  { width, height }: StraightImage,
  channels: readonly Channel[],
  type: number,
  { about }: Pick<Said, 'about'>,
): Uint8Array {
  const listed = channels.map(({ name }) =>
    // Its kind, that it is linear, and that it has a number for every px.
    joined(name, Uint8Array.of(0), whole(type, 0, 1, 1)),
  );
  const window = whole(0, 0, width - 1, height - 1);
  const said = saidOf(about);
  const words = (...parts: (string | undefined)[]) => strToU8(parts.filter(Boolean).join('\n'));
  const owner = words(said?.creator, said?.rights);
  const comments = words(said?.title, said?.description);
  const isLong = channels.some(({ name }) => name.length > 31);
  return joined(
    whole(20000630, 2 | (isLong ? LONG_NAMES : 0)),
    attribute('channels', 'chlist', joined(...listed, Uint8Array.of(0))),
    // CIE x and y of red, green, blue and white: those of sRGB.
    attribute(
      'chromaticities',
      'chromaticities',
      floats(0.64, 0.33, 0.3, 0.6, 0.15, 0.06, 0.3127, 0.329),
    ),
    ...(comments.length > 0 ? [attribute('comments', 'string', comments)] : []),
    attribute('compression', 'compression', Uint8Array.of(ZIP)),
    attribute('dataWindow', 'box2i', window),
    attribute('displayWindow', 'box2i', window),
    attribute('lineOrder', 'lineOrder', Uint8Array.of(0)),
    ...(owner.length > 0 ? [attribute('owner', 'string', owner)] : []),
    attribute('pixelAspectRatio', 'float', floats(1)),
    attribute('screenWindowCenter', 'v2f', floats(0, 0)),
    attribute('screenWindowWidth', 'float', floats(1)),
    Uint8Array.of(0),
  );
}

/** The bytes of some lines: of each line, channel by channel. */
function linesOf(channels: readonly Channel[], width: number, from: number, lines: number) {
  const size = channels[0]!.numbers.BYTES_PER_ELEMENT;
  const out = new Uint8Array(lines * width * channels.length * size);
  const view = viewOf(out);
  let at = 0;
  for (let y = from; y < from + lines; y++)
    for (const { numbers, first } of channels)
      for (let x = 0; x < width; x++, at += size) {
        const v = numbers[(y * width + x) * 4 + first]!;
        if (size === 2) view.setUint16(at, v, true);
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

/**
 * The bytes of an OpenEXR file of floats of 16 or 32 bits: channels R, G, B and A of the picture, and those of each layer beside
 * them, named `layer.R` and so on, as the format has layers. Of words it has `comments` (title and description) and `owner`
 * (creator and rights). Throws a RangeError if the numbers would be more than a file can be made of here.
 */
export function writtenExr(
  image: StraightImage,
  bits: 16 | 32,
  said: Pick<Said, 'about'>,
  layers: readonly FileLayer[] = [],
): Uint8Array {
  const { width, height } = image;
  if ((1 + layers.length) * 4 * width * height * (bits / 8) > MOST_BYTES)
    throw new RangeError(
      `${layers.length} layers of ${width} × ${height} px are too much for one OpenEXR file. Choose a smaller size, half floats, or files in a zip.`,
    );
  const taken = new Set<string>();
  const channels = [
    ...channelsOf(numbersOf(image, bits), null),
    ...layers.flatMap((l) => channelsOf(numbersOf(l.make(), bits), freeName(l.name, taken))),
  ];
  channels.sort(byName);
  const head = header(image, channels, bits === 16 ? HALF : FLOAT, said);
  const blocks: Uint8Array[] = [];
  for (let y = 0; y < height; y += LINES) {
    const block = compressed(linesOf(channels, width, y, Math.min(LINES, height - y)));
    blocks.push(joined(whole(y, block.length), block));
  }
  const table = new Uint8Array(8 * blocks.length);
  blocks.reduce((at, block, i) => {
    viewOf(table).setBigUint64(8 * i, BigInt(at), true);
    return at + block.length;
  }, head.length + table.length);
  return joined(head, table, ...blocks);
}
