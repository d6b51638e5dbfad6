import { wrap, type Remote } from 'comlink';
import type { CutOutShape, CutPicture } from '@ignis/core/cutout/cut-out';
import type { Cutting } from './cutter.worker';

/** The page's side of the worker that separates subjects from backgrounds. It starts when the first picture is to be cut. */

let running: { worker: Worker; remote: Remote<Cutting> } | null = null;

/** A cut under way. */
export interface CutUnderWay {
  done: Promise<Blob>;
  /** Ends the work at once; `done` is then rejected with an AbortError. */
  cancel(): void;
}

function start() {
  if (!running) {
    const worker = new Worker(new URL('./cutter.worker.ts', import.meta.url), { type: 'module' });
    running = { worker, remote: wrap<Cutting>(worker) };
  }
  return running;
}

/** Makes ready for the first cut of a picture: what fails here is reported when it is cut. */
export function prepareCut(bytes: Blob, picture: CutPicture): void {
  start()
    .remote.prepare(bytes, picture)
    .catch(() => undefined);
}

/** Finds the subject of a picture from what is known of it: a PNG, light where it is. */
export function cut(bytes: Blob, shape: CutOutShape): CutUnderWay {
  const { worker, remote } = start();
  let stop: (reason: Error) => void = () => undefined;
  const stopped = new Promise<never>((_resolve, reject) => (stop = reject));
  const end = (reason: Error) => {
    worker.terminate();
    running = null;
    stop(reason);
  };
  worker.onerror = () =>
    end(
      new Error(
        'The part of Ignis that tells subjects apart stopped. Your scene is safe; try it again.',
      ),
    );
  return {
    done: Promise.race([remote.cut(bytes, shape), stopped]),
    cancel: () => end(new DOMException('The cut was called off.', 'AbortError')),
  };
}
