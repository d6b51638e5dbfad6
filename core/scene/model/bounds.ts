/** How large a scene and its names may be. */

/** The longest side and the largest area of a scene or picture, px. */
export const MAX_SIDE = 16_384;
export const MAX_PIXELS = 100_000_000;

/** The most letters of a name, UTF-16 units. */
export const MAX_NAME = 200;

/** The beginning of a text, of at most so many UTF-16 units, without half a character at its end. */
export const shortened = (text: string, most: number): string =>
  text.slice(0, most).replace(/[\ud800-\udbff]$/, '');

/** Why a scene cannot be so large, px, in the artist's words; null if it can. */
export function sizeFault(width: number, height: number): string | null {
  const isSide = (v: number) => Number.isInteger(v) && v >= 1 && v <= MAX_SIDE;
  if (!isSide(width) || !isSide(height))
    return `A side is a whole number from 1 to ${MAX_SIDE.toLocaleString('en')} px.`;
  return width * height > MAX_PIXELS
    ? `That is more than ${MAX_PIXELS / 1e6} megapixels; choose a smaller side.`
    : null;
}
