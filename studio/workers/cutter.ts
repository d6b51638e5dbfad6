import { wrap, type Remote } from 'comlink';
import type { CutOutShape } from '@ignis/core/cutout/cut-out';
import type { Cutting } from './cutter.worker';

/** The page's side of the worker that tells subjects from backgrounds. It starts with the first cut. */

let running: { worker: Worker; remote: Remote<Cutting> } | null = null;

/** A cut under way. */
export interface CutUnderWay {
  done: Promise<Blob>;
  /** Ends the work at once; `done` is then rejected with an AbortError. */
  cancel(): void;
}

/** Tells the subject of a picture by what is known of it: a PNG, white where it is. */
export function cut(bytes: Blob, shape: CutOutShape): CutUnderWay {
  if (!running) {
    const worker = new Worker(new URL('./cutter.worker.ts', import.meta.url), { type: 'module' });
    running = { worker, remote: wrap<Cutting>(worker) };
  }
  const { worker, remote } = running;
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
