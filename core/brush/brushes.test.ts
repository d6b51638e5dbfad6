import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import * as v from 'valibot';
import { defaultsOf } from '../definitions/parameter-values';
import { picture } from '../kernels/picture';
import { DAB } from '../kernels/brush';
import { IDENTITY } from '../geometry/affine';
import { crop, type ColourBuffer } from '../pixels/buffer';
import { rampOf } from '../pixels/ramp';
import { anyValues } from '../testing/any-values';
import { paintContext, paintStroke, painted, pxAt } from '../testing/painted';
import { boxOfStrokes } from './hit';
import { paintDabs } from './paint-dabs';
import { paintBrushParameters, paintStrokeSchema, strokeBrush, wholeBrush } from './paint-brush';
import type { PaintBrush, PaintStroke } from './paint-brush';
import { smoothed } from './smoothed';

/** What makes brushes more than discs of one colour. */

const LINE = [
  [30, 60],
  [170, 60],
] as const;
const one = (values: Partial<PaintBrush>, rest: Partial<PaintStroke> = {}) =>
  painted([paintStroke(LINE, values, rest)]);
const dab = (values: Partial<PaintBrush>, rest: Partial<PaintStroke> = {}) =>
  painted([paintStroke([[100, 60]], values, rest)]);
const alpha = (made: ColourBuffer, x: number, y: number) => pxAt(made, x, y)[3]!;
const worst = (a: Float32Array, b: Float32Array) =>
  a.reduce((m, x, i) => Math.max(m, Math.abs(x - b[i]!)), 0);

describe('a soft tip', () => {
  it('falls off as a Gaussian that ends at its edge, to 1/1000', () => {
    const made = dab({ tip: 'soft', size: 100 });
    const edge = Math.exp(-0.5 * 2.5 ** 2);
    for (let x = 40; x < 160; x += 3)
      for (let y = 5; y < 115; y += 3) {
        const d = Math.hypot(x + 0.5 - 100, y + 0.5 - 60) / 50;
        const wanted = d >= 1 ? 0 : (Math.exp(-0.5 * (2.5 * d) ** 2) - edge) / (1 - edge);
        expect(Math.abs(alpha(made, x, y) - wanted)).toBeLessThan(1e-3);
      }
  });
});

describe('strokes in colours', () => {
  it('that are all one come to what a stroke of one colour does', () => {
    const values = { hardness: 40, flow: 30, opacity: 80 };
    const plain = one(values, { colour: '#4080c0' });
    const ramp = rampOf([
      [0, '#4080c0'],
      [100, '#4080c0'],
    ]);
    expect(worst(one({ ...values, colours: 'along', ramp }).data, plain.data)).toBeLessThan(1e-4);
  });

  it('go along a ramp from their first point to their last', () => {
    const ramp = rampOf([
      [0, '#ff0000'],
      [100, '#0000ff'],
    ]);
    const made = one({ colours: 'along', ramp });
    const [start, end] = [pxAt(made, 16, 60), pxAt(made, 180, 60)];
    expect(start[0]).toBeGreaterThan(0.95);
    expect(end[2]).toBeGreaterThan(0.95);
    expect(start[2]! + end[0]!).toBeLessThan(0.25);
    expect(alpha(made, 100, 60)).toBeCloseTo(1, 5);
  });

  it('are of one colour pressed lightly and of another pressed hard', () => {
    const way = [
      [30, 60, 0],
      [170, 60, 1],
    ] as const;
    const values = { colours: 'pressure', lightColour: '#00ff00', pressureSize: 0 } as const;
    const made = painted([paintStroke(way, values, { colour: '#ff0000' })]);
    expect(pxAt(made, 14, 60)[1]).toBeGreaterThan(0.85);
    expect(pxAt(made, 180, 60)[0]).toBeGreaterThan(0.85);
  });

  it('pressed lightly cover no more than pressure to opacity leaves', () => {
    const way = [
      [30, 60, 0.5],
      [170, 60, 0.5],
    ] as const;
    const made = painted([paintStroke(way, { pressureOpacity: 100, pressureSize: 0 })]);
    expect(alpha(made, 100, 60)).toBeCloseTo(0.5, 4);
    // A curve that calls half of a pressure all of it.
    const opacityCurve: PaintBrush['opacityCurve'] = [
      [0, 0],
      [0.5, 1],
      [1, 1],
    ];
    const values = { pressureOpacity: 100, pressureSize: 0, curves: true, opacityCurve };
    expect(alpha(painted([paintStroke(way, values)]), 100, 60)).toBeCloseTo(1, 3);
  });
});

