import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import '../kernels/load';
import type { MaskContext } from '../definitions/mask';
import { noMemo } from '../definitions/memo';
import { DAB } from '../kernels/brush';
import { IDENTITY, scaling } from '../geometry/affine';
import { corner } from '../geometry/path';
import { cacheOf } from '../render/cache';
import { newMask, newPart } from '../scene/model/make';
import type { AreaShape } from './area';
import type { Mask } from './mask';
import { maskPlane } from './mask';
import { nearest } from '../brush/along';
import type { BrushStroke } from '../brush/stroke';
import { dabsOf, penWidth } from '../brush/stroke';

const region = { x: 0, y: 0, width: 60, height: 40 };
const context = (scale = 1): MaskContext & { scale: number } => ({
  map: scale === 1 ? IDENTITY : scaling(scale),
  scale,
  wanted:
    scale === 1
      ? region
      : { x: 0, y: 0, width: region.width * scale, height: region.height * scale },
  picture: () => {
    throw new Error('There are no pictures here.');
  },
  memo: noMemo,
  mixing: 'displayed',
  look: () => null,
  kept: () => null,
});
const see = (mask: Mask, scale = 1) => maskPlane(mask, context(scale)).data;
const box = (x0: number, y0: number, x1: number, y1: number): AreaShape => ({
  kind: 'area',
  paths: [
    { closed: true, anchors: [corner(x0, y0), corner(x1, y0), corner(x1, y1), corner(x0, y1)] },
  ],
});
const at = (data: Float32Array, x: number, y: number, width = 60) => data[y * width + x]!;

const stroke = (values: Partial<BrushStroke> = {}): BrushStroke => ({
  ...{ hides: false, size: 20, hardness: 100, flow: 100, opacity: 100 },
  points: [10, 20, 1, 50, 20, 1],
  ...values,
});
const strokes = (...list: BrushStroke[]) => ({ kind: 'strokes', strokes: list }) as const;

describe('the parts of a mask', () => {
  const [a, b] = [box(10, 10, 30, 30), box(20, 5, 50, 25)];
  it('show, hide, and keep only, one after another', () => {
    const made = (...ways: ('add' | 'subtract' | 'intersect')[]) => {
      const mask = newMask();
      mask.parts = [a, b].map((s, i) => newPart(s, ways[i]));
      return see(mask);
    };
    const places = [
      [15, 15],
      [25, 15],
      [40, 15],
      [5, 35],
    ] as const;
    const of = (data: Float32Array) => places.map(([x, y]) => at(data, x, y));
    expect(of(made('add', 'add'))).toEqual([1, 1, 1, 0]);
    expect(of(made('add', 'subtract'))).toEqual([1, 0, 0, 0]);
    expect(of(made('add', 'intersect'))).toEqual([0, 1, 0, 0]);
    // One that begins by hiding begins with everything.
    expect(of(made('subtract', 'add'))).toEqual([0, 1, 1, 1]);
    expect(of(made('intersect', 'subtract'))).toEqual([1, 0, 0, 0]);
  });
  it('that are off, or of layers that are gone, change nothing', () => {
    const mask = newMask(a, b, { kind: 'layer', of: 'gone', what: 'coverage' });
    mask.parts[1]!.enabled = false;
    expect(see(mask)).toEqual(see(newMask(a)));
    expect(new Set(see(newMask()))).toEqual(new Set([0]));
  });
  it('have the exact areas of their outlines', () => {
    const made = see(newMask(box(10.25, 10, 30.5, 30)));
    expect(at(made, 10, 20)).toBeCloseTo(0.75, 5);
    expect(at(made, 30, 20)).toBeCloseTo(0.5, 5);
    expect(made.reduce((s, v) => s + v, 0)).toBeCloseTo(20.25 * 20, 2);
  });
});

describe('a mask', () => {
  it('is grown and shrunk by exact distances', () => {
    const disc = (r: number, x = 30, y = 20): AreaShape => {
      const k = r * 0.5522847;
      const anchor = (dx: number, dy: number, ox: number, oy: number) => ({
        ...{ x: x + dx * r, y: y + dy * r, kind: 'smooth' as const },
        in: { x: -ox * k, y: -oy * k },
        out: { x: ox * k, y: oy * k },
      });
      const anchors = [
        anchor(1, 0, 0, 1),
        anchor(0, 1, -1, 0),
        anchor(-1, 0, 0, -1),
        anchor(0, -1, 1, 0),
      ];
      return { kind: 'area', paths: [{ closed: true, anchors }] };
    };
    for (const by of [-5, 4]) {
      const [grown, direct] = [
        see({ ...newMask(disc(12)), grow: by }),
        see(newMask(disc(12 + by))),
      ];
      grown.forEach((v, i) => expect(Math.abs(v - direct[i]!)).toBeLessThan(0.12));
    }
  });
  it('is narrowed by contrast about its middle, to a step', () => {
    const soft = { ...newMask(box(-99, -99, 30, 99)), feather: 5 };
    const [plain, half, step] = [0, 50, 100].map((contrast) => see({ ...soft, contrast }));
    for (let x = 0; x < 60; x++) {
      const v = at(plain!, x, 20);
      expect(at(half!, x, 20)).toBeCloseTo(Math.min(1, Math.max(0, (v - 0.5) * 2 + 0.5)), 2);
      if (Math.abs(v - 0.5) > 0.02) expect(at(step!, x, 20)).toBeCloseTo(v > 0.5 ? 1 : 0, 5);
    }
  });
  it('inverted twice, and of half its density, is what these say', () => {
    const mask = newMask(box(10, 10, 30, 30));
    const [plain, turned, thin] = [
      see(mask),
      see({ ...mask, invert: true }),
      see({ ...mask, density: 50 }),
    ];
    plain.forEach((v, i) => {
      expect(turned[i]!).toBeCloseTo(1 - v, 5);
      expect(thin[i]!).toBeCloseTo(0.5 + v / 2, 5);
    });
  });
});

