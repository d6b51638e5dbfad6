import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { compile } from '../fields/compile';
import type { Field, Term } from '../fields/field';
import * as f from '../fields/field';
import type { Affine } from '../geometry/affine';
import { apply } from '../geometry/affine';
import { plane } from '../pixels/buffer';
import { pxAt } from '../testing/painted';
import { valueAt } from '../testing/reference/field';
import { fieldColours, fieldPlanes } from './field';

const REGION = { x: -7, y: 5, width: 300, height: 9 };
const BACK: Affine = [0.031, 0.004, -0.006, 0.029, 1.3, -2.1];

/** The places of a region in units, row by row. */
const places = [...Array(REGION.width * REGION.height).keys()].map((i) =>
  apply(BACK, {
    x: REGION.x + (i % REGION.width) + 0.5,
    y: REGION.y + Math.floor(i / REGION.width) + 0.5,
  }),
);

/** A plane to read: a different value in every px. */
const given = plane(REGION);
given.data.forEach((_, i) => (given.data[i] = (i % 97) / 97));

/** Compares what the kernel makes of a field with the definition, but for so large a share of px as lie on a jump. */
function compare(term: Term, within: number, jumps = 0): void {
  const [made] = fieldPlanes(compile([term]), BACK, REGION, given);
  let off = 0;
  places.forEach(({ x, y }, i) => {
    const wanted = valueAt(term as Field, { x, y, plane: given.data[i]! });
    if (!(Math.abs(made!.data[i]! - wanted) <= within * (1 + Math.abs(wanted)))) off++;
  });
  expect(off).toBeLessThanOrEqual(jumps * places.length);
}

describe('a field', () => {
  const x3 = f.multiply(f.X, 3);
  const y3 = f.multiply(f.Y, 3);
  const sharp: [string, Term][] = [
    [
      'sums, differences, products, quotients',
      f.divide(f.subtract(f.add(f.X, f.Y, 2), f.multiply(f.X, f.Y)), 3),
    ],
    ['the least and the most', f.max(f.min(f.X, f.Y), f.PLANE)],
    ['roots', f.sqrt(f.X)],
    ['distances', f.distance(f.X, f.Y)],
    ['waves', f.sine(f.add(f.multiply(f.X, 5), f.Y))],
    ['logarithms', f.log2(f.add(f.X, 3))],
    ['powers of two', f.exp2(f.X)],
    ['angles', f.turnOf(f.subtract(f.X, 3), f.add(f.Y, 0.701))],
    ['light of encoded colour', f.decoded(f.PLANE)],
    ['encoded light', f.encoded(f.multiply(f.PLANE, 3))],
    ['powers', f.power(f.X, 2.2)],
    ['smooth steps', f.smoothstep(0.2, 0.7, f.PLANE)],
    ['a plane that is read', f.mix(f.PLANE, 4, 0.25)],
    ['noise', f.noise(x3, y3, 5)],
    ['noise that repeats', f.noise(x3, y3, 5, [3, 2])],
    ['octaves', f.fractalNoise(x3, y3, { seed: 9, px: 0.02, count: 5 })],
    ['octaves finer than px', f.fractalNoise(x3, y3, { seed: 9, px: 0.2, count: 6, rough: 0.7 })],
    [
      'creases that repeat',
      f.fractalNoise(x3, y3, { seed: 9, px: 0.02, count: 4, folded: true, period: [4, 2] }),
    ],
    ['distances of cells', f.subtract(f.cells(x3, y3, 3).second, f.cells(x3, y3, 3).nearest)],
    ['cells of a grid', f.cells(x3, y3, 3, 0).nearest],
    ['borders of cells', f.cellBorder(x3, y3, f.cells(x3, y3, 3), 3)],
    ['borders that repeat', f.cellBorder(x3, y3, f.cells(x3, y3, 3, 0.8, 4), 3, 0.8, 4)],
    ['cells that repeat', f.cells(x3, y3, 3, 0.8, 4).nearest],
  ];
  it.each(sharp)('has %s as they are defined', (_, term) => compare(term, 6e-5));

  const jumping: [string, Term][] = [
    ['floors', f.floor(f.multiply(f.X, 4))],
    ['what is below', f.less(f.X, f.Y)],
    ['chances', f.hash(f.floor(f.multiply(f.X, 9)), f.floor(f.multiply(f.Y, 9)), 11)],
    ['the numbers of cells', f.cells(x3, y3, 3).own],
    ['the way to their points', f.cells(x3, y3, 3).toX],
  ];
  it.each(jumping)('has %s as they are defined, but where they jump', (_, term) =>
    compare(term, 3e-5, 0.01),
  );

  it('of any formula is what the formula says', () => {
    const leaf = fc.oneof(
      fc.constantFrom<Term>(f.X, f.Y, f.PLANE),
      fc.double({ min: -3, max: 3, noNaN: true }).map((v): Term => Math.fround(v)),
    );
    const { formula } = fc.letrec<{ formula: Term }>((tie) => ({
      formula: fc.oneof(
        { maxDepth: 6, withCrossShrink: true },
        leaf,
        fc
          .tuple(
            fc.constantFrom(f.add, f.subtract, f.multiply, f.min, f.max),
            tie('formula'),
            tie('formula'),
          )
          .map(([make, a, b]) => (make as (a: Term, b: Term) => Term)(a, b)),
        tie('formula').map((a) => f.eased(a)),
        tie('formula').map((a) => f.abs(a)),
      ),
    }));
    fc.assert(
      fc.property(fc.array(formula, { minLength: 1, maxLength: 4 }), (terms) => {
        const planes = fieldPlanes(compile(terms), BACK, REGION, given);
        terms.forEach((term, n) => {
          for (const i of [0, 255, 256, 1234, places.length - 1]) {
            const at = { ...places[i]!, plane: given.data[i]! };
            const wanted = typeof term === 'number' ? term : valueAt(term, at);
            expect(planes[n]!.data[i]).toBeCloseTo(
              wanted,
              2 - Math.ceil(Math.log10(1 + Math.abs(wanted)) / 2),
            );
          }
        });
      }),
    );
  });

  it('is computed once where two results share it, and needs few registers', () => {
    const shared = f.noise(f.X, f.Y, 1);
    const long = Array.from({ length: 400 }, (_, i) => i).reduce<Term>(
      (sum, i) => f.add(sum, f.multiply(shared, i)),
      0,
    );
    const program = compile([long, shared]);
    const noises = [...Array(program.count).keys()].filter((i) => program.code[i * 12] === 18);
    expect(noises).toHaveLength(1);
  });

  it('that needs more registers than there are is refused', () => {
    const many = Array.from({ length: 600 }, (_, i) => f.noise(f.X, f.Y, i));
    expect(() => compile(many)).toThrow(/registers/);
  });

  it('fills the channels of a buffer', () => {
    const made = fieldColours(compile([0.25, f.X, f.PLANE, 1]), BACK, REGION, given);
    const i = 2 * REGION.width + 270;
    const px = pxAt(made, REGION.x + 270, REGION.y + 2);
    expect(px[0]).toBe(0.25);
    expect(px[1]).toBeCloseTo(places[i]!.x, 5);
    expect(px[2]).toBe(given.data[i]);
    expect(px[3]).toBe(1);
  });
});

