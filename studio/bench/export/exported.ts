import { zipSync } from 'fflate';
import type { Layer, Scene } from '@ignis/core/scene/model/schema';
import { everyLayer } from '@ignis/core/scene/model/schema';
import { fileName } from '../../files/download';
import { exportFile, type Exporting } from '../../workers/engine';
import type { ExportOptions } from '../../workers/protocol';

/** What of a scene is exported. */
export type What = 'picture' | 'light' | 'each';

/** A file with its name. */
interface Named {
  file: Blob;
  name: string;
}

/** An export that goes on: it may be several files, one after another. */
export interface Work {
  done: Promise<Named>;
  cancel(): void;
}

/** A layer alone with all that it holds. */
const within = (layer: Layer): string[] => everyLayer([layer]).map((l) => l.id);

/** Exports a scene as one file. */
export function exportOne(
  scene: Scene,
  title: string,
  options: ExportOptions,
  progress: (done: number) => void,
): Work {
  const work = exportFile(scene, options, progress);
  const name = fileName(title, `.${options.format}`);
  return { done: work.done.then((file) => ({ file, name })), cancel: () => work.cancel() };
}

/** Exports each layer and group that is seen, by itself on transparency, back first, as files of one zip. */
export function exportEach(
  scene: Scene,
  options: ExportOptions,
  progress: (done: number) => void,
): Work {
  const layers = scene.layers.filter((l) => l.visible);
  let running: Exporting | null = null;
  let isCancelled = false;
  const all = async (): Promise<Named> => {
    const files: Record<string, Uint8Array> = {};
    for (const [i, layer] of layers.entries()) {
      if (isCancelled) throw new DOMException('The export was cancelled.', 'AbortError');
      running = exportFile(
        scene,
        { ...options, background: false, layers: within(layer) },
        (share) => progress((i + share) / layers.length),
      );
      const number = String(i + 1).padStart(2, '0');
      const blob = await running.done;
      files[fileName(`${number} ${layer.name}`, `.${options.format}`)] = new Uint8Array(
        await blob.arrayBuffer(),
      );
    }
    // Pictures are compressed already.
    const zip = zipSync(files, { level: 0 });
    return {
      file: new Blob([zip as Uint8Array<ArrayBuffer>], { type: 'application/zip' }),
      name: fileName(`${scene.name} layers`, '.zip'),
    };
  };
  return {
    done: all(),
    cancel() {
      isCancelled = true;
      running?.cancel();
    },
  };
}
