import { describe, expect, it } from 'vitest';
import { smooth } from '../geometry/path';
import { flatten } from '../geometry/flatten';
import { IDENTITY } from '../geometry/affine';
import type { Plane } from '../pixels/buffer';
import { crop } from '../pixels/buffer';
import { gaussianBlur } from './blur';
import { grown, signedDistance } from './contour';
import { coverage } from './coverage';

const REGION = { x: -40, y: -40, width: 80, height: 80 };

/** A disc of exact coverage. */
function disc(x: number, y: number, r: number): Plane {
  const k = r * 0.552284749831;
  const path = {
    closed: true,
    anchors: [
      smooth(x + r, y, 0, k),
      smooth(x, y + r, -k, 0),
      smooth(x - r, y, 0, -k),
      smooth(x, y - r, k, 0),
    ],
  };
  return coverage(
    [flatten(path, IDENTITY, { tolerance: 0.002, turn: 0.1 }).points],
    'nonzero',
    REGION,
  );
}

const polygon = (...p: number[]): Plane => coverage([Float64Array.from(p)], 'nonzero', REGION);

/** The greatest distance of a plane from what a function gives for the middle of each px. */
function worst(made: Plane, exact: (x: number, y: number) => number | null): number {
  const { x, y, width } = made.region;
  return made.data.reduce((m, v, i) => {
    const e = exact(x + (i % width) + 0.5, y + Math.floor(i / width) + 0.5);
    return e === null ? m : Math.max(m, Math.abs(v - e));
  }, 0);
}

describe('the signed distance from a contour', () => {
  it.each([
    [0, 0, 20],
    [0.3, -0.7, 12.4],
    [1.5, 0.25, 5],
  ])('of a disc round (%f, %f) of %f px is that of a circle', (x, y, r) => {
    const made = signedDistance(disc(x, y, r), REGION);
    // The middle itself is as far from every side.
    const off = worst(made, (px, py) => {
      const d = Math.hypot(px - x, py - y);
      return d < 1.5 ? null : d - r;
    });
    expect(off).toBeLessThan(0.12);
  });

  it.each([0, 7, 22.5, 45, 80])('of a straight edge at %f degrees is the way to it', (degrees) => {
    const a = (degrees * Math.PI) / 180;
    const [c, s] = [Math.cos(a), Math.sin(a)];
    const far = (u: number, v: number) => [u * c - v * s, u * s + v * c];
    const made = signedDistance(
      polygon(...far(-200, 0.3), ...far(200, 0.3), ...far(200, 200), ...far(-200, 200)),
      REGION,
    );
    const off = worst(made, (px, py) => {
      // Where the edge leaves the region there is no contour to be near to.
      if (Math.hypot(px, py) > 24) return null;
      return -(-px * s + py * c - 0.3);
    });
    expect(off).toBeLessThan(0.13);
  });

  it('of a square goes round its corners, or straight past them if it is sharp', () => {
    const square = polygon(-10.25, -10.25, 10.25, -10.25, 10.25, 10.25, -10.25, 10.25);
    const from = (px: number, py: number) => [Math.abs(px) - 10.25, Math.abs(py) - 10.25] as const;
    const round = worst(signedDistance(square, REGION), (px, py) => {
      const [u, v] = from(px, py);
      return u > 0 && v > 0 ? Math.hypot(u, v) : Math.max(u, v);
    });
    expect(round).toBeLessThan(0.33);
    const sharp = worst(signedDistance(square, REGION, { sharp: true }), (px, py) => {
      const [u, v] = from(px, py);
      return Math.max(u, v) > 12 ? null : Math.max(u, v);
    });
    expect(sharp).toBeLessThan(0.3);
  });

  it('is that of the line of half coverage where edges are soft', () => {
    const made = signedDistance(gaussianBlur(disc(0, 0, 20), 3, REGION), REGION);
    // A blurred disc is at half coverage a little within its edge: σ²/2r.
    const off = worst(made, (px, py) => {
      const d = Math.hypot(px, py);
      return d < 3 ? null : d - (20 - 9 / 40);
    });
    expect(off).toBeLessThan(0.2);
  });

  it.each([0, 4, 9.5])('is the same within a reach of %f px, and no less beyond it', (reach) => {
    const shape = disc(6.3, -2.5, 14);
    // A disc that is known over its own box alone: all beyond is outside it.
    const known = crop(shape, { x: -10, y: -20, width: 40, height: 40 });
    const whole = signedDistance(shape, REGION);
    for (const of of [shape, known]) {
      const made = signedDistance(of, REGION, { reach });
      const isRight = (d: number, exact: number) =>
        Math.abs(exact) <= reach
          ? d === exact
          : Math.sign(d) === Math.sign(exact) && Math.abs(d) > reach;
      expect([...made.data].filter((d, i) => !isRight(d, whole.data[i]!))).toEqual([]);
    }
  });

  it('is exact however deep, if that is asked', () => {
    const shape = disc(6.3, -2.5, 14);
    const whole = signedDistance(shape, REGION);
    const made = signedDistance(shape, REGION, { reach: 1, deep: true });
    expect([...made.data].filter((d, i) => d < 1 && d !== whole.data[i])).toEqual([]);
    expect(Math.min(...made.data)).toBeLessThan(-13);
  });

  it('is far where there is no contour', () => {
    const nothing = signedDistance(
      { channels: 1, region: REGION, data: new Float32Array(6400) },
      REGION,
    );
    const all = signedDistance(
      { channels: 1, region: REGION, data: new Float32Array(6400).fill(1) },
      REGION,
    );
    expect(Math.min(...nothing.data)).toBe(1e6);
    expect(Math.max(...all.data)).toBe(-1e6);
  });
});

describe('a shape grown or shrunk', () => {
  it.each([-7.5, -1, 0, 0.5, 3, 11.25])('by %f px has the area of a disc so much larger', (by) => {
    const area = grown(disc(0.2, 0.4, 20), by, REGION, false).data.reduce((s, v) => s + v, 0);
    const exact = Math.PI * (20 + by) ** 2;
    expect(Math.abs(area / exact - 1)).toBeLessThan(0.004);
  });

  it('keeps the corners of a square if it is sharp', () => {
    const square = polygon(-10, -10, 10, -10, 10, 10, -10, 10);
    const made = grown(square, 6, REGION, true);
    const at = (x: number, y: number) => made.data[(y + 40) * 80 + x + 40]!;
    expect(at(15, 15)).toBeGreaterThan(0.9);
    expect(at(16, 16)).toBeLessThan(0.1);
    const round = grown(square, 6, REGION, false);
    expect(round.data[(15 + 40) * 80 + 15 + 40]).toBeLessThan(0.1);
  });
});
