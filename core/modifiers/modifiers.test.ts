import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import type { NumberParameter } from '../definitions/parameter';
import { defaultsOf } from '../definitions/parameter-values';
import { IDENTITY } from '../geometry/affine';
import { corner } from '../geometry/path';
import type { Strand } from '../geometry/strand';
import { lengthsOf, strandsBox, strandsOf } from '../geometry/strand';
import { path } from '../testing/scenes';
import { chance, drift } from '../geometry/chance';
import { modifierOfKind, modifiers } from './index';

const fine = { tolerance: 0.05, turn: Infinity };
const context = { tolerance: 0.05, strands: 6000, points: 250_000 };
const strands = (closed = false): Strand[] =>
  strandsOf(
    [{ closed, anchors: [corner(0, 0), corner(400, 0), corner(400, 300)] }],
    IDENTITY,
    fine,
  );
const line = strandsOf(
  [{ closed: false, anchors: [corner(-200, 0), corner(200, 0)] }],
  IDENTITY,
  fine,
);
const use = (kind: string, on: readonly Strand[], values: Record<string, unknown> = {}) => {
  const m = modifierOfKind(kind);
  return m.apply(on, { ...defaultsOf(m.parameters), ...values } as never, context);
};

/** All that strands are made of, in one number; NaN if any of it is. */
const sum = (all: readonly Strand[]): number =>
  all.reduce((t, s) => s.points.reduce((u, v, i) => u + v * (1 + (i % 7)), t + s.strength), 0);

for (const m of modifiers)
  describe(m.label, () => {
    /** Any values within their ranges, extremes first of all; numbers of copies kept low. */
    const values = fc.record(
      Object.fromEntries(
        Object.entries(m.parameters).map(([k, p]) => [
          k,
          p.kind === 'number'
            ? fc
                .oneof(
                  fc.constantFrom(p.min, p.max, 0, p.default),
                  fc.double({ min: p.min, max: p.max, noNaN: true }),
                )
                .map((v) =>
                  clamp(
                    v,
                    p,
                    m.kind !== 'ripple' && /copies|count|branches/.test(k) ? 9 : Infinity,
                  ),
                )
            : p.kind === 'choice'
              ? fc.constantFrom(...p.options.map((o) => o.value))
              : p.kind === 'curve'
                ? fc.constantFrom(
                    p.default,
                    [],
                    [[0.3, 1]],
                    [
                      [0, 1],
                      [1e-9, -1],
                      [1, 1],
                    ],
                  )
                : p.kind === 'switch'
                  ? fc.boolean()
                  : fc.constant(p.default),
        ]),
      ),
    );
    const clamp = (v: number, p: NumberParameter, most: number) =>
      Math.min(most, Math.max(p.min, Math.min(p.max, v)));

    it('makes finite strands of any line and any values, and the same every time', () => {
      fc.assert(
        fc.property(path, values, (p, v) => {
          const from = strandsOf([p], IDENTITY, fine);
          const before = sum(from);
          const made = m.apply(from, v as never, context);
          expect(sum(from)).toBe(before);
          expect(Number.isFinite(sum(made))).toBe(true);
          for (const s of made) {
            expect(s.width.length).toBe(s.points.length / 2);
            expect(s.width.every((w) => w >= 0)).toBe(true);
            expect(s.strength).toBeGreaterThanOrEqual(0);
          }
          expect(sum(m.apply(from, v as never, context))).toBe(sum(made));
        }),
        { numRuns: 40 },
      );
    });

    it('takes a line of one point, of no length, and none at all', () => {
      const dot = strandsOf([{ closed: false, anchors: [corner(5, 5)] }], IDENTITY, fine);
      const same = strandsOf(
        [{ closed: true, anchors: [corner(5, 5), corner(5, 5), corner(5, 5)] }],
        IDENTITY,
        fine,
      );
      for (const from of [[], dot, same])
        for (const s of m.apply(from, defaultsOf(m.parameters) as never, context))
          expect(s.points.every(Number.isFinite)).toBe(true);
    });
  });

