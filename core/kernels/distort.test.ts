import { describe, expect, it } from 'vitest';
import type { ColourBuffer } from '../pixels/buffer';
import { colourBuffer } from '../pixels/buffer';
import { extended } from './distort';

/** A picture whose red is 10 · row + column, and green 1. */
function numbered(width: number, height: number): ColourBuffer {
  const made = colourBuffer({ x: 0, y: 0, width, height });
  for (let i = 0; i < width * height; i++)
    made.data.set([10 * Math.floor(i / width) + (i % width), 1, 0, 1], 4 * i);
  return made;
}
const reds = ({ data, region }: ColourBuffer, y: number) =>
  Array.from({ length: region.width }, (_, x) => data[4 * ((y - region.y) * region.width + x)]);

describe('what lies beyond a frame', () => {
  const frame = { x: 0, y: 0, width: 3, height: 2 };
  const region = { x: -4, y: -1, width: 11, height: 4 };
  it('is the frame mirrored', () => {
    const made = extended(numbered(3, 2), frame, region, 'mirrored');
    expect(reds(made, 0)).toEqual([2, 2, 1, 0, 0, 1, 2, 2, 1, 0, 0]);
    expect(reds(made, -1)).toEqual(reds(made, 0));
    expect(reds(made, 2)).toEqual(reds(made, 1));
  });
  it('is the frame repeated', () => {
    const made = extended(numbered(3, 2), frame, region, 'repeated');
    expect(reds(made, 1)).toEqual([12, 10, 11, 12, 10, 11, 12, 10, 11, 12, 10]);
    expect(reds(made, -1)).toEqual(reds(made, 1));
    expect(reds(made, 2)).toEqual(reds(made, 0));
  });
});
