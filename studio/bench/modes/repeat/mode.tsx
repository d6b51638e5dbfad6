import type { Layer } from '@ignis/core/scene/model/schema';
import { layerMode } from '../mode';
import { RepeatBar } from './repeat-bar';
import { t } from '../../../words/t';

/** Repeats a layer with a step, seen while its numbers are set. */
export const repeat = layerMode({
  key: 'repeat',
  label: () => t`Repeat`,
  action: t`Repeat the layer with a step`,
  fits: (layer): layer is Layer => layer !== null,
  offered: () => false,
  Row: RepeatBar,
});
