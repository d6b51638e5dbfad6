import fc from 'fast-check';
import { expect, test } from 'vitest';
import type { CentreLine } from './centre-lines';
import { centreLines } from './centre-lines';
import { centreMarks } from './thinned';

/** How deep each px lies in a shape given by a signed distance (px, below 0 inside). */
function depthOf(width: number, height: number, distance: (x: number, y: number) => number) {
  const data = new Float32Array(width * height);
  for (let y = 0, i = 0; y < height; y++)
    for (let x = 0; x < width; x++, i++) data[i] = -distance(x + 0.5, y + 0.5);
  return { data, width, height };
}

type Distance = (x: number, y: number) => number;
const bar =
  (x0: number, y0: number, x1: number, y1: number): Distance =>
  (x, y) => {
    const [dx, dy] = [
      Math.abs(x - (x0 + x1) / 2) - (x1 - x0) / 2,
      Math.abs(y - (y0 + y1) / 2) - (y1 - y0) / 2,
    ];
    return Math.hypot(Math.max(dx, 0), Math.max(dy, 0)) + Math.min(Math.max(dx, dy), 0);
  };
const either =
  (...all: Distance[]): Distance =>
  (x, y) =>
    Math.min(...all.map((d) => d(x, y)));

/** The exact depth in shapes laid over one another, from each px outside them. */
function exactly(width: number, height: number, inside: (x: number, y: number) => boolean) {
  const out: [number, number][] = [];
  for (let y = 0; y < height; y++)
    for (let x = 0; x < width; x++) {
      const [u, v] = [x + 0.5, y + 0.5];
      const beside = inside(u - 1, v) || inside(u + 1, v) || inside(u, v - 1) || inside(u, v + 1);
      if (beside && !inside(u, v)) out.push([u, v]);
    }
  return depthOf(width, height, (x, y) =>
    inside(x, y) ? -(Math.min(...out.map(([u, v]) => Math.hypot(u - x, v - y))) - 0.5) : 1,
  );
}

const settings = { spurs: 0, bends: 2 };
const xs = ({ points }: CentreLine) => [...points].filter((_, i) => i % 2 === 0);
const ys = ({ points }: CentreLine) => [...points].filter((_, i) => i % 2 === 1);

test('the centre line of a bar runs along its middle, nearly to its ends, as deep as half its width', () => {
  const lines = centreLines(depthOf(120, 40, bar(10, 11, 110, 31)), settings);
  expect(lines).toHaveLength(1);
  const [line] = lines;
  expect(line!.closed).toBe(false);
  for (const y of ys(line!)) expect(y).toBeCloseTo(21, 0);
  expect(Math.max(...ys(line!).map((y) => Math.abs(y - 21)))).toBeLessThan(0.3);
  expect(Math.min(...xs(line!))).toBeGreaterThan(10);
  expect(Math.min(...xs(line!))).toBeLessThan(18);
  expect(Math.max(...xs(line!))).toBeGreaterThan(102);
  for (const d of line!.depth) expect(Math.abs(d - 10)).toBeLessThan(0.6);
});

test('that of a ring is one closed line round its middle', () => {
  const lines = centreLines(
    depthOf(100, 100, (x, y) => Math.abs(Math.hypot(x - 50, y - 50) - 30) - 7),
    settings,
  );
  expect(lines).toHaveLength(1);
  expect(lines[0]!.closed).toBe(true);
  const { points } = lines[0]!;
  for (let i = 0; i < points.length; i += 2)
    expect(Math.abs(Math.hypot(points[i]! - 50, points[i + 1]! - 50) - 30)).toBeLessThan(0.4);
});

test('where a stem meets a bar, the bar goes on straight, and the stem ends on it', () => {
  const lines = centreLines(
    exactly(120, 100, (x, y) => either(bar(10, 10, 110, 26), bar(52, 10, 68, 92))(x, y) < 0),
    { spurs: 0, bends: 4 },
  );
  expect(lines).toHaveLength(2);
  const across = lines.find((l) => Math.max(...xs(l)) - Math.min(...xs(l)) > 60)!;
  const stem = lines.find((l) => l !== across)!;
  // A medial axis dips here by an eighth of the width.
  for (const y of ys(across)) expect(Math.abs(y - 18)).toBeLessThan(0.8);
  for (const x of xs(stem)) expect(Math.abs(x - 60)).toBeLessThan(0.8);
  expect(stem.meets.filter(Boolean)).toHaveLength(1);
  expect(Math.min(...ys(stem))).toBeLessThan(19);
  expect(Math.max(...ys(stem))).toBeGreaterThan(84);
  expect(across.meets).toEqual([false, false]);
});

