import type { Mixing } from '../pixels/colour';
import { FROM_CONES, FROM_LAB, TO_CONES, TO_LAB } from '../pixels/oklab';
import type { Term } from './field';
import {
  COLOUR,
  add,
  decoded,
  divide,
  encoded,
  max,
  min,
  mix,
  multiply,
  power,
  subtract,
} from './field';

/** Formulas of colour, for programs that work on the px of a buffer. */

/** Three terms: red, green and blue, or what else a colour is made of. */
export type Triple = readonly [Term, Term, Term];

export const each = (c: Triple, change: (v: Term, channel: number) => Term): Triple => [
  change(c[0], 0),
  change(c[1], 1),
  change(c[2], 2),
];

/** How much of a px is covered, 0–1. */
export const COVERAGE: Term = COLOUR[3];

const STANDING: Triple = [COLOUR[0], COLOUR[1], COLOUR[2]];

/** The straight colour of a px as sRGB encodes it, in a buffer of colours as they stand. */
export const encodedColour = (mixing: Mixing): Triple =>
  mixing === 'light' ? each(STANDING, encoded) : STANDING;

/** The straight colour of a px in linear light. */
export const lightColour = (mixing: Mixing): Triple =>
  mixing === 'light' ? STANDING : each(STANDING, decoded);

/** An encoded colour as it stands in a buffer; `fromLight` is the same for linear light. */
export const fromEncoded = (c: Triple, mixing: Mixing): Triple =>
  mixing === 'light' ? each(c, decoded) : c;
export const fromLight = (c: Triple, mixing: Mixing): Triple =>
  mixing === 'light' ? c : each(c, encoded);

/** A 3 × 3 matrix, row by row, times a colour. */
export const transformed = (m: readonly number[], [a, b, c]: Triple): Triple => {
  const row = (i: number): Term =>
    add(multiply(m[i]!, a), multiply(m[i + 1]!, b), multiply(m[i + 2]!, c));
  return [row(0), row(3), row(6)];
};

/** Luma of an encoded colour, or luminance of linear light (Rec. 709). */
export const lumaOf = ([r, g, b]: Triple): Term =>
  add(multiply(0.2126, r), multiply(0.7152, g), multiply(0.0722, b));

export const greatest = ([r, g, b]: Triple): Term => max(r, max(g, b));
export const least = ([r, g, b]: Triple): Term => min(r, min(g, b));

/** Lightness, a and b of linear light in Oklab. */
export const toOklab = (light: Triple): Triple =>
  transformed(
    TO_LAB,
    each(transformed(TO_CONES, light), (v) => power(v, 1 / 3)),
  );

/** Linear light of a colour in Oklab; channels that sRGB does not have are below 0. */
export const fromOklab = (lab: Triple): Triple =>
  transformed(
    FROM_CONES,
    each(transformed(FROM_LAB, lab), (v) => multiply(v, v, v)),
  );

/**
 * Linear light of a colour in Oklab whose channels are none below 0: what lies outside of sRGB is mixed with the grey of its own
 * luminance until its least channel is 0. What is brighter than white stays. Where chroma grows, `oklchGraded` is truer to hues.
 */
export function lightOf(lab: Triple): Triple {
  const light = fromOklab(lab);
  const grey = max(0, lumaOf(light));
  const below = min(0, least(light));
  // Grey + (c − grey)·k is 0 in the least channel for k = grey / (grey − least).
  const k = divide(grey, max(1e-9, subtract(grey, below)));
  return each(light, (v) => max(0, mix(grey, v, k)));
}
