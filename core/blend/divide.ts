import type { BlendDefinition } from './blend';

/** B(cb, cs) = min(1, cb / cs); 1 where cs is 0, 0 where cb is. */
export const divide: BlendDefinition = {
  name: 'divide',
  label: 'Divide',
  help: 'Divides what lies below by the source: a tint in the source is taken out.',
  family: 'compare',
  mode: 14,
};
