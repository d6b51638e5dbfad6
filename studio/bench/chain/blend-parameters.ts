import { blendParameter } from '@ignis/core/blend/parameter';
import { percent } from '@ignis/core/definitions/number-parameters';
import { t } from '../../words/t';

/** How a layer is laid on what lies beneath it: of a group that lands through only the opacity. */
export const OPACITY = { opacity: percent(t`Opacity`, 100) };
export const BLEND = { blend: blendParameter(t`Blend`, 'normal'), ...OPACITY };
