import type { BlendDefinition } from './blend';

/** B(cb, cs) = hard-light(cs, cb) (Compositing and Blending Level 1, 10.1.4). */
export const overlay: BlendDefinition = {
  name: 'overlay',
  label: 'Overlay',
  help: 'Multiplies the dark, screens the light.',
  family: 'contrast',
  mode: 5,
};
