import { toast } from 'sonner';
import { findLayer } from '@ignis/core/scene/edits/layer-edits';
import { hasCutOut, replacePicture } from '@ignis/core/scene/edits/picture-edits';
import { bringInPicture } from '../files/bring-in';
import { useBench } from '../state/bench';
import { tellFailure } from '../state/failure';
import { t } from '../words/t';

/** Puts the picture of a file in the place of a layer's. */
export async function replaceWith(id: string, file: File): Promise<void> {
  try {
    const brought = await bringInPicture(file);
    const { scene, change, select } = useBench.getState();
    const layer = findLayer(scene, id);
    if (!brought || !layer) return;
    change(t`Put ${brought.name} into ${layer.name}`, replacePicture(id, brought.source));
    select(id);
    if (hasCutOut(layer))
      toast(t`What was cut out of the old picture went with it`, {
        description: t`Cut the new one out where it should be.`,
      });
  } catch (error) {
    tellFailure(t`That could not be brought in`, error);
  }
}
