import { isPicture } from '@ignis/core/scene/model/traits';
import { layerMode } from '../mode';
import { CutTools } from './cut-tools';
import { CutWork } from './cut-work';
import { t } from '../../../words/t';

/** Separates a subject from its background. */
export const cutOut = layerMode({
  key: 'cut-out',
  label: () => t`Cut out`,
  action: t`Cut out the subject of the picture`,
  digit: () => '2',
  fits: isPicture,
  liesFlat: true,
  // A cut-out uses all of the picture: what the mask hides is dimmed, not gone.
  showsHidden: true,
  hasBrush: true,
  Tools: CutTools,
  Overlay: CutWork,
});
