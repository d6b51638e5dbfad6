/** However light the hand, so much of a brush is left. */
const LEAST = 0.02;

/** How much a pressure (0–1) leaves of what it counts for by a share, %. */
export const pressed = (pressure: number, share: number): number =>
  Math.max(LEAST, 1 - (share / 100) * (1 - pressure));
