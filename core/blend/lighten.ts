import type { BlendDefinition } from './blend';

/** B(cb, cs) = max(cb, cs) (Compositing and Blending Level 1, 10.1.6). */
export const lighten: BlendDefinition = {
  name: 'lighten',
  label: 'Lighten',
  help: 'Keeps the lighter of the two, channel by channel.',
  family: 'light',
  mode: 3,
};
