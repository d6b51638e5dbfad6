import { FileFault, SAVE_AGAIN } from '@ignis/core/files/fault';
import type { PictureSource } from '@ignis/core/sources/picture';
import { saveAsset } from '../storage/assets';
import { addAsset } from '../workers/engine';
import { bringIn } from '../workers/questions';
import { askSize } from './ask-size';
import { t } from '../words/t';

/** What looks into pictures' files is loaded with the first of them. */
const inspecting = () => import('@ignis/core/files/picture-file');

const plainName = (file: string) => file.replace(/\.[^.]*$/, '') || t`Picture`;

/**
 * Reads a picture's file and keeps it; null if the artist called it off.
 * Throws an Error with a message for the artist.
 */
export async function bringInPicture(
  file: File,
): Promise<{ source: PictureSource; name: string } | null> {
  const name = file.name || t`The pasted picture`;
  if (file.size === 0) throw new FileFault(name, t`is empty`, SAVE_AGAIN);
  let blob: Blob = file;
  if (await isSvg(file)) {
    const [{ cleanSvg, drawSvg, svgSize }, { checkedSvg }] = await Promise.all([
      import('./svg'),
      import('../workers/files'),
    ]);
    const svg = cleanSvg(await checkedSvg(file, name), name);
    const size = await askSize(plainName(name), svgSize(svg));
    if (!size) return null;
    const { refuseTooLarge } = await inspecting();
    refuseTooLarge(name, size.width, size.height);
    blob = await drawSvg(svg, size.width, size.height, name);
  }
  const made = await bringIn(blob, name);
  addAsset(made.asset, made.bytes);
  await saveAsset(made.asset, made.bytes);
  return {
    source: { kind: 'picture', asset: made.asset, width: made.width, height: made.height },
    name: plainName(name),
  };
}

async function isSvg(file: File): Promise<boolean> {
  // An SVG may begin with a long preamble.
  const head = new Uint8Array(await file.slice(0, 2 ** 20).arrayBuffer());
  const { svg } = await import('@ignis/core/files/formats/svg');
  return svg.header!(head) !== null;
}
