import type { Flight } from '../kernels/particles';
import { rampOf } from '../pixels/ramp';
import { ofWay } from './beginnings';
import { riseOf } from './gas-grid';
import type { FlameValues } from './flame-parameters';

/** What sparks of a flame fly by: up with its gas, in its wind. */
export function sparksOf(p: FlameValues): Flight {
  const speed = riseOf(p);
  return {
    ...{ seed: Math.round(p.seed) * 7919 + 3, moment: p.moment, life: 2.6, lifeSpread: 0.7 },
    ...{ direction: 'angle', angle: -Math.PI / 2, spread: 1, speed: 0.9 * speed, speedSpread: 0.6 },
    ...{ gravity: -0.35 * speed, drag: 0.9, wind: ofWay(p.wind, p.windAngle) },
    ...{ turbulence: (speed * p.turbulence) / 110, eddy: Math.max(20, 2.2 * p.tongue), swirl: 0 },
    ...{ centre: [0, 0], clear: 0, size: p.sparkSize, sizeSpread: 0.85, growth: 0.4, depth: 0.4 },
    ...{ focus: 0.5, blur: 0.4 * p.sparkSize, shutter: 0.03, alongWay: true, spin: 0 },
    ...{ byChance: false, jitter: p.tongue, cooling: 2.5, round: null },
  };
}

/** Their colours from birth to end. */
export const SPARKS = rampOf(
  [
    [0, '#fff2cc'],
    [30, '#ffb84a'],
    [100, '#e0380a'],
  ],
  [
    [0, 0],
    [8, 100],
    [70, 90],
    [100, 0],
  ],
);
