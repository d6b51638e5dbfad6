import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import './load';
import { IDENTITY, multiply, scaling, translation } from '../geometry/affine';
import type { Affine } from '../geometry/affine';
import type { Region } from '../pixels/region';
import { guidedBy, guidedCoefficients } from './guided';

const region: Region = { x: 4, y: -3, width: 15, height: 12 };
const count = region.width * region.height;
const share = fc.float({ min: 0, max: 1, noNaN: true });

/** The weight of the px (u, v) away from a window's middle. */
const weight = (u: number, v: number, sigma: number) =>
  Math.exp(-(u * u + v * v) / (2 * sigma * sigma));

/** The plane over the colours that is nearest to the coverage in a window: least squares, ridge `even` (by Gauss). */
function fitted(
  colours: readonly number[],
  rough: readonly number[],
  at: number,
  sigma: number,
  even: number,
): number[] {
  const [cx, cy] = [at % region.width, Math.floor(at / region.width)];
  let all = 0;
  const mean = [0, 0, 0, 0];
  const w: number[] = [];
  for (let i = 0; i < count; i++) {
    w[i] = weight((i % region.width) - cx, Math.floor(i / region.width) - cy, sigma);
    all += w[i]!;
    for (let c = 0; c < 3; c++) mean[c]! += w[i]! * colours[4 * i + c]!;
    mean[3]! += w[i]! * rough[i]!;
  }
  const m = mean.map((v) => v / all);
  const rows = [0, 1, 2].map((a) => {
    const row = [0, 0, 0, 0];
    for (let i = 0; i < count; i++) {
      const own = (colours[4 * i + a]! - m[a]!) * (w[i]! / all);
      for (let b = 0; b < 3; b++) row[b]! += own * (colours[4 * i + b]! - m[b]!);
      row[3]! += own * (rough[i]! - m[3]!);
    }
    row[a]! += even;
    return row;
  });
  for (let k = 0; k < 3; k++)
    for (let r = 0; r < 3; r++) {
      if (r === k) continue;
      const by = rows[r]![k]! / rows[k]![k]!;
      for (let c = k; c < 4; c++) rows[r]![c]! -= by * rows[k]![c]!;
    }
  const slopes = [0, 1, 2].map((k) => rows[k]![3]! / rows[k]![k]!);
  return [...slopes, m[3]! - slopes.reduce((sum, s, c) => sum + s * m[c]!, 0)];
}

describe('the guided filter', () => {
  it('is the mean of the planes fitted in every window, by the slow exact sum', () => {
    const opaque = fc
      .array(share, { minLength: 3 * count, maxLength: 3 * count })
      .map((v) =>
        Array.from({ length: 4 * count }, (_, i) => (i % 4 === 3 ? 1 : v[3 * (i >> 2) + (i % 4)]!)),
      );
    const rough = fc.array(share, { minLength: count, maxLength: count });
    fc.assert(
      fc.property(opaque, rough, (colours, p) => {
        const [sigma, even] = [1.3, 0.01];
        const made = guidedCoefficients(
          { channels: 4, region, data: Float32Array.from(colours) },
          { channels: 1, region, data: Float32Array.from(p) },
          sigma,
          even,
        );
        const planes = Array.from({ length: count }, (_, i) => fitted(colours, p, i, sigma, even));
        for (const at of [0, 7, 40, 92, count - 1]) {
          const [cx, cy] = [at % region.width, Math.floor(at / region.width)];
          const sum = [0, 0, 0, 0];
          let all = 0;
          planes.forEach((plane, i) => {
            // Windows that are cut by the edges count by how much of them there is.
            const [x, y] = [i % region.width, Math.floor(i / region.width)];
            let own = 0;
            for (let j = 0; j < count; j++)
              own += weight((j % region.width) - x, Math.floor(j / region.width) - y, sigma);
            const k = weight(x - cx, y - cy, sigma) * own;
            all += k;
            plane.forEach((v, c) => (sum[c]! += k * v));
          });
          for (let c = 0; c < 4; c++)
            expect(Math.abs(made.data[4 * at + c]! - sum[c]! / all)).toBeLessThan(0.02);
        }
      }),
      { numRuns: 12 },
    );
  });

  it('lays coefficients on colours wherever both lie, mixed between px and held at the edges', () => {
    const grid: Region = { x: 2, y: 1, width: 5, height: 4 };
    const coefficients = Float32Array.from({ length: 80 }, (_, i) => Math.sin(i) * 0.4);
    const colours = Float32Array.from({ length: 4 * count }, (_, i) => Math.abs(Math.cos(i * 1.7)));
    const back: Affine = multiply(translation(1.3, 0.4), scaling(0.31));
    const made = guidedBy(
      { channels: 4, region, data: colours },
      { channels: 4, region: grid, data: coefficients },
      back,
    );
    const at = (x: number, y: number, c: number) => {
      const [u, v] = [
        Math.min(grid.width - 1, Math.max(0, x - 0.5 - grid.x)),
        Math.min(grid.height - 1, Math.max(0, y - 0.5 - grid.y)),
      ];
      const [i, j] = [Math.floor(u), Math.floor(v)];
      const value = (a: number, b: number) =>
        coefficients[
          4 * (Math.min(grid.height - 1, b) * grid.width + Math.min(grid.width - 1, a)) + c
        ]!;
      const across = (b: number) => value(i, b) + (value(i + 1, b) - value(i, b)) * (u - i);
      return across(j) + (across(j + 1) - across(j)) * (v - j);
    };
    for (let k = 0; k < count; k++) {
      const [x, y] = [
        region.x + (k % region.width) + 0.5,
        region.y + Math.floor(k / region.width) + 0.5,
      ];
      const [gx, gy] = [0.31 * x + 1.3, 0.31 * y + 0.4];
      let q = at(gx, gy, 3);
      for (let c = 0; c < 3; c++) q += at(gx, gy, c) * colours[4 * k + c]!;
      expect(Math.abs(made.data[k]! - Math.min(1, Math.max(0, q)))).toBeLessThan(1e-5);
    }
  });

  it('leaves a coverage that is a plane over the colours as it is', () => {
    const colours = Float32Array.from({ length: 4 * count }, (_, i) =>
      i % 4 === 3 ? 1 : 0.5 + 0.5 * Math.sin((i >> 2) * (1 + (i % 4)) * 0.37),
    );
    const rough = Float32Array.from({ length: count }, (_, i) => 0.2 + 0.6 * colours[4 * i]!);
    const buffer = { channels: 4 as const, region, data: colours };
    const made = guidedBy(
      buffer,
      guidedCoefficients(buffer, { channels: 1, region, data: rough }, 2, 1e-7),
      IDENTITY,
    );
    rough.forEach((v, i) => expect(Math.abs(made.data[i]! - v)).toBeLessThan(0.01));
  });
});