describe('a ripple', () => {
  it('is a sine of its amplitude and period, gone at the ends', () => {
    const [s] = use('ripple', line, { amplitude: 10, period: 100, fade: 25, phase: 0 });
    const at = (x: number) => {
      let best = 0;
      for (let i = 0; i < s!.points.length; i += 2)
        if (Math.abs(s!.points[i]! - x) < Math.abs(s!.points[best]! - x)) best = i;
      return s!.points[best + 1]!;
    };
    expect(Math.abs(at(-200))).toBeLessThan(1e-9);
    expect(Math.abs(at(200))).toBeLessThan(1e-9);
    // At its centre, half way, the wave begins; a quarter of a period on it is highest.
    expect(at(0)).toBeCloseTo(0, 0);
    expect(at(25)).toBeCloseTo(10, 0);
    expect(at(75)).toBeCloseTo(-10, 0);
  });
  it('meets itself on a closed line', () => {
    const [s] = use('ripple', strands(true), { amplitude: 20, period: 130 });
    const n = s!.points.length;
    const gap = Math.hypot(s!.points[0]! - s!.points[n - 2]!, s!.points[1]! - s!.points[n - 1]!);
    expect(gap).toBeLessThan(20);
  });
});

describe('jitter', () => {
  it('of very many lines grows no more branches than there is room for, the same at each', () => {
    const many = Array.from({ length: 1000 }, () => line[0]!);
    const made = use('jitter', many, { branches: 60, detail: 2 });
    expect(made).toHaveLength(6000);
  });
  it('holds the ends, strays as far as asked, and branches', () => {
    const made = use('jitter', line, { rough: 40, branches: 4 });
    expect(made).toHaveLength(5);
    const trunk = made[0]!;
    expect([...trunk.points.subarray(0, 2)]).toEqual([-200, 0]);
    expect(trunk.points.at(-2)).toBeCloseTo(200, 9);
    const box = strandsBox([trunk])!;
    expect(Math.max(-box.y0, box.y1)).toBeGreaterThan(5);
    expect(Math.max(-box.y0, box.y1)).toBeLessThan(80);
    for (const b of made.slice(1)) expect(b.width.at(-1)).toBe(0);
  });
  it('is another for another seed', () => {
    expect(use('jitter', line, { seed: 2 })).not.toEqual(use('jitter', line, { seed: 3 }));
  });
});

describe('mirror', () => {
  it('joins a half to its image where they meet on the axis', () => {
    const half = strandsOf(
      [{ closed: false, anchors: [corner(0, -50), corner(40, 0), corner(0, 50)] }],
      IDENTITY,
      fine,
    );
    const [whole, ...rest] = use('mirror', half, { x: 0, y: 0, angle: 90 });
    expect(rest).toEqual([]);
    expect(whole!.closed).toBe(true);
    expect(strandsBox([whole!])).toMatchObject({ x0: expect.closeTo(-40, 6), x1: 40 });
    expect(lengthsOf(whole!).at(-1)).toBeCloseTo(2 * lengthsOf(half[0]!).at(-1)!, 6);
  });
  it('goes round a point in equal parts', () => {
    const made = use('mirror', strands(), { how: 'turn', x: 10, y: 20, count: 5 });
    expect(made).toHaveLength(5);
    const far = made.map((s) => Math.hypot(s.points[0]! - 10, s.points[1]! - 20));
    for (const d of far) expect(d).toBeCloseTo(far[0]!, 6);
  });
});

describe('a ripple that stays within', () => {
  it('never goes beyond, keeps its zeros, and small waves as they are', () => {
    const far = (values: Record<string, unknown>) => {
      const [made] = use('ripple', line, { amplitude: 300, period: 160, fade: 0, ...values });
      return made!.points.filter((_, i) => i % 2 === 1);
    };
    const free = far({});
    const pinned = far({ within: 50 });
    expect(Math.max(...free)).toBeGreaterThan(290);
    expect(Math.max(...pinned.map(Math.abs))).toBeLessThanOrEqual(50);
    expect(Math.max(...pinned)).toBeGreaterThan(49);
    pinned.forEach((v, i) =>
      expect(Math.sign(Math.round(v * 1e6))).toBe(Math.sign(Math.round(free[i]! * 1e6))),
    );
    const small = far({ amplitude: 2, within: 400 });
    far({ amplitude: 2 }).forEach((v, i) => expect(small[i]).toBeCloseTo(v, 3));
  });
});

