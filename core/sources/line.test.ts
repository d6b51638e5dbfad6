import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { IDENTITY, meanScale, multiply, rotation, scaling } from '../geometry/affine';
import { flatten } from '../geometry/flatten';
import { arcTurn, strokeOutline } from '../geometry/outline';
import { corner } from '../geometry/path';
import { gaussianBlur } from '../kernels/blur';
import { coverage } from '../kernels/coverage';
import { crop } from '../pixels/buffer';
import { cacheOf } from '../render/cache';
import { newLine } from '../scene/make';
import { path } from '../testing/scenes';
import type { LineSource } from './line';
import { lineSource } from './line';
import { tubePasses } from './pass';
import { strokePlane } from './stroke';

const wanted = { x: -150, y: -150, width: 400, height: 400 };
const none = () => {
  throw new Error('A line needs no picture.');
};

describe('a blurred stroke', () => {
  it('drawn on the cells of its blur is the blur of the sharp stroke, within 0.4 %', () => {
    fc.assert(
      fc.property(
        path,
        fc.constantFrom(3, 9, 20, 37),
        fc.constantFrom(2, 8, 22),
        (p, sigma, half) => {
          const ours = strokePlane(
            p,
            IDENTITY,
            { half, sigma, cap: 'round', join: 'round' },
            wanted,
          );
          const line = flatten(p, IDENTITY, { tolerance: 0.004, turn: arcTurn(half, 0.004) });
          const outline = strokeOutline(line, {
            half,
            cap: 'round',
            join: 'round',
            tolerance: 0.004,
          });
          const sharp = coverage(outline, 'nonzero', {
            x: -600,
            y: -600,
            width: 1300,
            height: 1300,
          });
          const expected = crop(gaussianBlur(sharp, sigma, wanted, 1), ours.region, 1);
          let worst = 0;
          ours.data.forEach((v, i) => (worst = Math.max(worst, Math.abs(v - expected.data[i]!))));
          expect(worst).toBeLessThan(0.004);
        },
      ),
      { numRuns: 25 },
    );
  });

  it('of no width, no anchor or outside what is wanted is nothing', () => {
    const style = { sigma: 5, cap: 'round', join: 'round' } as const;
    const line = { closed: false, anchors: [corner(0, 0), corner(50, 0)] };
    expect(strokePlane(line, IDENTITY, { ...style, half: 0 }, wanted).data.length).toBe(0);
    expect(
      strokePlane({ closed: false, anchors: [] }, IDENTITY, { ...style, half: 5 }, wanted).data
        .length,
    ).toBe(0);
    expect(
      strokePlane(line, IDENTITY, { ...style, half: 5 }, { x: 900, y: 900, width: 5, height: 5 })
        .data.length,
    ).toBe(0);
  });
});

describe('a line of light', () => {
  const source = newLine('L', {
    closed: true,
    anchors: [corner(0, 0), corner(80, 10), corner(40, 70)],
  }).source as LineSource;

  it('finds its shapes kept when only colours and opacities change', () => {
    const { memo } = cacheOf(2 ** 26);
    let made = 0;
    const counting: typeof memo = (key, make, bytes) => memo(key, () => (made++, make()), bytes);
    const draw = (s: LineSource) =>
      lineSource.render(s, {
        map: IDENTITY,
        wanted,
        picture: none,
        memo: counting,
        mixing: 'displayed',
      });
    draw(source);
    expect(made).toBe(source.passes.length);
    draw({
      ...source,
      passes: source.passes.map((p) => ({ ...p, colour: '#00ff00', opacity: 50, blend: 'add' })),
    });
    expect(made).toBe(source.passes.length);
    draw({
      ...source,
      passes: source.passes.map((p, i) => (i === 0 ? { ...p, blur: p.blur + 1 } : p)),
    });
    expect(made).toBe(source.passes.length + 1);
  });

  it('is white-hot on the path and its own colour beside it', () => {
    const line: LineSource = {
      ...source,
      path: { closed: false, anchors: [corner(-100, 0), corner(100, 0)] },
      passes: tubePasses('#ff5a1f', 14, () => 'x'),
    };
    const { region, data } = lineSource.render(line, {
      map: IDENTITY,
      wanted,
      picture: none,
      memo: (_k, make) => make(),
      mixing: 'displayed',
    });
    const at = (x: number, y: number) => [
      ...data.slice(((y - region.y) * region.width + x - region.x) * 4).subarray(0, 4),
    ];
    expect(Math.min(...at(0, 0))).toBeGreaterThan(0.99);
    const [r, g, b, a] = at(0, 22) as [number, number, number, number];
    expect(a).toBeGreaterThan(0.2);
    expect(r / a).toBeGreaterThan(0.9);
    expect(b / a).toBeLessThan(g / a);
    expect(at(0, 100)[3]).toBeLessThan(at(0, 40)[3]!);
  });

  it('scales as a whole with its placement, and stays round when turned', () => {
    const sum = (map: typeof IDENTITY) =>
      lineSource
        .render(source, {
          map,
          wanted: { x: -2000, y: -2000, width: 4000, height: 4000 },
          picture: none,
          memo: (_k, make) => make(),
          mixing: 'displayed',
        })
        .data.reduce((t, v, i) => (i % 4 === 3 ? t + v : t), 0);
    const plain = sum(IDENTITY);
    const twice = multiply(rotation(0.7), scaling(2));
    expect(meanScale(twice)).toBeCloseTo(2);
    expect(sum(twice) / plain).toBeCloseTo(4, 1);
  });
});
