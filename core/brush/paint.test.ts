import fc from 'fast-check';
import { beforeAll, describe, expect, it } from 'vitest';
import '../kernels/load';
import { IDENTITY, scaling, translation } from '../geometry/affine';
import { DAB, dabbed, layStroke, layStrokes, strokeWays } from '../kernels/brush';
import { colourBuffer, crop, type ColourBuffer } from '../pixels/buffer';
import type { Region } from '../pixels/region';
import { PAINTED, paintContext, paintStroke, painted, pxAt } from '../testing/painted';
import { cacheOf } from '../render/cache';
import { paintSource } from '../sources/paint';
import { assetsOf, picturesOf } from '../scene/model/needs';
import { parseScene } from '../scene/model/check';
import { edit } from '../scene/edits/edit';
import { looseStrokes, packOf, packStrokes } from '../scene/edits/stroke-edits';
import { newPaint, newScene } from '../scene/model/make';
import type { PaintSource } from '../sources/paint';
import { needPacks } from './library';
import type { PaintBrush, PaintStroke } from './paint-brush';
import { isPacked } from './points';
import { strokeNumber } from './stroke-number';
import { trackPoints } from './stroke-points';
import { trackOf } from './track';
import { boxOfStrokes } from './hit';
import { paintDabs } from './paint-dabs';
import { TILE } from './tiles';

const stroke = paintStroke;
const REGION = PAINTED;
const context = paintContext;
const see = (strokes: PaintStroke[], ...asked: Parameters<typeof context>): ColourBuffer =>
  painted(strokes, context(...asked));
const alphas = ({ data }: ColourBuffer) => data.filter((_, i) => i % 4 === 3);
const sum = (values: Float32Array) => values.reduce((s, v) => s + v, 0);
const alphaAt = (made: ColourBuffer, x: number, y: number) => pxAt(made, x, y)[3]!;

/** How far a place is from a straight piece of a way. */
function fromPiece(
  x: number,
  y: number,
  [ax, ay]: readonly number[],
  [bx, by]: readonly number[],
): number {
  const [dx, dy] = [bx! - ax!, by! - ay!];
  const t = dx || dy ? ((x - ax!) * dx + (y - ay!) * dy) / (dx * dx + dy * dy) : 0;
  const k = Math.min(1, Math.max(0, t));
  return Math.hypot(x - ax! - k * dx, y - ay! - k * dy);
}

describe('a dab', () => {
  const profile = (hardness: number, d: number, r: number) => {
    const soft = r * (1 - hardness);
    const t = Math.min(1, Math.max(0, (r - d) / soft));
    return t * t * (3 - 2 * t);
  };
  it('has the profile of its formula to 1/1000', () => {
    for (const [r, hardness] of [
      [30, 0],
      [50, 0.3],
      [44.5, 0.8],
    ] as const) {
      const dab = Float32Array.of(60, 60, r, 1, 1, 0, 1, 0);
      const { data, region } = dabbed(dab, hardness, { x: 0, y: 0, width: 120, height: 120 });
      for (let y = 0; y < region.height; y++)
        for (let x = 0; x < region.width; x++) {
          const d = Math.hypot(region.x + x + 0.5 - 60, region.y + y + 0.5 - 60);
          expect(Math.abs(data[y * region.width + x]! - profile(hardness, d, r))).toBeLessThan(
            1e-3,
          );
        }
    }
  });

  it('that is not round is as wide across as its roundness says, at any angle', () => {
    for (const angle of [0, 0.4, Math.PI / 2, 2.5]) {
      const [cos, sin] = [Math.cos(angle), Math.sin(angle)];
      const dab = Float32Array.of(100, 60, 50, 1, cos, sin, 4, 0);
      const made = dabbed(dab, 1, REGION);
      // The area of an ellipse.
      expect(Math.abs(sum(made.data) / (Math.PI * 50 * 12.5) - 1)).toBeLessThan(0.005);
      const at = (along: number, across: number) => {
        const x = Math.floor(100 + along * cos - across * sin) - made.region.x;
        const y = Math.floor(60 + along * sin + across * cos) - made.region.y;
        return made.data[y * made.region.width + x] ?? 0;
      };
      expect([at(47, 0), at(-47, 0), at(0, 10), at(0, -10)]).toEqual([1, 1, 1, 1]);
      expect([at(0, 15), at(0, -15)]).toEqual([0, 0]);
    }
  });
});

