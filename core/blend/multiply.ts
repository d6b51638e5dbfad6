import type { BlendDefinition } from './blend';

/** B(cb, cs) = cb × cs (Compositing and Blending Level 1, 10.1.2). */
export const multiply: BlendDefinition = {
  name: 'multiply',
  label: 'Multiply',
  help: 'Darkens: two transparencies laid on one another.',
  family: 'dark',
  mode: 9,
};
