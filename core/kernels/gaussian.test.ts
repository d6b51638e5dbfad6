import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { bufferOf } from '../testing/buffer-of';
import type { ColourBuffer, Plane } from '../pixels/buffer';
import { crop } from '../pixels/buffer';
import { grow } from '../pixels/region';
import { blurMargin, gaussianBlur } from './blur';
import { cellRegion, shareAmongCells, sharingVariance, spreadCells } from './cells';
import { planBlur } from './gaussian';

const sigma = fc.double({ min: 0, max: 1000, noNaN: true });

describe('the plan of a blur', () => {
  it('adds up to the variance asked for: cells, Gaussian and spline', () => {
    fc.assert(
      fc.property(sigma, (s) => {
        const { cell, sigma: own } = planBlur(s);
        const sum =
          cell === 1 ? own * own : (sharingVariance(cell) + own * own + 1 / 3) * cell * cell;
        expect(Math.sqrt(sum)).toBeCloseTo(s, 6);
      }),
    );
  });
  it('has weights that sum to 1, and few of them whatever σ is', () => {
    fc.assert(
      fc.property(sigma, (s) => {
        const { weights } = planBlur(s);
        expect(weights.reduce((a, w, i) => a + (i ? 2 * w : w), 0)).toBeCloseTo(1, 12);
        expect(weights.length).toBeLessThan(30);
      }),
    );
  });
  it('of nothing changes nothing and needs no margin', () => {
    expect(planBlur(0)).toMatchObject({ cell: 1, margin: 0 });
    expect(blurMargin(0)).toBe(0);
  });
});

describe('cells', () => {
  const origin = fc.integer({ min: -70, max: 70 });
  it('keep the sum of light, wherever the region begins', () => {
    fc.assert(
      fc.property(
        origin,
        origin,
        fc.constantFrom(2, 4, 16),
        fc.constantFrom<1 | 4>(1, 4),
        (x, y, cell, channels) => {
          const region = { x, y, width: 37, height: 21 };
          const from = Float32Array.from(
            { length: 37 * 21 * channels },
            (_, i) => ((i * 31) % 17) / 17,
          );
          const cells = cellRegion(region, cell, 1);
          const made = shareAmongCells(bufferOf(channels, region, from), cells, cell).data;
          for (let c = 0; c < channels; c++) {
            const sum = (a: Float32Array) =>
              a.reduce((t, v, i) => (i % channels === c ? t + v : t), 0);
            expect(sum(made) * cell * cell).toBeCloseTo(sum(from), 2);
          }
        },
      ),
    );
  });
  it('of one even value come back as that value', () => {
    for (const cell of [2, 8]) {
      const wanted = { x: -3, y: 5, width: 20, height: 11 };
      const cells = cellRegion(wanted, cell, 2);
      const back = spreadCells(
        {
          channels: 1,
          region: cells,
          data: new Float32Array(cells.width * cells.height).fill(0.7),
        },
        wanted,
        cell,
      );
      expect(back.data.every((v) => Math.abs(v - 0.7) < 1e-6)).toBe(true);
    }
  });
});

describe('a blur', () => {
  const dot = (x: number, y: number): Plane => ({
    channels: 1,
    region: { x, y, width: 1, height: 1 },
    data: Float32Array.of(1),
  });

  it('of a region alone equals the same crop of the whole, for any σ', () => {
    fc.assert(
      fc.property(
        fc.constantFrom(1.3, 5, 9, 31, 120),
        fc.integer({ min: -50, max: 50 }),
        (s, x) => {
          const source: Plane = {
            channels: 1,
            region: { x: -20, y: -20, width: 40, height: 40 },
            data: Float32Array.from({ length: 1600 }, (_, i) => ((i * 7) % 13) / 13),
          };
          const part = { x, y: -11, width: 23, height: 19 };
          const whole = gaussianBlur(source, s, { x: -400, y: -400, width: 800, height: 800 });
          const own = gaussianBlur(source, s, part);
          const expected = crop(whole, own.region);
          own.data.forEach((v, i) => expect(Math.abs(v - expected.data[i]!)).toBeLessThan(1e-6));
        },
      ),
      { numRuns: 40 },
    );
  });

  it('is the same in every direction', () => {
    for (const s of [4, 12, 40]) {
      const size = Math.ceil(s * 5);
      const { region, data } = gaussianBlur(dot(0, 0), s, {
        x: -size,
        y: -size,
        width: 2 * size,
        height: 2 * size,
      });
      const at = (x: number, y: number) => data[(y - region.y) * region.width + x - region.x]!;
      const r = Math.round(s);
      const diagonal = Math.round(r / Math.SQRT2);
      const exact = (x: number, y: number) =>
        Math.exp(-(x * x + y * y) / (2 * s * s)) / (2 * Math.PI * s * s);
      for (const [x, y] of [
        [r, 0],
        [0, r],
        [-r, 0],
        [diagonal, diagonal],
        [-diagonal, diagonal],
      ] as const)
        expect(Math.abs(at(x, y) - exact(x, y)) / exact(0, 0)).toBeLessThan(0.01);
    }
  });

  it('cuts nothing: what it reaches beyond is asked for by its margin', () => {
    for (const s of [0.5, 3, 20, 250]) {
      const margin = blurMargin(s);
      const { region } = gaussianBlur(dot(7, 7), s, {
        x: -9999,
        y: -9999,
        width: 19998,
        height: 19998,
      });
      expect(region).toEqual(grow({ x: 7, y: 7, width: 1, height: 1 }, margin));
      expect(margin).toBeGreaterThanOrEqual(3 * s);
    }
  });

  it('of colour blurs each channel as a plane', () => {
    const region = { x: 3, y: -2, width: 24, height: 24 };
    const colour: ColourBuffer = {
      channels: 4,
      region,
      data: Float32Array.from({ length: 24 * 24 * 4 }, (_, i) => ((i * 29) % 23) / 23),
    };
    for (const s of [1.5, 9]) {
      const four = gaussianBlur(colour, s, region);
      for (let c = 0; c < 4; c++) {
        const one = gaussianBlur(
          { channels: 1, region, data: colour.data.filter((_, i) => i % 4 === c) },
          s,
          region,
        );
        one.data.forEach((v, i) => expect(four.data[i * 4 + c]).toBeCloseTo(v, 5));
      }
    }
  });
});
