import type { BlendDefinition } from './blend';

/** B(cb, cs) = cb + cs, unbounded: what exceeds 1 is kept. */
export const add: BlendDefinition = {
  name: 'add',
  label: 'Add',
  help: 'Adds light to light, past white. Over what is transparent it covers as much as it does by itself.',
  family: 'light',
  mode: 2,
};
