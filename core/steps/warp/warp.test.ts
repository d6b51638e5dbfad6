import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { stepContext } from '../../testing/step-context';
import type { Affine, Point } from '../../geometry/affine';
import { IDENTITY, apply, multiply, rotation, scaling, translation } from '../../geometry/affine';
import { boxPath } from '../../geometry/box-paths';
import { evenLines, farthest, sheetOver } from '../../geometry/rubber-sheet';
import type { Placement } from '../../definitions/placement';
import type { StepContext } from '../../definitions/step';
import type { ReshapedRegion } from '../../definitions/warps';
import { throughSheet } from '../../kernels/rubber-sheet';
import type { ColourBuffer } from '../../pixels/buffer';
import { crop } from '../../pixels/buffer';
import type { Region } from '../../pixels/region';
import { grow } from '../../pixels/region';
import { mesh } from './mesh';
import { flatMesh, meshWith, reachOfMesh, sheetOfMesh, throughMesh } from './mesh-points';
import { reshape } from './reshape';
import { reachOfRegions, share, sheetOfRegions } from './regions';

const WHOLE: Region = { x: 0, y: 0, width: 160, height: 120 };

/** Smooth colours, opaque, different at every place. */
function colours(region: Region, alpha: (x: number, y: number) => number = () => 1): ColourBuffer {
  const data = new Float32Array(region.width * region.height * 4);
  for (let y = 0; y < region.height; y++)
    for (let x = 0; x < region.width; x++) {
      const [u, v] = [region.x + x + 0.5, region.y + y + 0.5];
      const a = alpha(u, v);
      data.set([a * shade(u, v), a * ramp(u), a * ramp(v), a], (y * region.width + x) * 4);
    }
  return { channels: 4, region, data };
}
/** Rising along x or y, within 0–1 for all places in use. */
const ramp = (u: number) => (u + 150) / 600;
const shade = (x: number, y: number) => 0.5 + 0.3 * Math.sin(x / 9) * Math.cos(y / 11);

const at = ({ region, data }: ColourBuffer, x: number, y: number): number[] => {
  const i = ((y - region.y) * region.width + x - region.x) * 4;
  return [...data.subarray(i, i + 4)];
};
const context = (wanted: Region, map: Affine = IDENTITY): StepContext =>
  stepContext(wanted, { map });
const still: Placement = {
  ...{ x: 0, y: 0, scaleX: 1, scaleY: 1, shear: 0, rotation: 0, pivotX: 0, pivotY: 0 },
  corners: null,
};
const part = (to: Partial<Placement>, soft = 12): ReshapedRegion => ({
  ...{ id: 'a', soft, to: { ...still, ...to } },
  path: boxPath({ x0: 40, y0: 30, x1: 90, y1: 80 }),
});

