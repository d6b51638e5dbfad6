import { converter, interpolate } from 'culori';
import type { Mixing } from './colour';

const toRgb = converter('rgb');

/** A colour at a place of a ramp, 0–1. */
export interface Stop {
  at: number;
  colour: string;
}

/** Where the colours of a ramp mix: as the scene mixes its light, or evenly to the eye (Oklab). */
export type RampSpace = 'scene' | 'oklab';

export const rampSpaces = [
  { value: 'scene', label: 'As the scene' },
  { value: 'oklab', label: 'Oklab' },
] as const;

/**
 * A ramp as `size` colours from 0 to 1, evenly spaced: red, green, blue (sRGB-encoded) and 1, four
 * floats each. Stops are in rising order; before the first and after the last their colours go on.
 */
export function rampColours(
  stops: readonly Stop[],
  space: RampSpace,
  mixing: Mixing,
  size: number,
): Float32Array {
  const mode = space === 'oklab' ? 'oklab' : mixing === 'light' ? 'lrgb' : 'rgb';
  const first = stops[0]!;
  const last = stops.at(-1)!;
  const mix = interpolate(
    [
      [first.colour, 0],
      ...stops.map(({ colour, at }) => [colour, at] as [string, number]),
      [last.colour, 1],
    ],
    mode,
  );
  const out = new Float32Array(size * 4);
  for (let i = 0; i < size; i++) {
    const c = toRgb(mix(i / (size - 1)));
    out.set([c.r, c.g, c.b, 1], i * 4);
  }
  return out;
}
