import type { BlendDefinition } from './blend';

/** B(cb, cs) = cb + cs − 2 × cb × cs (Compositing and Blending Level 1, 10.1.12). */
export const exclusion: BlendDefinition = {
  name: 'exclusion',
  label: 'Exclusion',
  help: 'As difference, with less contrast.',
  family: 'compare',
  mode: 16,
};
