import { letters, viewOf } from './format';

/** Tags of a TIFF's first directory, which Exif data are laid out as too (TIFF 6.0, section 2; CIPA DC-008, 4.5). */

/** Numbers of tags. */
export const TAGS = { width: 0x100, height: 0x101, orientation: 0x112 } as const;

/** A tag of a directory: its number, the kind of its value, and where that stands. */
interface Entry {
  tag: number;
  kind: number;
  at: number;
}

/** The order of bytes that a TIFF begins with; null if it begins otherwise. */
function isLittle(bytes: Uint8Array): boolean | null {
  const order = letters(bytes, 0, 4);
  return order === 'II*\0' ? true : order === 'MM\0*' ? false : null;
}

function* entries(bytes: Uint8Array, little: boolean): Generator<Entry> {
  const view = viewOf(bytes);
  const first = bytes.length < 8 ? bytes.length : view.getUint32(4, little);
  if (first + 2 > bytes.length) return;
  const end = Math.min(bytes.length, first + 2 + 12 * view.getUint16(first, little));
  for (let at = first + 2; at + 12 <= end; at += 12)
    yield { tag: view.getUint16(at, little), kind: view.getUint16(at + 2, little), at: at + 8 };
}

const [SHORT, LONG] = [3, 4];

/** The tags that are one whole number of 16 or 32 bits; null if the bytes are laid out otherwise. */
export function firstTags(bytes: Uint8Array): ReadonlyMap<number, number> | null {
  const little = isLittle(bytes);
  if (little === null) return null;
  const view = viewOf(bytes);
  const out = new Map<number, number>();
  for (const { tag, kind, at } of entries(bytes, little)) {
    if (kind === SHORT) out.set(tag, view.getUint16(at, little));
    if (kind === LONG) out.set(tag, view.getUint32(at, little));
  }
  return out;
}

/** The same bytes but for an orientation, which is upright. */
export function saidUpright(bytes: Uint8Array): Uint8Array {
  const little = isLittle(bytes) ?? true;
  const out = bytes.slice();
  for (const { tag, kind, at } of entries(bytes, little))
    if (tag === TAGS.orientation && kind === SHORT) viewOf(out).setUint16(at, 1, little);
  return out;
}

/** How a picture is to be turned, 1 to 8, by its Exif data; 1 if they do not say. */
export function orientationOf(exif: Uint8Array): number {
  const said = firstTags(exif)?.get(TAGS.orientation) ?? 1;
  return said >= 1 && said <= 8 ? said : 1;
}
