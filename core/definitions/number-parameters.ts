import type { NumberParameter } from './parameter';

/** Parameters that are numbers of a usual sort. */

/** A percentage parameter, 0–100 unless said. */
export const percent = (label: string, value: number, min = 0, max = 100): NumberParameter => ({
  kind: 'number',
  label,
  unit: '%',
  min,
  max,
  step: 1,
  default: value,
});

/** How wide the oval of a radial gradient is. */
export const roundness = {
  ...percent('Roundness', 100, 1),
  help: 'How wide the oval is across the way from its middle to its end: a circle at 100 %.',
  absent: 100,
} as const satisfies NumberParameter;

/** How bright light is, in stops: each doubles it. It multiplies linear light, however the scene mixes. */
export const intensity = {
  kind: 'number',
  label: 'Intensity',
  help: 'How bright its light is: each stop doubles it. What is brighter than white burns towards it.',
  unit: 'stops',
  min: -6,
  max: 8,
  slider: [-3, 6],
  step: 0.1,
  default: 0,
  absent: 0,
} as const satisfies NumberParameter;

type Range = Partial<Pick<NumberParameter, 'min' | 'max' | 'slider' | 'step' | 'help' | 'needs'>>;

/** A length in px, from 0 on unless said. */
export const length = (label: string, value: number, range: Range = {}): NumberParameter => ({
  kind: 'number',
  label,
  unit: 'px',
  min: 0,
  max: 20_000,
  step: 1,
  default: value,
  ...range,
});

/** A place in px, to either side of 0. */
export const place = (label: string, value: number, range: Range = {}): NumberParameter =>
  length(label, value, { min: -100_000, max: 100_000, slider: [-1000, 1000], ...range });

/** An angle in degrees, clockwise. */
export const angle = (label: string, value: number, range: Range = {}): NumberParameter => ({
  ...length(label, value, { min: -3600, max: 3600, slider: [-180, 180], ...range }),
  unit: '°',
});

/** A whole number of something. */
export const count = (label: string, value: number, range: Range = {}): NumberParameter => ({
  ...length(label, value, { min: 1, max: 200, ...range }),
  unit: '',
});

/** What chance is drawn from: the same seed always gives the same. */
export const seed = (): NumberParameter => ({
  ...count('Seed', 1, { min: 0, max: 9999, slider: [0, 100] }),
  help: 'Another number, another draw; the same number, the same.',
});
