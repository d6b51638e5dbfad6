import type { BlendDefinition } from './blend';

/** SetLum(Cs, Lum(Cb)) (Compositing and Blending Level 1, 10.2.3). */
export const color: BlendDefinition = {
  name: 'color',
  label: 'Color',
  help: 'Hue and saturation of the source; luminosity of what lies below.',
  family: 'colour',
  mode: 19,
};
