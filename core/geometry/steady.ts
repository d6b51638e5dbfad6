import type { Point } from './affine';

/**
 * Follows an unsteady hand: each call takes where the hand is and gives where the brush is, which stays behind by
 * a share (0–1, below 1) of the way from where it was (an exponential moving average). It begins at the first.
 */
export function steadied(behind: number): (hand: Point) => Point {
  let at: Point | null = null;
  return (hand) => {
    const k = 1 - behind;
    at = at ? { x: at.x + (hand.x - at.x) * k, y: at.y + (hand.y - at.y) * k } : hand;
    return at;
  };
}
