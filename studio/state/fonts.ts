import { useEffect, useMemo } from 'react';
import { create } from 'zustand';
import { facesOf } from '@ignis/core/scene/model/needs';
import { needFaces } from '@ignis/core/text/library';
import { faceBytes } from '../files/face-bytes';
import { loadAssets } from '../storage/assets';
import { useBench } from './bench';

/** How many times fonts have come since the page was opened: what is laid out must be seen anew then. */
const useArrivals = create<{ count: number }>(() => ({ count: 0 }));

const asset = async (name: string): Promise<Blob | undefined> =>
  (await loadAssets([name])).get(name);

/** Asks for faces of fonts; whoever uses `useFonts` is drawn again when they are there. */
export async function wantFaces(names: readonly string[]): Promise<void> {
  if (await needFaces(names, (name) => faceBytes(name, asset)))
    useArrivals.setState(({ count }) => ({ count: count + 1 }));
}

/** Draws the component again when fonts arrive. */
export const useFonts = (): number => useArrivals((s) => s.count);

/** Asks for all fonts of the scene on the bench, whenever it comes to need others. */
export function useFontsOfScene(): void {
  const scene = useBench((s) => s.scene);
  const needed = useMemo(() => facesOf(scene).join(), [scene]);
  useEffect(() => {
    if (needed) void wantFaces(needed.split(','));
  }, [needed]);
}
