import { isCastShadow, isFlare } from '@ignis/core/scene/model/traits';
import { Hint } from '../../stage/bar';
import type { StageMode } from '../mode';
import { StyleHandles, hasStyleHandles } from './style-handles';

/** Drags what is open of a style or a fill, and lays a cast shadow down. */
export const style: StageMode = {
  key: 'style',
  label: ({ layer }) =>
    layer && isCastShadow(layer) ? 'Lay down' : layer && isFlare(layer) ? 'Axis' : 'Style',
  action: 'Drag the style that is open',
  digit: () => '6',
  applies: ({ layer, step }) => layer !== null && hasStyleHandles(layer, step),
  Tools: ({ layer }) => (
    <Hint>
      {layer && isCastShadow(layer)
        ? 'Drag its far end, the line it stands on, or a corner'
        : layer && isFlare(layer)
          ? 'Drag the light, and the other end of the axis that its ghosts stand along'
          : 'Drag the handles of the style that is open'}
    </Hint>
  ),
  Overlay: ({ stage, layer }) =>
    layer?.visible ? <StyleHandles stage={stage} layer={layer} /> : null,
  escape: 'ends',
};
