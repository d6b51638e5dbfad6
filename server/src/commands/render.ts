import { execFile } from 'node:child_process';
import { writeFile } from 'node:fs/promises';
import { availableParallelism } from 'node:os';
import { basename, extname } from 'node:path';
import { promisify } from 'node:util';
import type { Region } from '@ignis/core/pixels/region';
import { exportScene } from '@ignis/core/render/export';
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
}

/** One file to be made. */
interface Job {
  path: string;
  out: string;
  scale: number;
}

/** The name of a scene's file or folder, without its extension. */
const nameOf = (path: string) => basename(path, extname(path));

/** What is to be made of the paths of a command. Throws an Error if two files would have the same name. */
function jobsOf(paths: readonly string[], { out, scale }: RenderOptions): Job[] {
  if (out === undefined) {
    const [path, file, ...more] = paths;
    if (!path || !file || more.length > 0)
      throw new Error('Give one scene and one file, or several scenes and --out with a pattern.');
    if (scale.length > 1) throw new Error('Several sizes need --out with {scale} in its pattern.');
    return [{ path, out: file, scale: scale[0]! }];
  }
  const jobs = paths.flatMap((path) =>
    scale.map((k) => ({
      path,
      scale: k,
      out: out.replaceAll('{name}', nameOf(path)).replaceAll('{scale}', String(k)),
    })),
  );
  const names = new Set<string>();
  for (const job of jobs) {
    if (names.has(job.out))
      throw new Error(
        `Two pictures would be “${job.out}”; put {name} and {scale} into the pattern.`,
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
  const jobs = jobsOf(paths, options);
  for (const job of jobs) writerOf(job.out, options);
  const atOnce = Math.min(options.jobs ?? 1, jobs.length);
  if (atOnce <= 1) {
    callHelpers();
    for (const job of jobs) await renderOne(job, options);
    return;
  }
  // Each by a process of its own, with its share of the threads.
  const rest = [...jobs];
  const work = async () => {
    for (let job = rest.shift(); job; job = rest.shift()) {
      const own = ['render', job.path, job.out, '--scale', String(job.scale), ...args];
      await promisify(execFile)(process.execPath, [COMMAND, ...own], {
        env: { ...process.env, IGNIS_THREADS: String(Math.ceil(availableParallelism() / atOnce)) },
      });
    }
  };
  await Promise.all(Array.from({ length: atOnce }, work));
}

async function renderOne({ path, out, scale }: Job, options: RenderOptions): Promise<void> {
  const { written, depth, values } = writerOf(out, options);
  const packed = await readScene(path);
  const { scene } = packed;
  const missing =
    options.layers?.filter((id) => !everyLayer(scene.layers).some((l) => l.id === id)) ?? [];
  if (missing.length > 0)
    throw new Error(
      `There is no layer ${missing.join(', ')}; ignis info ${path} lists the layers.`,
    );
  const image = exportScene(scene, {
    ...options,
    ...{ depth, scale },
    picture: pictureFrom(await decodeAssets(packed)),
  });
  await writeFile(out, await written.encode(image, values, options));
}
