import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import '../kernels/load';
import type { Strand } from '../geometry/strand';
import { plane } from '../pixels/buffer';
import { coverageAt, lineField, ownedBy } from './field';
import { overlapField, overlapsOf, regionsOf } from './overlaps';
import { chosenSpans, stretchesOver, wholeStretches } from './spans';
import type { Choice } from './weave';

const strand = (closed: boolean, ...points: [number, number][]): Strand => ({
  closed,
  points: Float64Array.from(points.flat()),
  width: new Float64Array(points.length).fill(1),
  strength: 1,
});
/** 1 within discs, 0 elsewhere. */
const discs =
  (...list: [x: number, y: number, r: number][]) =>
  ({ x, y }: { x: number; y: number }) =>
    list.some(([cx, cy, r]) => Math.hypot(x - cx, y - cy) < r) ? 1 : 0;

describe('stretches of a line over a subject', () => {
  it('begin and end where the line enters and leaves it', () => {
    const line = strand(false, [0, 0], [200, 0]);
    const found = stretchesOver(line, discs([50, 0, 20], [150, 0, 10]));
    expect(found).toHaveLength(2);
    [
      [0.15, 0.35],
      [0.7, 0.8],
    ].forEach(([from, to], i) => {
      expect(found[i]![0]).toBeCloseTo(from!, 2);
      expect(found[i]![1]).toBeCloseTo(to!, 2);
    });
  });
  it('go on past the start of a closed line as one', () => {
    const square = strand(true, [0, 0], [100, 0], [100, 100], [0, 100]);
    const found = stretchesOver(square, discs([0, 0, 20], [100, 100, 20]));
    expect(found.map(([a, b]) => [a.toFixed(2), b.toFixed(2)])).toEqual([
      ['0.45', '0.55'],
      ['0.95', '1.05'],
    ]);
  });
  it('are none of a line that never touches it, nor of a dot', () => {
    expect(stretchesOver(strand(false, [0, 0], [9, 9]), () => 0)).toEqual([]);
    expect(stretchesOver(strand(false, [3, 3]), () => 1)).toEqual([]);
  });
  it('leave out what is shorter than can be seen, and close gaps as short', () => {
    const line = strand(false, [0, 0], [100, 0]);
    expect(stretchesOver(line, discs([50, 0, 0.4]))).toEqual([]);
    expect(stretchesOver(line, discs([40, 0, 10], [60.6, 0, 10]))).toHaveLength(1);
  });
});

describe('what is chosen of spans', () => {
  const line = strand(false, [0, 0], [100, 0]);
  const three = [
    [
      [0.1, 0.2],
      [0.4, 0.5],
      [0.8, 0.9],
    ],
  ] as const;
  const behind = (way: 'behind' | 'front' | 'alternate', choices: Choice[], of = three) =>
    chosenSpans([line], of as never, { way, choices }).map((s) => s.behind);
  const at = (at: number, behind: boolean): Choice => ({ of: 'line', strand: 0, at, behind });

  it('goes one way, the other, or in turn, until it is chosen', () => {
    expect(behind('behind', [])).toEqual([true, true, true]);
    expect(behind('front', [])).toEqual([false, false, false]);
    expect(behind('alternate', [])).toEqual([true, false, true]);
  });
  it('stays with each span as long as there are as many, wherever they move', () => {
    const choices = [at(0.15, false), at(0.45, true), at(0.85, false)];
    const moved = [
      [
        [0.3, 0.44],
        [0.6, 0.7],
        [0.95, 1],
      ],
    ] as never;
    expect(behind('alternate', choices)).toEqual([false, true, false]);
    expect(behind('alternate', choices, moved)).toEqual([false, true, false]);
  });
  it('is taken by the span it lies in when others come or go', () => {
    const choices = [at(0.45, true), at(0.85, true)];
    expect(behind('front', choices)).toEqual([false, true, true]);
    // The one at 0.85 is gone for now; its choice goes to no other.
    const fewer = [[[0.38, 0.5]]] as never;
    expect(behind('front', choices, fewer)).toEqual([true]);
    expect(behind('front', [at(0.1, true), at(0.85, true)], fewer)).toEqual([false]);
  });
});

describe('stretches behind and in front', () => {
  it('cover the whole of every strand, parted half way between spans', () => {
    fc.assert(
      fc.property(
        fc.boolean(),
        fc.array(fc.tuple(fc.double({ min: 0.02, max: 1, noNaN: true }), fc.boolean()), {
          minLength: 1,
          maxLength: 8,
        }),
        (closed, list) => {
          const total = list.reduce((sum, [w]) => sum + w, 0) * 2;
          let from = 0;
          const spans = list.map(([w, behind]) => {
            const span = { strand: 0, from, to: from + w / total, behind };
            from = span.to + w / total;
            return span;
          });
          const made = wholeStretches([strand(closed, [0, 0], [9, 0], [9, 9])], spans);
          expect(made).toHaveLength(spans.length);
          made.slice(1).forEach((s, i) => expect(s.from).toBeCloseTo(made[i]!.to, 9));
          expect(made.at(-1)!.to - made[0]!.from).toBeCloseTo(1, 9);
          made.forEach((s, i) => {
            expect(s.from).toBeLessThanOrEqual(spans[i]!.from + 1e-9);
            expect(s.to).toBeGreaterThanOrEqual(spans[i]!.to - 1e-9);
            expect(s.behind).toBe(spans[i]!.behind);
          });
        },
      ),
    );
  });
  it('a strand without spans lies in front', () => {
    expect(wholeStretches([strand(false, [0, 0], [9, 0])], [])).toEqual([
      { strand: 0, from: 0, to: 1, behind: false },
    ]);
  });
});

