import { proxy, wrap, type Remote } from 'comlink';
import type { LibraryEntry } from '@ignis/core/collection/entry';
import type { SvgDrawing } from '@ignis/core/files/svg-lines';
import type { Scene } from '@ignis/core/scene/model/schema';
import type { FileWork, OpenedFile, OpenedLibrary, PackedFile } from './files.worker';
import { watch } from './watchdog';
import { t } from '../words/t';

/** The page's side of the workers that pack and unpack scenes' files. */

/** How long one may go without a heartbeat, s: packing is one long step. */
const PATIENCE = 60;

/** A worker that waits for its task. */
let waiting: Worker | null = null;

const newWorker = () =>
  new Worker(new URL('./files.worker.ts', import.meta.url), { type: 'module' });

/** Starts the worker of the next task before there is one. */
export function prepare(): void {
  if (waiting) return;
  const own = (waiting = newWorker());
  // One that could not be loaded would never answer.
  own.addEventListener('error', () => {
    if (waiting === own) waiting = null;
  });
}

/** Runs a task in a worker of its own, which ends with it, or when the signal says so. */
async function inWorker<T>(
  task: (remote: Remote<FileWork>) => Promise<T>,
  signal?: AbortSignal,
): Promise<T> {
  const worker = waiting ?? newWorker();
  waiting = null;
  const remote = wrap<FileWork>(worker);
  const watched = watch(
    worker,
    (lock) => remote.live(lock),
    PATIENCE,
    () => undefined,
    () =>
      new Error(
        t`The file asks for more than this browser can give: what reads it stopped. Close other tabs, and try again.`,
      ),
  );
  const calledOff = new Promise<never>((_resolve, reject) => {
    signal?.addEventListener('abort', () => reject(signal.reason as Error), { once: true });
  });
  try {
    return await Promise.race([watched.during(task(remote)), calledOff]);
  } finally {
    worker.terminate();
  }
}

/** Opens the file of a scene; `progress` is told the share that is read. Throws with a message for the artist. */
export const openFile = (
  file: Blob,
  name: string,
  progress: (done: number) => void,
  signal: AbortSignal,
): Promise<OpenedFile> => inWorker((remote) => remote.open(file, name, proxy(progress)), signal);

/** The text of an SVG that the browser can draw. Throws with a message for the artist. */
export const checkedSvg = (file: Blob, name: string): Promise<string> =>
  inWorker((remote) => remote.svg(file, name));

/** The lines of an SVG. Throws with a message for the artist. */
export const svgLines = (file: Blob, name: string): Promise<SvgDrawing> =>
  inWorker((remote) => remote.svgLines(file, name));

/** The names of the fonts in a collection; none where the file is no collection. Throws with a message for the artist. */
export const collectedFonts = (file: Blob, name: string): Promise<string[]> =>
  inWorker((remote) => remote.collected(file, name));

/** A font's file (of a collection, the font of a number), unpacked, and the name of its asset. Throws with a message for the artist. */
export const fontFile = (
  file: Blob,
  name: string,
  face: number,
): Promise<{ asset: string; bytes: Blob }> => inWorker((remote) => remote.font(file, name, face));

/** Packs a scene with the assets it needs. */
export const packFile = (scene: Scene, assets: Map<string, Blob>): Promise<PackedFile> =>
  inWorker((remote) => remote.pack(scene, assets));

/** Packs entries of the library with the assets they need; those whose assets are missing are named, and left out. */
export const packLibrary = (
  entries: readonly LibraryEntry[],
  assets: Map<string, Blob>,
): Promise<PackedFile> => inWorker((remote) => remote.packLibrary(entries, assets));

/** Opens the file of a library. Throws with a message for the artist. */
export const openLibrary = (file: Blob, name: string): Promise<OpenedLibrary> =>
  inWorker((remote) => remote.openLibrary(file, name));
