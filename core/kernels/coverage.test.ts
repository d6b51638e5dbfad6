import { createCanvas } from '@napi-rs/canvas';
import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import type { FillRule } from './coverage';
import { gaussianBlur } from './blur';
import { coverage } from './coverage';

const everything = { x: -10_000, y: -10_000, width: 20_000, height: 20_000 };
const sum = (data: Float32Array) => data.reduce((a, b) => a + b, 0);

/** The exact area of a simple polygon (Gauss's shoelace formula), px². */
function shoelace(p: Float64Array): number {
  let twice = 0;
  for (let i = 0; i < p.length; i += 2) {
    const j = (i + 2) % p.length;
    twice += p[i]! * p[j + 1]! - p[j]! * p[i + 1]!;
  }
  return Math.abs(twice) / 2;
}

/** A simple polygon: points round a middle, at rising angles. */
const starlike = fc
  .tuple(
    fc.array(fc.double({ min: 2, max: 60, noNaN: true }), { minLength: 3, maxLength: 24 }),
    fc.double({ min: -40, max: 40, noNaN: true }),
    fc.double({ min: -40, max: 40, noNaN: true }),
  )
  .map(([radii, cx, cy]) =>
    Float64Array.from(
      radii.flatMap((r, i) => {
        const a = (i / radii.length) * 2 * Math.PI + 0.1;
        return [cx + Math.cos(a) * r, cy + Math.sin(a) * r];
      }),
    ),
  );

const tangle = fc
  .array(fc.double({ min: 2, max: 62, noNaN: true }), { minLength: 6, maxLength: 40 })
  .map((v) => Float64Array.from(v.length % 2 ? v.slice(1) : v));

/** The definition, by brute force: 64 rows a pixel, exact spans within each row. */
function sampled(polygons: Float64Array[], rule: FillRule, size: number): Float64Array {
  const out = new Float64Array(size * size);
  const rows = 64;
  for (let s = 0; s < size * rows; s++) {
    const y = (s + 0.5) / rows;
    const hits: { x: number; w: number }[] = [];
    for (const p of polygons)
      for (let i = 0; i < p.length; i += 2) {
        const j = (i + 2) % p.length;
        const [y0, y1] = [p[i + 1]!, p[j + 1]!];
        if (y0 <= y === y1 <= y) continue;
        hits.push({ x: p[i]! + ((p[j]! - p[i]!) * (y - y0)) / (y1 - y0), w: y1 > y0 ? 1 : -1 });
      }
    hits.sort((a, b) => a.x - b.x);
    let w = 0;
    hits.forEach((h, i) => {
      w += h.w;
      const inside = rule === 'nonzero' ? w !== 0 : w % 2 !== 0;
      const next = hits[i + 1];
      if (!inside || !next) return;
      for (let x = Math.floor(h.x); x < Math.min(size, next.x); x++)
        out[Math.floor(y) * size + x]! +=
          Math.max(0, Math.min(next.x, x + 1) - Math.max(h.x, x)) / rows;
    });
  }
  return out;
}