describe('what is strewn', () => {
  const NEAR: Affine = [0.02, 0, 0, 0.02, 0, 0];
  const wide = { x: 0, y: 0, width: 500, height: 500 };
  const strewn = (values: Partial<f.Scattered>) =>
    f.scattered(f.X, f.Y, {
      kind: 'discs',
      seed: 4,
      density: 0.1,
      small: 0.2,
      large: 0.2,
      px: 0.02,
      ...values,
    });
  const mean = ({ data }: { data: Float32Array }) => data.reduce((a, b) => a + b, 0) / data.length;

  it('covers as much as its things have area, times how bright they are', () => {
    // 300 chances of 0.1 in 100 units: 30 discs of a brightness from a half to one.
    const [cover] = fieldPlanes(compile([strewn({}).cover]), NEAR, wide);
    expect(mean(cover!) / (0.3 * Math.PI * 0.04 * 0.75)).toBeCloseTo(1, 0.3);
  });

  it('is nothing at no density, and everywhere a share of 0 to 1', () => {
    const [none] = fieldPlanes(compile([strewn({ density: 0 }).cover]), NEAR, wide);
    expect(mean(none!)).toBe(0);
    for (const kind of ['discs', 'polygons', 'stars', 'strokes'] as const) {
      const { cover, own } = strewn({ kind, density: 1, large: 1 });
      for (const made of fieldPlanes(compile([cover, own]), NEAR, wide))
        expect(made.data.every((v) => v >= 0 && v <= 1.000001)).toBe(true);
    }
  });

  it('of polygons has the area of polygons', () => {
    // Of one inscribed radius the square has 4/π of the disc.
    const area = (values: Partial<f.Scattered>) =>
      mean(fieldPlanes(compile([strewn({ density: 0.05, ...values }).cover]), NEAR, wide)[0]!);
    expect(area({ kind: 'polygons', corners: 4 }) / area({})).toBeCloseTo(4 / Math.PI, 1);
  });
});
