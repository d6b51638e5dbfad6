import { edgeStep } from './edge-step';

/** A shape whose upper edges are drawn out into tongues, which end in points. */
export const fray = edgeStep({
  kind: 'warp.fray',
  label: 'Fray into tongues',
  help: 'The upper edges are drawn out into tongues, as of flame.',
  name: 'Tongues',
  towards: 'Direction',
  usual: { apart: 34, share: 90, length: 150, spread: 80, width: 26, waves: 90, direction: -90 },
});
