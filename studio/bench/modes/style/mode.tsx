import type { Layer } from '@ignis/core/scene/model/schema';
import { isCastShadow, isFlare, isReflection } from '@ignis/core/scene/model/traits';
import { Hint } from '../../stage/bar';
import type { StageMode } from '../mode';
import { fallsFromHeight } from './spill-handle';
import { StyleHandles, hasStyleHandles } from './style-handles';

/** What the mode is called for layers that are laid by handles of their own, and what is dragged there. */
const OWN: readonly { fits(layer: Layer): boolean; label: string; hint: string }[] = [
  {
    fits: isCastShadow,
    label: 'Lay down',
    hint: 'Drag its far end, the line it stands on, or a corner',
  },
  {
    fits: isReflection,
    label: 'Lay down',
    hint: 'Drag the line on the floor that it is mirrored about, or a corner',
  },
  {
    fits: fallsFromHeight,
    label: 'Height',
    hint: 'Drag the handle: how high the light hangs over what it falls on',
  },
  {
    fits: isFlare,
    label: 'Axis',
    hint: 'Drag the light, and the other end of the axis that its ghosts stand along',
  },
];
const ownOf = (layer: Layer | null) => OWN.find((o) => layer && o.fits(layer));

/** Drags what is open of a style or a fill, and lays down what lies on a floor or an axis. */
export const style: StageMode = {
  key: 'style',
  label: ({ layer }) => ownOf(layer)?.label ?? 'Style',
  action: 'Drag the style that is open',
  digit: () => '6',
  applies: ({ layer, step }) => layer !== null && hasStyleHandles(layer, step),
  Tools: ({ layer }) => (
    <Hint>{ownOf(layer)?.hint ?? 'Drag the handles of the style that is open'}</Hint>
  ),
  Overlay: ({ stage, layer }) =>
    layer?.visible ? <StyleHandles stage={stage} layer={layer} /> : null,
  escape: 'ends',
};
