import { isLine } from '@ignis/core/scene/model/traits';
import type { Layer } from '@ignis/core/scene/model/schema';
import { useReshaping } from '../../../state/reshaping';
import { layerMode } from '../mode';
import { ReshapeTools, canReshape, nudgeReshaped, removeChosenPart } from './reshape-tools';
import { ReshapeWork } from './reshape-work';
import { t } from '../../../words/t';

/** Moves parts of a layer by themselves, or bends it by a mesh. */
export const reshape = layerMode({
  key: 'reshape',
  label: () => t`Reshape`,
  action: t`Reshape: move parts of the layer, or bend it by a mesh`,
  // On a line 5 breaks it; its gradient gives way while a reshaping step is open.
  digit: ({ layer }) => (layer && isLine(layer) ? '6' : '5'),
  fits: (layer): layer is Layer => layer !== null,
  applies: ({ layer, step }) => canReshape(layer, step),
  Tools: ReshapeTools,
  Overlay: ReshapeWork,
  escape: () => {
    const { part, points } = useReshaping.getState();
    useReshaping.setState({ part: null, points: [] });
    return part !== null || points.length > 0;
  },
  remove: removeChosenPart,
  nudge: nudgeReshaped,
});
