/** The files of the scene on the bench, and what is made of them before a picture is: decoded pictures, fonts, strokes. */
import { needPacks } from '@ignis/core/brush/library';
import { damagedFile } from '@ignis/core/files/fault';
import { readPicture, refuseTooLarge } from '@ignis/core/files/picture-file';
import { isPlainRgb } from '@ignis/core/files/png';
import type { Mixing } from '@ignis/core/pixels/colour';
import type { StraightImage } from '@ignis/core/pixels/picture';
import { pixelsInMemory } from '@ignis/core/pixels/picture';
import type { Picture } from '@ignis/core/kernels/picture';
import { pictureOf } from '@ignis/core/kernels/picture';
import { facesOf, packsOf, picturesOf } from '@ignis/core/scene/model/needs';
import type { Scene } from '@ignis/core/scene/model/schema';
import { needFaces } from '@ignis/core/text/library';
import { faceBytes } from '../files/face-bytes';
import { findRoom } from './scratch';
import { spanLog } from './spans';
import { t } from '../words/t';

const files = new Map<string, Blob>();

/** A decoded picture, and how to let go of it. */
interface Loaded {
  picture: Picture;
  free(): void;
}
const pictures = new Map<string, Promise<Loaded>>();

/** What loading took, until somebody takes it. */
export const spans = spanLog();

/** Takes in the file of an asset. */
export const addFile = (name: string, bytes: Blob): void => void files.set(name, bytes);

/** The bytes of an asset; null if it is not here. */
async function fileBytes(name: string): Promise<Uint8Array | null> {
  const blob = files.get(name);
  return blob ? new Uint8Array(await blob.arrayBuffer()) : null;
}

/** The picture that is decoded here now, as only one at a time stands in memory beside where it is stored. */
let decoding: Promise<unknown> = Promise.resolve();

/** The level of a large picture that stages show: sooner made before its pixels stand in a file. */
const SHOWN = 2;

async function stored(image: StraightImage, mixing: Mixing): Promise<Loaded> {
  const pixels = pixelsInMemory(image);
  const picture = pictureOf(pixels);
  const freePixels = await findRoom(image, pixels, () => {
    picture.level(SHOWN, { x: 0, y: 0, width: 1, height: 1 }, mixing);
  });
  const free = () => {
    picture.release();
    freePixels();
  };
  return { picture, free };
}

async function decoded(name: string, mixing: Mixing): Promise<Loaded> {
  const blob = files.get(name);
  if (!blob) throw new Error(t`The picture ${name.slice(0, 12)}… is not here.`);
  const bytes = new Uint8Array(await blob.arrayBuffer());
  // Of a plain PNG the browser's decoder makes the same numbers, sooner.
  if (!name.endsWith('.png') || !isPlainRgb(bytes)) {
    const own = decoding.then(async () => {
      const image = await readPicture(bytes, name);
      return image && stored(image, mixing);
    });
    decoding = own.catch(() => {});
    const found = await own;
    if (found) return found;
  }
  const { context, width, height } = await drawn(blob, name);
  const { data } = context.getImageData(0, 0, width, height);
  return stored({ width, height, depth: 8, data }, mixing);
}

/** Takes in a picture that is decoded already, by the name of its asset. */
export function addPicture(name: string, picture: StraightImage): void {
  // As new scenes mix light.
  if (!pictures.has(name)) pictures.set(name, stored(picture, 'displayed'));
}

/** Makes fonts and pictures ready, by their names; light will be mixed as a scene does. */
export async function load(
  faces: readonly string[],
  names: readonly string[],
  mixing: Mixing,
): Promise<Map<string, Picture>> {
  const fonts = spans.during('fonts', () =>
    needFaces(faces, (name) => faceBytes(name, (asset) => files.get(asset))),
  );
  // All at once: what the browser decodes itself goes on beside what is decoded here.
  for (const name of names) {
    if (pictures.has(name)) continue;
    const found = spans.during('decoding', () => decoded(name, mixing));
    pictures.set(name, found);
    found.catch(() => pictures.delete(name));
  }
  const ready = new Map<string, Picture>();
  for (const name of names) ready.set(name, (await pictures.get(name)!).picture);
  await fonts;
  return ready;
}

/** The pictures a scene needs, decoded, ready to be looked up; its fonts and strokes are at hand then too. */
export async function picturesFor(scene: Scene): Promise<(asset: string) => Picture> {
  const [ready] = await Promise.all([
    load(facesOf(scene), picturesOf(scene), scene.mixing),
    needPacks(packsOf(scene), fileBytes),
  ]);
  return (asset) => ready.get(asset)!;
}

/** Lets go of the decoded pictures that the scene on the bench does not need. */
export function forgetOthers(scene: Scene): void {
  const needed = new Set(picturesOf(scene));
  for (const [name, picture] of pictures)
    if (!needed.has(name)) {
      pictures.delete(name);
      void picture.then(({ free }) => free());
    }
}

/** A file drawn upright by the browser's own decoder. */
export async function drawn(blob: Blob, name: string) {
  let bitmap: ImageBitmap;
  try {
    bitmap = await createImageBitmap(blob);
  } catch (cause) {
    throw damagedFile(name, cause);
  }
  const { width, height } = bitmap;
  // A header may say another size than there is.
  refuseTooLarge(name, width, height);
  const canvas = new OffscreenCanvas(width, height);
  const context = canvas.getContext('2d', { willReadFrequently: true })!;
  context.drawImage(bitmap, 0, 0);
  bitmap.close();
  return { canvas, context, width, height };
}
