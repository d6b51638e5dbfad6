import { LAMP } from '../testing/step-context';
import { softPasses } from '../testing/soft-line';
import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { IDENTITY, meanScale, multiply, rotation, scaling } from '../geometry/affine';
import type { Path } from '../geometry/path';
import { corner } from '../geometry/path';
import { gaussianBlur } from '../kernels/blur';
import { coverage } from '../kernels/coverage';
import { crop } from '../pixels/buffer';
import type { Region } from '../pixels/region';
import { cacheOf } from '../render/cache';
import { newLine, newShape } from '../scene/model/make';
import { path } from '../testing/scenes';
import { traced } from '../testing/traced';
import type { LineSource } from './line-source';
import { lineSource } from './line';
import type { Pass } from './pass';
import { gradientEnds } from './gradient';
import { rampOf } from '../pixels/ramp';
import { newPass, passParameters, relitPasses, tubePasses, withValues } from './pass';
import { passPlane } from './pass-plane';

const SCENE = { x0: 0, y0: 0, x1: 100, y1: 100 };

const wanted = { x: -150, y: -150, width: 400, height: 400 };
const none = () => {
  throw new Error('A line needs no picture.');
};

const context = {
  map: IDENTITY,
  wanted,
  memo: <T>(_key: string, make: () => T) => make(),
  mixing: 'displayed',
  lamp: LAMP,
  scene: SCENE,
} as const;
const lineOf = (paths: Path[]): LineSource => ({
  kind: 'line',
  light: '#ff5a1f',
  shape: { kind: 'path', paths },
  gaps: [],
  modifiers: [],
  passes: [],
});

describe('a blurred stroke', () => {
  it('drawn on the cells of its blur is the blur of the sharp stroke, within 0.4 %', () => {
    fc.assert(
      fc.property(
        path,
        fc.constantFrom(3, 9, 20, 37),
        fc.constantFrom(2, 8, 22),
        (p, blur, half) => {
          const of = (blur: number, within: Region) =>
            passPlane(lineOf([p]), newPass('x', '', { width: 2 * half, blur }), {
              ...context,
              wanted: within,
            });
          const ours = of(blur, wanted);
          const sharp = of(0, { x: -600, y: -600, width: 1300, height: 1300 });
          const expected = crop(gaussianBlur(sharp, blur, wanted), ours.region);
          let worst = 0;
          ours.data.forEach((v, i) => (worst = Math.max(worst, Math.abs(v - expected.data[i]!))));
          expect(worst).toBeLessThan(0.004);
        },
      ),
      { numRuns: 25 },
    );
  });

  it('also of very many anchors, whose edges all cross one another', () => {
    for (const [blur, half] of [
      [9, 22],
      [14, 30],
    ] as const) {
      const of = (blur: number, within: Region) =>
        passPlane(lineOf([traced(5000, 120, true)]), newPass('x', '', { width: 2 * half, blur }), {
          ...context,
          wanted: within,
        });
      const ours = of(blur, wanted);
      const sharp = of(0, { x: -400, y: -400, width: 900, height: 900 });
      const expected = crop(gaussianBlur(sharp, blur, wanted), ours.region);
      const worst = ours.data.reduce((m, v, i) => Math.max(m, Math.abs(v - expected.data[i]!)), 0);
      expect(worst).toBeLessThan(0.004);
    }
  });

  it('of no width, no anchor or outside what is wanted is nothing', () => {
    const line = { closed: false, anchors: [corner(0, 0), corner(50, 0)] };
    const size = (p: Path[], width: number, within = wanted) =>
      passPlane(lineOf(p), newPass('x', '', { width, blur: 5 }), { ...context, wanted: within })
        .data.length;
    expect(size([line], 0)).toBe(0);
    expect(size([{ closed: false, anchors: [] }], 10)).toBe(0);
    expect(size([], 10)).toBe(0);
    expect(size([line], 10, { x: 900, y: 900, width: 5, height: 5 })).toBe(0);
  });
});

/** The sum of a plane: the area of what it covers, px². */
const area = (p: { data: Float32Array }) => p.data.reduce((sum, v) => sum + v, 0);
const shapeOf = (source: LineSource, values: Partial<Pass>) =>
  passPlane(source, newPass('x', '', values), context);
