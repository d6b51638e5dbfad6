import fc from 'fast-check';
import { smearBrushParameters, smearWays } from '../brush/smear-stroke';
import type { Parameter, Parameters, Value, Values } from '../definitions/parameter';
import { defaultsOf } from '../definitions/parameter-values';
import { flatMesh } from '../steps/warp/mesh-points';
import { boxPath } from '../geometry/box-paths';
import { placed } from '../scene/arrange/placement';
import { ASSET } from './scenes';

/** What keeps made-up values to what a small picture can show. */
export interface Limits {
  /** Lengths and places stay within so many px to either side of 0; left out, within the parameter's own range. */
  px?: number;
  /** Numbers of something are at most so many. */
  count?: number;
  /** Whether ramps stay at their defaults: between saturated colours OKLab leaves the gamut, a little below 0. */
  inGamut?: boolean;
  /** Whether the picture of the tests may be chosen. */
  pictures?: boolean;
}

const colour = fc
  .integer({ min: 0, max: 0xffffff })
  .map((n) => `#${n.toString(16).padStart(6, '0')}`);
const share = fc.integer({ min: 0, max: 100 });
const rising = <T extends { at: number }>(stops: T[]): T[] => stops.sort((a, b) => a.at - b.at);

const ramp = fc.record({
  colours: fc
    .array(fc.record({ at: share, colour, middle: fc.integer({ min: 1, max: 99 }) }), {
      minLength: 1,
      maxLength: 4,
    })
    .map(rising),
  opacities: fc
    .array(fc.record({ at: share, opacity: share, middle: fc.integer({ min: 1, max: 99 }) }), {
      minLength: 1,
      maxLength: 3,
    })
    .map(rising),
  space: fc.constantFrom('oklab', 'scene'),
});

const bands = fc.array(
  fc.record({
    hue: fc.integer({ min: 0, max: 360 }),
    turn: fc.integer({ min: -180, max: 180 }),
    chroma: fc.integer({ min: -100, max: 100 }),
    lightness: fc.integer({ min: -100, max: 100 }),
  }),
  { maxLength: 8 },
);

const curve = (low: number) =>
  fc
    .uniqueArray(fc.integer({ min: 0, max: 20 }), { minLength: 2, maxLength: 5 })
    .chain((xs) =>
      fc.tuple(
        ...xs
          .sort((a, b) => a - b)
          .map((x) =>
            fc.double({ min: low, max: 1, noNaN: true }).map((y) => [x / 20, y] as const),
          ),
      ),
    );

const near = fc.integer({ min: -20, max: 20 });
const BOX = { x0: 4, y0: 4, x1: 56, y1: 44 };

/** Any value that a parameter may have, the ends of its range first of all. */
export function anyValue(
  p: Parameter,
  { px, count, inGamut = false, pictures = false }: Limits = {},
): fc.Arbitrary<Value> {
  switch (p.kind) {
    case 'layer':
      return fc.constantFrom('', 'gone');
    case 'number': {
      const isLength = px !== undefined && (p.unit === 'px' || p.unit === 'σ px');
      const most = p.unit === '' && count !== undefined ? Math.min(p.max, count) : p.max;
      const [min, max] = isLength ? [Math.max(p.min, -px), Math.min(p.max, px)] : [p.min, most];
      return fc.oneof(
        fc.constantFrom(min, max, Math.min(max, Math.max(min, p.default))),
        fc.double({ min, max, noNaN: true }),
      );
    }
    case 'choice':
      return fc.constantFrom(...p.options.map((o) => o.value));
    case 'switch':
      return fc.boolean();
    case 'colour':
      return colour;
    case 'ramp':
      return (
        inGamut ? fc.constant(p.default) : fc.oneof(fc.constant(p.default), ramp)
      ) as fc.Arbitrary<Value>;
    case 'table':
      return fc.constant(p.default);
    case 'hues':
      return fc.oneof(fc.constant(p.default), bands) as fc.Arbitrary<Value>;
    case 'curve':
      return fc.oneof(fc.constant(p.default), curve(p.low ?? -1)) as fc.Arbitrary<Value>;
    case 'ends':
      return fc.option(fc.record({ x0: near, y0: near, x1: near, y1: near }));
    case 'point':
      return fc.option(fc.record({ x: near, y: near }));
    case 'own':
      return fc.record(
        Object.fromEntries(
          Object.entries(p.sets).map(([choice, set]) => [
            choice,
            fc.option(anyValues(set, { px, count, inGamut, pictures }), { nil: undefined }),
          ]),
        ),
      ) as fc.Arbitrary<Value>;
    case 'list':
      return fc.array(anyValues(p.of, { px, count, inGamut, pictures }), {
        maxLength: Math.min(2, p.most),
      }) as fc.Arbitrary<Value>;
    case 'picture':
      return pictures ? fc.constantFrom('', ASSET) : fc.constant('');
    case 'font':
      return fc.constant(p.default);
    case 'regions':
      return fc.array(
        fc.record({ x: near, y: near, rotation: near }).map((to) => ({
          id: 'part',
          path: boxPath({ x0: 10, y0: 10, x1: 34, y1: 30 }),
          soft: 8,
          to: { ...placed({ x: 22, y: 20 }), ...to },
        })),
        { maxLength: 1 },
      ) as fc.Arbitrary<Value>;
    case 'drips':
      return fc.array(
        fc.record({
          ...{ x: near, y: near, across: near, removed: fc.boolean() },
          longer: fc.double({ min: 0, max: 3, noNaN: true }),
        }),
        { maxLength: 3 },
      ) as fc.Arbitrary<Value>;
    case 'strokes':
      return fc.array(smear, { maxLength: 3 }) as fc.Arbitrary<Value>;
    case 'mesh':
      return fc.option(
        fc.array(fc.tuple(near, near), { minLength: 9, maxLength: 9 }).map((moves) => {
          const flat = flatMesh(BOX, 3, 3);
          const points = flat.points.map(({ x, y }, i) => ({
            x: x + moves[i]![0] / 2,
            y: y + moves[i]![1] / 2,
          }));
          return { ...flat, points };
        }),
      ) as fc.Arbitrary<Value>;
    case 'corners':
      return fc.option(
        fc.constant([
          { x: -0.6, y: 0.2 },
          { x: 0.7, y: 0.3 },
          { x: 0.5, y: 1 },
          { x: -0.5, y: 1.1 },
        ]),
      ) as fc.Arbitrary<Value>;
  }
}

/** A stroke of the finger over a small picture. */
const smear = fc
  .record({
    id: fc.uuid(),
    way: fc.constantFrom(...smearWays.map((w) => w.way)),
    strength: fc.integer({ min: 0, max: 100 }),
    pickUp: fc.integer({ min: 0, max: 100 }),
    points: fc.array(fc.tuple(near, near, fc.double({ min: 0, max: 1, noNaN: true })), {
      minLength: 1,
      maxLength: 4,
    }),
  })
  .map(({ id, way, strength, pickUp, points }) => ({
    ...{ id, enabled: true, way },
    brush: { ...defaultsOf(smearBrushParameters), size: 12, strength, pickUp },
    points: [points.flatMap(([x, y, pressure], t) => [x, y, pressure, 0, 0, 30 * t])],
  }));

/** Any values of a set of parameters. */
export const anyValues = <P extends Parameters>(
  parameters: P,
  limits: Limits = {},
): fc.Arbitrary<Values<P>> =>
  fc.record(
    Object.fromEntries(Object.entries(parameters).map(([k, p]) => [k, anyValue(p, limits)])),
  ) as unknown as fc.Arbitrary<Values<P>>;
