import type { Parameters, Values } from '../definitions/parameter';
import { length, percent, seed } from '../definitions/number-parameters';

const ON_FLOOR = { wet: ['floor'] };

/** What can be set on the reflection of a layer. */
export const reflectionParameters = {
  left: {
    kind: 'point',
    label: 'Line, left',
    help: 'The line on the floor that it is mirrored about: drag its ends on the stage.',
    default: null,
  },
  right: {
    kind: 'point',
    label: 'Line, right',
    help: 'The right end of the line that things are mirrored at.',
    default: null,
  },
  lies: {
    kind: 'choice',
    label: 'Lies',
    help: 'Mirrored about its line, or laid on the floor by four corners.',
    options: [
      { value: 'mirrored', label: 'Mirrored' },
      { value: 'corners', label: 'By four corners' },
    ],
    default: 'mirrored',
  },
  corners: {
    kind: 'corners',
    label: 'Corners',
    help: 'Where the corners of what is mirrored lie, px of the layer.',
    default: null,
    needs: { lies: ['corners'] },
  },
  tilt: {
    ...percent('Length', 100, 5, 400),
    slider: [20, 200],
    help: 'How long it is: 100 % in a level mirror, less where the floor falls away from the eye.',
    needs: { lies: ['mirrored'] },
  },
  roughNear: {
    ...length('Rough, near', 0.6, { max: 200, slider: [0, 20] }),
    unit: 'σ px',
    step: 0.1,
    help: 'How much it is blurred where its subject stands.',
  },
  roughFar: {
    ...length('Rough, far', 9, { max: 300, slider: [0, 60] }),
    unit: 'σ px',
    help: 'How much it is blurred so far from its line as it fades.',
  },
  drawn: {
    ...percent('Drawn out', 350, 100, 2000),
    slider: [100, 800],
    help: 'How much farther it is blurred towards the eye than across, as on wet ground.',
  },
  ripples: length('Ripples', 0, {
    max: 500,
    slider: [0, 60],
    help: 'How far waves push it aside.',
  }),
  rippleSize: length('Ripple size', 46, {
    help: 'From one ripple to the next.',
    min: 2,
    max: 2000,
    slider: [4, 300],
    needs: { ripples: 'some' },
  }),
  seed: { ...seed(), needs: { ripples: 'some' } },
  fade: {
    ...length('Fades within', 700, { min: 1, max: 20_000, slider: [20, 2500] }),
    help: 'How far from its line it is gone.',
  },
  wet: {
    kind: 'choice',
    label: 'Wet',
    help: 'Everywhere, or where the picture of the floor is dark and smooth. The mask of the layer counts besides.',
    options: [
      { value: 'all', label: 'Everywhere' },
      { value: 'floor', label: 'Where the floor is' },
    ],
    default: 'all',
  },
  darkness: {
    ...percent('Dark below', 45, 1, 100),
    help: 'Floor that is lighter than this does not mirror.',
    needs: ON_FLOOR,
  },
  smoothness: {
    ...percent('Smooth', 50),
    help: 'How much it keeps to what is smooth; what has texture scatters light.',
    needs: ON_FLOOR,
  },
} as const satisfies Parameters;

export type ReflectionValues = Values<typeof reflectionParameters>;
