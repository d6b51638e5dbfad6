import { converter } from 'culori';
import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import './load';
import { likeness } from './likeness';

const channel = fc.float({ min: 0, max: 1, noNaN: true });
const hex = fc.integer({ min: 0, max: 0xffffff }).map((v) => `#${v.toString(16).padStart(6, '0')}`);
const lab = converter('oklab');
const far = (a: { l: number; a: number; b: number }, b: { l: number; a: number; b: number }) =>
  100 * Math.hypot(a.l - b.l, a.a - b.a, a.b - b.b);
const region = { x: 0, y: 0, width: 1, height: 1 };

describe('how alike colours are', () => {
  it('is their distance in Oklab, as a library of colours has it', () => {
    fc.assert(
      fc.property(channel, channel, channel, hex, (r, g, b, to) => {
        for (const [mode, mixing] of [
          ['rgb', 'displayed'],
          ['lrgb', 'light'],
        ] as const) {
          const made = likeness(
            { channels: 4, region, data: Float32Array.of(r, g, b, 1) },
            to,
            mixing,
          ).data[0]!;
          expect(Math.abs(made - far(lab({ mode, r, g, b }), lab(to)!))).toBeLessThan(0.02);
        }
      }),
    );
  });
  it('does not hang on coverage but by what is lacking', () => {
    const half = likeness(
      { channels: 4, region, data: Float32Array.of(0.2, 0.1, 0, 0.5) },
      '#663300',
      'displayed',
    );
    expect(half.data[0]).toBeCloseTo(50, 0);
    const none = likeness(
      { channels: 4, region, data: new Float32Array(4) },
      '#663300',
      'displayed',
    );
    expect(none.data[0]).toBe(100);
  });
});
