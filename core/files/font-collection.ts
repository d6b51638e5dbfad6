import { shaper } from '../text/shaper';

/** Collections of fonts (OpenType, "Font Collections"): several faces in one file, which share tables. */

const HEADER = 12;
const RECORD = 16;
/** No collection has more faces than this. */
const MOST = 512;

const viewOf = (bytes: Uint8Array) =>
  new DataView(bytes.buffer, bytes.byteOffset, bytes.byteLength);

/** Whether a file is a collection. */
export const isCollection = (bytes: Uint8Array): boolean =>
  String.fromCharCode(...bytes.subarray(0, 4)) === 'ttcf';

/** Where the faces of a collection begin, bytes. Throws a RangeError if it is cut short. */
function startsOf(bytes: Uint8Array): number[] {
  const view = viewOf(bytes);
  const count = view.getUint32(8);
  if (count > MOST) throw new RangeError(`It says that it has ${count} faces.`);
  return Array.from({ length: count }, (_, i) => view.getUint32(HEADER + 4 * i));
}

/** The full names of the faces of a collection, in order. The shaper must have been loaded. Throws a RangeError if it is cut short. */
export function collectionTitles(bytes: Uint8Array): string[] {
  const { Blob, Face } = shaper().harfBuzz;
  const blob = new Blob(bytes);
  return startsOf(bytes).map((_, i) => {
    const face = new Face(blob, i);
    const names = [4, 16, 1].map((id) => face.getName(id, 'en'));
    return names.find((name) => name !== '') ?? `Font ${i + 1}`;
  });
}

/** One face of a collection as a font of its own. Throws a RangeError if there is none of that number, or it is cut short. */
export function faceOfCollection(bytes: Uint8Array, index: number): Uint8Array {
  const start = startsOf(bytes)[index];
  if (start === undefined) throw new RangeError(`It has no face ${index + 1}.`);
  const view = viewOf(bytes);
  const count = view.getUint16(start + 4);
  const records = Array.from({ length: count }, (_, i) => {
    const at = start + HEADER + RECORD * i;
    const [from, length] = [view.getUint32(at + 8), view.getUint32(at + 12)];
    if (from + length > bytes.length) throw new RangeError('A table lies beyond its end.');
    return { at, from, length };
  });
  const padded = (length: number) => Math.ceil(length / 4) * 4;
  const directory = HEADER + RECORD * count;
  const size = records.reduce((sum, r) => sum + padded(r.length), directory);
  // Tables that overlap could come to far more than the file.
  if (size > 2 * bytes.length) throw new RangeError('Its tables overlap.');
  const out = new Uint8Array(size);
  out.set(bytes.subarray(start, start + HEADER));
  const made = viewOf(out);
  let at = directory;
  records.forEach((r, i) => {
    const record = HEADER + RECORD * i;
    out.set(bytes.subarray(r.at, r.at + 8), record);
    made.setUint32(record + 8, at);
    made.setUint32(record + 12, r.length);
    out.set(bytes.subarray(r.from, r.from + r.length), at);
    at += padded(r.length);
  });
  return out;
}
