import { useEffect, useState } from 'react';
import { assetsOf } from '@ignis/core/scene/model/needs';
import type { Scene } from '@ignis/core/scene/model/schema';
import { loadAssets } from '../storage/assets';
import { addAsset, assetBytes, picture } from '../workers/engine';
import { withoutIt } from './failure';

/** Pictures of scenes, for windows and lists. */

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

/**
 * Pictures of small scenes, `side` px on their longer side: made once, one after another, while `open`; those that are still to come are
 * missing from the end.
 */
export function useScenePictures(
  open: boolean,
  scenes: () => readonly Scene[],
  side = 240,
): (string | undefined)[] {
  const [urls, setUrls] = useState<string[]>([]);
  useEffect(() => {
    if (!open) return;
    let gone = false;
    const make = async () => {
      // Those that were made before it was last closed are there.
      for (const scene of scenes().slice(urls.length)) {
        const blob = await picture({ scene, side, background: true }).catch(
          withoutIt('A small picture failed'),
        );
        if (gone) return;
        const url = blob ? URL.createObjectURL(blob) : '';
        setUrls((all) => [...all, url]);
      }
    };
    void make();
    return () => {
      gone = true;
    };
    // eslint-disable-next-line react-hooks/exhaustive-deps -- goes on where it was when it was closed
  }, [open]);
  return urls;
}