test('two bars that cross are two lines', () => {
  const lines = centreLines(
    exactly(90, 90, (x, y) => either(bar(5, 38, 85, 52), bar(38, 5, 52, 85))(x, y) < 0),
    settings,
  );
  expect(lines).toHaveLength(2);
  for (const l of lines) expect(l.meets).toEqual([false, false]);
});

test('branches shorter than asked for are left out', () => {
  const shape = exactly(
    120,
    70,
    (x, y) => either(bar(10, 40, 110, 52), bar(52, 20, 64, 52))(x, y) < 0,
  );
  expect(centreLines(shape, { spurs: 0, bends: 2 })).toHaveLength(2);
  expect(centreLines(shape, { spurs: 40, bends: 2 })).toHaveLength(1);
});

/** How many parts some marks have, over corners or not. */
function parts(marks: ArrayLike<number>, width: number, value: 0 | 1, corners: boolean): number {
  const seen = new Set<number>();
  const height = marks.length / width;
  let count = 0;
  for (let start = 0; start < marks.length; start++) {
    if (marks[start] !== value || seen.has(start)) continue;
    count++;
    const todo = [start];
    seen.add(start);
    while (todo.length > 0) {
      const i = todo.pop()!;
      const [x, y] = [i % width, Math.floor(i / width)];
      for (let dy = -1; dy <= 1; dy++)
        for (let dx = -1; dx <= 1; dx++) {
          if (!corners && dx !== 0 && dy !== 0) continue;
          const [u, v] = [x + dx, y + dy];
          if (u < 0 || v < 0 || u >= width || v >= height) continue;
          const k = v * width + u;
          if (marks[k] !== value || seen.has(k)) continue;
          seen.add(k);
          todo.push(k);
        }
    }
  }
  return count;
}

test('thinning keeps how many parts and holes a shape has, whatever it is', () => {
  fc.assert(
    fc.property(
      fc.array(fc.boolean(), { minLength: 196, maxLength: 196 }),
      fc.array(fc.double({ min: 0.1, max: 5, noNaN: true }), { minLength: 196, maxLength: 196 }),
      (on, deep) => {
        const side = 16;
        const depth = new Float32Array(side * side).fill(-1);
        on.forEach((isOn, i) => {
          const [x, y] = [1 + (i % 14), 1 + Math.floor(i / 14)];
          if (isOn) depth[y * side + x] = deep[i]!;
        });
        const marks = centreMarks(depth, side, side);
        const shape = depth.map((d) => (d > 0 ? 1 : 0));
        expect(parts(marks, side, 1, true)).toBe(parts(shape, side, 1, true));
        expect(parts(marks, side, 0, false)).toBe(parts(shape, side, 0, false));
      },
    ),
    { numRuns: 60 },
  );
});

test('lines of any shape are finite and stay within it', () => {
  fc.assert(
    fc.property(
      fc.array(
        fc.record({
          x: fc.integer({ min: 12, max: 52 }),
          y: fc.integer({ min: 12, max: 52 }),
          r: fc.integer({ min: 2, max: 10 }),
        }),
        { minLength: 1, maxLength: 12 },
      ),
      (discs) => {
        const depth = depthOf(64, 64, (x, y) =>
          Math.min(...discs.map((d) => Math.hypot(x - d.x, y - d.y) - d.r)),
        );
        for (const line of centreLines(depth, { spurs: 0, bends: 3 })) {
          expect(line.points.length).toBe(2 * line.depth.length);
          for (const v of line.points) {
            expect(v).toBeGreaterThan(0);
            expect(v).toBeLessThan(64);
          }
        }
      },
    ),
    { numRuns: 60 },
  );
});