describe('a stroke of paint', () => {
  it('at full flow covers the capsule round its way, to 0.5 % of its area', () => {
    for (const spacing of [1, 5, 15]) {
      const made = see([
        stroke(
          [
            [40, 60],
            [160, 60],
          ],
          { spacing },
        ),
      ]);
      const exact = 120 * 40 + Math.PI * 400;
      // Dabs farther apart leave notches that come to more.
      expect(Math.abs(sum(alphas(made)) / exact - 1)).toBeLessThan(0.005);
    }
  });

  it('covers no more than its opacity, however often it crosses itself', () => {
    const way = Array.from({ length: 40 }, (_, i) => [60 + (i % 2) * 60, 60] as const);
    const made = see([stroke(way, { opacity: 35, flow: 80 })]);
    expect(Math.max(...alphas(made))).toBeLessThanOrEqual(0.35 + 1e-6);
    expect(alphaAt(made, 90, 60)).toBeCloseTo(0.35, 3);
  });

  it('has no beads: along its middle it is even at any spacing up to half its size', () => {
    for (const spacing of [1, 5, 12, 25, 50]) {
      const made = see([
        stroke(
          [
            [20, 60],
            [180, 60],
          ],
          { spacing, hardness: 60, flow: 100 },
        ),
      ]);
      const middle = Array.from({ length: 100 }, (_, i) => alphaAt(made, 50 + i, 60));
      expect(Math.max(...middle) - Math.min(...middle)).toBeLessThan(0.02);
    }
  });

  it('gets thinner under a light hand, and keeps its size where that is not asked for', () => {
    const way = [
      [20, 60, 0.25],
      [180, 60, 0.25],
    ] as const;
    const width = (values: Partial<PaintBrush>) => {
      const made = see([stroke(way, values)]);
      return Array.from({ length: 120 }, (_, y) => alphaAt(made, 100, y)).reduce(
        (s, v) => s + v,
        0,
      );
    };
    expect(width({ pressureSize: 100 })).toBeCloseTo(10, 0);
    expect(width({ pressureSize: 50 })).toBeCloseTo(25, 0);
    expect(width({ pressureSize: 0 })).toBeCloseTo(40, 0);
  });

  it('has dabs evenly spaced from end to end, whatever its way', () => {
    const place = fc.tuple(fc.integer({ min: 0, max: 300 }), fc.integer({ min: 0, max: 300 }));
    fc.assert(
      fc.property(
        fc.array(place, { minLength: 1, maxLength: 8 }),
        fc.integer({ min: 5, max: 200 }),
        fc.integer({ min: 2, max: 60 }),
        (way, size, spacing) => {
          const dabs = paintDabs(stroke(way, { size, spacing, flow: 90 }), IDENTITY).dabs;
          const step = Math.max(0.25 * Math.sqrt(Math.max(1, size / 4)), (size * spacing) / 100);
          const length = way.reduce(
            (s, [x, y], i) => s + (i ? Math.hypot(x - way[i - 1]![0], y - way[i - 1]![1]) : 0),
            0,
          );
          expect([dabs[0], dabs[1]]).toEqual(way[0]);
          expect(Math.abs(dabs.length / DAB - (Math.floor(length / step) + 1))).toBeLessThan(2);
          for (let i = DAB; i < dabs.length; i += DAB)
            expect(Math.hypot(dabs[i]! - dabs[i - DAB]!, dabs[i + 1]! - dabs[i - DAB + 1]!))
              // Straight across a corner they are nearer.
              .toBeLessThan(step + 1e-3);
        },
      ),
    );
  });

  it('at full flow covers by the distance from its way', () => {
    const place = fc.tuple(fc.integer({ min: -20, max: 220 }), fc.integer({ min: -20, max: 140 }));
    fc.assert(
      fc.property(
        fc.array(place, { minLength: 1, maxLength: 5 }),
        fc.integer({ min: 3, max: 60 }),
        fc.constantFrom(0, 40, 100),
        (way, size, hardness) => {
          const values = { size, hardness, spacing: 1 };
          const made = see([stroke(way, values)]);
          const r = size / 2;
          const soft = r * (1 - hardness / 100);
          const end = r + 0.5 * Math.max(0, 1 - soft);
          for (let i = 0; i < 200; i++) {
            const [x, y] = [(i * 37) % 200, (i * 53) % 120];
            const far = Math.min(
              ...way.map((b, k) => fromPiece(x + 0.5, y + 0.5, way[Math.max(0, k - 1)]!, b)),
            );
            const t = Math.min(1, Math.max(0, (end - far) / Math.max(1, soft)));
            const exact = soft > 1 ? t * t * (3 - 2 * t) : t;
            expect(Math.abs(alphaAt(made, x, y) - exact)).toBeLessThan(1e-3);
          }
          // Laid dab by dab it covers no more: the last dab lies before its end.
          const dabs = see([stroke(way, { ...values, flow: 99.9999 })]);
          expect(made.data.every((v, i) => v > dabs.data[i]! - 2e-3)).toBe(true);
        },
      ),
      { numRuns: 40 },
    );
  });

  it('lies within its box', () => {
    const one = stroke(
      [
        [30, 40],
        [90, 70],
      ],
      { size: 50 },
    );
    expect(boxOfStrokes([one])).toEqual({ x0: 5, y0: 15, x1: 115, y1: 95 });
    expect(boxOfStrokes([{ ...one, points: [] }])).toBeNull();
    expect(paintDabs({ ...one, points: [] }, IDENTITY).dabs).toHaveLength(0);
  });
});

