import { describe, expect, it } from 'vitest';
import '../kernels/load';
import { changedWhere, largestComponents } from './largest-components';

/** A picture of rows, `#` where the subject is. */
const read = (...rows: string[]) =>
  Uint8Array.from(rows.join('').split(''), (c) => Number(c === '#'));

/** A disc of a radius about a place, and what else holds, on 80 × 60. */
const drawn = (...holds: ((x: number, y: number) => boolean)[]) =>
  Uint8Array.from({ length: 80 * 60 }, (_, i) =>
    Number(holds.some((h) => h(i % 80, Math.floor(i / 80)))),
  );
const disc = (cx: number, cy: number, r: number) => (x: number, y: number) =>
  Math.hypot(x - cx, y - cy) <= r;
const bar = (x0: number, x1: number, y: number) => (x: number, v: number) =>
  x >= x0 && x <= x1 && Math.abs(v - y) <= 1;

describe('what holds together', () => {
  it('is the largest part, with what stands out from it a little, and not what hangs on a thread', () => {
    const made = largestComponents(
      drawn(disc(20, 30, 12), bar(30, 60, 30), disc(66, 30, 8)),
      80,
      60,
      480,
    );
    const at = (x: number, y: number) => made[y * 80 + x];
    expect(at(20, 30)).toBe(1);
    // As far as a beak: beyond that the bar is left out, and what hangs on it.
    expect([at(36, 30), at(40, 30)]).toEqual([1, 1]);
    expect([at(52, 30), at(66, 30)]).toEqual([0, 0]);
  });
  it('is also what is known for certain, wherever that is', () => {
    const subject = drawn(disc(20, 30, 12), disc(66, 30, 8));
    const sure = (i: number) => i === 30 * 80 + 66;
    expect(largestComponents(subject, 80, 60, 480)[30 * 80 + 66]).toBe(0);
    expect([...largestComponents(subject, 80, 60, 480, sure)]).toEqual([...subject]);
  });
  it('is nothing where all is thin', () => {
    const thin = read('........', '.######.', '........');
    expect([...largestComponents(thin, 8, 3, 480)]).toEqual(Array(24).fill(0));
  });
});

describe('what a stroke changes', () => {
  it('is what it goes over and what hangs on that, and nothing else', () => {
    const before = drawn(disc(20, 30, 10));
    const after = drawn(disc(20, 30, 14), disc(60, 30, 6));
    const made = changedWhere(before, after, 80, 60, (i) => i === 30 * 80 + 32);
    expect([...made]).toEqual([...drawn(disc(20, 30, 14))]);
    expect([...changedWhere(before, after, 80, 60, () => false)]).toEqual([...before]);
    expect([...changedWhere(before, after, 80, 60, () => true)]).toEqual([...after]);
  });
});
