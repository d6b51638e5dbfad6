import type { Layer } from '@ignis/core/scene/model/schema';
import { isShaped } from '@ignis/core/scene/model/traits';
import { layerMode } from '../mode';
import { CornerTools } from './corner-tools';
import { Corners } from './corners';

/** Carries each corner of a layer anywhere, or in perspective. */
export const corners = layerMode({
  key: 'corners',
  label: () => 'Corners',
  action: 'Perspective and free corners',
  digit: () => '7',
  // Asked in every frame of a drag: the box itself is looked for only by the overlay.
  fits: (layer): layer is Layer => isShaped(layer),
  applies: ({ others }) => others.length === 0,
  Tools: CornerTools,
  Overlay: Corners,
});