describe('reshape', () => {
  it('without parts, or with one that stays, changes nothing', () => {
    const input = colours(WHOLE);
    expect(reshape.apply(input, { regions: [] }, context(WHOLE)).data).toEqual(input.data);
    const out = reshape.apply(input, { regions: [part({})] }, context(WHOLE));
    const worst = out.data.reduce((m, v, i) => Math.max(m, Math.abs(v - input.data[i]!)), 0);
    expect(worst).toBeLessThan(1e-5);
  });

  it('moves a part by whole px exactly, and leaves what is beyond its soft border', () => {
    const input = colours(WHOLE);
    const out = reshape.apply(input, { regions: [part({ x: 7, y: -5 })] }, context(WHOLE));
    for (let y = 35; y < 76; y += 5)
      for (let x = 45; x < 86; x += 5)
        at(out, x + 7, y - 5).forEach((v, c) => expect(v).toBeCloseTo(at(input, x, y)[c]!, 4));
    for (const [x, y] of [
      [5, 5],
      [20, 60],
      [110, 60],
      [60, 100],
    ] as const)
      at(out, x, y).forEach((v, c) => expect(v).toBeCloseTo(at(input, x, y)[c]!, 5));
  });

  it('turns, scales and shears a part as its map says, under any placement of the layer', () => {
    const input = colours(grow(WHOLE, 60));
    const placements: Partial<Placement>[] = [
      { rotation: 20, pivotX: 65, pivotY: 55 },
      { scaleX: 1.2, scaleY: 0.8, pivotX: 65, pivotY: 55 },
      { shear: 15, pivotX: 65, pivotY: 80 },
    ];
    for (const map of [IDENTITY, multiply(translation(30, -10), rotation(0.4))])
      for (const to of placements) {
        const out = reshape.apply(input, { regions: [part(to, 30)] }, context(WHOLE, map));
        for (const p of [
          { x: 65, y: 55 },
          { x: 50, y: 42 },
          { x: 80, y: 70 },
        ]) {
          const source = apply(map, p);
          const seen = apply(multiply(map, carry({ ...still, ...to })), p);
          const [x, y] = [Math.floor(seen.x), Math.floor(seen.y)];
          if (x < 0 || y < 0 || x >= WHOLE.width || y >= WHOLE.height) continue;
          // The middle of that px came from so near its source.
          const off = { x: x + 0.5 - seen.x, y: y + 0.5 - seen.y };
          const back = turnBack(multiply(map, carry({ ...still, ...to })), map, off);
          expect(at(out, x, y)[0]).toBeCloseTo(shade(source.x + back.x, source.y + back.y), 2);
        }
      }
  });

  it('is of a part of the picture what it is of the whole, to the last bit', () => {
    const input = colours(grow(WHOLE, 90), (x, y) => (Math.hypot(x - 65, y - 55) < 40 ? 1 : 0.3));
    fc.assert(
      fc.property(
        fc.integer({ min: -40, max: 60 }),
        fc.double({ min: -90, max: 90, noNaN: true }),
        fc.integer({ min: 0, max: 120 }),
        fc.integer({ min: 0, max: 90 }),
        (x, rotation, px, py) => {
          const regions = [
            part({ x, rotation, pivotX: 65, pivotY: 55 }),
            { ...part({ scaleX: 1.3, pivotX: 70, pivotY: 60 }), id: 'b' },
          ];
          const wanted = { x: px, y: py, width: 33, height: 21 };
          const see = (r: Region) =>
            reshape.apply(
              crop(input, grow(r, reshape.margin({ regions }, 1, 1))),
              { regions },
              context(r),
            );
          expect(see(wanted).data).toEqual(crop(see(WHOLE), wanted).data);
        },
      ),
      { numRuns: 30 },
    );
  });

  it('at half the size is what it is at the whole, made smaller', () => {
    const regions = [part({ x: 10, rotation: 25, pivotX: 65, pivotY: 55 }, 25)];
    const whole = reshape.apply(colours(WHOLE), { regions }, context(WHOLE));
    const half: Region = { x: 0, y: 0, width: 80, height: 60 };
    const input = colours(half);
    for (let y = 0; y < 60; y++)
      for (let x = 0; x < 80; x++) {
        const [u, v] = [2 * x + 1, 2 * y + 1];
        input.data.set([shade(u, v), ramp(u), ramp(v), 1], (y * 80 + x) * 4);
      }
    const out = reshape.apply(input, { regions }, context(half, scaling(0.5)));
    let sum = 0;
    for (let y = 5; y < 55; y++)
      for (let x = 5; x < 75; x++) {
        const four = [0, 1].flatMap((j) => [0, 1].map((i) => at(whole, 2 * x + i, 2 * y + j)[0]!));
        sum += Math.abs(at(out, x, y)[0]! - four.reduce((a, b) => a + b) / 4);
      }
    expect(sum / (50 * 70)).toBeLessThan(0.004);
  });

  it('lays a part that comes over others on top of them, and not what gave way round it', () => {
    // Two opaque squares with nothing between; the left one is carried half over the right one.
    const square = (x: number, y: number, from: number) =>
      x > from && x < from + 30 && y > 40 && y < 70;
    const input = colours(WHOLE, (x, y) => (square(x, y, 30) || square(x, y, 90) ? 1 : 0));
    const moved = {
      ...part({ x: 45 }, 6),
      path: boxPath({ x0: 28, y0: 38, x1: 62, y1: 72 }),
    };
    const out = reshape.apply(input, { regions: [moved] }, context(WHOLE));
    // Where it was there is nothing; where it came it covers; the other shows where it does not.
    expect(at(out, 40, 55)[3]).toBeCloseTo(0, 4);
    expect(at(out, 95, 55)[1]).toBeCloseTo(ramp(95.5 - 45), 3);
    expect(at(out, 112, 55)[1]).toBeCloseTo(ramp(112.5), 3);
    expect(at(out, 82, 55)[3]).toBeCloseTo(1, 3);
  });

  it('reaches no farther than it says', () => {
    fc.assert(
      fc.property(
        fc.integer({ min: -50, max: 50 }),
        fc.double({ min: -180, max: 180, noNaN: true }),
        fc.double({ min: 0.2, max: 2, noNaN: true }),
        (y, rotation, scaleX) => {
          const regions = [
            part({ y, rotation, scaleX, pivotX: 40, pivotY: 30 }),
            { ...part({ y: -y, shear: 20 }), id: 'b' },
          ];
          expect(farthest(sheetOfRegions(regions))).toBeLessThanOrEqual(
            reachOfRegions(regions) + 1e-6,
          );
        },
      ),
    );
  });

  it('takes points along by their distance from a part', () => {
    const square: Point[] = [
      { x: 0, y: 0 },
      { x: 10, y: 0 },
      { x: 10, y: 10 },
      { x: 0, y: 10 },
    ];
    expect(share(square, 8, { x: 5, y: 5 })).toBe(1);
    expect(share(square, 8, { x: 14, y: 5 })).toBeCloseTo(0.5, 12);
    expect(share(square, 8, { x: 13, y: 14 })).toBeCloseTo(1 - 0.625 ** 2 * (3 - 2 * 0.625), 12);
    expect(share(square, 8, { x: 18.01, y: 5 })).toBe(0);
  });
});

