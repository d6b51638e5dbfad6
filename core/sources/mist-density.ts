import type { Term } from '../fields/field';
import {
  X,
  Y,
  add,
  clamped,
  divide,
  fractalNoise,
  max,
  min,
  mix,
  multiply,
  power,
  smoothstep,
  subtract,
} from '../fields/field';
import { ofWay } from './beginnings';
import type { MistValues } from './mist-parameters';

/** How thick mist lies where: banks of fractal noise on a ground that goes back to a horizon. */

/** Banks lie one behind the other: how large each is beside the nearest, how fast it drifts, and how much of it there is. */
const BANKS = [
  { size: 1, share: 0.42 },
  { size: 0.55, share: 0.34 },
  { size: 0.3, share: 0.24 },
] as const;
/** Below the horizon it is half as thick after so many of its heights. */
const HALF = 0.9;

/** What a place in mist depends on: its values, how high the horizon lies, and how large a px is, px of the layer. */
export interface MistPlace {
  values: MistValues;
  horizon: number;
  px: number;
}

/** How much mist there is between the eye and each place (x and y in px of the layer), 0 to about 2; of evenly thick mist it is 1. */
export function mistThickness({ values: v, horizon, px }: MistPlace): Term {
  const [dx, dy] = ofWay(v.wind * v.moment, v.windAngle);
  const wide = v.stretch / 100;
  const banks = BANKS.map(({ size, share }, i): Term => {
    const unit = v.size * size;
    const noise = fractalNoise(
      divide(subtract(X, dx * size + 977 * i), unit * Math.sqrt(wide)),
      divide(subtract(Y, dy * size), unit / Math.sqrt(wide)),
      {
        ...{ seed: Math.round(v.seed) * 57 + 11 * i, count: 5, rough: v.rough / 100 },
        px: (px / unit) * Math.sqrt(wide),
      },
    );
    return multiply(share, noise);
  });
  const noise = add(...(banks as [Term, Term, Term]));
  const patches = v.patches / 100;
  // What is above the middle of the noise is thicker, the more so the more uneven it is.
  const uneven = max(0, add(1, multiply(5.5 * patches, subtract(noise, 0.5))));
  const above = divide(subtract(horizon, Y), v.height);
  // Its upper edge is as uneven as its banks.
  const top = add(above, multiply(1.6 * patches, subtract(0.5, noise)));
  const standing = subtract(1, smoothstep(0.1, 1, top));
  const below = max(0, multiply(-1, above));
  const lying = divide(1, add(1, multiply(1 / HALF ** 2, below, below)));
  return multiply(uneven, min(standing, mix(v.near / 100, 1, lying)));
}

/** Which share of what lies behind is covered by so thick a mist (Beer–Lambert). */
export const mistCover = (thickness: Term, density: number): Term =>
  clamped(subtract(1, power(Math.exp(-1.1), multiply(thickness, density / 100))));
