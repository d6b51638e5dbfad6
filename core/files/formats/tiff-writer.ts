import { zlibSync } from 'fflate';
import type { StraightImage } from '../../pixels/picture';
import { isNamed, writtenIcc } from '../written-icc';
import type { Said } from './format';
import { viewOf } from './format';
import { xmpOf } from './xmp';

/** TIFF as it is written (revision 6.0; ZIP: its technical notes of 2002): strips of RGBA, small numbers first. */

/** About this many bytes are in a strip. */
const STRIP = 2 ** 18;

const [BYTE, ASCII, SHORT, LONG, RATIONAL, UNDEFINED] = [1, 2, 3, 4, 5, 7];
const SIZES: Readonly<Record<number, number>> = { 1: 1, 2: 1, 3: 2, 4: 4, 5: 8, 7: 1 };

type Tag = [tag: number, kind: number, values: ArrayLike<number>];

/** How the numbers of RGBA stand in a strip: whole numbers as differences from the px before (section 14, "Predictor"). */
function stripOf({ data, width, depth }: StraightImage, from: number, rows: number): Uint8Array {
  const part = data.slice(from * width * 4, (from + rows) * width * 4);
  if (depth !== 32)
    for (let y = 0; y < rows; y++) {
      const at = y * width * 4;
      for (let i = at + width * 4 - 1; i >= at + 4; i--) part[i] = part[i]! - part[i - 4]!;
    }
  return zlibSync(new Uint8Array(part.buffer, part.byteOffset, part.byteLength));
}

/** The bytes of a TIFF. */
export function writtenTiff(given: StraightImage, { space, density, about }: Said): Uint8Array {
  const { width, height, depth } = given;
  // Differences go round, as they must, only where numbers are not clamped.
  const image =
    given.data instanceof Uint8ClampedArray
      ? { ...given, data: Uint8Array.from(given.data) }
      : given;
  const rows = Math.max(1, Math.floor(STRIP / (width * depth * 0.5)));
  const strips: Uint8Array[] = [];
  for (let y = 0; y < height; y += rows) strips.push(stripOf(image, y, Math.min(rows, height - y)));
  const places: number[] = [];
  const end = strips.reduce((at, s) => (places.push(at), at + s.length + (s.length % 2)), 8);

  const packet = xmpOf(about);
  const perInch = [Math.round(density * 100), 100];
  const tags: Tag[] = [
    [256, LONG, [width]],
    [257, LONG, [height]],
    [258, SHORT, [depth, depth, depth, depth]],
    // Compression: ZIP.
    [259, SHORT, [8]],
    // Colours: RGB.
    [262, SHORT, [2]],
    [273, LONG, places],
    [277, SHORT, [4]],
    [278, LONG, [rows]],
    [279, LONG, strips.map((s) => s.length)],
    [282, RATIONAL, perInch],
    [283, RATIONAL, perInch],
    [284, SHORT, [1]],
    [296, SHORT, [2]],
    [305, ASCII, [...'Ignis\0'].map((c) => c.charCodeAt(0))],
    [317, SHORT, [depth === 32 ? 1 : 2]],
    // Alpha, straight.
    [338, SHORT, [2]],
    [339, SHORT, Array<number>(4).fill(depth === 32 ? 3 : 1)],
    // XMP (part 3, 1.1.7).
    ...(packet ? [[700, BYTE, packet] as Tag] : []),
    ...(isNamed(space) ? [[34675, UNDEFINED, writtenIcc(space)] as Tag] : []),
  ];
  const count = ([, kind, values]: Tag) => values.length / (kind === RATIONAL ? 2 : 1);
  const length = (tag: Tag) => count(tag) * SIZES[tag[1]]!;
  const directory = 2 + 12 * tags.length + 4;
  const far = tags.reduce((n, t) => n + (length(t) > 4 ? length(t) + (length(t) % 2) : 0), 0);
  const out = new Uint8Array(end + directory + far);
  const view = viewOf(out);
  const put = (at: number, kind: number, values: ArrayLike<number>) => {
    for (let i = 0; i < values.length; i++)
      if (kind === SHORT) view.setUint16(at + 2 * i, values[i]!, true);
      else if (kind === LONG || kind === RATIONAL) view.setUint32(at + 4 * i, values[i]!, true);
      else out[at + i] = values[i]!;
  };
  out.set([0x49, 0x49, 42, 0]);
  view.setUint32(4, end, true);
  strips.forEach((s, i) => out.set(s, places[i]));
  view.setUint16(end, tags.length, true);
  let beyond = end + directory;
  tags.forEach((tag, i) => {
    const at = end + 2 + 12 * i;
    view.setUint16(at, tag[0], true);
    view.setUint16(at + 2, tag[1], true);
    view.setUint32(at + 4, count(tag), true);
    if (length(tag) <= 4) put(at + 8, tag[1], tag[2]);
    else {
      view.setUint32(at + 8, beyond, true);
      put(beyond, tag[1], tag[2]);
      beyond += length(tag) + (length(tag) % 2);
    }
  });
  return out;
}
