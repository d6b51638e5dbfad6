import { describe, expect, it } from 'vitest';
import { IDENTITY } from './affine';
import { dashed, piece, withoutGaps } from './dash';
import { strokeOutline } from './outline';
import { ovalPath } from './box-paths';
import type { Strand } from './strand';
import { lengthsOf, strandsOf } from './strand';

/** A circle of radius 100 about (0, 0), as straight pieces. */
const circle = (): Strand =>
  strandsOf([ovalPath({ x0: -100, y0: -100, x1: 100, y1: 100 })], IDENTITY, {
    ...{ tolerance: 0.02, turn: Infinity },
  })[0]!;

/** Cubics go round a circle to 0.03 px of 100, and stand to its radius to 0.05 px of 20. */
/** How far the flat ends of a piece of the circle stand off its radius, px over a half width of 20. */
function offRadius(strand: Strand): number {
  const outlines = strokeOutline(strand, { half: 20, cap: 'flat', join: 'round', tolerance: 0.02 });
  const { points } = strand;
  const n = points.length;
  const ends = [
    [points[0]!, points[1]!],
    [points[n - 2]!, points[n - 1]!],
  ] as const;
  let worst = 0;
  for (const [x, y] of ends) {
    // The corners of the end: as far from it as half the width, on the line from the middle of the circle.
    const corners = outlines
      .flatMap((o) => Array.from({ length: o.length / 2 }, (_, i) => [o[2 * i]!, o[2 * i + 1]!]))
      .filter(([u, v]) => Math.abs(Math.hypot(u! - x, v! - y) - 20) < 1e-6);
    const off = corners.map(([u, v]) => Math.abs((u! - x) * y - (v! - y) * x) / Math.hypot(x, y));
    // Two of them are the corners of this end.
    const two = off.sort((a, b) => a - b).slice(0, 2);
    expect(two).toHaveLength(2);
    worst = Math.max(worst, ...two);
  }
  return worst;
}

describe('a flat end', () => {
  const whole = circle();
  const lengths = lengthsOf(whole);
  const total = lengths.at(-1)!;
  it('of a curve stands across its tangent, wherever it is cut', () => {
    for (let i = 0; i < 60; i++) {
      const from = (total * i * 0.0371) % total;
      expect(offRadius(piece(whole, lengths, from, from + total * 0.21))).toBeLessThan(0.07);
    }
  });
  it('of a dash, and beside a gap, does too', () => {
    for (const dash of dashed(whole, { dash: 37, gap: 21, phase: 5, fit: true }))
      expect(offRadius(dash)).toBeLessThan(0.07);
    for (const part of withoutGaps(whole, [
      { at: 0.13, size: 30 },
      { at: 0.61, size: 12 },
    ]))
      expect(offRadius(part)).toBeLessThan(0.07);
  });
  it('of a curve that is drawn to its own ends stands across its tangent there', () => {
    const { anchors } = ovalPath({ x0: -100, y0: -100, x1: 100, y1: 100 });
    const [half] = strandsOf([{ closed: false, anchors: anchors.slice(0, 3) }], IDENTITY, {
      ...{ tolerance: 0.02, turn: Infinity },
    });
    expect(offRadius(half!)).toBeLessThan(0.07);
  });
  it('beside a corner stands across its own piece', () => {
    const strand: Strand = {
      ...{ closed: false, strength: 1 },
      points: Float64Array.of(0, 0, 30, 0, 30, 40),
      width: Float64Array.of(1, 1, 1),
    };
    const outlines = strokeOutline(strand, {
      half: 5,
      cap: 'flat',
      join: 'miter',
      tolerance: 0.02,
    });
    const points = outlines.flatMap((o) =>
      Array.from({ length: o.length / 2 }, (_, i) => `${o[2 * i]} ${o[2 * i + 1]}`),
    );
    for (const corner of ['0 5', '0 -5', '25 40', '35 40']) expect(points).toContain(corner);
  });
});
