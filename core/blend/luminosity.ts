import type { BlendDefinition } from './blend';

/** SetLum(Cb, Lum(Cs)) (Compositing and Blending Level 1, 10.2.4). */
export const luminosity: BlendDefinition = {
  name: 'luminosity',
  label: 'Luminosity',
  help: 'Luminosity of the source; hue and saturation of what lies below.',
  family: 'colour',
  mode: 20,
};
