import { blendParameter } from '../../blend/parameter';
import { intensity, length } from '../../definitions/number-parameters';
import { defineStyle } from '../../definitions/step';
import { band, signedDistance } from '../../kernels/contour';
import { paintParameters } from '../../paint/parameters';
import { inPx } from '../../paint/lay';
import { paintMargin, paintShape } from '../../paint/paint';
import { crop } from '../../pixels/buffer';
import { scoped } from '../../pixels/heap';
import { grow } from '../../pixels/region';
import { lengths, opacity } from './parameters';

/** A line along the edge of a shape. */
export const outline = defineStyle({
  kind: 'style.outline',
  label: 'Outline',
  help: 'A line along the edge, inside it, outside it, or half and half.',
  purpose: 'shape',
  first: ['width', 'side', 'colour'],
  parameters: {
    width: length('Width', 4, { help: 'How wide the outline is.', max: 1000, slider: [0, 60] }),
    side: {
      kind: 'choice',
      label: 'Side',
      help: 'On which side of the edge the outline lies.',
      options: [
        { value: 'inside', label: 'Inside' },
        { value: 'centre', label: 'Centred' },
        { value: 'outside', label: 'Outside' },
      ],
      default: 'outside',
    },
    corners: {
      kind: 'choice',
      label: 'Corners',
      help: 'Whether the outline goes round corners, or comes to a point there.',
      options: [
        { value: 'round', label: 'Rounded' },
        { value: 'sharp', label: 'Sharp' },
      ],
      default: 'round',
    },
    ...paintParameters,
    blend: blendParameter('Blend', 'normal'),
    intensity,
    opacity: { ...opacity(), help: 'How much of the outline there is.' },
    lengths,
  },
  margin: (v, scale) => Math.max(Math.ceil(v.width * scale) + 4, paintMargin(v, scale)),
  pieces: (v) => [
    {
      lands: 'above',
      blend: v.blend,
      opacity: v.opacity / 100,
      draw(shape, context) {
        const { scale, wanted, frame } = context;
        const width = v.width * scale;
        const out = v.side === 'inside' ? 0 : v.side === 'centre' ? width / 2 : width;
        return scoped(() => {
          const far = grow(wanted, Math.ceil(width) + 4);
          const d = signedDistance(shape, far, { sharp: v.corners === 'sharp', reach: width + 1 });
          return paintShape(
            crop(band(d, out - width, out), wanted),
            inPx(v, v.lengths, context),
            frame,
            shape,
          );
        });
      },
    },
  ],
});
