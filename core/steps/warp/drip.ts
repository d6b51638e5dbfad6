import { defineStep } from '../../definitions/step';
import { angle, length, percent, seed } from '../../definitions/parameter';
import type { DripChange } from '../../definitions/warps';
import type { DrawnOut } from './drawn-out';
import { drawnOut, reachOfDrawn } from './drawn-out';

/** How drips are drawn out. */
export const dripping = (v: {
  direction: number;
  apart: number;
  share: number;
  length: number;
  spread: number;
  width: number;
  bead: number;
  waves: number;
  seed: number;
  drips: readonly DripChange[];
}): DrawnOut => ({
  ...v,
  share: v.share / 100,
  spread: v.spread / 100,
  bead: v.bead / 100,
  waves: v.waves / 100,
});

/** A shape that melts: drips hang from its lower edges. */
export const drip = defineStep({
  kind: 'warp.drip',
  label: 'Drip',
  help: 'The shape melts: drips hang from its lower edges, joined to it by a throat.',
  parameters: {
    apart: {
      ...length('Apart', 70, { min: 2, max: 4000, slider: [10, 400] }),
      help: 'How far from each other they hang.',
    },
    share: { ...percent('How many', 75), help: 'The share of them that there are, by chance.' },
    length: length('Length', 220, { min: 1, max: 8000, slider: [10, 900] }),
    spread: { ...percent('Spread of length', 75), help: 'How much their lengths differ.' },
    width: length('Width', 26, { min: 1, max: 1000, slider: [2, 120] }),
    bead: { ...percent('Bead', 60, 0, 200), help: 'How much wider the bead at the end is.' },
    waves: { ...percent('Waviness', 15, 0, 200), help: 'How far they sway, of their width.' },
    direction: angle('Gravity', 90, { help: 'Where down is, clockwise from the right.' }),
    seed: seed(),
    drips: { kind: 'drips', label: 'By hand', default: [] },
  },
  margin: (v, _scale, own) => Math.ceil(reachOfDrawn(dripping(v)) * own) + 4,
  seesPlace: true,
  apply: (input, v, context) => drawnOut(input, dripping(v), context),
});