/** The distance from a place to a straight piece. */
function toPiece(
  [px, py]: [number, number],
  [ax, ay]: [number, number],
  [bx, by]: [number, number],
): number {
  const [dx, dy] = [bx - ax, by - ay];
  const t = Math.max(0, Math.min(1, ((px - ax) * dx + (py - ay) * dy) / (dx * dx + dy * dy || 1)));
  return Math.hypot(px - ax - dx * t, py - ay - dy * t);
}

describe('which stretch a px belongs to', () => {
  const region = { x: 0, y: 0, width: 64, height: 48 };
  it('is the nearest one, against every distance', () => {
    const place = fc.tuple(fc.integer({ min: -10, max: 74 }), fc.integer({ min: -10, max: 58 }));
    fc.assert(
      fc.property(fc.array(place, { minLength: 3, maxLength: 6 }), fc.integer(), (points, bits) => {
        const whole = strand(false, ...points);
        const lengths = points.slice(1).map((p, i) => toLength(points[i]!, p));
        const total = lengths.reduce((a, b) => a + b, 0);
        fc.pre(total > 1);
        let from = 0;
        const stretches = lengths.map((l, i) => {
          const s = { strand: 0, from, to: from + l / total, behind: ((bits >> i) & 1) === 1 };
          from = s.to;
          return s;
        });
        const field = lineField([whole], stretches, region);
        const nearest = (p: [number, number], behind: boolean) =>
          Math.min(
            ...stretches.map((s, i) =>
              s.behind === behind ? toPiece(p, points[i]!, points[i + 1]!) : Infinity,
            ),
          );
        for (let y = 0; y < region.height; y += 5)
          for (let x = 0; x < region.width; x += 5) {
            const p: [number, number] = [x + 0.5, y + 0.5];
            const [b, f] = [nearest(p, true), nearest(p, false)];
            // Where both are as near, to the px of the threads, either may own it.
            if (Math.abs(b - f) < 3) continue;
            const owned = field.data[y * region.width + x]!;
            expect(b < f ? owned : 1 - owned).toBeGreaterThan(0.5);
            // Far nearer to one than to the other, to the px of the threads again, it is owned wholly.
            if (Math.min(b, f) < (Math.max(b, f) - 4) / 3) expect(owned).toBe(b < f ? 1 : 0);
          }
      }),
      { numRuns: 60 },
    );
  });
  it('is in front where there is nothing behind, or nothing at all', () => {
    const [none, dot] = [plane(region), plane(region)];
    dot.data[100] = 1;
    expect(new Set(ownedBy(none, none, region).data)).toEqual(new Set([0]));
    expect(new Set(ownedBy(none, dot, region).data)).toEqual(new Set([0]));
    expect(new Set(ownedBy(dot, none, region).data)).toEqual(new Set([1]));
  });
});

const toLength = (a: [number, number], b: [number, number]) => Math.hypot(a[0] - b[0], a[1] - b[1]);

describe('overlaps', () => {
  const region = { x: 10, y: 5, width: 30, height: 20 };
  const islands = () => {
    const out = plane(region);
    const fill = (x0: number, y0: number, x1: number, y1: number) => {
      for (let y = y0; y < y1; y++) for (let x = x0; x < x1; x++) out.data[y * 30 + x] = 1;
    };
    fill(20, 2, 26, 8);
    fill(2, 3, 8, 12);
    fill(12, 15, 15, 16);
    return out;
  };
  it('are connected regions from the left to the right; specks are none', () => {
    const { labels, places, sizes } = regionsOf(islands(), 0.5);
    expect(sizes).toEqual([54, 36]);
    expect(labels[4 * 30 + 3]).toBe(0);
    expect(labels[4 * 30 + 22]).toBe(1);
    expect(labels[15 * 30 + 13]).toBe(-1);
    places.forEach(({ x, y }, i) =>
      expect(labels[(Math.floor(y) - 5) * 30 + Math.floor(x) - 10]).toBe(i),
    );
  });
  it('take what was chosen at their places, and px beside them go with the nearest', () => {
    const choices: Choice[] = [{ of: 'overlap', x: 33, y: 9, behind: true }];
    const weave = { way: 'front', choices } as const;
    const behind = overlapField(islands(), weave, 1);
    expect(overlapsOf(islands(), weave, 1).found.map((o) => o.behind)).toEqual([false, true]);
    expect(behind.data[4 * 30 + 22]).toBe(1);
    expect(behind.data[4 * 30 + 28]).toBe(1);
    expect(behind.data[4 * 30 + 3]).toBe(0);
  });
  it('keep their choices from left to right as long as there are as many', () => {
    const choices: Choice[] = [true, false].map((behind) => ({
      of: 'overlap',
      x: 0,
      y: 0,
      behind,
    }));
    expect(overlapsOf(islands(), { way: 'front', choices }, 1).found.map((o) => o.behind)).toEqual([
      true,
      false,
    ]);
  });
});

describe('the coverage at a place', () => {
  it('is that of a px in its middle, mixed between, and nothing beyond', () => {
    const p = plane({ x: 2, y: 3, width: 2, height: 1 });
    p.data.set([1, 0.5]);
    const at = coverageAt(p);
    expect([at({ x: 2.5, y: 3.5 }), at({ x: 3, y: 3.5 }), at({ x: 9, y: 9 })]).toEqual([
      1, 0.75, 0,
    ]);
  });
});
