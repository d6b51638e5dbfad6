import type { BlendDefinition } from './blend';

/** B(cb, cs) = max(0, cb − cs). */
export const subtract: BlendDefinition = {
  name: 'subtract',
  label: 'Subtract',
  help: 'Takes the source away from what lies below.',
  family: 'dark',
  mode: 13,
};
