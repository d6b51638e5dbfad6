/** How large a scene and its names may be. */

/** The longest side and the largest area of a scene or picture, px. */
export const MAX_SIDE = 16_384;
export const MAX_PIXELS = 100_000_000;

/** The most letters of a name, UTF-16 units. */
export const MAX_NAME = 200;

/** The beginning of a text, of at most so many UTF-16 units, without half a character at its end. */
export const shortened = (text: string, most: number): string =>
  text.slice(0, most).replace(/[\ud800-\udbff]$/, '');
