/** What the artist brings in, as assets: pictures, and tables of colours. */
import { readCube } from '@ignis/core/files/cube-file';
import { assetName } from '@ignis/core/files/ignis-file';
import { inspectPicture, readPicture } from '@ignis/core/files/picture-file';
import { writePng } from '@ignis/core/files/png';
import { packedTable } from '@ignis/core/pixels/colour-table';
import { addPicture, drawn } from './loaded-assets';
import { pngBlob } from './png-blob';
import type { Engine } from './protocol';
import { t } from '../words/t';

/** A table of colours from the text of a `.cube` file. */
export const bringInTable: Engine['bringInTable'] = async (blob, name) => {
  const title = name.replace(/\.[^.]*$/, '').slice(0, 200) || t`Table`;
  const { image, stored } = packedTable(readCube(await blob.text(), name), title);
  const png = await writePng(image);
  return { table: { ...stored, asset: await assetName(png, 'png') }, bytes: pngBlob(png) };
};

/** A picture: by its own bytes where they can be read here, or else as a PNG of what the browser draws. */
export const bringInPicture: Engine['bringIn'] = async (blob, name) => {
  const bytes = new Uint8Array(await blob.arrayBuffer());
  const own = await readPicture(bytes, name);
  if (own) {
    // Saved as the artist's own bytes, so that nothing is lost and the file stays as small as it came.
    const asset = await assetName(bytes, inspectPicture(bytes, name).format);
    addPicture(asset, own);
    return { asset, bytes: blob, width: own.width, height: own.height };
  }
  // Decoded once, here, so that every machine works on the same pixels.
  const { canvas, width, height } = await drawn(blob, name);
  const png = await canvas.convertToBlob({ type: 'image/png' });
  return {
    asset: await assetName(new Uint8Array(await png.arrayBuffer()), 'png'),
    bytes: png,
    width,
    height,
  };
};
