import type { BlendDefinition } from './blend';

/** B(cb, cs) = cb + cs − 1, not below 0. */
export const subtractiveBurn: BlendDefinition = {
  name: 'subtractive-burn',
  label: 'Subtractive burn',
  help: 'Takes away what the source lacks of white.',
  family: 'dark',
  mode: 12,
};
