import { defineStep } from '../../definitions/step';
import { angle, length, percent, seed } from '../../definitions/parameter';
import type { DripChange } from '../../definitions/warps';
import type { DrawnOut } from './drawn-out';
import { drawnOut, reachOfDrawn } from './drawn-out';

/** How tongues are drawn out: they end in points. */
export const tongues = (v: {
  apart: number;
  share: number;
  length: number;
  spread: number;
  width: number;
  waves: number;
  direction: number;
  seed: number;
  drips: readonly DripChange[];
}): DrawnOut => ({
  ...v,
  share: v.share / 100,
  spread: v.spread / 100,
  bead: -1,
  waves: v.waves / 100,
});

/** A shape whose upper edges are drawn out into tongues. */
export const fray = defineStep({
  kind: 'warp.fray',
  label: 'Fray into tongues',
  help: 'The upper edges are drawn out into tongues, as of flame.',
  parameters: {
    apart: {
      ...length('Apart', 34, { min: 2, max: 4000, slider: [6, 300] }),
      help: 'How far from each other they stand.',
    },
    share: { ...percent('How many', 90), help: 'The share of them that there are, by chance.' },
    length: length('Length', 150, { min: 1, max: 8000, slider: [10, 900] }),
    spread: { ...percent('Spread of length', 80), help: 'How much their lengths differ.' },
    width: length('Width', 26, { min: 1, max: 1000, slider: [2, 120] }),
    waves: { ...percent('Waviness', 90, 0, 200), help: 'How far they sway, of their width.' },
    direction: angle('Towards', -90, { help: 'Where they are drawn, clockwise from the right.' }),
    seed: seed(),
    drips: { kind: 'drips', label: 'By hand', default: [] },
  },
  margin: (v, _scale, own) => Math.ceil(reachOfDrawn(tongues(v)) * own) + 4,
  seesPlace: true,
  apply: (input, v, context) => drawnOut(input, tongues(v), context),
});
