/** How much drawing of particles is done at once. */

/** So many px of particles are drawn at most: about four seconds of one thread. */
const MOST_PX = 1.5e9;

/** Throws a RangeError, in the artist's words, if so many things of so many px each would take too long to draw; `remedy` says what to do. */
export function refuseSlow(count: number, px: number, things: string, remedy: string): void {
  if (count * px > MOST_PX)
    throw new RangeError(
      `${Math.round(count).toLocaleString('en')} ${things} would take too long to draw. ${remedy}`,
    );
}
