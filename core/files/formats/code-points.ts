import { linear } from '../../pixels/colour';
import type { ColourProfile, Primaries } from '../../pixels/profile';
import { evenProfile, primaries, srgbFrom } from '../../pixels/profile';

/** Colours said by the numbers of ITU-T H.273. */

/** Light that white of a screen stands for, of the brightest that PQ can say (ITU-R BT.2408, 203 of 10,000 cd/m²). */
const PQ_WHITE = 203 / 10_000;

/** The perceptual quantiser (ITU-R BT.2100, table 4): from a number to light, white being 1. */
function perceptual(v: number): number {
  const [m1, m2] = [2610 / 16384, (2523 / 4096) * 128];
  const [c1, c2, c3] = [3424 / 4096, (2413 / 4096) * 32, (2392 / 4096) * 32];
  const power = v ** (1 / m2);
  return (Math.max(0, power - c1) / (c2 - c3 * power)) ** (1 / m1) / PQ_WHITE;
}

/** Hybrid log-gamma (BT.2100, table 5) on a screen of 1,000 cd/m², the gamma of the system on each colour by itself. */
function hybrid(v: number): number {
  const [a, b, c] = [0.17883277, 0.28466892, 0.55991073];
  const scene = v <= 0.5 ? v ** 2 / 3 : (Math.exp((v - c) / a) + b) / 12;
  return (scene ** 1.2 * 1000) / 203;
}

/** By the numbers of table 2. */
const SPACES: Readonly<Record<number, Primaries>> = {
  ...{ 1: primaries.srgb, 9: primaries.rec2020, 12: primaries.p3 },
};
/** By the numbers of table 3. */
const TRANSFERS: Readonly<Record<number, (v: number) => number>> = {
  ...{ 1: linear, 6: linear, 13: linear, 14: linear, 15: linear },
  ...{ 4: (v) => v ** 2.2, 5: (v) => v ** 2.8, 8: (v) => v, 16: perceptual, 18: hybrid },
};

/** The profile that numbers of primaries (table 2) and of a transfer (table 3) stand for; null if one of them is not known here. */
export function profileOfCodePoints(space: number, transfer: number): ColourProfile | null {
  const [from, curve] = [SPACES[space], TRANSFERS[transfer]];
  return from && curve ? evenProfile(curve, srgbFrom(from)) : null;
}
