import { isLine } from '@ignis/core/scene/model/traits';
import { Hint } from '../../stage/bar';
import { layerMode } from '../mode';
import { Gaps } from './gaps';
import { t } from '../../../words/t';

/** Breaks a line where it is clicked, as a tube of glass is. */
export const gaps = layerMode({
  key: 'gaps',
  label: () => t`Gaps`,
  action: t`Break the line`,
  digit: () => '5',
  fits: isLine,
  liesFlat: true,
  Tools: () => <Hint>{t`Click the line to break it; drag a gap along, click it to close`}</Hint>,
  Overlay: Gaps,
});
