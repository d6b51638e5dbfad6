import type { ColourBuffer } from './buffer';
import type { Region } from './region';
import { intersect, isEmpty } from './region';

/** Gives every px of a buffer outside a region the colour of the nearest px within it, in place; nothing where they share none. */
export function drawOutEdges({ region, data }: ColourBuffer, within: Region): void {
  const inner = intersect(region, within);
  if (isEmpty(inner)) return;
  const row = 4 * region.width;
  const [left, right] = [inner.x - region.x, inner.x - region.x + inner.width];
  const [top, bottom] = [inner.y - region.y, inner.y - region.y + inner.height];
  for (let y = top; y < bottom; y++) {
    const at = y * row;
    for (let x = 0; x < left; x++) data.copyWithin(at + 4 * x, at + 4 * left, at + 4 * left + 4);
    const last = at + 4 * (right - 1);
    for (let x = right; x < region.width; x++) data.copyWithin(at + 4 * x, last, last + 4);
  }
  for (let y = 0; y < top; y++) data.copyWithin(y * row, top * row, (top + 1) * row);
  for (let y = bottom; y < region.height; y++)
    data.copyWithin(y * row, (bottom - 1) * row, bottom * row);
}
