import type { BlendDefinition } from './blend';

/**
 * B(cb, cs) = 1 − min(1, (1 − cb) / cs); 1 where cb is 1 (Compositing and Blending Level 1, 10.1.8).
 */
export const colorBurn: BlendDefinition = {
  name: 'color-burn',
  label: 'Color burn',
  help: 'Darkens what lies below to reflect the source; white leaves it as it is.',
  family: 'dark',
  mode: 11,
};
