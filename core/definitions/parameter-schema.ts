import * as v from 'valibot';
import { coordinate, pointSchema } from '../geometry/coordinate';
import { isConvex } from '../geometry/quad';
import { LARGEST_CUBE, LONGEST_CURVE } from '../pixels/colour-table';
import { MOST_BANDS } from '../pixels/hue-bands';
import { rampSpaces } from '../pixels/ramp';
import { MAYBE_PICTURE } from './asset-name';
import type { Omissible, Parameter, Parameters, ValueOf, Values } from './parameter';
import { absentOf } from './parameter-values';
import { dripsSchema, meshSchema, regionsSchema } from './warps';

/** What values of parameters must be, and what is said of those that are not. */

const FONT = /^([a-z0-9-]{1,60}|[0-9a-f]{64}\.(ttf|otf))$/;

export const HEX = /^#[0-9a-f]{6}$/i;

/** The schema of one parameter's value. Its messages name the range in the artist's words. */
export const parameterSchema = (p: Parameter): v.GenericSchema<unknown> =>
  absentOf(p) === undefined ? givenSchema(p) : v.optional(givenSchema(p));

const finite = v.pipe(v.number(), v.finite());
const domain = v.strictTuple([
  v.strictTuple([finite, finite, finite]),
  v.strictTuple([finite, finite, finite]),
]);
const whole = (most: number) => v.pipe(v.number(), v.integer(), v.minValue(0), v.maxValue(most));

/** What a scene says of a lookup table. */
const tableSchema = v.pipe(
  v.strictObject({
    name: v.pipe(v.string(), v.maxLength(200)),
    asset: v.pipe(
      v.string(),
      v.regex(/^[0-9a-f]{64}\.png$/, 'A table stands in the asset of a PNG.'),
    ),
    curve: whole(LONGEST_CURVE),
    side: whole(LARGEST_CUBE),
    curveDomain: domain,
    cubeDomain: domain,
    low: finite,
    high: finite,
  }),
  v.check(
    ({ curve, side }) => curve !== 1 && side !== 1 && curve + side > 0,
    'A table has a curve or a cube, of two entries and more.',
  ),
  v.check(
    (t) =>
      t.low < t.high &&
      [t.curveDomain, t.cubeDomain].every(([a, b]) => a.every((x, i) => x < b[i]!)),
    'A domain of a table ends above where it begins.',
  ),
);

