import { isLine } from '@ignis/core/scene/model/traits';
import { Hint } from '../../stage/bar';
import { layerMode } from '../mode';
import { Gradient, gradientPass } from './gradient';
import { t } from '../../../words/t';

/** Drags the ends and the colours of a pass's gradient. */
export const ramp = layerMode({
  key: 'ramp',
  label: () => t`Gradient`,
  action: t`Drag the gradient`,
  digit: () => '6',
  fits: isLine,
  applies: ({ layer, pass }) => gradientPass(layer, pass) !== undefined,
  liesFlat: true,
  Tools: () => <Hint>{t`Drag the ends; click between them to add a colour`}</Hint>,
  Overlay: Gradient,
});