describe('coverage', () => {
  it('of a rectangle on fractions of pixels is exact in every pixel', () => {
    const box = Float64Array.of(0.25, 0.5, 2.75, 0.5, 2.75, 1.75, 0.25, 1.75);
    const { region, data } = coverage([box], 'nonzero', everything);
    expect(region).toEqual({ x: 0, y: 0, width: 3, height: 2 });
    const expected = [0.375, 0.5, 0.375, 0.5625, 0.75, 0.5625];
    expected.forEach((v, i) => expect(data[i]).toBeCloseTo(v, 6));
  });

  it('of a simple polygon sums to its exact area', () => {
    fc.assert(
      fc.property(starlike, (p) => {
        const area = shoelace(p);
        expect(Math.abs(sum(coverage([p], 'nonzero', everything).data) - area)).toBeLessThan(
          0.0005 * area + 1e-3,
        );
      }),
    );
  });

  for (const rule of ['nonzero', 'evenodd'] as const)
    it(`of polygons that cross themselves is what sampling finds (${rule})`, () => {
      fc.assert(
        fc.property(tangle, (p) => {
          const exact = sampled([p], rule, 64);
          const ours = coverage([p], rule, { x: 0, y: 0, width: 64, height: 64 });
          const { region } = ours;
          for (let y = 0; y < 64; y++)
            for (let x = 0; x < 64; x++) {
              const inside =
                x >= region.x &&
                y >= region.y &&
                x < region.x + region.width &&
                y < region.y + region.height;
              const v = inside ? ours.data[(y - region.y) * region.width + x - region.x]! : 0;
              expect(Math.abs(v - exact[y * 64 + x]!)).toBeLessThan(0.08);
            }
        }),
        { numRuns: 60 },
      );
    });

  for (const rule of ['nonzero', 'evenodd'] as const)
    it(`of a crowd of small polygons is what sampling finds (${rule})`, () => {
      fc.assert(
        fc.property(fc.array(starlike, { minLength: 30, maxLength: 60 }), (crowd) => {
          // They lie over one another in rows that hundreds of edges touch.
          const polygons = crowd.map((p) => p.map((v, i) => (i % 2 ? 30 + v / 8 : 32 + v / 4)));
          const exact = sampled(polygons, rule, 64);
          const { region, data } = coverage(polygons, rule, everything);
          let difference = 0;
          for (let i = 0; i < data.length; i++) {
            const x = region.x + (i % region.width);
            const y = region.y + Math.floor(i / region.width);
            const off = Math.abs(data[i]! - exact[y * 64 + x]!);
            // Even-odd detail finer than a layer is seen as either, as sampling itself sees it.
            expect(off).toBeLessThan(rule === 'nonzero' ? 0.1 : 0.25);
            difference += off;
          }
          expect(difference / data.length).toBeLessThan(rule === 'nonzero' ? 0.002 : 0.03);
        }),
        { numRuns: 30 },
      );
    });

  it('of a part equals the same part of the whole where rows are crowded', () => {
    const crowd = Array.from({ length: 150 }, (_, i) =>
      Float64Array.of(i % 7, (i * 5) % 37, 40 + (i % 11), (i * 3) % 41, 20, 50 + (i % 9)),
    );
    const whole = coverage(crowd, 'nonzero', everything);
    for (const part of [
      { x: 10, y: 7, width: 9, height: 21 },
      { x: 0, y: 33, width: 50, height: 6 },
    ]) {
      const ours = coverage(crowd, 'nonzero', part);
      for (let v = 0; v < part.height; v++)
        for (let u = 0; u < part.width; u++)
          expect(ours.data[v * part.width + u]).toBeCloseTo(
            whole.data[
              (part.y + v - whole.region.y) * whole.region.width + part.x + u - whole.region.x
            ]!,
            5,
          );
    }
  });

  it('of rows that tens of thousands of edges touch is the union still', () => {
    // 12,000 slivers that wind the same way, side by side and over one another, in a box of 50 × 12.
    const slivers = Array.from({ length: 12_000 }, (_, i) => {
      const x = 3 + ((i * 7919) % 12_000) / 240;
      return Float64Array.of(x, 2, x + 0.4, 2, x + 0.4, 14, x, 14);
    });
    const { region, data } = coverage(slivers, 'nonzero', everything);
    const at = (x: number, y: number) => data[(y - region.y) * region.width + x - region.x]!;
    for (let y = 2; y < 14; y++) for (let x = 4; x < 52; x++) expect(at(x, y)).toBeCloseTo(1, 2);
    // Turned the other way round it is the same.
    const back = slivers.map((p) => Float64Array.of(p[6]!, p[7]!, ...p.subarray(0, 6)).reverse());
    const other = coverage(
      back.map((p) => p.map((_, i) => p[i ^ 1]!)),
      'nonzero',
      everything,
    );
    expect(other.data).toEqual(data);
  });

  it('does not count twice what polygons share', () => {
    const a = Float64Array.of(0, 0, 10.5, 0, 10.5, 10, 0, 10);
    const b = Float64Array.of(5.25, 3, 20, 3, 20, 8.5, 5.25, 8.5);
    const union = 10.5 * 10 + (20 - 10.5) * 5.5;
    expect(sum(coverage([a, b], 'nonzero', everything).data)).toBeCloseTo(union, 2);
    expect(Math.max(...coverage([a, b], 'nonzero', everything).data)).toBeLessThanOrEqual(1);
  });

  it('of a part equals the same part of the whole', () => {
    fc.assert(
      fc.property(
        tangle,
        fc.integer({ min: 0, max: 40 }),
        fc.integer({ min: 0, max: 40 }),
        (p, x, y) => {
          const part = { x, y, width: 17, height: 13 };
          const whole = coverage([p], 'nonzero', everything);
          const ours = coverage([p], 'nonzero', part);
          for (let v = 0; v < ours.region.height; v++)
            for (let u = 0; u < ours.region.width; u++) {
              const at =
                (ours.region.y + v - whole.region.y) * whole.region.width +
                ours.region.x +
                u -
                whole.region.x;
              expect(ours.data[v * ours.region.width + u]).toBeCloseTo(whole.data[at]!, 5);
            }
        },
      ),
    );
  });

  it('agrees with Skia’s antialiasing within 0.2 % on average', () => {
    const differences: number[] = [];
    fc.assert(
      fc.property(tangle, fc.constantFrom<FillRule>('nonzero', 'evenodd'), (p, rule) => {
        const canvas = createCanvas(64, 64);
        const context = canvas.getContext('2d');
        context.beginPath();
        for (let i = 0; i < p.length; i += 2) context.lineTo(p[i]!, p[i + 1]!);
        context.closePath();
        context.fill(rule);
        const skia = context.getImageData(0, 0, 64, 64).data;
        const { region, data } = coverage([p], rule, { x: 0, y: 0, width: 64, height: 64 });
        let difference = 0;
        for (let y = 0; y < 64; y++)
          for (let x = 0; x < 64; x++) {
            const u = x - region.x;
            const v = y - region.y;
            const own =
              u >= 0 && v >= 0 && u < region.width && v < region.height
                ? data[v * region.width + u]!
                : 0;
            difference += Math.abs(own - skia[(y * 64 + x) * 4 + 3]! / 255);
          }
        differences.push(difference / 4096);
      }),
      { numRuns: 100 },
    );
    expect(differences.reduce((a, b) => a + b, 0) / differences.length).toBeLessThan(0.002);
    expect(Math.max(...differences)).toBeLessThan(0.01);
  });

  it('that is soft differs little once it is blurred, where crowds of edges cross', () => {
    const crowd = Array.from({ length: 9000 }, (_, i) => {
      const [x, y] = [10 + (i % 200) * 0.29, 8 + Math.floor(i / 200) * 1.13];
      return Float64Array.of(x, y, x + 1.3, y + 0.4, x + 1.1, y + 1.4, x - 0.4, y + 1.2);
    });
    const where = { x: 0, y: 0, width: 80, height: 80 };
    const blurred = (soft: boolean) =>
      gaussianBlur(coverage(crowd, 'nonzero', where, soft), 3.2, where).data;
    const [fine, soft] = [blurred(false), blurred(true)];
    const off = soft.map((v, i) => Math.abs(v - fine[i]!));
    expect(soft.some((v, i) => v !== fine[i])).toBe(true);
    expect(Math.max(...off)).toBeLessThan(0.004);
    expect(sum(soft) / sum(fine)).toBeCloseTo(1, 2);
  });
});
