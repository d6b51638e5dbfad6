import { describe, expect, it } from 'vitest';
import { gaussianBlur } from './blur';
import type { Plane } from '../pixels/buffer';

/** Direct two-dimensional convolution in double precision, the definition itself. */
function direct(source: Plane, sigma: number, size: number): Float64Array {
  const r = Math.ceil(sigma * 6);
  const w = Float64Array.from({ length: 2 * r + 1 }, (_, i) =>
    Math.exp(-((i - r) ** 2) / (2 * sigma * sigma)),
  );
  const sum = w.reduce((a, b) => a + b, 0);
  const rows = new Float64Array(size * size);
  const out = new Float64Array(size * size);
  for (let y = 0; y < size; y++)
    for (let x = 0; x < size; x++) {
      let v = 0;
      for (let k = Math.max(-r, -x); k <= Math.min(r, size - 1 - x); k++)
        v += source.data[y * size + x + k]! * w[k + r]!;
      rows[y * size + x] = v / sum;
    }
  for (let y = 0; y < size; y++)
    for (let x = 0; x < size; x++) {
      let v = 0;
      for (let k = Math.max(-r, -y); k <= Math.min(r, size - 1 - y); k++)
        v += rows[(y + k) * size + x]! * w[k + r]!;
      out[y * size + x] = v / sum;
    }
  return out;
}

/** Shapes that are hard on a blur: an edge, a thin line, a lone pixel, noise; on an odd origin. */
function subject(size: number, kind: 'edge' | 'line' | 'noise' | 'dot'): Plane {
  const data = new Float32Array(size * size);
  let seed = 7;
  for (let y = 0; y < size; y++)
    for (let x = 0; x < size; x++) {
      seed = (Math.imul(seed, 1103515245) + 12345) >>> 0;
      data[y * size + x] =
        kind === 'edge'
          ? x + 0.3 * y > size * 0.6
            ? 1
            : 0
          : kind === 'line'
            ? Math.abs(x - size / 2) < 1
              ? 1
              : 0
            : kind === 'dot'
              ? x === size / 2 && y === size / 2
                ? 1
                : 0
              : seed / 4294967296;
    }
  return { channels: 1, region: { x: -13, y: 29, width: size, height: size }, data };
}

describe('Gaussian blur against direct convolution', () => {
  for (const sigma of [0.3, 0.7, 1, 1.7, 2, 3, 5.9, 6.9, 7, 8, 12, 14, 20, 33, 60]) {
    const limit = sigma < 2 ? 0.001 : 0.004;
    it(`σ ${sigma} px is within ${limit * 100} % of full scale`, () => {
      const size = Math.max(96, Math.ceil(sigma * 6));
      for (const kind of ['edge', 'line', 'noise', 'dot'] as const) {
        const source = subject(size, kind);
        const ours = gaussianBlur(source, sigma, source.region);
        expect(ours.region).toEqual(source.region);
        const exact = direct(source, sigma, size);
        let worst = 0;
        for (let i = 0; i < exact.length; i++)
          worst = Math.max(worst, Math.abs(ours.data[i]! - exact[i]!));
        expect(worst).toBeLessThan(limit);
      }
    });
  }
});
