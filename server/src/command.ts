/** The `ignis` command. */
import { Command, InvalidArgumentError } from 'commander';
import type { Depth } from '@ignis/core/pixels/picture';
import type { Space } from '@ignis/core/pixels/profile';
import type { Region } from '@ignis/core/pixels/region';
import { ABOUT } from '@ignis/core/files/formats/xmp';
import type { Layer } from '@ignis/core/scene/model/schema';
import type { WriteOptions } from './commands/formats';
import type { RenderOptions } from './commands/render';
import about from '../package.json' with { type: 'json' };

/** Runs the command with its arguments; returns the exit code. */
export async function run(args: string[]): Promise<number> {
  let code = 0;
  const program = new Command('ignis')
    .description(
      'Renders and checks Ignis scenes. A SCENE is an .ignis file, or a folder laid out the same way.',
    )
    .version(about.version)
    .exitOverride();

  const writing = (command: Command) =>
    command
      .option('--depth <bits>', '8, 16, or 32 for floats; the usual one if left out', depth)
      .option('--quality <percent>', 'of JPEG, WebP and AVIF', number)
      .option('--space <name>', 'srgb or p3', space, 'srgb')
      .option('--density <px>', 'px of an inch', number, 72)
      .option('--title <words>', 'what the file says it shows')
      .option('--creator <words>', 'who made it')
      .option('--rights <words>', 'who may use it, and how')
      .option('--description <words>', 'what there is to be seen');

  const render = program
    .command('render')
    .description('render scenes to pictures; the extension of a file says its format')
    .argument('<paths...>', 'a scene and a file, or with --out any number of scenes')
    .option(
      '--out <pattern>',
      'names of files: {name} of the scene, {scale}, {width}, {height}; with {layer} or {number} each layer by itself',
    )
    .option('--scale <factors>', 'pixels for one scene px; several with commas', scales, [1])
    .option('--jobs <count>', 'so many at once', number, 1)
    .option('--region <x,y,w,h>', 'only this part, scene px', region)
    .option('--layers <id,id>', 'only these layers', (ids: string) =>
      ids.split(',').filter(Boolean),
    )
    .option('--together', 'each layer beside the picture of them all, as OpenEXR has them')
    .option('--no-background', 'leave the background colour out');
  writing(render).action(async (paths: string[], options: RenderOptions) => {
    const { renderScenes } = await import('./commands/render');
    await renderScenes(paths, options, withoutOwn(args));
  });

  writing(
    program
      .command('convert')
      .description('write a picture in another format, its colours as they show')
      .argument('<picture>')
      .argument('<file>'),
  ).action(async (from: string, to: string, options: WriteOptions) => {
    const { convertPicture } = await import('./commands/convert');
    await convertPicture(from, to, options);
  });

  program
    .command('diff')
    .description('print how far two pictures are from each other (ΔE2000); exit 1 if beyond --most')
    .argument('<picture>')
    .argument('<other>')
    .option('--map <out.png>', 'a picture of where they differ, white for 10 or more')
    .option('--most <mean>', 'what the mean may be', number, Infinity)
    .action(async (a: string, b: string, { map, most }: { map?: string; most: number }) => {
      const { comparePictures } = await import('./commands/diff');
      if (!(await comparePictures(a, b, map, most))) code = 1;
    });

  program
    .command('check')
    .description('list every fault of a scene with its place; exit 1 if there is one')
    .argument('<scene>')
    .action(async (path: string) => {
      const [{ readScene }, { FileFault }, { SceneError }] = await Promise.all([
        import('./scene-file'),
        import('@ignis/core/files/fault'),
        import('@ignis/core/scene/model/check'),
      ]);
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
      const { readScene } = await import('./scene-file');
      const { scene } = await readScene(path);
      const { name, width, height, background } = scene;
      const layers = described(scene.layers);
      console.log(JSON.stringify({ name, width, height, background, layers }, null, 2));
    });

  program
    .command('schema')
    .description('print the JSON Schema of scene.json')
    .action(async () => {
      const { sceneJsonSchema } = await import('@ignis/core/scene/model/json-schema');
      console.log(JSON.stringify(sceneJsonSchema(), null, 2));
    });

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

/** The arguments of a render that hold for each of several: without its paths, and what is said of all. */
function withoutOwn(args: readonly string[]): string[] {
  const each = [
    ...['--region', '--layers', '--depth', '--quality', '--space', '--density'],
    ...ABOUT.map((field) => `--${field}`),
  ];
  return args.flatMap((arg, i) => {
    if (arg === '--no-background' || arg === '--together') return [arg];
    if (each.includes(arg)) return [arg, args[i + 1]!];
    return each.some((name) => arg.startsWith(`${name}=`)) ? [arg] : [];
  });
}

/** Layers as `ignis info` prints them. */
const described = (layers: readonly Layer[]): object[] =>
  layers.map((l) => ({
    id: l.id,
    name: l.name,
    kind: l.source.kind,
    ...(l.layers && { layers: described(l.layers) }),
  }));

function number(text: string): number {
  const value = Number(text);
  if (!Number.isFinite(value) || text.trim() === '')
    throw new InvalidArgumentError('It must be a number.');
  return value;
}

function scales(text: string): number[] {
  return text.split(',').map(number);
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