describe('strokes of a brush', () => {
  it('cover what lies within half their size of their way, with an edge of a px', () => {
    const made = see(newMask(strokes(stroke())));
    for (let y = 0; y < 40; y++)
      for (let x = 0; x < 60; x++) {
        const px = Math.min(50, Math.max(10, x + 0.5));
        const d = Math.hypot(x + 0.5 - px, y + 0.5 - 20);
        if (d < 9.3) expect(at(made, x, y)).toBeCloseTo(1, 4);
        if (d > 10.7) expect(at(made, x, y)).toBe(0);
      }
  });
  it('reveal and hide, by no more than their opacity', () => {
    const full = { kind: 'full' } as const;
    const hidden = see(newMask(full, strokes(stroke({ hides: true, opacity: 60 }))));
    expect(at(hidden, 30, 20)).toBeCloseTo(0.4, 5);
    const again = see(newMask(full, strokes(stroke({ hides: true }), stroke({ opacity: 50 }))));
    expect(at(again, 30, 20)).toBeCloseTo(0.5, 5);
    expect(at(again, 30, 38)).toBe(1);
    // Over itself one stroke covers no more than once.
    const crossed = stroke({ opacity: 50, points: [10, 20, 1, 50, 20, 1, 10, 20, 1] });
    expect(at(see(newMask(strokes(crossed))), 30, 20)).toBeCloseTo(0.5, 5);
  });
  it('cover by their flow in one pass, at any hardness and size', () => {
    for (const hardness of [85, 100])
      for (const size of [12, 24]) {
        const made = see(newMask(strokes(stroke({ flow: 40, hardness, size }))));
        expect(Math.abs(at(made, 30, 20) - 0.4)).toBeLessThan(0.05);
      }
  });
  it('have dabs no farther apart than their spacing, from end to end', () => {
    fc.assert(
      fc.property(
        fc.array(fc.tuple(fc.integer({ min: 0, max: 300 }), fc.integer({ min: 0, max: 300 })), {
          minLength: 1,
          maxLength: 8,
        }),
        fc.integer({ min: 5, max: 200 }),
        (way, size) => {
          const points = way.flatMap(([x, y]) => [x, y, 1]);
          const dabs = dabsOf(stroke({ points, size }), IDENTITY);
          const most = Math.max(nearest(IDENTITY, size), size * 0.03) + 1e-3;
          const from = (i: number, x: number, y: number) =>
            Math.hypot(dabs[i]! - x, dabs[i + 1]! - y);
          for (let i = DAB; i < dabs.length; i += DAB)
            expect(from(i, dabs[i - DAB]!, dabs[i - DAB + 1]!)).toBeLessThan(most);
          expect([dabs[0], dabs[1]]).toEqual(way[0]);
          const [x, y] = way.at(-1)!;
          expect(from(dabs.length - DAB, x, y)).toBeLessThan(most);
        },
      ),
    );
  });
  it('are the same with what was kept of those before, one added after another', () => {
    const cache = cacheOf(2 ** 26, () => 0);
    const list: BrushStroke[] = [];
    for (let i = 0; i < 60; i++) {
      list.push(
        stroke({
          hides: i % 3 === 1,
          size: 6 + (i % 7) * 3,
          hardness: (i * 37) % 101,
          opacity: 40 + (i % 5) * 15,
          points: [(i * 13) % 60, (i * 7) % 40, 1, (i * 29) % 60, (i * 11) % 40, 0.5],
        }),
      );
      const mask = newMask(box(5, 5, 40, 30), strokes(...list));
      const kept = maskPlane(mask, { ...context(), memo: cache.memo }).data;
      if (i % 7 === 0) expect(kept).toEqual(see(mask));
    }
    cache.clear();
  });
  it('at half the scale are the average of the whole', () => {
    const mask = newMask(
      strokes(stroke({ hardness: 40 }), stroke({ points: [30, 5, 1, 30, 35, 0.4] })),
    );
    const [whole, half] = [see(mask), see(mask, 0.5)];
    let sum = 0;
    for (let y = 0; y < 20; y++)
      for (let x = 0; x < 30; x++) {
        const mean =
          (at(whole, 2 * x, 2 * y) +
            at(whole, 2 * x + 1, 2 * y) +
            at(whole, 2 * x, 2 * y + 1) +
            at(whole, 2 * x + 1, 2 * y + 1)) /
          4;
        sum += Math.abs(half[y * 30 + x]! - mean);
      }
    expect(sum / 600).toBeLessThan(1 / 255);
  });
});

describe('a pen', () => {
  it('draws by its pressure, and wider as it leans, whichever way', () => {
    expect(penWidth(0.6, 0, 0)).toBe(0.6);
    expect(penWidth(1, 45, 0)).toBeCloseTo(1.75, 12);
    expect(penWidth(0.5, 0, -45)).toBeCloseTo(0.875, 12);
    // Tilts to both sides are one lean: tan² of it is the sum of theirs.
    const lean = Math.atan(Math.hypot(1, Math.tan(Math.PI / 6)));
    expect(penWidth(1, 45, 30)).toBeCloseTo(1 + (1.5 * lean) / (Math.PI / 2), 12);
    expect(penWidth(1, 90, 90)).toBeLessThanOrEqual(2.5);
  });
});
