import type { BlendDefinition } from './blend';

/** B(cb, cs) = cb + cs − cb × cs (Compositing and Blending Level 1, 10.1.3). */
export const screen: BlendDefinition = {
  name: 'screen',
  label: 'Screen',
  help: 'Lightens: two lights on one wall.',
  family: 'light',
  mode: 1,
};
