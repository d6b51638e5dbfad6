import { useEffect, useState } from 'react';
import type { Scene } from '@ignis/core/scene/model/schema';
import { picture } from '../workers/engine';
import { withoutIt } from './failure';

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
