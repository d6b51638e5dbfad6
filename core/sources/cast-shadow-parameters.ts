import type { Parameters, Values } from '../definitions/parameter';
import { angle, length, percent } from '../definitions/number-parameters';

/** What can be set on the shadow that one layer casts. */
export const castShadowParameters = {
  lies: {
    kind: 'choice',
    label: 'Direction',
    help: 'The way that the scene light sends it, one of its own, or as a sheet that is turned in space.',
    options: [
      { value: 'light', label: 'From the scene light' },
      { value: 'own', label: 'Own angle' },
      { value: 'tilt', label: 'Tilted in space' },
      { value: 'corners', label: 'By four corners' },
    ],
    default: 'light',
  },
  corners: {
    kind: 'corners',
    label: 'Corners',
    help: 'Where its corners lie, from the middle of its foot, as shares of the height of its subject.',
    default: null,
    needs: { lies: ['corners'] },
  },
  angle: {
    ...angle('Angle', 20, { help: 'Where its far end lies, clockwise from the right.' }),
    needs: { lies: ['own'] },
  },
  length: {
    ...percent('Length', 90, 1, 1000),
    slider: [1, 300],
    help: 'Of the height of its subject.',
    needs: { lies: ['light', 'own', 'tilt'] },
  },
  flat: {
    ...percent('Foreshortened', 60),
    help: 'How much shorter it is towards and away from the eye: the lower the eye, the more.',
    needs: { lies: ['light', 'own'] },
  },
  spread: {
    ...percent('Spread', 25, -95, 400),
    slider: [-50, 150],
    help: 'How much wider its far end is: the nearer the lamp, the more.',
    needs: { lies: ['light', 'own'] },
  },
  lean: {
    ...angle('Laid down', 125, { min: -180, max: 180, slider: [-180, 180] }),
    help: '0° stands upright; at 90° only its edge is seen; beyond, it comes down towards the eye.',
    needs: { lies: ['tilt'] },
  },
  swing: {
    ...angle('Swung round', 25, { min: -89, max: 89, slider: [-89, 89] }),
    help: 'How far the shadow is swung round where the subject stands.',
    needs: { lies: ['tilt'] },
  },
  roll: {
    ...angle('Rolled', 0, { min: -180, max: 180 }),
    help: 'How far the light is rolled to the side.',
    needs: { lies: ['tilt'] },
  },
  distance: {
    ...percent('Eye away', 300, 60, 5000),
    slider: [60, 1000],
    help: 'Of the height of the subject: the nearer, the stronger the perspective.',
    needs: { lies: ['tilt'] },
  },
  contact: {
    ...percent('Contact', 0, -50, 100),
    slider: [-20, 50],
    help: 'How far above the lowest point of the subject it stands on the floor.',
  },
  slope: {
    ...angle('Slope', 0, { min: -60, max: 60, slider: [-30, 30] }),
    help: 'How the line is turned that the subject stands on.',
  },
  fold: {
    ...percent('Fold at', 100),
    help: 'Where a wall meets the floor, of its length; 100 for no wall.',
  },
  wall: {
    ...percent('On the wall', 100, 1, 1000),
    slider: [1, 300],
    help: 'How long what is on the wall is, of what it would be on the subject.',
  },
  blurNear: {
    ...length('Blur, near', 1, { max: 500, slider: [0, 40] }),
    help: 'How soft the shadow is where the subject stands.',
    unit: 'σ px',
  },
  blurFar: {
    ...length('Blur, far', 14, { max: 500, slider: [0, 80] }),
    help: 'How soft the shadow is at its far end.',
    unit: 'σ px',
  },
  denseNear: {
    ...percent('Density, near', 85),
    help: 'How dark the shadow is where the subject stands.',
  },
  denseFar: { ...percent('Density, far', 20), help: 'How dark the shadow is at its far end.' },
  curve: {
    kind: 'curve',
    low: 0,
    label: 'Falloff',
    help: 'How blur and density change along it.',
    presets: [
      {
        label: 'Even',
        points: [
          [0, 0],
          [1, 1],
        ],
      },
      {
        label: 'Soon',
        points: [
          [0, 0],
          [0.3, 0.65],
          [1, 1],
        ],
      },
    ],
    default: [
      [0, 0],
      [1, 1],
    ],
  },
  colour: {
    kind: 'colour',
    label: 'Colour',
    help: 'The colour of the shadow.',
    default: '#0a0c16',
  },
} as const satisfies Parameters;

export type CastShadowValues = Values<typeof castShadowParameters>;