function givenSchema(p: Parameter): v.GenericSchema<unknown> {
  switch (p.kind) {
    case 'number': {
      const range = `${p.label} must be a number from ${p.min} to ${p.max}${p.unit ? ` ${p.unit}` : ''}.`;
      return v.pipe(
        v.number(range),
        v.finite(range),
        v.minValue(p.min, range),
        v.maxValue(p.max, range),
      );
    }
    case 'colour':
      return v.pipe(v.string(), v.regex(HEX, `${p.label} must be a colour written #rrggbb.`));
    case 'font':
      return v.pipe(
        v.string(),
        v.regex(FONT, `${p.label} must be the name of a family or of a font's asset.`),
      );
    case 'ramp':
      return rampSchema(p.label);
    case 'ends': {
      return v.nullable(
        v.strictObject({ x0: coordinate, y0: coordinate, x1: coordinate, y1: coordinate }),
      );
    }
    case 'point':
      return v.nullable(pointSchema);
    case 'regions':
      return regionsSchema;
    case 'corners':
      return v.nullable(
        v.pipe(
          v.strictTuple([pointSchema, pointSchema, pointSchema, pointSchema]),
          v.check(
            (q) => isConvex(q),
            `${p.label} must go round one way, and none may lie on a line with two others.`,
          ),
        ),
      );
    case 'mesh':
      return v.nullable(meshSchema);
    case 'strokes':
      return p.schema;
    case 'drips':
      return dripsSchema;
    case 'own':
      return v.strictObject(
        Object.fromEntries(
          Object.entries(p.sets).map(([choice, set]) => [
            choice,
            v.optional(
              v.strictObject(
                Object.fromEntries(
                  Object.entries(set).map(([k, q]) => [k, v.optional(givenSchema(q))]),
                ),
              ),
            ),
          ]),
        ),
      );
    case 'list':
      return v.pipe(
        v.array(parametersSchema(p.of)),
        v.maxLength(p.most, `${p.label} has at most ${p.most} of them.`),
      );
    case 'picture':
      return v.pipe(
        v.string(),
        v.regex(MAYBE_PICTURE, `${p.label} must be the name of a picture's asset, or empty.`),
      );
    case 'layer':
      return v.pipe(
        v.string(),
        v.maxLength(200, `${p.label} must be the id of a layer, or empty for what lies beneath.`),
      );
    case 'switch':
      return v.boolean(`${p.label} must be true or false.`);
    case 'choice': {
      const names = p.options.map((o) => o.value);
      return v.picklist(names, `${p.label} must be one of ${names.join(', ')}.`);
    }
    case 'table':
      return v.nullable(tableSchema);
    case 'hues': {
      const within = (min: number, max: number) =>
        v.pipe(v.number(), v.finite(), v.minValue(min), v.maxValue(max));
      const change = within(-100, 100);
      return v.pipe(
        v.array(
          v.strictObject(
            { hue: within(0, 360), turn: within(-180, 180), chroma: change, lightness: change },
            `${p.label} is a list of bands: hue from 0 to 360, turn from −180 to 180, chroma and lightness from −100 to 100.`,
          ),
        ),
        v.maxLength(MOST_BANDS, `${p.label} has at most ${MOST_BANDS} bands.`),
      );
    }
    case 'curve': {
      const point = `${p.label} is a list of points [x, y]: x from 0 to 1, y from ${p.low ?? -1} to 1, "corner" after them where it turns sharply.`;
      const within = (min: number) =>
        v.pipe(v.number(point), v.minValue(min, point), v.maxValue(1, point));
      return v.pipe(
        v.array(
          v.union(
            [
              v.strictTuple([within(0), within(p.low ?? -1)]),
              v.strictTuple([within(0), within(p.low ?? -1), v.literal('corner')]),
            ],
            point,
          ),
          point,
        ),
        v.maxLength(100, `${p.label} has at most 100 points.`),
        v.check(
          (all) => all.every((q, i) => i === 0 || q[0] > all[i - 1]![0]),
          `The points of ${p.label} must stand from left to right.`,
        ),
      );
    }
  }
}

/** The schema of a ramp. */
const rampSchema = (label: string) => {
  const share = v.pipe(v.number(), v.minValue(0), v.maxValue(100));
  const middle = v.pipe(v.number(), v.minValue(1), v.maxValue(99));
  const rising = <T extends { at: number }>(stops: readonly T[]) =>
    stops.every((s, i) => i === 0 || s.at >= stops[i - 1]!.at);
  const order = `The stops of ${label} must stand in the order of their places.`;
  return v.strictObject({
    colours: v.pipe(
      v.array(
        v.strictObject({
          at: share,
          colour: v.pipe(v.string(), v.regex(HEX, `${label} has colours written #rrggbb.`)),
          middle,
        }),
      ),
      v.minLength(1, `${label} has at least one colour.`),
      v.maxLength(64, `${label} has at most 64 colours.`),
      v.check((stops) => rising(stops), order),
    ),
    opacities: v.pipe(
      v.array(v.strictObject({ at: share, opacity: share, middle })),
      v.minLength(1, `${label} has at least one opacity.`),
      v.maxLength(64, `${label} has at most 64 opacities.`),
      v.check((stops) => rising(stops), order),
    ),
    space: v.picklist(rampSpaces.map((s) => s.value)),
  });
};

/** The schema of an object that holds exactly these parameters' values. */
export const parametersSchema = <P extends Parameters>(parameters: P): v.GenericSchema<Values<P>> =>
  v.strictObject(parameterEntries(parameters)) as unknown as v.GenericSchema<Values<P>>;

/** The schemas of parameters, by their keys. */
type Entries<P extends Parameters> = {
  [K in keyof P]: P[K] extends Omissible
    ? v.OptionalSchema<v.GenericSchema<ValueOf<P[K]>>, undefined>
    : v.GenericSchema<ValueOf<P[K]>>;
};

/** The entries of an object schema that hold these parameters' values, beside others. */
export const parameterEntries = <P extends Parameters>(parameters: P) =>
  Object.fromEntries(
    Object.entries(parameters).map(([k, p]) => [k, parameterSchema(p)]),
  ) as unknown as Entries<P>;
