import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import type { Affine } from '../geometry/affine';
import { IDENTITY, apply, invert } from '../geometry/affine';
import type { Plane } from '../pixels/buffer';
import type { Region } from '../pixels/region';
import { evenTable } from '../testing/even-table';
import { besideShares, cut, gathering, overlaid, painted, paintedBy } from './paint';

/** Painting and putting together, against the same in plain TypeScript. */

const region: fc.Arbitrary<Region> = fc.record({
  x: fc.integer({ min: -20, max: 20 }),
  y: fc.integer({ min: -20, max: 20 }),
  width: fc.integer({ min: 1, max: 17 }),
  height: fc.integer({ min: 1, max: 13 }),
});
const shape: fc.Arbitrary<Plane> = fc.tuple(region, fc.nat(997)).map(([r, seed]) => ({
  channels: 1,
  region: r,
  // From nothing to all, both included.
  data: Float32Array.from({ length: r.width * r.height }, (_, i) =>
    Math.min(1, Math.max(0, (((i + seed) * 7919) % 997) / 800 - 0.1)),
  ),
}));

/** The value of a plane at a px, 0 outside. */
const at = ({ region: r, data }: Plane, x: number, y: number): number =>
  x >= r.x && y >= r.y && x < r.x + r.width && y < r.y + r.height
    ? data[(y - r.y) * r.width + x - r.x]!
    : 0;

/** Calls back for every px of a region. */
function each(r: Region, visit: (x: number, y: number, i: number) => void): void {
  for (let i = 0; i < r.width * r.height; i++)
    visit(r.x + (i % r.width), r.y + Math.floor(i / r.width), i);
}

describe('a shape painted with a ramp', () => {
  const ramp = Float32Array.from(
    { length: 64 * 4 },
    (_, i) => [i / 256, 1 - i / 256, 0.3, 1 - i / 512][i % 4]!,
  );
  const map: fc.Arbitrary<Affine> = fc.constantFrom<Affine>(
    IDENTITY,
    [2, 0, 0, 2, 5, -3],
    [0.6, 0.8, -0.8, 0.6, 1, 2],
    [1, 0.3, 0, 0.5, 0, 0],
  );
  it('takes at each px the colour of its place, in the px of the line', () => {
    const place = fc.record({
      x: fc.integer({ min: -20, max: 20 }),
      y: fc.integer({ min: -20, max: 20 }),
    });
    const oval = fc.constantFrom(1, 0.5, 0.2);
    fc.assert(
      fc.property(shape, map, place, place, fc.boolean(), oval, (s, m, from, to, radial, wide) => {
        fc.pre(from.x !== to.x || from.y !== to.y);
        const made = painted(s, evenTable(ramp), m, from, to, radial, wide);
        const back = invert(m)!;
        const [dx, dy] = [to.x - from.x, to.y - from.y];
        const l2 = dx * dx + dy * dy;
        each(s.region, (x, y, i) => {
          const p = apply(back, { x: x + 0.5, y: y + 0.5 });
          const [ux, uy] = [p.x - from.x, p.y - from.y];
          const [along, across] = [(ux * dx + uy * dy) / l2, (uy * dx - ux * dy) / l2];
          const raw = radial ? Math.hypot(along, across / wide) : along;
          const t = Math.min(1, Math.max(0, raw)) * 63;
          const k = Math.min(62, Math.floor(t));
          for (let c = 0; c < 4; c++) {
            const [a, b] = [ramp[4 * k + c]!, ramp[4 * k + 4 + c]!];
            const expected = (a + (b - a) * (t - k)) * s.data[i]!;
            expect(Math.abs(made.data[4 * i + c]! - expected)).toBeLessThan(1e-5);
          }
        });
      }),
    );
  });
});

