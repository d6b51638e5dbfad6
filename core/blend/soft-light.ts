import type { BlendDefinition } from './blend';

/**
 * B(cb, cs) = cb + (2cs − 1) × (d(cb) − cb), or × cb × (1 − cb) where cs ≤ ½ (Compositing and
 * Blending Level 1, 10.1.10).
 */
export const softLight: BlendDefinition = {
  name: 'soft-light',
  label: 'Soft light',
  help: 'Lightens or darkens gently, as a diffuse lamp would.',
  family: 'contrast',
  mode: 6,
};
