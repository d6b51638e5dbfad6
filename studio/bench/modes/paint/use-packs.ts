import { useEffect, useState } from 'react';
import { needPacks } from '@ignis/core/brush/library';
import { packsOf } from '@ignis/core/scene/model/needs';
import { useBench } from '../../../state/bench';
import { assetBytes } from '../../../workers/engine';

/** Whether the files that strokes of the scene stand in are at hand on the page. */
export function usePacks(): boolean {
  const names = useBench((s) => packsOf(s.scene).join());
  const [ready, setReady] = useState('');
  useEffect(() => {
    const load = async (name: string) => {
      const blob = assetBytes(name);
      return blob ? new Uint8Array(await blob.arrayBuffer()) : null;
    };
    void needPacks(names ? names.split(',') : [], load).then(() => setReady(names));
  }, [names]);
  return ready === names;
}
