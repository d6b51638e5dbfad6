import { blendParameter } from '../blend/parameter';
import type { Parameter, Parameters, Values } from '../definitions/parameter';
import { angle, percent, roundness } from '../definitions/number-parameters';
import { rampOf } from '../pixels/ramp';
import { scratches } from '../textures/scratches';
import { laidTextureParameters, layParameters, textureSeed } from './texture-parameters';

const GRADIENTS = ['linear', 'radial', 'conical', 'reflected'];
const REPEATED = ['pattern', 'texture'];

const WARM = rampOf([
  [0, '#ffe2a8'],
  [100, '#ff5a1f'],
]);

const NONE: never[] = [];
Object.freeze(NONE);

/** A texture that is laid on another; at first one that leaves what lies beneath it to be seen. */
const overTextureParameters = {
  ...laidTextureParameters,
  texture: { ...laidTextureParameters.texture, default: scratches.kind },
  ramp: {
    kind: 'ramp',
    label: 'Colours',
    help: 'The colours that it runs through.',
    default: scratches.colours,
  },
  ...layParameters,
  seed: textureSeed,
  blend: blendParameter('Blend', 'normal'),
  opacity: { ...percent('Opacity', 100), help: 'How much of the texture there is.' },
} as const satisfies Parameters;

/** The same parameters, which count only where others have some values. */
const needing = <P extends Parameters>(needs: Parameter['needs'], parameters: P): P =>
  Object.fromEntries(
    Object.entries(parameters).map(([k, p]) => [k, { ...p, needs }]),
  ) as unknown as P;

/** What anything may be painted with: a colour, a gradient, a texture, or a picture laid side by side. */
export const paintParameters = {
  paint: {
    kind: 'choice',
    label: 'Paint',
    help: 'What it is painted with.',
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
  colour: {
    kind: 'colour',
    label: 'Colour',
    help: 'The colour of the paint.',
    default: '#ff7a3c',
    needs: { paint: ['one'] },
  },
  ramp: {
    kind: 'ramp',
    label: 'Colours',
    help: 'The colours that it runs through.',
    default: WARM,
    needs: { paint: [...GRADIENTS, 'texture'] },
  },
  fit: {
    kind: 'choice',
    label: 'Fits',
    help: 'Whether the gradient spans the shape, or the scene.',
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
  ends: {
    kind: 'ends',
    label: 'Ends',
    help: 'Where the gradient begins and ends, as dragged on the stage.',
    default: null,
    needs: { paint: GRADIENTS },
  },
  ...needing({ paint: ['texture'] }, laidTextureParameters),
  picture: {
    kind: 'picture',
    label: 'Picture',
    help: 'The picture that is repeated.',
    default: '',
    needs: { paint: ['pattern'] },
  },
  mirror: {
    kind: 'switch',
    label: 'Mirrored',
    help: 'Every second one is mirrored, so that no seam shows.',
    default: false,
    needs: { paint: ['pattern'] },
  },
  ...needing({ paint: REPEATED }, layParameters),
  seed: { ...textureSeed, needs: { paint: ['texture'] } },
  over: {
    kind: 'list',
    label: 'Textures on it',
    help: 'More textures, each laid on those before it by a blend.',
    one: 'texture',
    of: overTextureParameters,
    most: 4,
    default: NONE,
    absent: NONE,
    needs: { paint: ['texture'] },
  },
  roundness: { ...roundness, needs: { paint: ['radial'] } },
} as const satisfies Parameters;

export type Paint = Values<typeof paintParameters>;