describe('a brush that scatters', () => {
  const values = { scatters: true, size: 16, count: 3, across: 200, along: 100, colourSpread: 60 };
  it('strews the same by the same seed, another by another, and within its box', () => {
    const at = (seed: number) => one({ ...values, seed }).data;
    expect(at(4)).toEqual(at(4));
    expect(at(4)).not.toEqual(at(5));
    fc.assert(
      fc.property(fc.integer({ min: 0, max: 9999 }), (seed) => {
        const s = paintStroke(LINE, { ...values, seed });
        const box = boxOfStrokes([s])!;
        const { dabs } = paintDabs(s, IDENTITY);
        for (let i = 0; i < dabs.length; i += DAB) {
          expect(dabs[i]! - dabs[i + 2]!).toBeGreaterThanOrEqual(box.x0);
          expect(dabs[i + 1]! - dabs[i + 2]!).toBeGreaterThanOrEqual(box.y0);
          expect(dabs[i + 1]! + dabs[i + 2]!).toBeLessThanOrEqual(box.y1);
        }
      }),
      { numRuns: 20 },
    );
  });

  it('has a colour for each of very many dabs', () => {
    const s = paintStroke(LINE, { ...values, size: 3, spacing: 1, count: 16 });
    const { dabs, tints } = paintDabs(s, IDENTITY);
    expect(dabs.length / DAB).toBeGreaterThan(4096);
    expect(tints!.length / 4).toBe(dabs.length / DAB);
    for (let i = 0; i < tints!.length; i += 4) expect(tints![i + 3]).toBeGreaterThan(0);
  });

  it('lays so many dabs in place of each', () => {
    const count = (n: number) =>
      paintDabs(paintStroke(LINE, { ...values, count: n }), IDENTITY).dabs.length;
    expect(count(4)).toBe(4 * count(1));
  });
});

describe('tapered ends', () => {
  it('grow from nothing to all over their length', () => {
    const made = one({ taper: 50 });
    const height = (x: number) =>
      Array.from({ length: 120 }, (_, y) => alpha(made, x, y)).reduce((a, b) => a + b);
    expect(height(31)).toBeLessThan(3);
    expect(height(55)).toBeCloseTo(20, -1);
    expect(height(100)).toBeCloseTo(40, 0);
    expect(height(169)).toBeLessThan(3);
  });
});

describe('an airbrush', () => {
  it('goes on while it rests', () => {
    const rest = (rests: boolean) => {
      const s = paintStroke([[100, 60]], { rests, flow: 10 });
      s.points = [[100, 60, 1, 0, 0, 0, 100, 60, 1, 0, 0, 1000]];
      return alpha(painted([s]), 100, 60);
    };
    expect(rest(true)).toBeGreaterThan(5 * rest(false));
  });
});

describe('tips', () => {
  // A picture of four px: red on the left, and half of green on the right.
  const image = picture({
    ...{ width: 2, height: 2, depth: 8 },
    data: Uint8Array.of(255, 0, 0, 255, 0, 255, 0, 128, 255, 0, 0, 255, 0, 255, 0, 128),
  });
  const context = { ...paintContext(), picture: () => image };
  const STAMP = `${'0'.repeat(64)}.png`;
  const values = { tip: 'stamp', stamp: STAMP, size: 60 } as const;

  it('of a picture stamp it once a press, in its own colours', () => {
    const made = painted([paintStroke([[100, 60]], values)], context);
    expect(pxAt(made, 88, 60)[0]).toBeGreaterThan(0.85);
    const right = pxAt(made, 114, 60);
    expect(right[3]).toBeCloseTo(0.5, 1);
    expect(right[1]! / right[3]!).toBeGreaterThan(0.85);
    expect(pxAt(made, 100, 5)[3]).toBe(0);
  });

  it('of a picture as a shape are in the colour of the brush', () => {
    const as = { ...values, ownColours: false };
    const made = painted([paintStroke([[100, 60]], as, { colour: '#0000ff' })], context);
    const [r, g, b, a] = pxAt(made, 88, 60);
    expect([r, g]).toEqual([0, 0]);
    expect(b).toBe(a);
    expect(a).toBeGreaterThan(0.85);
  });

  it.each(['bristle', 'spatter'] as const)(
    '%s covers some of what a disc does, and no more',
    (tip) => {
      const [made, round] = [dab({ tip, size: 80 }), dab({ size: 82 })];
      const sum = (b: ColourBuffer) => b.data.reduce((s, x) => s + x, 0);
      expect(sum(made)).toBeGreaterThan(0.05 * sum(round));
      expect(sum(made)).toBeLessThan(0.8 * sum(round));
      made.data.forEach((x, i) => expect(x).toBeLessThanOrEqual(round.data[i]! + 1e-6));
    },
  );

  it('that fill what they go round fill its area, holes left out', () => {
    const square = [
      [50, 20],
      [150, 20],
      [150, 100],
      [50, 100],
    ] as const;
    const made = painted([paintStroke(square, { tip: 'inside' })]);
    const sum = made.data.reduce((s, x, i) => s + (i % 4 === 3 ? x : 0), 0);
    expect(sum).toBeCloseTo(100 * 80, 0);
  });
});

