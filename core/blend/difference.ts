import type { BlendDefinition } from './blend';

/** B(cb, cs) = |cb − cs| (Compositing and Blending Level 1, 10.1.11). */
export const difference: BlendDefinition = {
  name: 'difference',
  label: 'Difference',
  help: 'Shows how far the two are apart; black is equal.',
  family: 'compare',
  mode: 15,
};