describe('repeat and scatter', () => {
  it('repeat steps, shrinks and fades from copy to copy', () => {
    const made = use('repeat', line, { copies: 4, x: 0, y: 30, scale: 50, fade: 20 });
    expect(made.map((s) => Math.round(s.strength * 1000))).toEqual([1000, 800, 640, 512]);
    expect(made.map((s) => lengthsOf(s).at(-1))).toEqual([400, 200, 100, 50]);
    expect(made[1]!.points[1]).toBeCloseTo(30, 9);
  });
  it('repeat between two places ends on the last, evenly spread', () => {
    const made = use('repeat', line, { how: 'between', copies: 5, toX: 100, toY: 60 });
    expect(made.map((s) => [s.points[0], s.points[1]])).toEqual(
      [0, 1, 2, 3, 4].map((i) => [-200 + 25 * i, 15 * i]),
    );
  });
  it('repeat along a path puts copies evenly on its last path, turned along it, which is not drawn', () => {
    const dash: Strand = { ...line[0]!, points: Float64Array.of(-10, 0, 10, 0) };
    const way: Strand = {
      ...line[0]!,
      points: Float64Array.of(0, 0, 100, 0, 100, 100),
      width: Float64Array.of(1, 1, 1),
    };
    const made = use('repeat', [dash, way], { how: 'along', copies: 5 });
    const middles = made.map((s) => [
      (s.points[0]! + s.points[2]!) / 2,
      (s.points[1]! + s.points[3]!) / 2,
    ]);
    expect(middles.map((m) => m.map((v) => Math.round(v)))).toEqual([
      [0, 0],
      [50, 0],
      [100, 0],
      [100, 50],
      [100, 100],
    ]);
    expect(made[4]!.points[2]! - made[4]!.points[0]!).toBeCloseTo(0, 6);
    const still = use('repeat', [dash, way], { how: 'along', copies: 5, follow: false });
    expect(still[4]!.points[2]! - still[4]!.points[0]!).toBeCloseTo(20, 6);
    // Round a closed way the last copy does not lie on the first.
    const ring = use('repeat', [dash, { ...way, closed: true }], { how: 'along', copies: 4 });
    expect(
      new Set(ring.map((s) => `${s.points[0]!.toFixed(2)} ${s.points[1]!.toFixed(2)}`)).size,
    ).toBe(4);
    expect(use('repeat', line, { how: 'along', copies: 3 })).toHaveLength(3);
  });
  it('scatter strews copies within their spread', () => {
    const made = use('scatter', line, { copies: 50, size: 5, spread: 30 });
    expect(made).toHaveLength(50);
    const box = strandsBox(made)!;
    expect(Math.max(-box.y0, box.y1)).toBeLessThan(30 + 400 * 0.05);
    expect(box.x1 - box.x0).toBeGreaterThan(300);
  });
});

describe('chance', () => {
  it('is even, and the same everywhere', () => {
    const n = 20_000;
    let sum = 0;
    const bins = new Array<number>(10).fill(0);
    for (let i = 0; i < n; i++) {
      const v = chance(7, i);
      sum += v;
      bins[Math.floor(v * 10)]!++;
    }
    expect(sum / n).toBeCloseTo(0.5, 2);
    for (const b of bins) expect(Math.abs(b - n / 10)).toBeLessThan(200);
    expect(chance(1, 1)).toBe(chance(1, 1));
  });
  it('drifts without a jump', () => {
    for (let x = -3; x < 3; x += 0.01)
      expect(Math.abs(drift(5, x + 0.01) - drift(5, x))).toBeLessThan(0.05);
  });
});
