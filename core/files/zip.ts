/** Reads zip files, within bounds: nothing is unpacked that is not asked for, and no more than was said. */
import type { Entry, FileEntry } from '@zip.js/zip.js';
import {
  ERR_UNSAFE_FILENAME,
  Uint8ArrayReader,
  ZipReader,
  configure,
} from '@zip.js/zip.js/lib/zip-core-external.js';
import { FileFault } from './fault';

// Workers are ours: the library's would be made of blobs, which the page's security policy does not let run.
configure({ useWebWorkers: false });

/** Files by their paths. */
export interface Files {
  /** The bytes of a file of at most so many bytes; null if there is none. Throws a FileFault if it is larger, or damaged. */
  read(path: string, most: number): Promise<Uint8Array | null>;
  /** How large a file is, bytes; 0 if there is none. */
  size(path: string): number;
}

/** The most files that a zip is looked through for. */
const MOST_FILES = 20_000;
/** What is compressed to less than a quarter of its size is no picture or font; small files may be. */
const RATIO = 4;
const SMALL = 2 ** 20;

const AGAIN = 'Open an earlier copy, or save the scene again from where it was made.';

/**
 * The files in a zip. Throws a FileFault for a file that is no zip, holds too many files, or names files outside itself.
 */
export async function zipFiles(bytes: Uint8Array, name: string): Promise<Files> {
  const entries = new Map<string, FileEntry>();
  for (const entry of await directoryOf(bytes, name))
    if (!entry.directory) entries.set(entry.filename, entry);
  return {
    size: (path) => entries.get(path)?.uncompressedSize ?? 0,
    async read(path, most) {
      const entry = entries.get(path);
      if (!entry) return null;
      if (entry.encrypted)
        throw new FileFault(
          name,
          'is locked by a password',
          'Unlock it, and pack it again without one.',
        );
      return unpacked(entry, most, name);
    },
  };
}

async function directoryOf(bytes: Uint8Array, name: string): Promise<Entry[]> {
  const entries: Entry[] = [];
  try {
    const reader = new ZipReader(new Uint8ArrayReader(bytes));
    for await (const entry of reader.getEntriesGenerator()) {
      entries.push(entry);
      if (entries.length > MOST_FILES) break;
    }
  } catch (cause) {
    if ((cause as Error).message === ERR_UNSAFE_FILENAME)
      throw new FileFault(
        name,
        'names a file outside itself',
        'It was not made here and is not opened.',
        { cause },
      );
    throw new FileFault(
      name,
      'is no Ignis scene, or is damaged',
      'Open a file that was saved here with the ending .ignis.',
      { cause },
    );
  }
  if (entries.length > MOST_FILES)
    throw new FileFault(name, `holds more than ${MOST_FILES.toLocaleString('en')} files`, AGAIN);
  return entries;
}

/** The bytes of one file in a zip, as many as its directory says, and their checksum right. */
async function unpacked(entry: FileEntry, most: number, name: string): Promise<Uint8Array> {
  const { uncompressedSize: size, compressedSize, filename } = entry;
  const isBomb = size > SMALL && size > compressedSize * RATIO && filename !== 'scene.json';
  if (size > most || isBomb)
    throw new FileFault(
      name,
      `holds a file that unpacks to far more than it should (${filename})`,
      AGAIN,
    );
  const out = new Uint8Array(size);
  let at = 0;
  try {
    await entry.getData(
      new WritableStream<Uint8Array>({
        write(chunk) {
          if (at + chunk.length > size) throw new Error('It is longer than its directory says.');
          out.set(chunk, at);
          at += chunk.length;
        },
      }),
      { checkSignature: true },
    );
    if (at < size) throw new Error('It is shorter than its directory says.');
  } catch (cause) {
    throw new FileFault(name, `holds a damaged file (${filename})`, AGAIN, { cause });
  }
  return out;
}

/** Files that are at hand, by their paths. */
export const filesAtHand = (files: Readonly<Record<string, Uint8Array>>): Files => ({
  read: (path) => Promise.resolve(Object.hasOwn(files, path) ? files[path]! : null),
  size: (path) => (Object.hasOwn(files, path) ? files[path]!.length : 0),
});
