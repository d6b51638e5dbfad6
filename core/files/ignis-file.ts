import { strFromU8, strToU8, unzipSync, zipSync } from 'fflate';
import { sha256 } from 'hash-wasm';
import { FONT_ASSET } from '../definitions/parameter';
import { assetsOf } from '../scene/model/needs';
import type { Fault } from '../scene/model/check';
import { parseScene } from '../scene/model/check';
import type { Scene } from '../scene/model/schema';
import { FileFault } from './fault';

/** A scene with the pixels it needs: asset names and their files' bytes. */
export interface Packed {
  scene: Scene;
  assets: Map<string, Uint8Array>;
}

/** The most a file may unpack to. */
export const MAX_UNPACKED = 2 ** 30;

/** The asset name of some bytes: their SHA-256, and an extension. */
export const assetName = async (bytes: Uint8Array, extension: string): Promise<string> =>
  `${await sha256(bytes)}.${extension}`;

/** A scene as the bytes of an `.ignis` file. Only the assets it needs are put in. */
export async function packScene({ scene, assets }: Packed): Promise<Uint8Array> {
  const files: Record<string, Uint8Array | [Uint8Array, { level: 0 }]> = {
    'scene.json': strToU8(JSON.stringify(scene, null, 2)),
  };
  // Pictures are compressed already.
  for (const name of assetsOf(scene)) {
    const bytes = assets.get(name);
    if (!bytes) throw new Error(`The asset ${name} is not here, so the scene cannot be packed.`);
    files[`assets/${name}`] = [bytes, { level: 0 }];
  }
  // Zipping in workers would make them of blobs, which the page's security policy does not let run.
  return zipSync(files, { level: 6 });
}

/**
 * Reads an `.ignis` file. Throws a FileFault for a file that is no zip, unpacks to more than 1 GB,
 * names files outside itself, or lacks scene.json or an asset; a SceneError for a faulty scene.
 */
export async function unpackScene(bytes: Uint8Array, name: string): Promise<Packed> {
  return assemble(unzipped(bytes, name), name);
}

function unzipped(bytes: Uint8Array, name: string): Record<string, Uint8Array> {
  let total = 0;
  try {
    return unzipSync(bytes, {
      filter: (file) => {
        total += file.originalSize;
        if (total > MAX_UNPACKED)
          throw new FileFault(
            name,
            'unpacks to more than 1 GB',
            'Save the scene again with smaller pictures.',
          );
        if (/^([a-z]:|[/\\])|(^|[/\\])\.\.([/\\]|$)/i.test(file.name))
          throw new FileFault(
            name,
            `names a file outside itself (${file.name})`,
            'It was not made here and is not opened.',
          );
        return !file.name.endsWith('/');
      },
    });
  } catch (error) {
    if (error instanceof FileFault) throw error;
    throw new FileFault(
      name,
      'is no Ignis scene, or is damaged',
      'Open a file that was saved here with the ending .ignis.',
    );
  }
}

/**
 * The files of a scene, by path, as a scene: what stands in a zip or in a folder laid out the same
 * way. Throws as unpackScene does.
 */
export async function assemble(files: Record<string, Uint8Array>, name: string): Promise<Packed> {
  const json = files['scene.json'];
  if (!json)
    throw new FileFault(
      name,
      'holds no scene.json',
      'Open a file that was saved here with the ending .ignis.',
    );
  let value: unknown;
  try {
    value = JSON.parse(strFromU8(json));
  } catch (cause) {
    throw new FileFault(
      name,
      `holds a scene.json that is no JSON (${(cause as Error).message})`,
      'Open an earlier copy of the scene.',
    );
  }
  const scene = parseScene(value);
  const assets = new Map<string, Uint8Array>();
  const wrong: { asset: string; fault: string }[] = [];
  for (const asset of assetsOf(scene)) {
    const bytes = files[`assets/${asset}`];
    const short = `${asset.slice(0, 12)}…`;
    const what = FONT_ASSET.test(asset) ? 'font' : 'picture';
    if (!bytes) wrong.push({ asset, fault: `lacks the ${what} ${short} that the scene needs` });
    else if ((await sha256(bytes)) !== asset.split('.')[0])
      wrong.push({ asset, fault: `holds a ${what} that was changed or damaged (${short})` });
    else assets.set(asset, bytes);
  }
  if (wrong[0])
    throw new FileFault(
      name,
      wrong[0].fault,
      'Save the scene again from where it was made.',
      wrong.flatMap(({ asset, fault }) =>
        placesOf(scene, asset).map((path): Fault => ({ path, message: `The file ${fault}.` })),
      ),
    );
  return { scene, assets };
}

/** The JSON paths at which a value names an asset. */
function placesOf(value: unknown, asset: string, path = '$'): string[] {
  if (value === asset) return [path];
  if (typeof value !== 'object' || value === null) return [];
  return Object.entries(value).flatMap(([key, inner]) =>
    placesOf(inner, asset, Array.isArray(value) ? `${path}[${key}]` : `${path}.${key}`),
  );
}