describe('many strokes', () => {
  it('laid together are what they are one by one', () => {
    const region = { x: 3, y: 5, width: 90, height: 70 };
    const dab = fc
      .tuple(
        ...[100, 80].map((max) => fc.integer({ min: -10, max })),
        fc.integer({ min: 1, max: 30 }),
      )
      .chain(([x, y, r]) =>
        fc.constantFrom(
          [x!, y!, r!, 0.6, 1, 0, 1, 0],
          [x!, y!, r!, 1, 0.8, 0.6, 2.5, 0],
          [x!, y!, r!, 1, 30, -12, 1, 1],
        ),
      );
    const one = fc.record({
      dabs: fc.array(dab, { maxLength: 5 }).map((all) => Float32Array.from(all.flat())),
      hardness: fc.constantFrom(0, 0.5, 1),
      way: fc.constantFrom(...strokeWays),
      colour: fc.constantFrom<[number, number, number]>([1, 0, 0.5], [0.2, 3, 0]),
      opacity: fc.constantFrom(0.3, 1),
    });
    fc.assert(
      fc.property(fc.array(one, { maxLength: 6 }), (strokes) => {
        const [together, apart] = [colourBuffer(region), colourBuffer(region)];
        layStrokes(together, strokes);
        for (const { dabs, hardness, way, colour, opacity } of strokes)
          layStroke(apart, dabbed(dabs, hardness, region), way, colour, opacity);
        expect(together.data.findIndex((v, i) => v !== apart.data[i])).toBe(-1);
      }),
    );
  });
});

describe('ways of laying a stroke', () => {
  it('are those of Porter and Duff', () => {
    const value = fc.double({ min: 0, max: 1, noNaN: true });
    const one = { x: 0, y: 0, width: 1, height: 1 };
    fc.assert(
      fc.property(fc.tuple(value, value, value, value, value, value, value), (values) => {
        const [r, g, b, alpha, colour, cover, opacity] = values as [
          ...[number, number, number, number, number, number, number],
        ];
        const under = [r * alpha, g * alpha, b * alpha, alpha].map(Math.fround);
        for (const way of strokeWays) {
          const to = colourBuffer(one);
          to.data.set(under);
          const shape = { channels: 1 as const, region: one, data: Float32Array.of(cover) };
          layStroke(to, shape, way, [colour, colour, colour], opacity);
          const a = cover * opacity;
          // How much of the stroke, and of what is there, is left (table 2 of their paper).
          const [fs, fb] = {
            over: [1, 1 - a],
            erase: [0, 1 - a],
            behind: [1 - alpha, 1],
            within: [alpha, 1 - a],
          }[way] as [number, number];
          under.forEach((v, i) => {
            const source = i === 3 ? a : colour * a;
            expect(to.data[i]).toBeCloseTo(source * fs + v * fb, 5);
          });
        }
      }),
    );
  });
});

/** The most that two arrays differ anywhere. */
const farthest = (a: Float32Array, b: Float32Array) =>
  a.reduce(
    (most, v, i) => Math.max(most, Math.abs(v - b[i]!)),
    a.length === b.length ? 0 : Infinity,
  );

