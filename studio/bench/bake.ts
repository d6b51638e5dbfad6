import { toast } from 'sonner';
import { bakingScale, putBaked, toBake } from '@ignis/core/scene/edits/bake';
import { paintBrushParameters } from '@ignis/core/brush/paint-brush';
import { defaultsOf } from '@ignis/core/definitions/parameter-values';
import type { Region } from '@ignis/core/pixels/region';
import { isEmpty } from '@ignis/core/pixels/region';
import { extentInScene } from '@ignis/core/render/reach';
import type { PictureSource } from '@ignis/core/sources/picture';
import type { Layer } from '@ignis/core/scene/model/schema';
import { saveAsset } from '../storage/assets';
import { useBench } from '../state/bench';
import { takeBrush } from '../state/paint';
import { addAsset } from '../workers/engine';
import { exportFile } from '../workers/exporter';
import { AS_PNG } from '../workers/protocol';
import { bringIn } from '../workers/questions';
import { tellFailure } from '../state/failure';
import { addPaint } from './commands/layers';
import { t } from '../words/t';

/** Makes a picture of a layer by itself, or of a part of the scene with it (scene px), and stores it; null if that was stopped. */
async function pictureOf(
  layer: Layer,
  doing: string,
  scale: number,
  region?: Region,
): Promise<{ source: PictureSource; note: string | number } | null> {
  const { scene } = useBench.getState();
  const work = exportFile(
    toBake(scene, layer.id),
    {
      ...AS_PNG,
      ...{ scale, depth: 16, background: false, layers: [layer.id] },
      ...(region && { region }),
    },
    () => undefined,
  );
  const note = toast.loading(doing, { action: { label: t`Stop`, onClick: work.cancel } });
  try {
    const { asset, bytes, width, height } = await bringIn(await work.done, layer.name);
    addAsset(asset, bytes);
    await saveAsset(asset, bytes);
    return { source: { kind: 'picture', asset, width, height }, note };
  } catch (error) {
    toast.dismiss(note);
    if ((error as Error).name === 'AbortError') return null;
    throw error;
  }
}

/** Turns a layer into a picture of itself, with its steps and its mask, as one step of undo. */
export async function bake(layer: Layer): Promise<void> {
  const scale = bakingScale(useBench.getState().scene, layer);
  try {
    const made = await pictureOf(layer, t`Baking ${layer.name}…`, scale);
    if (!made) return;
    useBench.getState().change(t`Bake ${layer.name}`, putBaked(layer.id, made.source, scale));
    toast.success(t`${layer.name} is a picture now`, {
      id: made.note,
      description: t`Undo brings its mask and its steps back.`,
    });
  } catch (error) {
    tellFailure(t`${layer.name} could not be baked`, error);
  }
}

/** Has the brush stamp what a layer looks like, in its own colours, on a new layer of paint. */
export async function stampWith(layer: Layer): Promise<void> {
  const { scene } = useBench.getState();
  const region = extentInScene(scene, layer.id);
  if (isEmpty(region)) {
    toast.info(t`There is nothing to stamp`, {
      description: t`${layer.name} shows nothing within the scene.`,
    });
    return;
  }
  try {
    const made = await pictureOf(layer, t`Making a stamp of ${layer.name}…`, 1, region);
    if (!made) return;
    const size = Math.min(2000, Math.max(region.width, region.height));
    const stamp = { tip: 'stamp', stamp: made.source.asset, ownColours: true } as const;
    takeBrush({ ...defaultsOf(paintBrushParameters), ...stamp, size, spacing: 100 }, '#ffffff');
    addPaint();
    toast.success(t`The brush stamps ${layer.name}`, {
      id: made.note,
      description: t`One press is one stamp; its size is set in the chain.`,
    });
  } catch (error) {
    tellFailure(t`No stamp could be made of ${layer.name}`, error);
  }
}
