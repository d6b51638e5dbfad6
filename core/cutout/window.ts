import type { Region } from '../pixels/region';

/** Parts of planes of one byte a px, their rows one after another. */

/** The part of a plane of so many px a row that lies in a region of it, as a plane of its own. */
export function windowOf(bytes: Uint8Array, width: number, { x, y, ...size }: Region): Uint8Array {
  const out = new Uint8Array(size.width * size.height);
  for (let row = 0; row < size.height; row++) {
    const from = (y + row) * width + x;
    out.set(bytes.subarray(from, from + size.width), row * size.width);
  }
  return out;
}

/** A copy of a plane of so many px a row, with a part of it laid over a region. */
export function withWindow(
  bytes: Uint8Array,
  width: number,
  { x, y, ...size }: Region,
  part: Uint8Array,
): Uint8Array {
  const out = bytes.slice();
  for (let row = 0; row < size.height; row++)
    out.set(part.subarray(row * size.width, (row + 1) * size.width), (y + row) * width + x);
  return out;
}

/** The number that a px of a window has in the plane, of so many px a row, that it is of. */
export const inWhole = (i: number, { x, y, width }: Region, columns: number): number =>
  (y + Math.floor(i / width)) * columns + x + (i % width);

/** Whether a px of a plane lies along one of its sides that is not a side of what the plane is part of. */
export function isAtCut(i: number, at: Region, whole: Region): boolean {
  const [x, y] = [i % at.width, Math.floor(i / at.width)];
  return (
    (x === 0 && at.x > whole.x) ||
    (y === 0 && at.y > whole.y) ||
    (x === at.width - 1 && at.x + at.width < whole.x + whole.width) ||
    (y === at.height - 1 && at.y + at.height < whole.y + whole.height)
  );
}
