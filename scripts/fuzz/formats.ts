/** The formats that the fuzzer damages, and what reads each of them as the app does. */
import { readFile, readdir } from 'node:fs/promises';
import { encode as encodeBmp } from 'bmp-ts';
import { strToU8 } from 'fflate';
import sharp from 'sharp';
import { compress } from 'woff2-encoder';
import { FileFault } from '@ignis/core/files/fault';
import { sfntOf } from '@ignis/core/files/font-file';
import { assetName, packScene, unpackScene, whole } from '@ignis/core/files/ignis-file';
import { inspectPicture } from '@ignis/core/files/picture-file';
import { defaultsOf } from '@ignis/core/definitions/parameter-values';
import { formatNamed } from '@ignis/core/files/formats/index';
import { readSvg } from '@ignis/core/files/svg-lines';
import { boundSvg } from '@ignis/core/files/svg-nodes';
import { packLibrary, unpackLibrary } from '@ignis/core/collection/library-file';
import { shippedBrushes } from '@ignis/core/recipes/brushes/shipped';
import { shippedRecipes as recipes } from '@ignis/core/recipes/shipped';
import { parseRecipe } from '@ignis/core/recipes/recipe';
import { salvaged } from '@ignis/core/scene/model/salvage';
import { parseScene } from '@ignis/core/scene/model/check';
import { newPicture, newScene, newTextLayer } from '@ignis/core/scene/model/make';
import { woffOf } from '@ignis/core/testing/woff';
import { FontFault, faceOf } from '@ignis/core/text/face';
import { loadShaper } from '@ignis/core/text/shaper';
import { shippedFace } from '../../server/src/fonts';
import { decodePicture } from '../../server/src/scene-file';
import { damagedBytes, damagedValue, type Dice } from './mutate';

/** A format: a damaged file of it, and what opens that. */
export interface Format {
  name: string;
  damage(dice: Dice): Uint8Array;
  /** Opens it. Throws what the app throws. */
  open(bytes: Uint8Array): unknown;
}

/** Noise over a gradient, which no format makes small. */
const PIXELS = Buffer.from(
  Uint8Array.from({ length: 48 * 36 * 4 }, (_, i) => (Math.imul(i, 2654435761) >>> 27) + (i >> 6)),
);
const testPicture = (name: string): Promise<Uint8Array> =>
  readFile(new URL(`../../core/testing/pictures/${name}`, import.meta.url));
const testPictures = (...names: string[]) => Promise.all(names.map(testPicture));

/** A Radiance picture of 8 × 4 px, compressed in planes. */
const RADIANCE = new Uint8Array(
  Buffer.concat([
    Buffer.from('#?RADIANCE\nFORMAT=32-bit_rle_rgbe\nEXPOSURE=2\n\n-Y 4 +X 8\n'),
    ...Array.from({ length: 4 }, (_, y) =>
      Buffer.from([
        2,
        2,
        0,
        8,
        136,
        9 * y,
        3,
        1,
        2,
        3,
        133,
        9,
        136,
        80,
        8,
        ...PIXELS.subarray(0, 8),
      ]),
    ),
  ]),
);
const picture = () => sharp(PIXELS, { raw: { width: 48, height: 36, channels: 4 } });

const ofBytes = (name: string, files: readonly Uint8Array[], open: Format['open']): Format => ({
  name,
  open,
  damage: (dice) => damagedBytes(files[dice(files.length)]!, dice),
});

/** The same picture as the app writes it in a format, of floats. */
const written = (format: string, depth: 32): Promise<Uint8Array> => {
  const how = formatNamed(format).written!;
  const data = Float32Array.from(PIXELS, (v) => v / 64);
  const image = { width: 48, height: 36, depth, data };
  return how.encode(image, defaultsOf(how.parameters), { space: 'srgb', density: 72 });
};

const openPicture = async (bytes: Uint8Array) => {
  const { format } = inspectPicture(bytes, 'a picture');
  // Drawn by browsers alone.
  if (format === 'svg') return null;
  return decodePicture(bytes, 'a picture');
};

async function openFont(bytes: Uint8Array): Promise<void> {
  const { bytes: plain } = await sfntOf(bytes, 'a font');
  const face = faceOf(plain);
  const run = { from: 0, to: 6, rtl: false, script: 'Latn', features: [] };
  for (const { glyph } of face.shape('TIDE&7', run)) face.outline(glyph);
}

