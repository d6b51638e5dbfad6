import type { BlendDefinition } from './blend';

/** B(cb, cs) = cb + cs, unbounded: what exceeds 1 is kept. */
export const add: BlendDefinition = {
  name: 'add',
  label: 'Add',
  help: 'Adds light to light, past white.',
  family: 'light',
  mode: 2,
};