/** Strokes that cross tiles, laid without any. */
function plainly(strokes: readonly PaintStroke[], region: Region): ColourBuffer {
  const out = colourBuffer(region);
  for (const { brush, colour, way, ...rest } of strokes) {
    const v = parseInt(colour.slice(1, 3), 16) / 255;
    const dabs = paintDabs({ brush, colour, way, ...rest }, IDENTITY).dabs;
    layStroke(out, dabbed(dabs, brush.hardness / 100, region), way, [v, v, v], brush.opacity / 100);
  }
  return out;
}

describe('strokes in tiles', () => {
  const wide = { x: -20, y: TILE - 50, width: TILE + 60, height: 90 };
  const place = fc.tuple(
    fc.integer({ min: -60, max: TILE + 90 }),
    fc.integer({ min: TILE - 90, max: TILE + 80 }),
  );
  const made: fc.Arbitrary<PaintStroke> = fc
    .record({
      way: fc.array(place, { minLength: 1, maxLength: 4 }),
      size: fc.integer({ min: 1, max: 120 }),
      hardness: fc.integer({ min: 0, max: 100 }),
      opacity: fc.integer({ min: 10, max: 100 }),
      how: fc.constantFrom(...strokeWays),
      grey: fc.constantFrom('#404040', '#c0c0c0', '#ffffff'),
    })
    .map(({ way, size, hardness, opacity, how, grey }) =>
      stroke(way, { size, hardness, opacity, spacing: 15 }, { way: how, colour: grey }),
    );
  let cache: ReturnType<typeof cacheOf>;
  beforeAll(() => void (cache = cacheOf(2 ** 28, () => 0)));

  it('are those laid one after the other on all of the picture', () => {
    fc.assert(
      fc.property(fc.array(made, { minLength: 1, maxLength: 24 }), (strokes) => {
        const exact = plainly(strokes, wide).data;
        const own = see(strokes, wide, cache.memo).data;
        expect(farthest(own, exact)).toBeLessThan(2e-5);
      }),
      { numRuns: 10 },
    );
  });

  it('come out the same after any of them is added, changed, or taken away', () => {
    const change = fc.record({
      kind: fc.constantFrom('add', 'undo', 'remove', 'recolour'),
      which: fc.nat(),
      stroke: made,
    });
    fc.assert(
      fc.property(
        fc.array(made, { minLength: 1, maxLength: 20 }),
        fc.array(change, { minLength: 1, maxLength: 4 }),
        (first, changes) => {
          let now = first;
          const { memo } = cache;
          see(now, wide, memo);
          for (const { kind, which, stroke } of changes) {
            const i = now.length === 0 ? 0 : which % now.length;
            if (kind === 'add') now = [...now, stroke];
            else if (kind === 'undo') now = now.slice(0, -1);
            else if (kind === 'remove') now = now.filter((_, k) => k !== i);
            else now = now.map((s, k) => (k === i ? { ...s, colour: '#808080' } : s));
            expect(farthest(see(now, wide, memo).data, see(now, wide).data)).toBe(0);
          }
        },
      ),
      { numRuns: 10 },
    );
  });

  it('are told apart though they share an id, and whether other layers lie at the same place', () => {
    const { memo } = cache;
    const one = stroke([[20, TILE]], { size: 40 }, { id: 'same' });
    const other = stroke([[120, TILE]], { size: 40 }, { id: 'same' });
    for (const strokes of [[one], [other], [one, other], [other, one], [one]])
      expect(farthest(see(strokes, wide, memo).data, see(strokes, wide).data)).toBe(0);
    expect(sum(alphas(see([one], wide, memo)))).toBeGreaterThan(100);
    expect(alphaAt(see([one], wide, memo), 120, TILE)).toBe(0);
  });

  it('of a part are those of the whole there', () => {
    const small = { width: 77, height: 40 };
    fc.assert(
      fc.property(fc.array(made, { minLength: 1, maxLength: 12 }), place, (strokes, [x, y]) => {
        const part = {
          x: Math.min(x, TILE - 40),
          y: Math.min(Math.max(y, wide.y), TILE),
          ...small,
        };
        if (part.x < wide.x) part.x = wide.x;
        const whole = see(strokes, wide);
        const shared = crop(whole, part);
        const own = see(strokes, part);
        expect(farthest(own.data, shared.data)).toBe(0);
      }),
      { numRuns: 10 },
    );
  });

  it('differ only where a stroke is another', () => {
    const [a, b, c] = [
      stroke([[20, 20]], { size: 10 }),
      stroke([[100, 40]], { size: 20 }),
      stroke([[150, 90]], { size: 8 }),
    ];
    const of = (...strokes: PaintStroke[]) => ({ kind: 'paint' as const, strokes });
    const { difference } = paintSource;
    expect(difference!(of(a, b), of(a, b), IDENTITY)).toMatchObject({ width: 0, height: 0 });
    expect(difference!(of(a, b), of(a, b, c), translation(5, 0))).toEqual({
      ...{ x: 149, y: 84, width: 12, height: 12 },
    });
    // Of the reach of one that was taken away nothing may be left.
    const gone = difference!(of(a, b, c), of(a, c), scaling(2))!;
    expect(gone.x).toBeLessThanOrEqual(180);
    expect(gone.x + gone.width).toBeGreaterThanOrEqual(308);
  });
});