/** Every format. */
export async function formats(): Promise<Format[]> {
  await loadShaper();
  const ttf = (await shippedFace('anton-400'))!;
  const saved = new URL('../../core/testing/saved-scenes/', import.meta.url);
  const scenes = await Promise.all(
    (await readdir(saved)).map(
      async (file) => JSON.parse(await readFile(new URL(file, saved), 'utf8')) as unknown,
    ),
  );
  const png = await picture().png().toBuffer();
  const [asset, font] = [await assetName(png, 'png'), await assetName(ttf, 'ttf')];
  const scene = newScene('Tide', 96, 72, null);
  const shown = { kind: 'picture', asset, width: 48, height: 36 } as const;
  scene.layers.push(newPicture('Pier', shown, scene, { x: 48, y: 36 }, true));
  scene.layers.push(newTextLayer('Tide', { font }));
  const assets = new Map<string, Uint8Array>([
    [asset, png],
    [font, ttf],
  ]);
  const icons = new URL('../../node_modules/lucide-static/icons/', import.meta.url);
  const svgs = await Promise.all(
    ['anchor', 'lamp', 'flame'].map((icon) => readFile(new URL(`${icon}.svg`, icons))),
  );
  const styled = strToU8(
    '<svg viewBox="0 0 9 9"><style>.a{fill:red} #b,g{stroke:#0f0}</style><defs><path id="b" d="M0 0H9V9Z"/></defs><use href="#b" class="a" transform="rotate(4)"/><g opacity=".5"><circle r="3"/></g></svg>',
  );
  return [
    ofBytes('png', [png, await picture().png({ palette: true }).toBuffer()], openPicture),
    ofBytes('jpg', [await picture().jpeg().toBuffer()], openPicture),
    ofBytes('webp', [await picture().webp().toBuffer()], openPicture),
    ofBytes('avif', [await picture().avif().toBuffer(), await testPicture('pq.avif')], openPicture),
    ofBytes('heic', await testPictures('soft.heic', 'wide.heic'), openPicture),
    ofBytes('jxl', await testPictures('soft.jxl', 'lossy.jxl', 'turned.jxl'), openPicture),
    ofBytes(
      'tif',
      [
        await picture().tiff({ compression: 'lzw', predictor: 'horizontal' }).toBuffer(),
        await picture().tiff({ compression: 'deflate' }).toBuffer(),
        await written('tif', 32),
      ],
      openPicture,
    ),
    ofBytes('exr', [await written('exr', 32)], openPicture),
    ofBytes('hdr', [RADIANCE], openPicture),
    ofBytes('gif', [await picture().gif().toBuffer()], openPicture),
    ofBytes(
      'bmp',
      [encodeBmp({ data: PIXELS, width: 48, height: 36, bitPP: 24 }).data],
      openPicture,
    ),
    ofBytes('svg', [...svgs, styled], (bytes) => {
      const text = new TextDecoder().decode(bytes);
      boundSvg(text, 'a drawing');
      return readSvg(text, 'a drawing');
    }),
    ofBytes('ttf', [ttf], openFont),
    ofBytes('woff', [woffOf(ttf)], openFont),
    ofBytes('woff2', [await compress(ttf)], openFont),
    ofBytes('ignis', [(await packScene({ scene, assets })).bytes], async (bytes) =>
      whole(await unpackScene(bytes, 'a scene'), 'a scene'),
    ),
    ofBytes(
      'library',
      [
        packLibrary(
          [
            { name: 'Pier', tags: ['night'], thing: { kind: 'template', scene } },
            { name: 'Gold', tags: [], thing: { kind: 'recipe', recipe: recipes[0]! } },
            { name: 'Ink', tags: [], thing: { kind: 'brush', brush: shippedBrushes[0]! } },
          ],
          assets,
        ).bytes,
      ],
      async (bytes) => {
        const { lost } = await unpackLibrary(bytes, 'a library');
        const odd = lost.find((why) => LIBRARY_WORDS.test(why));
        if (odd) throw new TypeError(odd);
      },
    ),
    {
      name: 'scene',
      damage: (dice) => strToU8(JSON.stringify(damagedValue(scenes[dice(scenes.length)], dice))),
      open(bytes) {
        const value = JSON.parse(new TextDecoder().decode(bytes)) as unknown;
        salvaged(value);
        return parseScene(value);
      },
    },
    {
      name: 'recipe',
      damage: (dice) => strToU8(JSON.stringify(damagedValue(recipes[dice(recipes.length)], dice))),
      open: (bytes) => parseRecipe(new TextDecoder().decode(bytes), 'a recipe'),
    },
  ];
}

/** Whether an error is one that the app shows, and not a fault of the app. */
export const isRefusal = (error: unknown): error is Error =>
  error instanceof FileFault ||
  error instanceof FontFault ||
  (error instanceof Error && ['SceneError', 'RecipeError'].includes(error.name));

/** Words of libraries and engines, which say nothing to an artist. */
export const LIBRARY_WORDS =
  /\bInvalid \w+:|Expected \w+ but received|undefined|Error while|CRC|readTag|is not a function|Cannot read|of null|Unexpected token|JSON at position|out of range|out of bounds|Error:/;
