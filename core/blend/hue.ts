import type { BlendDefinition } from './blend';

/** SetLum(SetSat(Cs, Sat(Cb)), Lum(Cb)) (Compositing and Blending Level 1, 10.2.1). */
export const hue: BlendDefinition = {
  name: 'hue',
  label: 'Hue',
  help: 'Hue of the source; saturation and luminosity of what lies below.',
  family: 'colour',
  mode: 17,
};
