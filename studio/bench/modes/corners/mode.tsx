import type { Layer } from '@ignis/core/scene/model/schema';
import { isShaped } from '@ignis/core/scene/model/traits';
import { layerMode } from '../mode';
import { CornerTools } from './corner-tools';
import { Corners } from './corners';
import { t } from '../../../words/t';

/** Carries each corner of a layer anywhere, or in perspective. */
export const corners = layerMode({
  key: 'corners',
  label: () => t`Corners`,
  action: t`Perspective and free corners`,
  digit: () => '7',
  // Asked in every frame of a drag: the box itself is looked for only by the overlay.
  fits: (layer): layer is Layer => isShaped(layer),
  applies: ({ others }) => others.length === 0,
  Tools: CornerTools,
  Overlay: Corners,
});