describe('strokes in a file', () => {
  it('are what they were in the scene', async () => {
    const scene = newScene('', 200, 120, null);
    const layer = newPaint('Paint');
    layer.source.strokes = [
      stroke(
        [
          [20, 20, 0.5],
          [150, 90.25, 1],
        ],
        { size: 30, hardness: 40 },
      ),
      stroke([], { size: 5 }),
      stroke([[100, 20]], { size: 50, opacity: 40 }, { way: 'erase' }),
    ].map(rounded);
    scene.layers.push(layer);
    const { strokes } = layer.source;
    const bytes = packOf(strokes);
    const pack = `${'e'.repeat(64)}.ink`;
    const packed = edit(scene, '', packStrokes(layer.id, pack, strokes)).scene;
    const inFile = (packed.layers[0]!.source as PaintSource).strokes;
    expect(inFile.every(isPacked)).toBe(true);
    expect(JSON.stringify(inFile)).not.toContain('"points":[');
    expect(inFile.map((s) => boxOfStrokes([s]))).toEqual(strokes.map((s) => boxOfStrokes([s])));
    expect(parseScene(JSON.parse(JSON.stringify(packed)))).toEqual(packed);
    expect(assetsOf(packed)).toEqual([pack]);
    expect(picturesOf(packed)).toEqual([]);
    await needPacks([pack], () => Promise.resolve(bytes));
    expect(farthest(see([...inFile]).data, see([...strokes]).data)).toBe(0);
    // What is packed already stays where it is.
    expect(looseStrokes(packed.layers[0]!)).toEqual([]);
  });

  it('have one number wherever they are met, and another for whatever is different of them', () => {
    const pack = `${'b'.repeat(64)}.ink`;
    const at = (index: number, values: Partial<PaintStroke> = {}): PaintStroke => ({
      ...stroke([], {}, { id: 'one' }),
      points: { pack, index, count: 2, box: [10, 10, 50, 50] },
      ...values,
    });
    expect(strokeNumber(at(0))).toBe(strokeNumber(structuredClone(at(0))));
    const others = [
      at(0),
      at(1),
      at(0, { colour: '#123456' }),
      at(0, { brush: stroke([], { size: 3 }).brush }),
    ];
    expect(new Set(others.map(strokeNumber)).size).toBe(others.length);
  });

  it('that are missing or damaged draw nothing', async () => {
    const [lost, damaged] = [`${'d'.repeat(64)}.ink`, `${'c'.repeat(64)}.ink`];
    const of = (pack: string): PaintStroke => ({
      ...stroke([]),
      points: { pack, index: 0, count: 2, box: [10, 10, 50, 50] },
    });
    await needPacks([lost, damaged], (name) =>
      name === lost ? Promise.reject(new Error('gone')) : Promise.resolve(Uint8Array.of(1, 2)),
    );
    expect(sum(alphas(see([of(lost), of(damaged)])))).toBe(0);
  });
});

/** A stroke as the bench makes it: pressures as a file has them. */
const rounded = (one: PaintStroke): PaintStroke => {
  const { count, x, y, pressure } = trackOf(trackPoints(one));
  const points = Array.from({ length: count }, (_, i) => [x[i]!, y[i]!, pressure[i]!, 0, 0, 0]);
  return { ...one, points: [points.flat()] };
};
