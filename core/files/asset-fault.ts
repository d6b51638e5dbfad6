import { sha256 } from './hash';
import { decodePack } from '../brush/pack';
import { FONT_ASSET, STROKES_ASSET } from '../definitions/asset-name';
import type { Scene } from '../scene/model/schema';
import { tablesOf } from '../scene/model/needs';
import { everyLayer } from '../scene/model/schema';
import { FontFault, faceOf } from '../text/face';
import { loadShaper } from '../text/shaper';
import { FileFault } from './fault';
import { inspectPicture } from './picture-file';

/**
 * What is wrong with the file of an asset that a scene needs, in the artist's words; null if nothing is. The file must
 * have the hash that its name says, be of the format its name says, and as large as the scene says.
 */
export async function assetFault(
  scene: Scene,
  asset: string,
  bytes: Uint8Array | null,
): Promise<string | null> {
  const isFont = FONT_ASSET.test(asset);
  const isStrokes = STROKES_ASSET.test(asset);
  const what = isFont ? 'font' : isStrokes ? 'file of strokes' : 'picture';
  const short = `${asset.slice(0, 12)}…`;
  if (!bytes) return `The ${what} ${short} that the scene needs is not there.`;
  if ((await sha256(bytes)) !== asset.split('.')[0])
    return `The ${what} ${short} was changed or damaged.`;
  if (isStrokes) return strokesFault(bytes, short);
  return isFont ? fontFault(bytes, short) : pictureFault(scene, asset, bytes, short);
}

async function fontFault(bytes: Uint8Array, short: string): Promise<string | null> {
  await loadShaper();
  try {
    faceOf(bytes);
    return null;
  } catch (error) {
    const fault = error instanceof FontFault ? error.message : 'cannot be read';
    return `The font ${short} ${fault}.`;
  }
}

function strokesFault(bytes: Uint8Array, short: string): string | null {
  try {
    const pack = decodePack(bytes);
    for (let i = 0; i < pack.count; i++) pack.track(i);
    return null;
  } catch (error) {
    if (error instanceof RangeError) return `The file of strokes ${short} ${error.message}.`;
    throw error;
  }
}

function pictureFault(
  scene: Scene,
  asset: string,
  bytes: Uint8Array,
  short: string,
): string | null {
  try {
    const { format, width, height } = inspectPicture(bytes, asset);
    if (!asset.endsWith(`.${format}`)) return `The picture ${short} is a ${format} file.`;
    const shown = everyLayer(scene.layers).flatMap(({ source }) =>
      source.kind === 'picture' && source.asset === asset ? [source] : [],
    );
    const lacking = tablesOf(scene).find(
      (t) => t.asset === asset && t.curve + t.side ** 3 > width * height,
    );
    if (lacking)
      return `The lookup table “${lacking.name}” has not as many colours as the scene says.`;
    const other = shown.find((s) => s.width !== width || s.height !== height);
    return other
      ? `The picture ${short} is ${width} × ${height} px, and not ${other.width} × ${other.height} px as the scene says.`
      : null;
  } catch (error) {
    if (error instanceof FileFault) return `The picture ${short} ${error.fault}.`;
    throw error;
  }
}
