import { intensity } from '../../definitions/number-parameters';
import { blendParameter } from '../../blend/parameter';
import { defineStyle } from '../../definitions/step';
import { paintParameters } from '../../paint/parameters';
import { paintMargin, paintShape } from '../../paint/paint';
import { scoped } from '../../pixels/heap';
import { intersect } from '../../pixels/region';
import { whole } from '../../paint/whole';
import { opacity } from './parameters';

/** A paint over the body. */
export const paint = defineStyle({
  kind: 'style.paint',
  label: 'Paint',
  help: 'A colour, a gradient, a texture or a pattern over the body.',
  purpose: 'surface',
  parameters: {
    ...paintParameters,
    blend: blendParameter('Blend', 'normal'),
    intensity,
    opacity: { ...opacity(), help: 'How much of the paint there is.' },
  },
  margin: (v, scale) => paintMargin(v, scale),
  pieces: (v) => [
    {
      lands: 'within',
      blend: v.blend,
      opacity: v.opacity / 100,
      draw: (shape, { wanted, frame }) =>
        scoped(() => paintShape(whole(intersect(wanted, shape.region)), v, frame, shape)),
    },
  ],
});
