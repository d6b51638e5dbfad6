import type { BlendDefinition } from './blend';

/** B(cb, cs) = min(cb, cs) (Compositing and Blending Level 1, 10.1.5). */
export const darken: BlendDefinition = {
  name: 'darken',
  label: 'Darken',
  help: 'Keeps the darker of the two, channel by channel.',
  family: 'dark',
  mode: 10,
};
