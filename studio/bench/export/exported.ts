import { zipSync } from 'fflate';
import { theirBlend } from '@ignis/core/files/openraster/blends';
import { MIMETYPE } from '@ignis/core/files/openraster/reader';
import type { RasterLayer } from '@ignis/core/files/openraster/writer';
import { distinct, namedBy, type NameWords } from '@ignis/core/files/name-pattern';
import { exportRegion } from '@ignis/core/render/export';
import { layersAlone } from '@ignis/core/render/export-layers';
import type { Layer, Scene } from '@ignis/core/scene/model/schema';
import { grades } from '@ignis/core/scene/model/traits';
import { fileName } from '../../files/download';
import { newExporter } from '../../workers/exporter';
import { AS_PNG, type ExportOptions } from '../../workers/protocol';
import { t } from '../../words/t';

/** A file with its name. */
export interface Named {
  file: Blob;
  name: string;
}

/** An export that goes on: it may be several files, one after another. */
export interface Work {
  done: Promise<Named>;
  cancel(): void;
}

/** What names of files of a scene can say. */
export function wordsOf(scene: Scene, scale: number): NameWords {
  const { width, height } = exportRegion(scene, scale);
  return { name: scene.name, scale, width, height };
}

/** The names of the files of each layer, by a pattern. */
export const namesOfEach = (scene: Scene, options: ExportOptions, pattern: string): string[] =>
  distinct(
    layersAlone(scene).map(({ layer, number }) =>
      namedBy(pattern, { ...wordsOf(scene, options.scale), layer: layer.name, number }),
    ),
  ).map((name) => fileName(name, `.${options.format}`));

/** Runs exports one after another in one worker; `make` gets what runs one, and names the file that comes of them. */
function inTurn(
  make: (
    run: (scene: Scene, options: ExportOptions, progress: (done: number) => void) => Promise<Blob>,
  ) => Promise<Named>,
): Work {
  const exporter = newExporter();
  let isCancelled = false;
  const done = make((...of) => {
    if (isCancelled) throw new DOMException('The export was cancelled.', 'AbortError');
    return exporter.make(...of).done;
  });
  return {
    done: done.finally(() => exporter.close()),
    cancel() {
      isCancelled = true;
      exporter.close();
    },
  };
}

const bytesOf = async (blob: Blob) => new Uint8Array(await blob.arrayBuffer());

/** Exports each layer and group that is seen, by itself on transparency, back first, as files of one zip. */
export const exportEach = (
  scene: Scene,
  options: ExportOptions,
  pattern: string,
  progress: (done: number) => void,
): Work =>
  inTurn(async (run) => {
    const each = layersAlone(scene);
    const names = namesOfEach(scene, options, pattern);
    const files: Record<string, Uint8Array> = {};
    for (const [i, { layers }] of each.entries()) {
      const own = { ...options, background: false, layers };
      const share = (done: number) => progress((i + done) / each.length);
      const blob = await run(scene, own, share);
      files[names[i]!] = await bytesOf(blob);
    }
    // Pictures are compressed already.
    const zip = zipSync(files, { level: 0 });
    return {
      file: new Blob([zip as Uint8Array<ArrayBuffer>], { type: 'application/zip' }),
      name: fileName(t`${scene.name} layers`, '.zip'),
    };
  });

/** Whether a layer by itself, laid over those beneath it, is what it is among them. */
const standsAlone = (layer: Layer): boolean =>
  !grades(layer) &&
  !layer.clip &&
  theirBlend(layer.blend) !== undefined &&
  !(layer.source.kind === 'group' && layer.source.lands === 'through');

/** The names of layers that OpenRaster cannot have as they are: grades, clipped ones, groups that land layer by layer, and other blends. */
export const leftToMerged = (scene: Scene): string[] =>
  scene.layers.filter((l) => l.visible && !standsAlone(l)).map((l) => l.name);

/** The longer side of the small picture in an archive, px. */
const THUMBNAIL = 256;

/** Exports all layers as one OpenRaster archive, in which the live scene rides along. */
export const exportOpenRaster = (
  scene: Scene,
  scale: number,
  progress: (done: number) => void,
): Work =>
  inTurn(async (run) => {
    const [{ writtenOpenRaster }, { sceneFile }] = await Promise.all([
      import('@ignis/core/files/openraster/writer'),
      import('../../files/scene-file'),
    ]);
    const parts = scene.layers.length + 2;
    let made = 0;
    const png = async (of: Scene, options: Partial<ExportOptions>) => {
      const share = (done: number) => progress((made + done) / parts);
      const blob = await run(of, { ...AS_PNG, scale, ...options }, share);
      made++;
      return bytesOf(blob);
    };
    const layers: RasterLayer[] = [];
    for (const layer of scene.layers) {
      // By itself and whole: how much of it shows, and how it is blended, is said beside it.
      const bare = { ...layer, opacity: 100, blend: 'normal', visible: true };
      const alone = { ...scene, layers: scene.layers.map((l) => (l === layer ? bare : l)) };
      const { name, visible, blend } = layer;
      const own = layersAlone(alone).find((l) => l.layer === bare)!;
      const picture = await png(alone, { background: false, layers: own.layers });
      layers.push({ name, visible, blend, opacity: layer.opacity / 100, png: picture });
    }
    const { width, height } = exportRegion(scene, scale);
    const small = Math.min(1, THUMBNAIL / Math.max(scene.width, scene.height));
    const bytes = await writtenOpenRaster({
      ...{ width, height, layers },
      merged: await png(scene, {}),
      thumbnail: await png(scene, { scale: small }),
      scene: await bytesOf(await sceneFile(scene)),
    });
    return {
      file: new Blob([bytes as Uint8Array<ArrayBuffer>], { type: MIMETYPE }),
      name: fileName(scene.name, '.ora'),
    };
  });