const straight = lineOf([{ closed: false, anchors: [corner(-100, 0), corner(100, 0)] }]);

describe('a pass', () => {
  it('that thins to both ends has the area of two triangles and a bar, and true points', () => {
    const thin = { width: 20, start: 25, end: 25, cap: 'round' } as const;
    expect(area(shapeOf(straight, thin))).toBeCloseTo(20 * 100 + 20 * 50, 0);
    const { region, data } = shapeOf(straight, { ...thin, start: 50, end: 50 });
    // Half way along a taper it is half as wide; at its end there is nothing to see.
    const column = (x: number) => {
      let sum = 0;
      for (let y = 0; y < region.height; y++) sum += data[y * region.width + x - region.x] ?? 0;
      return sum;
    };
    expect(column(-50)).toBeCloseTo(10, 0);
    expect(column(-100)).toBeLessThan(0.2);
    expect(column(99)).toBeLessThan(0.2);
  });

  it('of any point has the area that the integral of its profile says', () => {
    const of = (point: Pass['point']) =>
      area(shapeOf(straight, { width: 16, start: 100, point, cap: 'flat' }));
    expect(of('pointed') / (16 * 200)).toBeCloseTo(1 / 2, 2);
    expect(of('rounded') / (16 * 200)).toBeCloseTo(Math.PI / 4, 2);
    expect(of('sharp') / (16 * 200)).toBeCloseTo(1 / 3, 2);
  });

  it('thinned along a curve covers what a fine polygon of it does', () => {
    // A quarter circle of radius 90, thinned straight to a point at its end.
    const r = 90;
    const k = r * 0.5522847498;
    const curve = lineOf([
      {
        closed: false,
        anchors: [
          { ...corner(r, 0), out: { x: 0, y: k } },
          { ...corner(0, r), in: { x: k, y: 0 } },
        ],
      },
    ]);
    const made = shapeOf(curve, { width: 18, end: 100, cap: 'flat' });
    const edge = (side: number) =>
      Array.from({ length: 2001 }, (_, i) => {
        const t = i / 2000;
        const a = (t * Math.PI) / 2;
        const d = r + side * 9 * (1 - t);
        return [Math.cos(a) * d, Math.sin(a) * d] as const;
      });
    const exact = coverage(
      [Float64Array.from([...edge(1), ...edge(-1).reverse()].flat())],
      'nonzero',
      wanted,
    );
    expect(area(made) / area(exact)).toBeCloseTo(1, 3);
    const same = crop(made, exact.region).data;
    const mean = same.reduce((sum, v, i) => sum + Math.abs(v - exact.data[i]!), 0) / same.length;
    expect(mean).toBeLessThan(0.002);
  });

  it('of the inside fills closed and open lines; a ring has a hole; it grows and shrinks', () => {
    const square = lineOf([
      {
        closed: true,
        anchors: [corner(-30, -30), corner(30, -30), corner(30, 30), corner(-30, 30)],
      },
    ]);
    expect(area(shapeOf(square, { draws: 'inside' }))).toBeCloseTo(3600, 1);
    expect(area(shapeOf(square, { draws: 'inside', grow: -5 }))).toBeCloseTo(2500, 0);
    // Grown by 5: the sides, and a round corner at each.
    expect(area(shapeOf(square, { draws: 'inside', grow: 5 }))).toBeCloseTo(
      3600 + 4 * 60 * 5 + Math.PI * 25,
      -1,
    );
    expect(area(shapeOf(square, { draws: 'both', width: 10 }))).toBeCloseTo(
      3600 + 4 * 60 * 5 + Math.PI * 25,
      -1,
    );
    const ring = { ...straight, shape: newShape('ring', { radius: 50, inner: 50 }) };
    expect(area(shapeOf(ring, { draws: 'inside' }))).toBeCloseTo(Math.PI * (2500 - 625), -1);
    const open = lineOf([{ closed: false, anchors: [corner(0, 0), corner(40, 0), corner(0, 40)] }]);
    expect(area(shapeOf(open, { draws: 'inside' }))).toBeCloseTo(800, 1);
  });

  it('of dashes covers its share of the line; dots are round', () => {
    const dashes = { width: 4, cap: 'flat', dashes: true, dash: 10, gap: 10 } as const;
    expect(area(shapeOf(straight, { ...dashes, fit: false }))).toBeCloseTo(400, 0);
    const dots = shapeOf(straight, { ...dashes, cap: 'round', dash: 0, gap: 20, width: 8 });
    expect(area(dots) / (11 * Math.PI * 16)).toBeCloseTo(1, 1);
    // On a closed line a whole number of them goes round.
    const circle = { ...straight, shape: newShape('ellipse', { width: 100, height: 100 }) };
    const bulbs = shapeOf(circle, { width: 6, dashes: true, dash: 0, gap: 30, cap: 'round' });
    const whole = Math.round((100 * Math.PI) / 30);
    expect(Math.round(area(bulbs) / (Math.PI * 9))).toBe(whole);
  });

  it('moved across, down or beside lies there', () => {
    const middle = (values: Partial<Pass>) => {
      const { region } = shapeOf(straight, { width: 4, cap: 'flat', ...values });
      return [region.x + region.width / 2, region.y + region.height / 2];
    };
    expect(middle({ x: 12, y: -7 })).toEqual([12, -7]);
    expect(middle({ beside: 9 })).toEqual([0, 9]);
  });

  it('painted along the line goes from one colour to the other, and keeps its edges', () => {
    const source = {
      ...straight,
      passes: [
        newPass('x', '', {
          width: 30,
          cap: 'flat',
          paint: 'along',
          ramp: rampOf(
            [
              [0, '#ff0000'],
              [100, '#0000ff'],
            ],
            undefined,
            'scene',
          ),
        }),
      ],
    };
    const made = lineSource.render(source, { ...context, picture: none });
    const at = (x: number, y: number) => {
      const i = ((y - made.region.y) * made.region.width + x - made.region.x) * 4;
      return [...made.data.subarray(i, i + 4)];
    };
    expect(at(-98, 0)[0]).toBeGreaterThan(0.97);
    expect(at(98, 0)[2]).toBeGreaterThan(0.97);
    const [r, , b, a] = at(0, 3) as [number, number, number, number];
    expect(a).toBeCloseTo(1, 4);
    expect(r).toBeCloseTo(0.5, 1);
    expect(b).toBeCloseTo(0.5, 1);
    // Its coverage is that of the plain stroke, whatever its colours.
    const plain = shapeOf(source, { width: 30, cap: 'flat' });
    const alpha = crop(made, plain.region).data.filter((_, i) => i % 4 === 3);
    alpha.forEach((v, i) => expect(Math.abs(v - plain.data[i]!)).toBeLessThan(1e-5));
  });

  it('painted across the shape or from its middle fades where its end is clear', () => {
    const box = { ...straight, shape: newShape('rectangle', { width: 100, height: 60 }) };
    const made = (values: Partial<Pass>) =>
      lineSource.render(
        {
          ...box,
          passes: [
            newPass('x', '', {
              draws: 'inside',
              ramp: rampOf(
                [[0, '#ffffff']],
                [
                  [0, 100],
                  [100, 0],
                ],
              ),
              ...values,
            }),
          ],
        },
        { ...context, picture: none },
      );
    const alpha = (m: ReturnType<typeof made>, x: number, y: number) =>
      m.data[((y - m.region.y) * m.region.width + x - m.region.x) * 4 + 3]!;
    const across = made({ paint: 'linear', paintAngle: 0 });
    expect(alpha(across, -49, 0)).toBeGreaterThan(0.97);
    expect(alpha(across, 0, 20)).toBeCloseTo(0.5, 1);
    expect(alpha(across, 48, 0)).toBeLessThan(0.03);
    const round = made({ paint: 'radial' });
    expect(alpha(round, 0, 0)).toBeGreaterThan(0.97);
    expect(alpha(round, 0, 25)).toBeGreaterThan(alpha(round, 45, 25));
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
        lamp: LAMP,
        scene: SCENE,
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
      shape: straight.shape,
      passes: softPasses('#ff5a1f', 14),
    };
    const { region, data } = lineSource.render(line, {
      map: IDENTITY,
      wanted,
      picture: none,
      memo: (_k, make) => make(),
      mixing: 'displayed',
      lamp: LAMP,
      scene: SCENE,
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

  it('of a new tube burns in its middle, by its own colour alone, and its halo goes far', () => {
    const passes = tubePasses('#ff5a1f', 14, () => 'x');
    expect(passes.every((p) => p.colour === '#ff5a1f' && !p.core)).toBe(true);
    const { region, data } = lineSource.render(
      { ...source, shape: straight.shape, passes },
      {
        ...{ map: IDENTITY, wanted, picture: none, mixing: 'light', lamp: LAMP, scene: SCENE },
        memo: (_k, make) => make(),
      },
    );
    const at = (x: number, y: number) => [
      ...data.slice(((y - region.y) * region.width + x - region.x) * 4).subarray(0, 4),
    ];
    // Brighter than white in every channel, so that it goes over to white.
    expect(Math.min(...at(0, 0).slice(0, 3))).toBeGreaterThan(0.4);
    expect(at(0, 0)[0]).toBeGreaterThan(16);
    expect(at(0, 40)[0]!).toBeGreaterThan(0.02);
    expect(at(0, 90)[0]!).toBeGreaterThan(0);
    expect(at(0, 90)[0]!).toBeLessThan(at(0, 40)[0]!);
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
          lamp: LAMP,
          scene: SCENE,
        })
        .data.reduce((t, v, i) => (i % 4 === 3 ? t + v : t), 0);
    const plain = sum(IDENTITY);
    const twice = multiply(rotation(0.7), scaling(2));
    expect(meanScale(twice)).toBeCloseTo(2);
    expect(sum(twice) / plain).toBeCloseTo(4, 1);
  });
});

describe('a pass with a ramp', () => {
  const pass = newPass('x', '', { colour: '#123456' });
  const lit = newPass('y', '', {
    paint: 'along',
    ramp: rampOf([
      [0, '#ff0000'],
      [50, '#ffaaaa'],
      [100, '#550000'],
    ]),
  });
  it('first begins with the colour that it had, and keeps a ramp of its own', () => {
    const ramped = withValues(pass, { paint: 'along' });
    expect(ramped.ramp.colours.map((c) => c.colour)).toEqual(['#123456', '#ff5a1f']);
    expect(withValues(ramped, { paint: 'radial' }).ramp).toBe(ramped.ramp);
    const own = withValues({ ...pass, ramp: lit.ramp }, { paint: 'along' });
    expect(own.ramp).toBe(lit.ramp);
    expect(pass.ramp).toBe(passParameters.ramp.default);
  });
  it('takes a new light in every colour, and is what it was when that is taken back', () => {
    const [blue] = relitPasses([lit], '#ff0000', '#0000ff');
    blue!.ramp.colours.forEach(({ colour }) => {
      const [r, b] = [colour.slice(1, 3), colour.slice(5, 7)].map((c) => Number.parseInt(c, 16));
      expect(b!).toBeGreaterThan(r!);
    });
    const [back] = relitPasses([blue!], '#0000ff', '#ff0000');
    expect(back!.ramp).toEqual(lit.ramp);
  });
  it('lies where its ends were dragged to, and as wide as the line until then', () => {
    const line = lineOf([{ closed: false, anchors: [corner(10, 20), corner(110, 20)] }]);
    const linear = { ...pass, paint: 'linear' as const };
    expect(gradientEnds(line, linear)).toEqual({ from: { x: 10, y: 20 }, to: { x: 110, y: 20 } });
    const ends = { x0: 1, y0: 2, x1: 3, y1: 4 };
    expect(gradientEnds(line, { ...linear, ends })).toEqual({
      from: { x: 1, y: 2 },
      to: { x: 3, y: 4 },
    });
  });
});

describe('tapers by length', () => {
  it('thin the same stretch however long the line is', () => {
    const areas = [200, 300].map((l) => {
      const line = lineOf([{ closed: false, anchors: [corner(-150, 0), corner(l - 150, 0)] }]);
      const values = { width: 20, cap: 'flat', tapers: 'length', startLength: 80 } as const;
      const { data } = passPlane(line, newPass('x', '', values), context);
      return data.reduce((sum, v) => sum + v, 0);
    });
    // A triangle 80 long, and the rest as wide as ever.
    expect(areas[0]!).toBeCloseTo((80 * 20) / 2 + 120 * 20, -1);
    expect(areas[1]! - areas[0]!).toBeCloseTo(100 * 20, -1);
  });
});