describe('a sheet', () => {
  it('covers each px once, whatever its points do, as long as it does not fold', () => {
    fc.assert(
      fc.property(
        fc.array(fc.double({ min: -6, max: 6, noNaN: true }), { minLength: 98, maxLength: 98 }),
        (moves) => {
          let n = 0;
          const sheet = sheetOver(evenLines(0, 160, 6), evenLines(0, 120, 6), (p) => ({
            x: p.x + moves[n++ % 98]!,
            y: p.y + moves[n++ % 98]!,
          }));
          const even: ColourBuffer = {
            channels: 4,
            region: grow(WHOLE, 20),
            data: new Float32Array(0),
          };
          even.data = new Float32Array(even.region.width * even.region.height * 4).fill(0.25);
          const out = throughSheet(even, sheet, IDENTITY, WHOLE);
          // Covered twice it would be 0.4375, not at all 0.
          const worst = out.data.reduce((m, v) => Math.max(m, Math.abs(v - 0.25)), 0);
          expect(worst).toBeLessThan(1e-4);
        },
      ),
      { numRuns: 25 },
    );
  });
});

describe('a mesh', () => {
  const box = { x0: 0, y0: 0, x1: 160, y1: 120 };
  it('bends nothing while it is flat, and moves all alike exactly', () => {
    const input = colours(grow(WHOLE, 40));
    const flat = flatMesh(box, 4, 3);
    const same = mesh.apply(input, { mesh: flat }, context(WHOLE));
    expect(same.data).toEqual(crop(input, WHOLE).data);
    const moved = { ...flat, points: flat.points.map((p) => ({ x: p.x + 9, y: p.y - 4 })) };
    const out = mesh.apply(input, { mesh: moved }, context(WHOLE));
    for (let y = 0; y < 120; y += 7)
      for (let x = 0; x < 160; x += 7)
        at(out, x, y).forEach((v, c) => expect(v).toBeCloseTo(at(input, x - 9, y + 4)[c]!, 4));
  });
  it('goes through its points, and with more points is bent as before', () => {
    fc.assert(
      fc.property(
        fc.array(fc.double({ min: -15, max: 15, noNaN: true }), { minLength: 24, maxLength: 24 }),
        (moves) => {
          const flat = flatMesh(box, 4, 3);
          const bent = {
            ...flat,
            points: flat.points.map((p, i) => ({
              x: p.x + moves[2 * i]!,
              y: p.y + moves[2 * i + 1]!,
            })),
          };
          flat.points.forEach((p, i) => {
            const to = throughMesh(bent, p);
            expect(to.x).toBeCloseTo(bent.points[i]!.x, 9);
            expect(to.y).toBeCloseTo(bent.points[i]!.y, 9);
          });
          const finer = meshWith(bent, 7, 5);
          finer.points.forEach((p, i) => {
            const to = throughMesh(bent, flatMesh(box, 7, 5).points[i]!);
            expect(Math.hypot(p.x - to.x, p.y - to.y)).toBeLessThan(1e-9);
          });
        },
      ),
      { numRuns: 30 },
    );
  });
  it('carries nothing farther than it says', () => {
    const way = fc.double({ min: -40, max: 40, noNaN: true });
    fc.assert(
      fc.property(
        fc.integer({ min: 2, max: 5 }),
        fc.integer({ min: 2, max: 5 }),
        fc.array(way, { minLength: 50, maxLength: 50 }),
        (columns, rows, moves) => {
          const flat = flatMesh(box, columns, rows);
          const points = flat.points.map((p, i) => ({
            x: p.x + moves[2 * i]!,
            y: p.y + moves[2 * i + 1]!,
          }));
          const bent = { ...flat, points };
          expect(farthest(sheetOfMesh(bent))).toBeLessThanOrEqual(reachOfMesh(bent) + 1e-9);
        },
      ),
      { numRuns: 60 },
    );
  });
  it('carries what lies beyond its box as its border is carried', () => {
    const flat = flatMesh({ x0: 40, y0: 40, x1: 80, y1: 80 }, 2, 2);
    const moved = { ...flat, points: flat.points.map((p) => ({ x: p.x + 12, y: p.y })) };
    const input = colours(grow(WHOLE, 40));
    const out = mesh.apply(input, { mesh: moved }, context(WHOLE));
    expect(at(out, 5, 5)[1]).toBeCloseTo(ramp(5.5 - 12), 4);
    expect(at(out, 150, 100)[1]).toBeCloseTo(ramp(150.5 - 12), 4);
  });
});

/** A turn and scaling as a map, written out by itself. */
function carry(p: Placement): Affine {
  const [c, s] = [Math.cos((p.rotation * Math.PI) / 180), Math.sin((p.rotation * Math.PI) / 180)];
  const lean = -Math.tan((p.shear * Math.PI) / 180);
  const [a, b] = [c * p.scaleX, s * p.scaleX];
  const [cc, d] = [(c * lean - s) * p.scaleY, (s * lean + c) * p.scaleY];
  return [
    ...[a, b, cc, d],
    p.pivotX + p.x - a * p.pivotX - cc * p.pivotY,
    p.pivotY + p.y - b * p.pivotX - d * p.pivotY,
  ] as unknown as Affine;
}

/** What an offset under one map is under another. */
function turnBack(seen: Affine, source: Affine, off: Point): Point {
  const det = seen[0] * seen[3] - seen[1] * seen[2];
  const x = (seen[3] * off.x - seen[2] * off.y) / det;
  const y = (seen[0] * off.y - seen[1] * off.x) / det;
  return { x: source[0] * x + source[2] * y, y: source[1] * x + source[3] * y };
}
