import { proxy, releaseProxy } from 'comlink';
import { stateOf } from '@ignis/core/scene/edits/take-edits';
import { deltaOf } from '@ignis/core/scene/model/delta';
import type { Scene } from '@ignis/core/scene/model/schema';
import type { Running } from './engine';
import { start } from './engine';
import type { ExportOptions } from './protocol';

/** An export under way. */
export interface Exporting {
  done: Promise<Blob>;
  /** Ends the work at once. */
  cancel(): void;
}

/** What makes files of a scene, in a worker of its own. */
export interface Exporter {
  /**
   * Makes a file. Files of the same scene that differ only in how they are written are made of the same pixels: those
   * of the last one are cached. One is made at a time.
   */
  make(scene: Scene, options: ExportOptions, progress: (done: number) => void): Exporting;
  /** Ends what is under way, and lets go of the worker. */
  close(): void;
}

/** What of the options the pixels follow. */
export const pixelsOf = ({ scale, depth, space, background, layers, together }: ExportOptions) =>
  JSON.stringify([scale, depth, space, background, layers, together]);

export function newExporter(): Exporter {
  let running: Running | null = null;
  let last: { scene: Scene; pixels: string } | null = null;
  let pixels = 0;
  let refuse: ((why: DOMException) => void) | null = null;

  const end = () => {
    refuse?.(new DOMException('The export was cancelled.', 'AbortError'));
    refuse = null;
    running?.remote[releaseProxy]();
    running?.worker.terminate();
    running = null;
    last = null;
  };
  return {
    close: end,
    make(scene, options, progress) {
      const { remote, watched } = (running ??= start(null));
      const own = pixelsOf(options);
      if (last?.scene !== scene || last.pixels !== own) pixels++;
      last = { scene, pixels: own };
      const ended = new Promise<never>((_resolve, reject) => (refuse = reject));
      const delta = deltaOf(null, stateOf(scene));
      const done = Promise.race([
        watched.during(remote.exportFile(delta, options, pixels, proxy(progress))),
        ended,
      ]).catch((error: unknown) => {
        // A worker that failed may have little memory left.
        if (refuse) end();
        throw error;
      });
      return { done, cancel: end };
    },
  };
}

/** Makes one file of a scene, in a worker of its own. */
export function exportFile(
  scene: Scene,
  options: ExportOptions,
  progress: (done: number) => void,
): Exporting {
  const exporter = newExporter();
  const { done, cancel } = exporter.make(scene, options, progress);
  return { done: done.finally(() => exporter.close()), cancel };
}
