import type { BlendDefinition } from './blend';

/**
 * B(cb, cs) = multiply(cb, 2cs) where cs ≤ ½, else screen(cb, 2cs − 1) (Compositing and Blending
 * Level 1, 10.1.9).
 */
export const hardLight: BlendDefinition = {
  name: 'hard-light',
  label: 'Hard light',
  help: 'Multiplies or screens, as a harsh lamp would.',
  family: 'contrast',
  mode: 7,
};
