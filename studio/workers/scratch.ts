/** The pixels of decoded pictures: in memory up to a budget, beyond it in files of the browser's own, which only this worker reads. */
import type { StoredPixels, StraightImage } from '@ignis/core/pixels/picture';

/** Bytes of pictures that stand in memory together. */
const BUDGET = 160 * 2 ** 20;

/** Where the files stand. */
const FOLDER = 'decoded-pictures';

/** Gives back what pixels take. They must not be read after that. */
export type Free = () => void;

let inMemory = 0;

function count(bytes: number): Free {
  inMemory += bytes;
  return () => void (inMemory -= bytes);
}

let folder: Promise<FileSystemDirectoryHandle> | null = null;

/** The folder. When it is opened, files that closed pages left behind are removed. */
const opened = (): Promise<FileSystemDirectoryHandle> => (folder ??= openFolder());

/** Removes the files that closed pages left behind. */
export const tidyScratch = (): Promise<unknown> => opened().catch(() => null);

async function openFolder(): Promise<FileSystemDirectoryHandle> {
  const root = await navigator.storage.getDirectory();
  const own = await root.getDirectoryHandle(FOLDER, { create: true });
  for await (const name of own.keys())
    // Those that other pages use are locked.
    await own.removeEntry(name).catch(() => {});
  return own;
}

/** Writes pixels to a file: how a part is read from there, and how the file is given back. */
async function written({ data, width, depth }: StraightImage) {
  const own = await opened();
  const name = crypto.randomUUID();
  const entry = await own.getFileHandle(name, { create: true });
  const handle = await entry.createSyncAccessHandle();
  const free = () => {
    handle.close();
    void own.removeEntry(name).catch(() => {});
  };
  try {
    handle.write(new Uint8Array(data.buffer, data.byteOffset, data.byteLength), { at: 0 });
  } catch (error) {
    free();
    throw error;
  }
  const px = depth / 2;
  const read: StoredPixels['read'] = (part, to) => {
    const row = part.width * px;
    const at = (y: number) => ((part.y + y) * width + part.x) * px;
    if (part.width === width) handle.read(to.subarray(0, row * part.height), { at: at(0) });
    else
      for (let y = 0; y < part.height; y++)
        handle.read(to.subarray(y * row, (y + 1) * row), { at: at(y) });
  };
  return { read, free };
}

/**
 * Finds room for the pixels of a picture: a file if there is none in memory beside others, but in memory after all if there is none for files. They
 * are read from there from then on; `first` may read them sooner than that can be. The image must not be changed afterwards.
 */
export async function findRoom(
  image: StraightImage,
  pixels: StoredPixels,
  first: () => void,
): Promise<Free> {
  const bytes = image.data.byteLength;
  if (inMemory + bytes <= BUDGET) return count(bytes);
  try {
    first();
    const { read, free } = await written(image);
    pixels.read = read;
    return free;
  } catch {
    return count(bytes);
  }
}
