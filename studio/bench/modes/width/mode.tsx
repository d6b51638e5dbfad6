import { isPathLine } from '@ignis/core/scene/model/traits';
import { Hint } from '../../stage/bar';
import { layerMode } from '../mode';
import { WidthHandles } from './width-handles';
import { t } from '../../../words/t';

/** Pulls a line wider or thinner where it has anchors. */
export const width = layerMode({
  key: 'width',
  label: () => t`Width`,
  action: t`Pull the line wider or thinner`,
  digit: () => '4',
  fits: isPathLine,
  liesFlat: true,
  Tools: () => <Hint>{t`Pull the line wider or thinner at its anchors`}</Hint>,
  Overlay: WidthHandles,
});
