import { toast } from 'sonner';
import { bakingScale, putBaked, toBake } from '@ignis/core/scene/edits/bake';
import type { Layer } from '@ignis/core/scene/model/schema';
import { saveAsset } from '../storage/assets';
import { useBench } from '../state/bench';
import { addAsset, bringIn, exportPng } from '../workers/engine';
import { tellFailure } from '../state/failure';

/** Turns a layer into a picture of itself, with its steps and its mask, as one step of undo. */
export async function bake(layer: Layer): Promise<void> {
  const { scene } = useBench.getState();
  const scale = bakingScale(scene, layer);
  const work = exportPng(
    toBake(scene, layer.id),
    { scale, depth: 16, background: false, layers: [layer.id] },
    () => undefined,
  );
  const note = toast.loading(`Baking ${layer.name}…`, {
    action: { label: 'Stop', onClick: work.cancel },
  });
  try {
    const { asset, bytes, width, height } = await bringIn(await work.done, layer.name);
    addAsset(asset, bytes);
    await saveAsset(asset, bytes);
    const source = { kind: 'picture' as const, asset, width, height };
    useBench.getState().change(`Bake ${layer.name}`, putBaked(layer.id, source, scale));
    toast.success(`${layer.name} is a picture now`, {
      id: note,
      description: 'Undo brings its mask and its steps back.',
    });
  } catch (error) {
    const { name } = error as Error;
    toast.dismiss(note);
    if (name !== 'AbortError') tellFailure(`${layer.name} could not be baked`, error);
  }
}
