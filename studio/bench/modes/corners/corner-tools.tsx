import { setPlacement } from '@ignis/core/scene/edits/layer-edits';
import type { Layer } from '@ignis/core/scene/model/schema';
import { useBench } from '../../../state/bench';
import { Hint, Small } from '../../stage/bar';
import { t } from '../../../words/t';

/** What can be done to the corners of a layer. */
export function CornerTools({ layer }: { layer: Layer }) {
  if (!layer.placement.corners)
    return <Hint>{t`Drag a corner anywhere; Shift keeps perspective`}</Hint>;
  return (
    <Small
      label={t`Straighten`}
      onClick={() =>
        useBench.getState().change(t`Straighten`, setPlacement(layer.id, { corners: null }))
      }
    />
  );
}
