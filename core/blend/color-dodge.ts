import type { BlendDefinition } from './blend';

/**
 * B(cb, cs) = min(1, cb / (1 − cs)); 0 where cb is 0 (Compositing and Blending Level 1, 10.1.7).
 */
export const colorDodge: BlendDefinition = {
  name: 'color-dodge',
  label: 'Color dodge',
  help: 'Brightens what lies below to reflect the source; black leaves it as it is.',
  family: 'light',
  mode: 4,
};
