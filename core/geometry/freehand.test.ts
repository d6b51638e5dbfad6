import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { freehandPath } from './freehand';
import { nearestOn } from './edit-path';

/** A hand that draws a wave, with a tremor. */
const wave = (tremor: number, pressure: (t: number) => number = () => 0.5) =>
  Array.from({ length: 400 }, (_, i) => {
    const t = i / 399;
    return {
      x: 600 * t,
      y: 80 * Math.sin(t * 9) + tremor * Math.sin(i * 2.3),
      pressure: pressure(t),
    };
  });

describe('a stroke of the hand', () => {
  it('becomes few anchors that stray no more than asked', () => {
    for (const fidelity of [1, 4]) {
      const path = freehandPath(wave(0.3), fidelity);
      expect(path.anchors.length).toBeLessThan(16);
      for (const s of wave(0)) expect(nearestOn(path, s)!.distance).toBeLessThan(fidelity + 0.5);
    }
    expect(freehandPath(wave(2), 1).anchors.length).toBeGreaterThan(
      freehandPath(wave(2), 8).anchors.length,
    );
  });

  it('keeps the pressure of a pen as width, and leaves a steady one alone', () => {
    const pressed = freehandPath(
      wave(0, (t) => 0.1 + 0.8 * t),
      2,
    ).anchors;
    expect(pressed[0]!.width).toBeCloseTo(0.2, 1);
    expect(pressed.at(-1)!.width).toBeCloseTo(1.8, 1);
    for (const a of freehandPath(wave(0), 2).anchors) expect(a.width).toBeUndefined();
  });

  it('closes where it ends near its start', () => {
    const ring = Array.from({ length: 200 }, (_, i) => ({
      x: 100 * Math.cos(i / 32),
      y: 100 * Math.sin(i / 32),
      pressure: 0.5,
    }));
    expect(freehandPath(ring, 2, 20).closed).toBe(true);
    expect(freehandPath(ring.slice(0, 120), 2, 20).closed).toBe(false);
  });

  it('of any samples is finite; of none or one it has as many anchors', () => {
    const sample = fc.record({
      x: fc.double({ min: -1e5, max: 1e5, noNaN: true }),
      y: fc.double({ min: -1e5, max: 1e5, noNaN: true }),
      pressure: fc.double({ min: 0, max: 1, noNaN: true }),
    });
    fc.assert(
      fc.property(fc.array(sample, { maxLength: 30 }), (samples) => {
        for (const a of freehandPath(samples, 3, 10).anchors)
          expect([a.x, a.y, a.in.x, a.in.y, a.out.x, a.out.y].every(Number.isFinite)).toBe(true);
      }),
    );
    expect(freehandPath([], 2).anchors).toEqual([]);
    expect(freehandPath([{ x: 3, y: 4, pressure: 0.5 }], 2).anchors).toHaveLength(1);
  });
});
