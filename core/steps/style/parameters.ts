import type { ChoiceParameter, Parameters } from '../../definitions/parameter';
import { angle, percent } from '../../definitions/number-parameters';
import type { Lamp } from '../../definitions/step';
import type { CurvePoints } from '../../geometry/curve';

/** Parameters that styles share. */

/** How the lengths of a style are meant. */
export const lengths: ChoiceParameter<'px' | 'share'> = {
  kind: 'choice',
  setsLengths: true,
  label: 'Lengths',
  help: 'In px, or in hundredths of the height of the shape, so that they fit any size.',
  options: [
    { value: 'px', label: 'px' },
    { value: 'share', label: '% of height' },
  ],
  default: 'px',
};

/** Curves of falloff from the shape (1) to nothing (0), under plain names. */
const FALLOFFS: readonly { label: string; points: CurvePoints }[] = [
  { label: 'Plain', points: line([0, 0], [1, 1]) },
  {
    label: 'Close',
    points: [
      [0, 0],
      [0.5, 0.14],
      [1, 1],
    ],
  },
  {
    label: 'Wide',
    points: [
      [0, 0],
      [0.3, 0.55],
      [1, 1],
    ],
  },
  {
    label: 'Rim',
    points: [
      [0, 0],
      [0.35, 1],
      [0.7, 0.25],
      [1, 0],
    ],
  },
  {
    label: 'Rings',
    points: [
      [0, 0],
      [0.25, 1],
      [0.5, 0],
      [0.75, 1],
      [1, 0],
    ],
  },
  { label: 'Step', points: line([0, 0], [0.45, 0], [0.55, 1], [1, 1]) },
];

function line(...points: [number, number][]): CurvePoints {
  return points.map(([x, y]) => [x, y, 'corner']);
}

export const falloff = {
  kind: 'curve',
  label: 'Falloff',
  help: 'From nothing (left) to the solid core (right).',
  low: 0,
  presets: FALLOFFS,
  default: line([0, 0], [1, 1]),
} as const;

/** Surfaces from the edge (0) inward (1). */
export const profile = {
  kind: 'curve',
  label: 'Profile',
  help: 'How the surface rises from the edge (left) inward (right).',
  low: 0,
  presets: [
    { label: 'Flat slope', points: line([0, 0], [1, 1]) },
    { label: 'Round', points: quarter() },
    {
      label: 'Hollow',
      points: [
        [0, 0],
        [0.5, 0.13],
        [1, 1],
      ] as CurvePoints,
    },
    {
      label: 'Swell',
      points: [
        [0, 0],
        [0.5, 0.5],
        [1, 1],
      ].map(([x]) => [x!, (1 - Math.cos(Math.PI * x!)) / 2]) as CurvePoints,
    },
    { label: 'Step', points: line([0, 0], [0.4, 0.15], [0.5, 0.85], [1, 1]) },
    {
      label: 'Groove',
      points: [
        [0, 0],
        [0.3, 0.8],
        [0.55, 0.35],
        [1, 1],
      ] as CurvePoints,
    },
  ],
  default: line([0, 0], [1, 1]),
} as const;

/** A quarter of a circle. */
function quarter(): CurvePoints {
  const at = [0, 0.02, 0.06, 0.14, 0.26, 0.42, 0.62, 0.8, 1];
  return at.map((x) => [x, Math.sqrt(1 - (1 - x) ** 2)]);
}

/** What the light of a surface is turned into: from turned away (0) to facing the lamp (1). */
export const glossCurve = {
  kind: 'curve',
  label: 'Gloss',
  help: 'From turned away (left) to facing the lamp (right).',
  low: 0,
  presets: [
    { label: 'Matt', points: line([0, 0], [1, 1]) },
    {
      label: 'Satin',
      points: [
        [0, 0],
        [0.5, 0.3],
        [0.8, 0.75],
        [1, 1],
      ] as CurvePoints,
    },
    {
      label: 'Glass',
      points: [
        [0, 0.1],
        [0.3, 0.6],
        [0.55, 0.15],
        [0.8, 0.85],
        [1, 1],
      ] as CurvePoints,
    },
    {
      label: 'Metal',
      points: [
        [0, 0],
        [0.2, 0.8],
        [0.4, 0.1],
        [0.6, 0.9],
        [0.8, 0.2],
        [1, 1],
      ] as CurvePoints,
    },
    { label: 'Spark', points: line([0, 0], [0.75, 0.1], [0.9, 0.9], [1, 1]) },
  ],
  default: line([0, 0], [1, 1]),
} as const;

const OWN = { follows: ['own'] };

/** Whether a style follows the lamp of the scene, or has one of its own. */
export const lampParameters = {
  follows: {
    kind: 'choice',
    label: 'Light',
    help: 'Whether it is lit by the light of the scene, or by one of its own.',
    options: [
      { value: 'scene', label: 'Scene light' },
      { value: 'own', label: 'Its own' },
    ],
    default: 'scene',
  },
  lampAngle: {
    ...angle('From', -120, { help: 'Where the light comes from, clockwise from the right.' }),
    needs: OWN,
  },
} as const satisfies Parameters;

export const lampHeight = {
  ...angle('Light’s height', 40, { min: 0, max: 90, slider: [0, 90] }),
  help: 'How high the light stands: low light makes long, hard shade.',
  needs: OWN,
} as const;

/** The lamp that a style is lit by. */
export const lampOf = (
  values: { follows: string; lampAngle: number; lampHeight?: number },
  scene: Lamp,
): Lamp =>
  values.follows === 'scene'
    ? scene
    : { angle: values.lampAngle, height: values.lampHeight ?? scene.height, colour: '#ffffff' };

export const opacity = (value = 100) => ({
  ...percent('Opacity', value),
  help: 'How much of it there is.',
});
