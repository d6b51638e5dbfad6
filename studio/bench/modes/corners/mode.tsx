import { ownBox } from '@ignis/core/scene/bound/bind';
import type { Layer } from '@ignis/core/scene/model/schema';
import { layerMode } from '../mode';
import { CornerTools } from './corner-tools';
import { Corners } from './corners';

/** Carries each corner of a layer anywhere, or in perspective. */
export const corners = layerMode({
  key: 'corners',
  label: () => 'Corners',
  action: 'Perspective and free corners',
  digit: () => '7',
  fits: (layer): layer is Layer => layer !== null,
  applies: ({ scene, layer, others }) => others.length === 0 && ownBox(scene, layer) !== null,
  Tools: CornerTools,
  Overlay: Corners,
});
