/** The `ignis` command. */
import { writeFile } from 'node:fs/promises';
import { extname } from 'node:path';
import { Command, InvalidArgumentError } from 'commander';
import { FileFault } from '@ignis/core/files/fault';
import type { Written } from '@ignis/core/files/formats/format';
import { spacesOf } from '@ignis/core/files/formats/format';
import { pictureFormats } from '@ignis/core/files/formats/index';
import { defaultsOf } from '@ignis/core/definitions/parameter-values';
import type { Depth } from '@ignis/core/pixels/picture';
import type { Space } from '@ignis/core/pixels/profile';
import type { Region } from '@ignis/core/pixels/region';
import { exportScene } from '@ignis/core/render/export';
import { SceneError } from '@ignis/core/scene/model/check';
import type { Layer } from '@ignis/core/scene/model/schema';
import { everyLayer } from '@ignis/core/scene/model/schema';
import { sceneJsonSchema } from '@ignis/core/scene/model/json-schema';
import { decodeAssets, pictureFrom, readScene } from './scene-file';
import { callHelpers } from './threads';

/** Runs the command with its arguments; returns the exit code. */
export async function run(args: string[]): Promise<number> {
  let code = 0;
  const program = new Command('ignis')
    .description(
      'Renders and checks Ignis scenes. A SCENE is an .ignis file, or a folder laid out the same way.',
    )
    .exitOverride();

  program
    .command('render')
    .description(`render a scene to a file: ${WRITTEN.join(', ')}`)
    .argument('<scene>')
    .argument('<out>', 'its extension says the format')
    .option('--scale <factor>', 'pixels for one scene px', number, 1)
    .option('--region <x,y,w,h>', 'only this part, scene px', region)
    .option(
      '--depth <bits>',
      '8, 16, or 32 for floats; the usual depth of the format if left out',
      depth,
    )
    .option('--quality <percent>', 'of JPEG, WebP and AVIF', number)
    .option('--space <name>', 'srgb or p3', space, 'srgb')
    .option('--density <px>', 'px of an inch', number, 72)
    .option('--layers <id,id>', 'only these layers', (ids: string) =>
      ids.split(',').filter(Boolean),
    )
    .option('--no-background', 'leave the background colour out')
    .action(async (path: string, out: string, options: RenderOptions) => {
      const packed = await readScene(path);
      const { scene } = packed;
      const missing =
        options.layers?.filter((id) => !everyLayer(scene.layers).some((l) => l.id === id)) ?? [];
      if (missing.length > 0)
        throw new Error(
          `There is no layer ${missing.join(', ')}; ignis info ${path} lists the layers.`,
        );
      const { written, label } = writtenBy(out);
      const { depth = written.depths[0]!, space, density, quality } = options;
      if (!written.depths.includes(depth))
        throw new Error(`${label} has ${written.depths.join(' or ')} bits, and not ${depth}.`);
      if (!spacesOf(written, depth).includes(space))
        throw new Error(`${label} of ${depth} bits cannot say that its colours are ${space}.`);
      callHelpers();
      const image = exportScene(scene, {
        ...options,
        ...{ depth, space },
        picture: pictureFrom(await decodeAssets(packed)),
      });
      const values = {
        ...defaultsOf(written.parameters),
        ...(quality !== undefined && 'quality' in written.parameters && { quality }),
      };
      await writeFile(out, await written.encode(image, values, { space, density }));
    });

  program
    .command('check')
    .description('list every fault of a scene with its place; exit 1 if there is one')
    .argument('<scene>')
    .action(async (path: string) => {
      try {
        const { scene } = await readScene(path);
        console.log(`${scene.name}: no fault found.`);
      } catch (error) {
        if (!(error instanceof SceneError || error instanceof FileFault)) throw error;
        if (error.faults.length === 0) console.log(error.message);
        for (const f of error.faults) console.log(`${f.path}: ${f.message}`);
        code = 1;
      }
    });

  program
    .command('info')
    .description('print size and layers as JSON')
    .argument('<scene>')
    .action(async (path: string) => {
      const { scene } = await readScene(path);
      const { name, width, height, background } = scene;
      const layers = described(scene.layers);
      console.log(JSON.stringify({ name, width, height, background, layers }, null, 2));
    });

  program
    .command('schema')
    .description('print the JSON Schema of scene.json')
    .action(() => console.log(JSON.stringify(sceneJsonSchema(), null, 2)));

  try {
    await program.parseAsync(args, { from: 'user' });
    return code;
  } catch (error) {
    const { exitCode } = error as { exitCode?: number };
    if (exitCode !== undefined) return exitCode;
    console.error((error as Error).message);
    return 1;
  }
}

/** The extensions of formats that pictures are written in. */
const WRITTEN = pictureFormats.flatMap((f) => (f.written ? f.extensions : []));

/** The format that a file's extension says. Throws an Error that names those there are. */
function writtenBy(file: string): { label: string; written: Written } {
  const extension = extname(file).slice(1).toLowerCase();
  const found = pictureFormats.find((f) => f.written && f.extensions.includes(extension));
  if (!found?.written)
    throw new Error(`“${file}” is of no format that is written; those are ${WRITTEN.join(', ')}.`);
  return { label: found.label, written: found.written };
}

/** Layers as `ignis info` prints them. */
const described = (layers: readonly Layer[]): object[] =>
  layers.map((l) => ({
    id: l.id,
    name: l.name,
    kind: l.source.kind,
    ...(l.layers && { layers: described(l.layers) }),
  }));

interface RenderOptions {
  scale: number;
  region?: Region;
  depth?: Depth;
  quality?: number;
  space: Space;
  density: number;
  layers?: string[];
  background: boolean;
}

function number(text: string): number {
  const value = Number(text);
  if (!Number.isFinite(value) || text.trim() === '')
    throw new InvalidArgumentError('It must be a number.');
  return value;
}

function region(text: string): Region {
  const [x, y, width, height, ...more] = text.split(',').map(number);
  if (
    x === undefined ||
    y === undefined ||
    !width ||
    !height ||
    width < 0 ||
    height < 0 ||
    more.length > 0
  )
    throw new InvalidArgumentError('It must be four numbers, x,y,w,h, in scene px.');
  return { x, y, width, height };
}

function depth(text: string): Depth {
  if (text !== '8' && text !== '16' && text !== '32')
    throw new InvalidArgumentError('It must be 8, 16 or 32.');
  return Number(text) as Depth;
}

function space(text: string): Space {
  if (text !== 'srgb' && text !== 'p3') throw new InvalidArgumentError('It must be srgb or p3.');
  return text;
}
