import { blendParameter } from '@ignis/core/blend/parameter';
import { percent } from '@ignis/core/definitions/number-parameters';

/** How a layer is laid on what lies beneath it: of a group that lands through only the opacity. */
export const OPACITY = { opacity: percent('Opacity', 100) };
export const BLEND = { blend: blendParameter('Blend', 'normal'), ...OPACITY };