describe('grain', () => {
  it('takes away from a stroke where it lies, and lies still beneath all', () => {
    const grain = { grain: 'clouds', grainSize: 20, hardness: 100 } as const;
    const way = (y: number) =>
      [
        [30, y],
        [170, y],
      ] as const;
    const [a, b] = [50, 70].map((y) => painted([paintStroke(way(y), grain)]));
    const plain = painted([paintStroke(way(50))]);
    let [less, all] = [0, 0];
    for (let x = 30; x < 170; x++)
      for (let y = 52; y < 69; y++) {
        expect(alpha(a!, x, y)).toBeCloseTo(alpha(b!, x, y), 5);
        less += alpha(a!, x, y);
        all += alpha(plain, x, y);
      }
    expect(less).toBeGreaterThan(0.1 * all);
    expect(less).toBeLessThan(0.9 * all);
  });
});

describe('smoothing', () => {
  const corner = [0, 0, 1, 0, 0, 0, 100, 0, 1, 0, 0, 10, 100, 100, 0.5, 0, 0, 20];
  it('goes through all points, and rounds the way between them', () => {
    expect(smoothed(corner, 0)).toBe(corner);
    const round = Array.from(smoothed(corner, 1));
    for (const [x, y] of [
      [0, 0],
      [100, 0],
      [100, 100],
    ])
      expect(round.some((v, i) => i % 6 === 0 && v === x && round[i + 1] === y)).toBe(true);
    expect(round.some((v, i) => i % 6 === 0 && v > 101)).toBe(true);
    expect(round.slice(-6)).toEqual(corner.slice(-6));
  });

  it('of very many points comes to a bounded number', () => {
    const long = Array.from({ length: 6 * 50_000 }, (_, i) =>
      i % 6 === 0 ? (i % 7) * 90 : i % 11,
    );
    expect(smoothed(long, 1).length / 6).toBeLessThan(250_000);
  });
});

describe('any brush', () => {
  const any = anyValues(paintBrushParameters, { px: 60, count: 3 }).map((b) => ({
    ...b,
    stamp: '',
  }));
  it('comes to the same in a part as in the whole, and never beyond its opacity', () => {
    fc.assert(
      fc.property(any, fc.integer({ min: 0, max: 150 }), (values, x) => {
        const brush = {
          ...values,
          size: Math.max(4, values.size),
          spacing: Math.max(4, values.spacing),
        };
        const s = paintStroke(LINE, brush);
        const part = { x, y: 10, width: 40, height: 90 };
        const whole = painted([s]);
        expect(painted([s], paintContext(part)).data).toEqual(crop(whole, part).data);
        const most = whole.data.reduce((m, a, i) => (i % 4 === 3 ? Math.max(m, a) : m), 0);
        expect(most).toBeLessThanOrEqual(brush.opacity / 100 + 1e-5);
      }),
      { numRuns: 60 },
    );
  });

  it('is kept without what is as usual, and is whole again', () => {
    fc.assert(
      fc.property(any, (values) => {
        expect(wholeBrush(strokeBrush(values))).toEqual(values);
        const s = { ...paintStroke(LINE), brush: strokeBrush(values) };
        expect(v.parse(paintStrokeSchema, s)).toEqual(s);
      }),
    );
    const usual = strokeBrush(defaultsOf(paintBrushParameters));
    expect(Object.keys(usual)).toHaveLength(10);
  });
});
