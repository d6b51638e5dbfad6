import { strFromU8, strToU8, zipSync } from 'fflate';
import { sha256 } from './hash';
import { assetsOf } from '../scene/model/needs';
import { placesOfAsset } from '../scene/model/assets-mentioned';
import type { Fault } from '../scene/model/check';
import { parseScene } from '../scene/model/check';
import type { Scene } from '../scene/model/schema';
import { assetFault } from './asset-fault';
import { FileFault } from './fault';
import { isOpenRaster, liveScene, readOpenRaster } from './openraster/reader';
import type { Files } from './zip';
import { zipFiles } from './zip';

/** A scene with the pictures and fonts it needs: asset names and their files' bytes. */
export interface Packed {
  scene: Scene;
  assets: Map<string, Uint8Array>;
}

/** What was found in a file: a scene, and why assets that it needs are not there. */
export interface Unpacked extends Packed {
  /** Assets that are missing, damaged or of the wrong kind, and what is wrong with each. */
  lost: ReadonlyMap<string, string>;
}

/** The most that all assets of a file may unpack to, and its scene.json, bytes. */
const MAX_ASSETS = 2 ** 30;
const MAX_JSON = 2 ** 27;

/** The asset name of some bytes: their SHA-256, and an extension. */
export const assetName = async (bytes: Uint8Array, extension: string): Promise<string> =>
  `${await sha256(bytes)}.${extension}`;

/**
 * A scene as the bytes of an `.ignis` file. Only the assets it needs are put in, and of these none that is missing,
 * damaged or of the wrong kind: `lost` says what is wrong with each.
 */
export async function packScene({
  scene,
  assets,
}: Packed): Promise<{ bytes: Uint8Array; lost: Map<string, string> }> {
  const files: Record<string, Uint8Array | [Uint8Array, { level: 0 }]> = {
    'scene.json': strToU8(JSON.stringify(scene, null, 2)),
  };
  const lost = new Map<string, string>();
  for (const name of assetsOf(scene)) {
    const bytes = assets.get(name);
    const fault = await assetFault(scene, name, bytes ?? null);
    if (fault) lost.set(name, fault);
    // Pictures are compressed already.
    else files[`assets/${name}`] = [bytes!, { level: 0 }];
  }
  // Zipping in workers would make them of blobs, which the page's security policy does not let run.
  return { bytes: zipSync(files, { level: 6 }), lost };
}

/**
 * Reads an `.ignis` file, or an OpenRaster archive, live where nothing was changed in it elsewhere; `progress` is called with the share that is read. Throws a FileFault for a file that is no zip,
 * unpacks to more than it should, names files outside itself, or lacks scene.json; a SceneError for a faulty scene.
 */
export async function unpackScene(
  bytes: Uint8Array,
  name: string,
  progress?: (done: number) => void,
): Promise<Unpacked> {
  const files = await zipFiles(bytes, name);
  if (!(await isOpenRaster(files))) return assemble(files, name, progress);
  const live = await liveScene(files, name);
  if (live) return assemble(await zipFiles(live, name), name, progress);
  const { scene, assets } = await readOpenRaster(files, name, (png) => assetName(png, 'png'));
  return { scene: parseScene(scene), assets, lost: new Map() };
}

/**
 * The files of a scene as a scene: what stands in a zip or in a folder laid out the same way. Throws as unpackScene does.
 */
export async function assemble(
  files: Files,
  name: string,
  progress: (done: number) => void = () => undefined,
): Promise<Unpacked> {
  const json = await files.read('scene.json', MAX_JSON);
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
      'holds a scene.json that is damaged',
      'Open an earlier copy of the scene.',
      { cause },
    );
  }
  const scene = parseScene(value);
  const names = assetsOf(scene);
  const total = names.reduce((sum, asset) => sum + files.size(`assets/${asset}`), 0);
  if (total > MAX_ASSETS)
    throw new FileFault(
      name,
      'unpacks to more than 1 GB',
      'Save the scene again with smaller pictures.',
    );
  const assets = new Map<string, Uint8Array>();
  const lost = new Map<string, string>();
  let read = 0;
  for (const asset of names) {
    const path = `assets/${asset}`;
    let fault: string | null;
    let bytes: Uint8Array | null = null;
    try {
      bytes = await files.read(path, MAX_ASSETS);
      fault = await assetFault(scene, asset, bytes);
    } catch (error) {
      if (!(error instanceof FileFault)) throw error;
      fault = `The file ${error.fault}.`;
    }
    if (fault) lost.set(asset, fault);
    else assets.set(asset, bytes!);
    read += files.size(path);
    progress(total > 0 ? read / total : 1);
  }
  return { scene, assets, lost };
}

/** What was unpacked, if nothing is missing. Throws a FileFault that lists the places of everything that is. */
export function whole({ scene, assets, lost }: Unpacked, name: string): Packed {
  const [first] = lost.values();
  if (first === undefined) return { scene, assets };
  const faults = [...lost].flatMap(([asset, message]) =>
    placesOfAsset(scene, asset).map((path): Fault => ({ path, message })),
  );
  throw new FileFault(
    name,
    `is not whole. ${first.replace(/\.$/, '')}`,
    'Save the scene again from where it was made.',
    { faults },
  );
}
