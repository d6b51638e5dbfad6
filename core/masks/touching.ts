import type { Point } from '../geometry/affine';
import type { Plane } from '../pixels/buffer';
import { plane } from '../pixels/buffer';

/** Below this a px does not lead on. */
const LEADS = 0.02;

/**
 * The px of a plane above nothing that hang together with a place (px of the plane), side by side, each with the
 * eight round it: 1 there, 0 elsewhere. Nothing if the place lies outside, or on nothing. (A flood by runs of rows;
 * Smith, "Tint fill", SIGGRAPH 1979.)
 */
export function touching({ region, data }: Plane, at: Point): Plane {
  const { width, height } = region;
  const x = Math.floor(at.x) - region.x;
  const y = Math.floor(at.y) - region.y;
  const out = plane(region);
  if (x < 0 || y < 0 || x >= width || y >= height) return out;
  const seen = new Uint8Array(width * height);
  const leads = (i: number) => data[i]! > LEADS && seen[i] === 0;
  const open = [y * width + x];
  while (open.length > 0) {
    const i = open.pop()!;
    if (!leads(i)) continue;
    const row = i - (i % width);
    let [first, last] = [i, i];
    while (first > row && leads(first - 1)) first--;
    while (last < row + width - 1 && leads(last + 1)) last++;
    seen.fill(1, first, last + 1);
    for (const next of [row - width, row + width]) {
      if (next < 0 || next >= seen.length) continue;
      for (let j = first; j <= last; j++) {
        const k = j - row + next;
        if (leads(k) && (j === first || !leads(k - 1))) open.push(k);
      }
    }
  }
  for (let i = 0; i < seen.length; i++) {
    if (seen[i] === 0) continue;
    const [px, py] = [i % width, Math.floor(i / width)];
    for (let j = Math.max(0, py - 1); j <= Math.min(height - 1, py + 1); j++)
      out.data.fill(
        1,
        j * width + Math.max(0, px - 1),
        j * width + Math.min(width - 1, px + 1) + 1,
      );
  }
  return out;
}
