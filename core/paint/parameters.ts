import type { Parameters, Values } from '../definitions/parameter';
import { angle, percent, place, seed } from '../definitions/parameter';
import { textures } from '../kernels/texture';
import { rampOf } from '../pixels/ramp';

const GRADIENTS = ['linear', 'radial', 'conical', 'reflected'];
const REPEATED = ['pattern', 'texture'];

/** How many px of a layer a texture at 100 % is large. */
export const TEXTURE_UNIT = 400;

/** What anything may be painted with: a colour, a gradient, a texture, or a picture laid side by side. */
export const paintParameters = {
  paint: {
    kind: 'choice',
    label: 'Paint',
    options: [
      { value: 'one', label: 'One colour' },
      { value: 'linear', label: 'Linear gradient' },
      { value: 'radial', label: 'Radial gradient' },
      { value: 'conical', label: 'Conical gradient' },
      { value: 'reflected', label: 'Reflected gradient' },
      { value: 'texture', label: 'Texture' },
      { value: 'pattern', label: 'Pattern of a picture' },
    ],
    default: 'one',
  },
  colour: { kind: 'colour', label: 'Colour', default: '#ff7a3c', needs: { paint: ['one'] } },
  ramp: {
    kind: 'ramp',
    label: 'Colours',
    default: rampOf([
      [0, '#ffe2a8'],
      [100, '#ff5a1f'],
    ]),
    needs: { paint: [...GRADIENTS, 'texture'] },
  },
  fit: {
    kind: 'choice',
    label: 'Fits',
    options: [
      { value: 'shape', label: 'The shape' },
      { value: 'scene', label: 'The scene' },
    ],
    default: 'shape',
    needs: { paint: GRADIENTS },
  },
  paintAngle: {
    ...angle('Angle', 90, { help: 'Which way it runs, unless its ends were dragged.' }),
    needs: { paint: GRADIENTS },
  },
  ends: { kind: 'ends', label: 'Ends', default: null, needs: { paint: GRADIENTS } },
  texture: {
    kind: 'choice',
    label: 'Texture',
    options: textures,
    default: 'clouds',
    needs: { paint: ['texture'] },
  },
  picture: { kind: 'picture', label: 'Picture', default: '', needs: { paint: ['pattern'] } },
  mirror: {
    kind: 'switch',
    label: 'Mirrored',
    help: 'Every second one is mirrored, so that no seam shows.',
    default: false,
    needs: { paint: ['pattern'] },
  },
  size: {
    ...percent('Scale', 100, 1, 10_000),
    grows: true,
    slider: [10, 400],
    needs: { paint: REPEATED },
  },
  turn: { ...angle('Turn', 0), needs: { paint: REPEATED } },
  moveX: { ...place('Aside', 0), needs: { paint: REPEATED } },
  moveY: { ...place('Down', 0), needs: { paint: REPEATED } },
  seed: { ...seed(), needs: { paint: ['texture'] } },
} as const satisfies Parameters;

export type Paint = Values<typeof paintParameters>;
