import { blendParameter } from '../../blend/parameter';
import type { Parameters, Values } from '../../definitions/parameter';
import { intensity, length, percent } from '../../definitions/number-parameters';
import type { StyleContext } from '../../definitions/step';
import { defineStyle } from '../../definitions/step';
import { blurMargin, gaussianBlur } from '../../kernels/blur';
import { grown } from '../../kernels/contour';
import { glossPlane } from '../../kernels/gloss';
import { shifted, times, without } from '../../kernels/planes';
import { copied } from '../../kernels/rows';
import { oneColour } from '../../paint/paint';
import type { Plane } from '../../pixels/buffer';
import { crop } from '../../pixels/buffer';
import { litBy } from '../../pixels/colour';
import { scoped } from '../../pixels/heap';
import { grow } from '../../pixels/region';
import { lampOf, lampParameters, lengths, opacity } from './parameters';
import { seenFrom } from './soft';

const CURVED = { shape: ['curve'] };
const signed = (label: string, value: number) => percent(label, value, -200, 200);

const parameters = {
  shape: {
    kind: 'choice',
    label: 'Reflects',
    help: 'What is mirrored in the surface.',
    options: [
      { value: 'curve', label: 'The sky, above a curve' },
      { value: 'window', label: 'A window' },
      { value: 'crescent', label: 'A crescent' },
      { value: 'spot', label: 'A spot' },
    ],
    default: 'curve',
  },
  inset: length('Inset', 6, {
    max: 500,
    slider: [0, 60],
    help: 'How far within the edge it stays.',
  }),
  level: {
    ...signed('Level', 0),
    needs: CURVED,
    help: 'Where the curve lies: −100 at the top, 100 at the foot.',
  },
  tilt: { ...signed('Tilt', 0), help: 'How the reflection is tilted.', needs: CURVED },
  bend: { ...signed('Bend', 30), help: 'How far its edge is bent.', needs: CURVED },
  wave: {
    ...percent('Wave', 0, 0, 200),
    help: 'How far its edge waves up and down.',
    slider: [0, 60],
    needs: CURVED,
  },
  waves: {
    ...percent('Waves', 2, 0.5, 40),
    help: 'How many waves its edge has.',
    unit: '',
    slider: [0.5, 12],
    step: 0.5,
    needs: CURVED,
  },
  fades: {
    kind: 'choice',
    label: 'Fades',
    help: 'Which way the reflection fades.',
    options: [
      { value: 'down', label: 'Downward' },
      { value: 'up', label: 'Upward' },
      { value: 'not', label: 'None' },
    ],
    default: 'down',
    needs: CURVED,
  },
  size: {
    ...percent('Size', 40, 1, 400),
    help: 'How much of the surface the reflection takes.',
    slider: [5, 120],
    needs: { shape: ['window', 'spot'] },
  },
  away: length('Thickness', 10, {
    help: 'How thin the crescent is.',
    max: 500,
    slider: [0, 80],
    needs: { shape: ['crescent'] },
  }),
  soften: length('Soften', 1, {
    help: 'How soft the edge of the reflection is.',
    max: 200,
    slider: [0, 30],
  }),
  ...lampParameters,
  colour: {
    kind: 'colour',
    label: 'Colour',
    help: 'The colour of what is mirrored.',
    default: '#ffffff',
  },
  blend: blendParameter('Blend', 'screen'),
  intensity,
  opacity: opacity(70),
  lengths,
} as const satisfies Parameters;

/** A reflection on a shape, within its edge. */
export const gloss = defineStyle({
  kind: 'style.gloss',
  label: 'Gloss',
  help: 'A reflection within the shape: bounded by a curve, a window, a crescent or a spot.',
  first: ['shape', 'inset', 'colour'],
  parameters,
  margin: ({ inset, soften }, scale) => Math.ceil(inset * scale) + blurMargin(soften * scale) + 6,
  pieces: (v) => [
    {
      lands: 'within',
      blend: v.blend,
      opacity: v.opacity / 100,
      draw: (shape, context) =>
        scoped(() =>
          oneColour(
            reflection(shape, v, context),
            litBy(v.colour, lampOf(v, context.lamp).colour),
            context.mixing,
          ),
        ),
    },
  ],
});

function reflection(
  shape: Plane,
  v: Values<typeof parameters>,
  { scale, wanted, lamp, frame }: StyleContext,
): Plane {
  const { box } = frame;
  const soften = v.soften * scale;
  const towards = (lampOf(v, lamp).angle * Math.PI) / 180;
  const near = grow(wanted, blurMargin(soften));
  const softened = (made: Plane) => crop(gaussianBlur(made, soften, wanted), wanted);
  if (v.shape === 'crescent') {
    // What a copy of the room, carried off from the lamp, leaves free.
    const far = v.away * scale;
    const [dx, dy] = [-Math.cos(towards) * far, -Math.sin(towards) * far];
    const room = grown(shape, -v.inset * scale, seenFrom(near, dx, dy), false);
    const free = copied(crop(room, near));
    without(free, shifted(room, dx, dy, near));
    return softened(free);
  }
  const light = glossPlane({ ...v, kind: v.shape, towards }, box, near);
  times(light, grown(shape, -v.inset * scale, near, false));
  return softened(light);
}
