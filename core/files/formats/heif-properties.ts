import type { StraightImage } from '../../pixels/picture';
import { isSrgb } from '../../pixels/profile';
import { profileOfCodePoints } from './code-points';
import { withProfile } from './embedded-profile';
import { letters, viewOf } from './format';

/** What a file of the High Efficiency Image File Format (ISO/IEC 23008-12), HEIC or AVIF, says of the picture it shows. */
export interface HeifProperties {
  /** As it stands in the file, before it is turned, px. */
  width: number;
  height: number;
  /** How it is to be turned before it is shown: 1 to 8, as Exif says. */
  orientation: number;
  /** Bits of each number: 8, 10 or 12. */
  bits: number;
  /** How large the part is that is to be shown, before it is turned, px; null if that is all of it. */
  crop: { width: number; height: number } | null;
  /** What its numbers mean: a profile, numbers of ITU-T H.273, or neither. */
  icc: Uint8Array | null;
  codePoints: readonly [primaries: number, transfer: number] | null;
}

/** A box (ISO/IEC 14496-12, 4.2): its kind, and where its content stands. */
interface Box {
  kind: string;
  from: number;
  to: number;
}

/** The boxes that stand one behind another between two places. Ends where one is damaged. */
function* boxes(bytes: Uint8Array, from: number, to: number): Generator<Box> {
  const view = viewOf(bytes);
  for (let at = from; at + 8 <= to;) {
    const said = view.getUint32(at);
    const isLong = said === 1 && at + 16 <= to;
    const size = isLong ? Number(view.getBigUint64(at + 8)) : said === 0 ? to - at : said;
    const head = isLong ? 16 : 8;
    if (size < head || at + size > to) return;
    yield { kind: letters(bytes, at + 4, 4), from: at + head, to: at + size };
    at += size;
  }
}

const inside = (bytes: Uint8Array, parent: Box | undefined, kind: string, skipped = 0) =>
  parent && [...boxes(bytes, parent.from + skipped, parent.to)].find((b) => b.kind === kind);

/** What stands before the content of a box that has a version and flags, bytes. */
const VERSION = 4;

/** The brands that a file says it is of; null if it is none of these formats. */
export function brandsOf(bytes: Uint8Array): readonly string[] | null {
  if (bytes.length < 16 || letters(bytes, 4, 4) !== 'ftyp') return null;
  const end = Math.min(bytes.length, viewOf(bytes).getUint32(0));
  const brands = [letters(bytes, 8, 4)];
  for (let at = 16; at + 4 <= end; at += 4) brands.push(letters(bytes, at, 4));
  return brands;
}

/** The numbers of the properties of the picture that is shown (from 1), in their order (ISO/IEC 23008-12, 9.3). */
function associated(bytes: Uint8Array, list: Box, item: number): readonly number[] {
  const view = viewOf(bytes);
  const [version, flags] = [bytes[list.from]!, bytes[list.from + 3]!];
  let at = list.from + VERSION + 4;
  for (let left = view.getUint32(list.from + VERSION); left > 0 && at + 5 <= list.to; left--) {
    const id = version < 1 ? view.getUint16(at) : view.getUint32(at);
    at += version < 1 ? 2 : 4;
    const count = bytes[at++]!;
    const size = flags & 1 ? 2 : 1;
    if (at + count * size > list.to) break;
    if (id === item)
      return Array.from({ length: count }, (_, i) =>
        size === 2 ? view.getUint16(at + 2 * i) & 0x7fff : bytes[at + i]! & 0x7f,
      );
    at += count * size;
  }
  return [];
}

/** Orientations after a quarter turn anti-clockwise more, mirrored top to bottom, and left to right; by the orientation before. */
const TURNED = [0, 8, 5, 6, 7, 4, 1, 2, 3];
const UPSIDE_DOWN = [0, 4, 3, 2, 1, 8, 7, 6, 5];
const MIRRORED = [0, 2, 1, 4, 3, 6, 5, 8, 7];

/** Bits of each number, by what the file says of how it is compressed; 0 if that says nothing of them. */
function bitsOf(bytes: Uint8Array, { kind, from }: Box): number {
  if (kind === 'hvcC') return 8 + (bytes[from + 17]! & 7);
  if (kind !== 'av1C') return 0;
  const depth = bytes[from + 2]!;
  return depth & 0x40 ? (depth & 0x20 ? 12 : 10) : 8;
}

/** Numbers of 10 or 12 bits as numbers of 16, in place. */
export function widened(data: Uint16Array, bits: number): Uint16Array {
  const most = 2 ** bits - 1;
  for (let i = 0; i < data.length; i++) data[i] = Math.round((data[i]! * 65535) / most);
  return data;
}

/** Pixels with what their file says of their colours; null if that is of a kind that only the browser reads. */
export function withColours(
  image: StraightImage,
  { icc, codePoints }: HeifProperties,
): StraightImage | null {
  if (icc) return withProfile(image, icc);
  const profile = codePoints && profileOfCodePoints(...codePoints);
  return profile && !isSrgb(profile) ? { ...image, profile } : image;
}

/** What a file says of the picture it shows; null if it is laid out otherwise, or damaged. */
export function heifProperties(bytes: Uint8Array): HeifProperties | null {
  const view = viewOf(bytes);
  const meta = [...boxes(bytes, 0, bytes.length)].find((b) => b.kind === 'meta');
  const primary = inside(bytes, meta, 'pitm', VERSION);
  const described = inside(bytes, meta, 'iprp', VERSION);
  const [container, list] = [inside(bytes, described, 'ipco'), inside(bytes, described, 'ipma')];
  if (!primary || !container || !list) return null;
  const at = primary.from + VERSION;
  const item = bytes[primary.from] === 0 ? view.getUint16(at) : view.getUint32(at);
  const properties = [...boxes(bytes, container.from, container.to)];
  const found: HeifProperties = {
    ...{ width: 0, height: 0, orientation: 1, crop: null, icc: null, codePoints: null },
    bits: Math.max(8, ...properties.map((p) => bitsOf(bytes, p))),
  };
  for (const number of associated(bytes, list, item)) {
    const box = properties[number - 1];
    if (!box) continue;
    const { kind, from, to } = box;
    if (kind === 'ispe' && to - from >= 12)
      [found.width, found.height] = [view.getUint32(from + 4), view.getUint32(from + 8)];
    if (kind === 'clap' && to - from >= 16) {
      const [width, height] = [0, 8].map((o) =>
        Math.round(view.getUint32(from + o) / view.getUint32(from + o + 4)),
      );
      found.crop = { width: width!, height: height! };
    }
    if (kind === 'irot')
      for (let turns = bytes[from]! & 3; turns > 0; turns--)
        found.orientation = TURNED[found.orientation]!;
    if (kind === 'imir')
      found.orientation = (bytes[from]! & 1 ? MIRRORED : UPSIDE_DOWN)[found.orientation]!;
    if (kind !== 'colr') continue;
    const type = letters(bytes, from, 4);
    if (type === 'prof' || type === 'rICC') found.icc = bytes.subarray(from + 4, to);
    if (type === 'nclx') found.codePoints = [view.getUint16(from + 4), view.getUint16(from + 6)];
  }
  return found;
}
