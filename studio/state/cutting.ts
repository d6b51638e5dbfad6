import { create } from 'zustand';
import type { CutOutShape, CutPicture, Mark } from '@ignis/core/cutout/cut-out';
import { newId } from '@ignis/core/scene/model/new-id';
import { putCutOut } from '@ignis/core/scene/edits/cut-edits';
import { addAsset, assetBytes } from '../workers/engine';
import { bringIn } from '../workers/questions';
import type { CutUnderWay } from '../workers/cutter';
import { cut, prepareCut } from '../workers/cutter';
import type { Preview } from '../workers/cutter.worker';
import { saveAsset } from '../storage/assets';
import { useBench } from './bench';
import { tellFailure } from './failure';
import { t } from '../words/t';

/** How a subject is cut out on the stage. */

/** With what: an outline round it, or strokes that say what they go over. */
export type CutTool = 'box' | 'lasso' | Mark['says'];

interface Cutting {
  tool: CutTool;
  /** The cut under way; nothing else is begun before it is done. */
  busy: CutUnderWay | null;
  /** The answers of the last cut that are close, and the layer they are of. */
  close: { layer: string; answers: Preview[] } | null;
}

export const useCutting = create<Cutting>(() => ({ tool: 'box', busy: null, close: null }));

/** Makes ready to cut a picture, before anything is drawn round its subject. */
export function readyToCut(picture: CutPicture): void {
  const bytes = assetBytes(picture.asset);
  if (bytes) prepareCut(bytes, picture);
}

/** Cuts the picture of a layer by what is known of it, as one step of undo. */
export async function cutOut(layer: string, shape: CutOutShape, label: string): Promise<void> {
  const { drag, drop, cancelDrag } = useBench.getState();
  const part = newId();
  const put = (to: CutOutShape) => drag(label, putCutOut(layer, to, part));
  put(shape);
  const bytes = assetBytes(shape.asset);
  if (!bytes) return cancelDrag();
  const busy = cut(bytes, shape);
  useCutting.setState({ busy });
  try {
    const { labels, answers } = await busy.done;
    const { asset, bytes: png, width, height } = await bringIn(labels, t`The cut-out`);
    addAsset(asset, png);
    await saveAsset(asset, png);
    put({ ...shape, found: { asset, width, height } });
    drop();
    useCutting.setState(({ tool }) => ({
      close: answers.length > 0 ? { layer, answers } : null,
      tool: tool === 'box' || tool === 'lasso' ? 'background' : tool,
    }));
  } catch (error) {
    cancelDrag();
    const { name } = error as Error;
    if (name !== 'AbortError') tellFailure(t`Nothing could be cut out`, error);
  } finally {
    useCutting.setState({ busy: null });
  }
}
