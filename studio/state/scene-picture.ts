import { useEffect, useState } from 'react';
import { assetsOf } from '@ignis/core/scene/model/needs';
import type { Scene } from '@ignis/core/scene/model/schema';
import { loadAssets } from '../storage/assets';
import { addAsset, assetBytes, picture } from '../workers/engine';
import { withoutIt } from './failure';

/** Makes the pictures and fonts of a scene known that are not yet. */
export async function bringAssets(scene: Scene): Promise<void> {
  const missing = assetsOf(scene).filter((name) => !assetBytes(name));
  for (const [name, bytes] of await loadAssets(missing)) addAsset(name, bytes);
}

/** The address of a picture of a scene, `side` px on its longer side, once it is made; the last one until then. */
export function useScenePicture(scene: Scene, side: number): string | null {
  const [url, setUrl] = useState<string | null>(null);
  useEffect(() => {
    let isGone = false;
    bringAssets(scene)
      .then(() => picture({ scene, side, background: true }))
      .then((blob) => {
        if (!isGone) setUrl(URL.createObjectURL(blob));
      })
      .catch(withoutIt('The picture of a state of the scene failed'));
    return () => {
      isGone = true;
    };
  }, [scene, side]);
  useEffect(() => () => (url ? URL.revokeObjectURL(url) : undefined), [url]);
  return url;
}
