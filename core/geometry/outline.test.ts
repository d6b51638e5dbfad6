import { createCanvas } from '@napi-rs/canvas';
import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { coverage } from '../kernels/coverage';
import type { Plane } from '../pixels/buffer';
import { IDENTITY } from './affine';
import { flatten } from './flatten';
import type { Cap, Join } from './outline';
import { arcTurn, strokeOutline } from './outline';
import type { Path } from './path';
import { corner, segments, smooth } from './path';

const size = 160;
const frame = { x: 0, y: 0, width: size, height: size };
const tolerance = 0.04;

function stroked(path: Path, half: number, cap: Cap, join: Join, within = frame): Plane {
  const line = flatten(path, IDENTITY, { tolerance, turn: arcTurn(half, tolerance) });
  return coverage(strokeOutline(line, { half, cap, join, tolerance }), 'nonzero', within);
}

const area = (p: Plane) => p.data.reduce((a, b) => a + b, 0);
const line = (...points: [number, number][]): Path => ({
  closed: false,
  anchors: points.map(([x, y]) => corner(x, y)),
});

describe('stroke outlines', () => {
  it('of a circle without bounds have no more pieces than a large one', () => {
    const dot = { closed: false, points: Float64Array.of(0, 0) };
    const of = (half: number) =>
      strokeOutline(dot, { half, cap: 'round', join: 'round', tolerance: 0.02 })[0]!.length;
    expect(of(1e33)).toBe(of(1e6));
    expect(of(1e6)).toBeLessThan(8000);
  });
  it('of a straight line have the exact area, by cap', () => {
    const p = line([40, 60.5], [100, 60.5]);
    expect(area(stroked(p, 7, 'flat', 'round'))).toBeCloseTo(60 * 14, 1);
    const round = 60 * 14 + Math.PI * 49;
    expect(Math.abs(area(stroked(p, 7, 'round', 'round')) / round - 1)).toBeLessThan(0.0015);
  });

  it('fill the corner by the kind of join', () => {
    const p = line([40, 100], [100, 100], [100, 40]);
    const bars = 60 * 20 + 60 * 20 - 10 * 10;
    expect(area(stroked(p, 10, 'flat', 'bevel'))).toBeCloseTo(bars + 50, 0);
    expect(area(stroked(p, 10, 'flat', 'miter'))).toBeCloseTo(bars + 100, 0);
    expect(area(stroked(p, 10, 'flat', 'round'))).toBeCloseTo(bars + Math.PI * 25, 0);
  });

  it('cut a miter off where it is longer than its limit', () => {
    // The corner turns so far that its miter is 1/sin(22.5°) = 2.61 half widths long.
    const p = flatten(line([40, 120], [100, 120], [57.57, 77.57]), IDENTITY, {
      tolerance,
      turn: 1,
    });
    const far = (miterLimit: number) =>
      Math.max(
        ...strokeOutline(p, {
          half: 10,
          cap: 'flat',
          join: 'miter',
          miterLimit,
          tolerance,
        }).flatMap((o) => Array.from(o).filter((_, i) => i % 2 === 0)),
      );
    expect(far(2.7)).toBeCloseTo(100 + 10 / Math.tan(Math.PI / 8), 1);
    expect(far(2.5)).toBeLessThan(108);
  });

  it('that cross themselves are nowhere counted twice', () => {
    const p = line([30, 30], [130, 130], [130, 30], [30, 130]);
    const { data } = stroked(p, 6, 'round', 'round');
    expect(Math.max(...data)).toBeLessThanOrEqual(1);
  });

  it('of a closed ring have the area of the ring', () => {
    const k = 0.5522847498 * 50;
    const ring: Path = {
      closed: true,
      anchors: [
        smooth(80, 30, k, 0),
        smooth(130, 80, 0, k),
        smooth(80, 130, -k, 0),
        smooth(30, 80, 0, -k),
      ],
    };
    const exact = Math.PI * (56 * 56 - 44 * 44);
    expect(Math.abs(area(stroked(ring, 6, 'round', 'round')) / exact - 1)).toBeLessThan(0.002);
  });

  it('of a point are a dot with round caps and nothing with flat ones', () => {
    const dot: Path = { closed: false, anchors: [corner(50, 50)] };
    expect(Math.abs(area(stroked(dot, 9, 'round', 'round')) / (Math.PI * 81) - 1)).toBeLessThan(
      0.01,
    );
    expect(area(stroked(dot, 9, 'flat', 'round'))).toBe(0);
  });

  const place = fc.double({ min: 40, max: 120, noNaN: true });
  const handle = fc.double({ min: -50, max: 50, noNaN: true });
  const curve = fc
    .array(fc.tuple(place, place, handle, handle), { minLength: 2, maxLength: 5 })
    .map((a): Path => ({ closed: false, anchors: a.map(([x, y, u, v]) => smooth(x, y, u, v)) }));

  it('agree with Skia’s strokes within 0.2 % on average, also where the line is wider than its curves', () => {
    const differences: number[] = [];
    fc.assert(
      fc.property(curve, fc.double({ min: 1, max: 16, noNaN: true }), (path, half) => {
        const context = createCanvas(size, size).getContext('2d');
        context.lineWidth = half * 2;
        context.lineCap = 'round';
        context.lineJoin = 'round';
        const first = path.anchors[0]!;
        context.moveTo(first.x, first.y);
        for (const [, q, r, s] of segments(path))
          context.bezierCurveTo(q.x, q.y, r.x, r.y, s.x, s.y);
        context.stroke();
        const skia = context.getImageData(0, 0, size, size).data;
        const { region, data } = stroked(path, half, 'round', 'round');
        let difference = 0;
        for (let y = 0; y < size; y++)
          for (let x = 0; x < size; x++) {
            const [u, v] = [x - region.x, y - region.y];
            const own =
              u >= 0 && v >= 0 && u < region.width && v < region.height
                ? data[v * region.width + u]!
                : 0;
            difference += Math.abs(own - skia[(y * size + x) * 4 + 3]! / 255);
          }
        differences.push(difference / size ** 2);
      }),
      { numRuns: 80 },
    );
    expect(differences.reduce((a, b) => a + b, 0) / differences.length).toBeLessThan(0.002);
    // At hairpins Skia itself strays from the true stroke by a tenth of a percent.
    expect(Math.max(...differences)).toBeLessThan(0.008);
  });

  it('never hang or give what is no number, whatever the path', () => {
    const any = fc.double({ min: -3000, max: 3000, noNaN: true });
    fc.assert(
      fc.property(
        fc.array(fc.tuple(any, any, any, any), { maxLength: 6 }),
        fc.boolean(),
        fc.constantFrom(0, 0.01, 3, 400, 2500),
        fc.constantFrom<Join>('round', 'bevel', 'miter'),
        (a, closed, half, join) => {
          const path: Path = { closed, anchors: a.map(([x, y, u, v]) => smooth(x, y, u, v)) };
          const { data } = stroked(path, half, 'round', join);
          expect(data.every((v) => v >= 0 && v <= 1)).toBe(true);
        },
      ),
      { numRuns: 40 },
    );
  });
});
