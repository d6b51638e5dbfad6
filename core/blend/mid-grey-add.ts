import type { BlendDefinition } from './blend';

/** B(cb, cs) = cb + cs − ½, not below 0. */
export const midGreyAdd: BlendDefinition = {
  name: 'mid-grey-add',
  label: 'Mid-grey add',
  help: 'Adds what is lighter than mid-grey and takes away what is darker.',
  family: 'contrast',
  mode: 8,
};