describe('colours gathered from shapes', () => {
  const colour = fc.tuple(...[0, 1, 2, 3].map(() => fc.double({ min: 0, max: 1, noNaN: true })));
  it('are their mean by area, within the coverage of the whole', () => {
    fc.assert(
      fc.property(
        region,
        shape,
        fc.array(fc.tuple(shape, colour), { maxLength: 4 }),
        (r, whole, parts) => {
          const g = gathering(r);
          for (const [s, c] of parts) g.add(s, c);
          const made = g.within({ ...whole, data: whole.data.slice() });
          each(made.region, (x, y, i) => {
            const weight = parts.reduce((sum, [s]) => sum + at(s, x, y), 0);
            for (let c = 0; c < 4; c++) {
              const sum = parts.reduce((t, [s, own]) => t + at(s, x, y) * own[c]!, 0);
              const expected = weight > 1e-6 ? (sum / weight) * at(whole, x, y) : 0;
              expect(Math.abs(made.data[4 * i + c]! - expected)).toBeLessThan(1e-4);
            }
          });
        },
      ),
    );
  });
});

describe('a shape painted across a line', () => {
  const line = fc.tuple(
    fc.array(fc.integer({ min: -18, max: 18 }), { minLength: 4, maxLength: 12 }),
    fc.boolean(),
    fc.integer({ min: 1, max: 12 }),
  );
  it('takes its colour from how far a px is from the middle', () => {
    fc.assert(
      fc.property(line, region, ([flat, closed, half], r) => {
        const points = Float64Array.from(flat.slice(0, flat.length & ~1), (v) => v * 3);
        const n = points.length / 2;
        const width = Float64Array.from({ length: n }, (_, i) => 1 + (i % 2));
        const shares = besideShares([{ closed, points, width, strength: 1 }], half, r);
        each(r, (x, y, i) => {
          let least = 1;
          for (let k = 0; k < (closed ? n : n - 1); k++) {
            const j = (k + 1) % n;
            const [ax, ay] = [points[2 * k]!, points[2 * k + 1]!];
            const [dx, dy] = [points[2 * j]! - ax, points[2 * j + 1]! - ay];
            const square = dx * dx + dy * dy;
            // Lines too short to matter are left out.
            if (n > 1 && Math.sqrt(square) < Math.min(2, (width[k]! * half) / 8)) return;
            const [u, v] = [x + 0.5 - ax, y + 0.5 - ay];
            const t = square > 0 ? Math.max(0, Math.min(1, (u * dx + v * dy) / square)) : 0;
            const h = half * (width[k]! + (width[j]! - width[k]!) * t);
            least = Math.min(least, Math.hypot(u - dx * t, v - dy * t) / h);
          }
          expect(Math.abs(shares.data[i]! - least)).toBeLessThan(1e-4);
        });
        const ramp = Float64Array.from({ length: 8 * 4 }, (_, i) => i / 32);
        const cover = {
          channels: 1 as const,
          region: r,
          data: new Float32Array(r.width * r.height).fill(0.5),
        };
        const made = paintedBy(cover, shares, evenTable(ramp));
        each(r, (_x, _y, i) => {
          const at = shares.data[i]! * 7;
          const k = Math.min(6, Math.floor(at));
          const expected = 0.5 * (ramp[4 * k]! + (ramp[4 * k + 4]! - ramp[4 * k]!) * (at - k));
          expect(Math.abs(made.data[4 * i]! - expected)).toBeLessThan(1e-4);
        });
      }),
    );
  });
});

describe('planes put together', () => {
  it('laid over one another leave out what none of them covers', () => {
    const strength = fc.double({ min: 0, max: 1, noNaN: true });
    fc.assert(
      fc.property(fc.array(fc.tuple(shape, strength), { minLength: 1, maxLength: 4 }), (planes) => {
        const made = overlaid(planes);
        each(made.region, (x, y, i) => {
          const clear = planes.reduce((t, [p, k]) => t * (1 - k * at(p, x, y)), 1);
          expect(Math.abs(made.data[i]! - (1 - clear))).toBeLessThan(1e-5);
        });
      }),
    );
  });
  it('cut by another lose what it covers, and are themselves unchanged', () => {
    fc.assert(
      fc.property(shape, shape, (s, by) => {
        const before = s.data.slice();
        const made = cut(s, by);
        expect(s.data).toEqual(before);
        each(s.region, (x, y, i) =>
          expect(Math.abs(made.data[i]! - before[i]! * (1 - at(by, x, y)))).toBeLessThan(1e-6),
        );
      }),
    );
  });
});
