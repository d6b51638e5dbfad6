import { wrap, type Remote } from 'comlink';
import type { CutOutShape, CutPicture } from '@ignis/core/cutout/cut-out';
import type { CutFound, Cutting } from './cutter.worker';
import { watch, type Watched } from './watchdog';
import { t } from '../words/t';

/** The page's side of the worker that separates subjects from backgrounds. It starts when the first picture is to be cut. */

interface Running {
  worker: Worker;
  remote: Remote<Cutting>;
  watched: Watched;
}
let running: Running | null = null;

/** How long it may go without a heartbeat, s: a cut is one long step of the library. */
const PATIENCE = 90;

/** A cut under way. */
export interface CutUnderWay {
  done: Promise<CutFound>;
  /** Ends the work at once; `done` is then rejected with an AbortError. */
  cancel(): void;
}

function start(): Running {
  if (running) return running;
  const worker = new Worker(new URL('./cutter.worker.ts', import.meta.url), { type: 'module' });
  const remote = wrap<Cutting>(worker);
  const watched = watch(
    worker,
    (lock) => remote.live(lock),
    PATIENCE,
    () => {
      if (running?.worker === worker) running = null;
    },
    () =>
      new Error(
        t`The part of Ignis that tells subjects apart stopped. Your scene is safe; try it again.`,
      ),
  );
  return (running = { worker, remote, watched });
}

/** Makes ready for the first cut of a picture: what fails here is reported when it is cut. */
export function prepareCut(bytes: Blob, picture: CutPicture): void {
  start()
    .remote.prepare(bytes, picture)
    .catch(() => undefined);
}

/** Finds the subject of a picture from what is known of it. */
export function cut(bytes: Blob, shape: CutOutShape): CutUnderWay {
  const { worker, remote, watched } = start();
  let cancel: () => void = () => undefined;
  const cancelled = new Promise<never>((_resolve, reject) => {
    cancel = () => {
      worker.terminate();
      running = null;
      reject(new DOMException('The cut was called off.', 'AbortError'));
    };
  });
  return { done: Promise.race([watched.during(remote.cut(bytes, shape)), cancelled]), cancel };
}
