/** The files of the scene on the bench, and what is made of them before a picture is: decoded pictures, fonts, strokes. */
import { needPacks } from '@ignis/core/brush/library';
import { damagedFile } from '@ignis/core/files/fault';
import { readPicture, refuseTooLarge } from '@ignis/core/files/picture-file';
import { isPlainRgb } from '@ignis/core/files/png';
import type { StraightImage } from '@ignis/core/pixels/picture';
import type { Picture } from '@ignis/core/kernels/picture';
import { picture as pictureOf } from '@ignis/core/kernels/picture';
import { facesOf, packsOf, picturesOf } from '@ignis/core/scene/model/needs';
import type { Scene } from '@ignis/core/scene/model/schema';
import { needFaces } from '@ignis/core/text/library';
import { faceBytes } from '../files/face-bytes';
import { spanLog } from './spans';

const files = new Map<string, Blob>();
const pictures = new Map<string, Promise<Picture>>();

/** What loading took, until somebody takes it. */
export const spans = spanLog();

/** Takes in the file of an asset. */
export const addFile = (name: string, bytes: Blob): void => void files.set(name, bytes);

/** Whether there is any file yet. */
export const hasFiles = (): boolean => files.size > 0;

/** The bytes of an asset; null if it is not here. */
async function fileBytes(name: string): Promise<Uint8Array | null> {
  const blob = files.get(name);
  return blob ? new Uint8Array(await blob.arrayBuffer()) : null;
}

async function decoded(name: string): Promise<Picture> {
  const blob = files.get(name);
  if (!blob) throw new Error(`The picture ${name.slice(0, 12)}… is not here.`);
  const bytes = new Uint8Array(await blob.arrayBuffer());
  // Of a plain PNG the browser's decoder makes the same numbers, sooner.
  const own = name.endsWith('.png') && isPlainRgb(bytes) ? null : await readPicture(bytes, name);
  if (own) return pictureOf(own);
  const { context, width, height } = await drawn(blob, name);
  const { data } = context.getImageData(0, 0, width, height);
  return pictureOf({ width, height, depth: 8, data });
}

/** Takes in a picture that is decoded already, by the name of its asset. */
export function addPicture(name: string, picture: StraightImage): void {
  if (!pictures.has(name)) pictures.set(name, Promise.resolve(pictureOf(picture)));
}

/** Makes fonts and pictures ready, by their names. */
export async function load(
  faces: readonly string[],
  names: readonly string[],
): Promise<Map<string, Picture>> {
  const fonts = spans.during('fonts', () =>
    needFaces(faces, (name) => faceBytes(name, (asset) => files.get(asset))),
  );
  // All at once: what the browser decodes itself goes on beside what is decoded here.
  for (const name of names) {
    if (pictures.has(name)) continue;
    const found = spans.during('decoding', () => decoded(name));
    pictures.set(name, found);
    found.catch(() => pictures.delete(name));
  }
  const ready = new Map<string, Picture>();
  for (const name of names) ready.set(name, await pictures.get(name)!);
  await fonts;
  return ready;
}

/** The pictures a scene needs, decoded, ready to be looked up; its fonts and strokes are at hand then too. */
export async function picturesFor(scene: Scene): Promise<(asset: string) => Picture> {
  const [ready] = await Promise.all([
    load(facesOf(scene), picturesOf(scene)),
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
      void picture.then((p) => p.release());
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
