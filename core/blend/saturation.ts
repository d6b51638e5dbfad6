import type { BlendDefinition } from './blend';

/** SetLum(SetSat(Cb, Sat(Cs)), Lum(Cb)) (Compositing and Blending Level 1, 10.2.2). */
export const saturation: BlendDefinition = {
  name: 'saturation',
  label: 'Saturation',
  help: 'Saturation of the source; hue and luminosity of what lies below.',
  family: 'colour',
  mode: 18,
};
