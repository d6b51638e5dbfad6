import type { NumberParameter, Parameters } from '../../definitions/parameter';

/** What several formats let the artist choose. */

export const quality = (value: number): NumberParameter => ({
  kind: 'number',
  label: 'Quality',
  help: 'Higher keeps more detail, in a larger file.',
  unit: '%',
  min: 1,
  max: 100,
  step: 1,
  default: value,
});

/** What shows where a picture is clear, in a format that has no transparency. */
export const behind = {
  kind: 'colour',
  label: 'Behind it',
  help: 'Shows where the picture is clear, as this format has no transparency.',
  default: '#000000',
} as const satisfies Parameters[string];

/** How dense a picture is to be printed. */
export const density: NumberParameter = {
  kind: 'number',
  label: 'Density',
  help: 'How dense it is to be printed: it changes no px.',
  unit: 'px/in',
  min: 1,
  max: 9999,
  slider: [72, 600],
  step: 1,
  default: 72,
};
