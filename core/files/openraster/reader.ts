import { strFromU8 } from 'fflate';
import { XMLParser } from 'fast-xml-parser';
import { newGroup, newPicture, newScene } from '../../scene/model/make';
import { MAX_NAME } from '../../scene/model/bounds';
import type { Layer, Scene } from '../../scene/model/schema';
import { FileFault, SAVE_AGAIN } from '../fault';
import { sha256 } from '../hash';
import { inspectPicture, refuseTooLarge } from '../picture-file';
import type { Files } from '../zip';
import { ourBlend } from './blends';

/** OpenRaster as it is read (OpenRaster 0.0.6): layers and groups of pictures, and the live scene where nothing was changed since. */

export const MIMETYPE = 'image/openraster';
/** Where the live scene rides along, and the hash of the list of layers that it belongs to. */
export const LIVE = { scene: 'ignis/scene.ignis', of: 'ignis/stack.sha256' } as const;

const MAX_SMALL = 100;
const MAX_XML = 2 ** 24;
const MAX_PICTURE = 2 ** 29;
/** How deep stacks may stand in one another. */
const MAX_DEPTH = 15;

/** Whether files are those of an OpenRaster archive. */
export async function isOpenRaster(files: Files): Promise<boolean> {
  const size = files.size('mimetype');
  if (size === 0 || size > MAX_SMALL) return false;
  const type = await files.read('mimetype', MAX_SMALL);
  return type !== null && strFromU8(type).trim() === MIMETYPE;
}

type Element = Record<string, unknown>;
const attributesOf = (element: Element) => (element[':@'] ?? {}) as Record<string, string>;
const tagOf = (element: Element) => Object.keys(element).find((k) => k !== ':@')!;

/** A number of an attribute; the usual one if it is missing or none. */
function numberOf(text: string | undefined, usual: number): number {
  const n = Number.parseFloat(text ?? '');
  return Number.isFinite(n) ? n : usual;
}

/** The list of layers of an archive. Throws a FileFault if there is none. */
async function stackOf(files: Files, name: string): Promise<Uint8Array> {
  const stack = await files.read('stack.xml', MAX_XML);
  if (!stack) throw new FileFault(name, 'has no list of layers', SAVE_AGAIN);
  return stack;
}

/** The live scene of an archive, as the bytes of an `.ignis` file; null if there is none, or the layers were changed since. */
export async function liveScene(files: Files, name: string): Promise<Uint8Array | null> {
  const hash = await files.read(LIVE.of, MAX_SMALL);
  if (!hash) return null;
  const stack = await stackOf(files, name);
  if ((await sha256(stack)) !== strFromU8(hash).trim()) return null;
  return files.read(LIVE.scene, MAX_PICTURE);
}

/** The root of the list of layers, and its outermost stack. Throws a FileFault if it is damaged. */
function parsed(xml: string, name: string): { image: Element; stack: Element } {
  const parser = new XMLParser({
    ...{ preserveOrder: true, ignoreAttributes: false, attributeNamePrefix: '' },
    ...{ parseAttributeValue: false, processEntities: true, htmlEntities: true },
  });
  let image: Element | undefined;
  let stack: Element | undefined;
  let cause: unknown;
  try {
    image = (parser.parse(xml) as Element[]).find((e) => 'image' in e);
    stack = (image?.image as Element[] | undefined)?.find((e) => 'stack' in e);
  } catch (error) {
    cause = error;
  }
  if (!image || !stack)
    throw new FileFault(name, 'has a damaged list of layers', SAVE_AGAIN, { cause });
  return { image, stack };
}

/**
 * What an archive holds, as a scene of pictures, and their files by the names that `nameAsset` gives PNGs.
 * Throws a FileFault if it is damaged, or too large.
 */
export async function readOpenRaster(
  files: Files,
  name: string,
  nameAsset: (bytes: Uint8Array) => Promise<string>,
): Promise<{ scene: Scene; assets: Map<string, Uint8Array> }> {
  const { image, stack } = parsed(strFromU8(await stackOf(files, name)), name);
  const { w, h } = attributesOf(image);
  const [width, height] = [Math.round(numberOf(w, 0)), Math.round(numberOf(h, 0))];
  if (!(width >= 1 && height >= 1))
    throw new FileFault(name, 'does not say how large it is', SAVE_AGAIN);
  refuseTooLarge(name, width, height);
  const title = name.replace(/\.[^.]*$/, '').slice(0, MAX_NAME) || 'Scene';
  const scene = newScene(title, width, height, null);
  const assets = new Map<string, Uint8Array>();

  const layerOf = async (own: Record<string, string>): Promise<Layer | null> => {
    const bytes = own.src === undefined ? null : await files.read(own.src, MAX_PICTURE);
    if (!bytes) return null;
    const { format, width, height } = inspectPicture(bytes, own.src!);
    if (format !== 'png')
      throw new FileFault(name, `has a layer that is no PNG (“${own.src}”)`, SAVE_AGAIN);
    const asset = await nameAsset(bytes);
    assets.set(asset, bytes);
    const middle = { x: numberOf(own.x, 0) + width / 2, y: numberOf(own.y, 0) + height / 2 };
    const source = { kind: 'picture', asset, width, height } as const;
    return newPicture(nameOf(own, 'Layer'), source, scene, middle, true);
  };

  /** The layers of a stack, back first: the file names the foremost first. */
  const layersOf = async (list: readonly Element[], depth: number): Promise<Layer[]> => {
    const out: Layer[] = [];
    for (const element of list) {
      const [tag, own] = [tagOf(element), attributesOf(element)];
      let layer: Layer | null = null;
      if (tag === 'layer') layer = await layerOf(own);
      else if (tag === 'stack' && depth < MAX_DEPTH) {
        const held = await layersOf(element.stack as Element[], depth + 1);
        // One that is not said to be isolated lands as if its layers stood outside it.
        layer = newGroup(
          nameOf(own, 'Group'),
          held,
          own.isolation === 'isolate' ? 'one' : 'through',
        );
      }
      if (layer) out.unshift({ ...layer, ...shownBy(own) });
    }
    return out;
  };
  scene.layers = await layersOf(stack.stack as Element[], 0);
  return { scene, assets };
}

const nameOf = ({ name }: Record<string, string>, usual: string): string =>
  (name ?? '').slice(0, MAX_NAME) || usual;

/** How a layer is laid over what lies beneath it; a blend that is not known is normal. */
const shownBy = (own: Record<string, string>) => ({
  opacity: Math.min(100, Math.max(0, numberOf(own.opacity, 1) * 100)),
  visible: own.visibility !== 'hidden',
  blend: ourBlend(own['composite-op'] ?? '') ?? 'normal',
});
