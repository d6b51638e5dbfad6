import { percent } from '../../definitions/number-parameters';
import { edgeStep } from './edge-step';

/** A shape that melts: drips hang from its lower edges. */
export const drip = edgeStep({
  kind: 'warp.drip',
  label: 'Drip',
  help: 'The shape melts: drips hang from its lower edges, joined to it by a throat.',
  name: 'Drips',
  towards: 'Gravity',
  usual: { apart: 70, share: 75, length: 220, spread: 75, width: 26, waves: 15, direction: 90 },
  bead: { ...percent('Bead', 60, 0, 200), help: 'How much wider the bead at the end is.' },
});
