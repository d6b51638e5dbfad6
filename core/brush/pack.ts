import { byteReader, byteWriter } from './varint';
import type { Track } from './track';
import { decodeTrack, encodeTrack } from './track';

/**
 * Tracks of many strokes in one file, an asset of the scene: four letters, a version, how many there are, how many bytes each
 * has, and then each (docs/format.md).
 */

/** What such a file begins with. */
const LETTERS = Uint8Array.of(0x49, 0x53, 0x54, 0x4b);
const VERSION = 1;
/** No file has more tracks. */
export const MAX_TRACKS = 100_000;

/** Tracks as a file. Throws a RangeError for more than `MAX_TRACKS`. */
export function encodePack(tracks: readonly Track[]): Uint8Array<ArrayBuffer> {
  if (tracks.length > MAX_TRACKS) throw new RangeError(`No file holds ${tracks.length} strokes.`);
  const out = byteWriter();
  out.bytes(LETTERS);
  out.unsigned(VERSION);
  out.unsigned(tracks.length);
  const parts = tracks.map(encodeTrack);
  for (const part of parts) out.unsigned(part.length);
  for (const part of parts) out.bytes(part);
  return out.done();
}

/** The tracks of a file. Each is decoded when it is asked for. */
export interface Pack {
  count: number;
  /** Throws a RangeError if there is none, or if its bytes hold none. */
  track(index: number): Track;
}

/** What reading gives; whatever is wrong with the bytes, they are damaged. */
function sound<T>(read: () => T): T {
  try {
    return read();
  } catch (cause) {
    throw new RangeError('is damaged', { cause });
  }
}

/** Reads a file of tracks. Throws a RangeError, in words that follow on the file's name, if it is none or is damaged. */
export function decodePack(bytes: Uint8Array): Pack {
  const from = byteReader(bytes);
  if (!LETTERS.every((l, i) => bytes[i] === l)) throw new RangeError('holds no strokes');
  from.bytes(LETTERS.length);
  const version = sound(() => from.unsigned());
  if (version !== VERSION) throw new RangeError('was written by a newer version of Ignis');
  const parts = sound(() => {
    const count = from.unsigned();
    if (count > MAX_TRACKS || count > from.left()) throw new RangeError(`${count} strokes`);
    const lengths = Array.from({ length: count }, () => from.unsigned());
    return lengths.map((length) => from.bytes(length));
  });
  return {
    count: parts.length,
    track(index) {
      const part = parts[index];
      if (!part)
        throw new RangeError(`There is no stroke ${index + 1} in a file of ${parts.length}.`);
      return sound(() => decodeTrack(part));
    },
  };
}
