import { execFile } from 'node:child_process';
import { writeFile } from 'node:fs/promises';
import { availableParallelism } from 'node:os';
import { basename, extname } from 'node:path';
import { promisify } from 'node:util';
import type { Region } from '@ignis/core/pixels/region';
import { NAME_WORDS, namedBy, unknownWords } from '@ignis/core/files/name-pattern';
import { exportRegion, exportScene } from '@ignis/core/render/export';
import { layersAlone, picturesAlone } from '@ignis/core/render/export-layers';
import type { Scene } from '@ignis/core/scene/model/schema';
import { everyLayer } from '@ignis/core/scene/model/schema';
import { COMMAND } from '../bin';
import { decodeAssets, pictureFrom, readScene } from '../scene-file';
import { callHelpers } from '../threads';
import type { WriteOptions } from './formats';
import { writerOf } from './formats';

export interface RenderOptions extends WriteOptions {
  scale: number[];
  region?: Region;
  layers?: string[];
  background: boolean;
  /** The pattern of names of files, of several scenes or sizes. */
  out?: string;
  jobs?: number;
  /** Whether each layer that is seen stands in the file too. */
  together?: boolean;
}

/** One file to be made. */
interface Job {
  path: string;
  out: string;
  scale: number;
  /** The one layer that it is of, with what it holds; all if left out. */
  only?: string[];
}

/** The name of a scene's file or folder, without its extension. */
const nameOf = (path: string) => basename(path, extname(path));

/** What is to be made of the paths of a command. Throws an Error if two files would have the same name. */
async function jobsOf(paths: readonly string[], options: RenderOptions): Promise<Job[]> {
  const { out, scale } = options;
  if (out === undefined) {
    const [path, file, ...more] = paths;
    if (!path || !file || more.length > 0)
      throw new Error('Give one scene and one file, or several scenes and --out with a pattern.');
    if (scale.length > 1) throw new Error('Several sizes need --out with {scale} in its pattern.');
    return [{ path, out: file, scale: scale[0]! }];
  }
  const unknown = unknownWords(out);
  if (unknown.length > 0)
    throw new Error(
      `{${unknown[0]}} stands for nothing; there are ${Object.keys(NAME_WORDS)
        .map((word) => `{${word}}`)
        .join(', ')}.`,
    );
  const jobs: Job[] = [];
  for (const path of paths) {
    const isByScene = /\{(layer|number|width|height)\}/.test(out);
    const scene = isByScene ? (await readScene(path)).scene : null;
    for (const k of scale) {
      const size = scene ? exportRegion(scene, k, options.region) : { width: 0, height: 0 };
      const words = { name: nameOf(path), scale: k, width: size.width, height: size.height };
      if (!scene || !/\{(layer|number)\}/.test(out))
        jobs.push({ path, scale: k, out: namedBy(out, words) });
      else
        for (const { layer, number, layers } of layersAlone(scene)) {
          // A layer's name is not a folder.
          const name = layer.name.replace(/[/\\]/g, '-');
          jobs.push({
            ...{ path, scale: k, only: layers },
            out: namedBy(out, { ...words, layer: name, number }),
          });
        }
    }
  }
  const names = new Set<string>();
  for (const job of jobs) {
    if (names.has(job.out))
      throw new Error(
        `Two pictures would be “${job.out}”; put {name}, {number} and {scale} into the pattern.`,
      );
    names.add(job.out);
  }
  return jobs;
}

/** Renders scenes to files. Throws an Error with what is wrong, in words. */
export async function renderScenes(
  paths: readonly string[],
  options: RenderOptions,
  args: readonly string[],
): Promise<void> {
  const jobs = await jobsOf(paths, options);
  for (const job of jobs) writerOf(job.out, options);
  const atOnce = Math.min(options.jobs ?? 1, jobs.length);
  if (atOnce <= 1) {
    callHelpers();
    // Files of one scene stand one behind another: it is read once for all of them.
    let last: Opened | null = null;
    for (const job of jobs) {
      if (last?.path !== job.path) last = await opened(job.path);
      await renderOne(last, job, ofJob(job, options));
    }
    return;
  }
  // Each by a process of its own, with its share of the threads.
  const rest = [...jobs];
  const work = async () => {
    for (let job = rest.shift(); job; job = rest.shift()) {
      const only = job.only ? ['--layers', job.only.join(','), '--no-background'] : [];
      const own = ['render', job.path, job.out, '--scale', String(job.scale), ...args, ...only];
      await promisify(execFile)(process.execPath, [COMMAND, ...own], {
        env: { ...process.env, IGNIS_THREADS: String(Math.ceil(availableParallelism() / atOnce)) },
      });
    }
  };
  await Promise.all(Array.from({ length: atOnce }, work));
}

/** The options of one file: a layer by itself stands on transparency. */
const ofJob = ({ only }: Job, options: RenderOptions): RenderOptions =>
  only ? { ...options, layers: only, background: false } : options;

/** A scene with its pictures decoded. */
interface Opened {
  path: string;
  scene: Scene;
  picture: ReturnType<typeof pictureFrom>;
}

async function opened(path: string): Promise<Opened> {
  const packed = await readScene(path);
  return { path, scene: packed.scene, picture: pictureFrom(await decodeAssets(packed)) };
}

async function renderOne(
  { path, scene, picture }: Opened,
  { out, scale }: Job,
  options: RenderOptions,
): Promise<void> {
  const { written, depth, values } = writerOf(out, options);
  const missing =
    options.layers?.filter((id) => !everyLayer(scene.layers).some((l) => l.id === id)) ?? [];
  if (missing.length > 0)
    throw new Error(
      `There is no layer ${missing.join(', ')}; ignis info ${path} lists the layers.`,
    );
  if (options.together && !written.encodeLayers)
    throw new Error(`“${out}” is of a format without layers; OpenEXR (.exr) has them.`);
  const request = { ...options, depth, scale, picture };
  const said = { ...options, about: options };
  const image = exportScene(scene, request);
  const bytes = options.together
    ? await written.encodeLayers!(image, picturesAlone(scene, request), values, said)
    : await written.encode(image, values, said);
  await writeFile(out, bytes);
}
