import { toast } from 'sonner';
import type { PaintStroke } from '@ignis/core/brush/paint-brush';
import type { Point } from '@ignis/core/geometry/affine';
import { invert } from '@ignis/core/geometry/affine';
import type { ReachShape } from '@ignis/core/masks/reach';
import { mapOf } from '@ignis/core/scene/arrange/placement';
import { fillWithin } from '@ignis/core/scene/edits/stroke-lines';
import { putStroke } from '@ignis/core/scene/edits/stroke-edits';
import { newMask } from '@ignis/core/scene/model/make';
import type { Scene } from '@ignis/core/scene/model/schema';
import type { LayerOf } from '@ignis/core/scene/model/traits';
import { useBench } from '../../../state/bench';
import { tellFailure } from '../../../state/failure';
import { paintBrush, useFilling, usePaint } from '../../../state/paint';
import { colourAt, maskPaths } from '../../../workers/questions';
import { t } from '../../../words/t';

/** Fills on a layer of paint: each is a stroke like others. */

/** A fill of what is selected in a scene; null if nothing is. */
async function fillOfSelection(scene: Scene, layer: LayerOf<'paint'>): Promise<PaintStroke | null> {
  const paths = await maskPaths(scene, 'selection');
  const back = invert(mapOf(scene.layers, layer));
  return back && fillWithin(paths, paintBrush(), usePaint.getState().colour, back);
}

function lay(layer: LayerOf<'paint'>, stroke: PaintStroke): void {
  useBench.getState().change(t`Fill`, putStroke({ layer: layer.id }, stroke));
}

/** Fills what is selected. */
export async function fillSelection(layer: LayerOf<'paint'>): Promise<void> {
  try {
    const made = await fillOfSelection(useBench.getState().scene, layer);
    if (made) lay(layer, made);
    else
      toast.info(t`Nothing is selected`, {
        description: t`Choose Select, and draw round what shall be filled.`,
      });
  } catch (error) {
    tellFailure(t`The selection could not be filled`, error);
  }
}

/** Fills all that is like the colour at a place of the scene, scene px, as far as the filling is set to reach. */
export async function fillColour(layer: LayerOf<'paint'>, at: Point): Promise<void> {
  const { scene } = useBench.getState();
  const { tolerance, touching, grow, from } = useFilling.getState();
  const of = from === 'layer' ? layer.id : null;
  try {
    const colour = await colourAt(scene, of, at.x, at.y);
    if (!colour) {
      toast.info(t`There is no colour here`, {
        description: of
          ? t`The layer has no paint at this place. Let the fill go by all that shows.`
          : t`The scene is empty at this place. Click on the picture.`,
      });
      return;
    }
    const reach: ReachShape = {
      ...{ kind: 'reach', of, x: at.x, y: at.y, colour },
      ...{ tolerance, soft: 4, touching },
    };
    const selection = { ...newMask(reach), moves: false, grow };
    const made = await fillOfSelection({ ...scene, selection }, layer);
    if (made) lay(layer, made);
  } catch (error) {
    tellFailure(t`The colour could not be filled`, error);
  }
}
