import type { BlendDefinition } from './blend';

/** Source over: B(cb, cs) = cs (Compositing and Blending Level 1, 10.1.1). */
export const normal: BlendDefinition = {
  name: 'normal',
  label: 'Normal',
  help: 'Covers what lies below.',
  family: 'plain',
  mode: 0,
};
