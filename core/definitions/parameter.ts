import * as v from 'valibot';
import type { SmearStroke } from './strokes';
import { coordinate, pointSchema } from '../geometry/coordinate';
import type { Point } from '../geometry/affine';
import { isConvex } from '../geometry/quad';
import type { DripChange, Mesh, ReshapedRegion } from './warps';
import { dripsSchema, meshSchema, regionsSchema } from './warps';
import type { CurvePoints } from '../geometry/curve';
import type { Ends, Ramp } from '../pixels/ramp';
import { rampSpaces } from '../pixels/ramp';

/** What every parameter says of itself: controls, schema, docs and command line all read it. */
interface Described {
  label: string;
  /** One sentence for a tooltip and the docs. */
  help?: string;
  /** It counts only where other parameters have one of these values. */
  needs?: Readonly<Record<string, readonly (string | boolean)[]>>;
}

export interface NumberParameter extends Described {
  kind: 'number';
  unit: 'px' | 'σ px' | '%' | '°' | 'stops' | '‰' | '';
  min: number;
  max: number;
  /** Where the slider ends; typing may go on to `min` and `max`. */
  slider?: readonly [number, number];
  /** What one arrow key adds. */
  step: number;
  /** Whether it grows with the shape when a look is put on one of another size; lengths always do. */
  grows?: boolean;
  default: number;
}

export interface ColourParameter extends Described {
  kind: 'colour';
  default: string;
}

export interface SwitchParameter extends Described {
  kind: 'switch';
  default: boolean;
}

export interface ChoiceParameter<V extends string = string> extends Described {
  kind: 'choice';
  /** Whether it says how the lengths beside it are meant: as `px`, or as a `share` of the height of the shape, %. */
  setsLengths?: true;
  /** Options that belong together may say under which heading. */
  options: readonly { value: V; label: string; family?: string }[];
  default: V;
}

/** A curve from x = 0 to 1, its values −1 to 1, or from `low` on. */
export interface CurveParameter extends Described {
  kind: 'curve';
  low?: 0;
  /** Curves to start from, under plain names. */
  presets?: readonly { label: string; points: CurvePoints }[];
  default: CurvePoints;
}

/** Colours and opacities along a way. */
export interface RampParameter extends Described {
  kind: 'ramp';
  default: Ramp;
}

/** From where to where a gradient runs, px of the layer's own; null where its shape and angle say so. */
export interface EndsParameter extends Described {
  kind: 'ends';
  default: Ends | null;
}

/** A picture of the scene, by its asset; empty for none. */
export interface PictureParameter extends Described {
  kind: 'picture';
  default: string;
}

/** A family that ships, by its id, or a font of the artist's own, by its asset. */
export interface FontParameter extends Described {
  kind: 'font';
  default: string;
}

/** Parts of the layer and where they are carried, its own px. */
export interface RegionsParameter extends Described {
  kind: 'regions';
  default: ReshapedRegion[];
}

/** Points over the layer, its own px; null until they are laid. */
export interface MeshParameter extends Described {
  kind: 'mesh';
  default: Mesh | null;
}

/** Strokes of a brush, the layer's own px. */
export interface StrokesParameter extends Described {
  kind: 'strokes';
  schema: v.GenericSchema<unknown, SmearStroke[]>;
  default: SmearStroke[];
}

/** What was done to single drips by hand. */
export interface DripsParameter extends Described {
  kind: 'drips';
  default: DripChange[];
}

/** Four corners, top left first and clockwise. */
export type CornerPoints = [Point, Point, Point, Point];

/** Four corners, in a unit that the definition says; null until they are dragged. */
export interface CornersParameter extends Described {
  kind: 'corners';
  default: CornerPoints | null;
}

export type Parameter =
  | NumberParameter
  | ColourParameter
  | SwitchParameter
  | ChoiceParameter
  | CurveParameter
  | FontParameter
  | RampParameter
  | EndsParameter
  | RegionsParameter
  | MeshParameter
  | CornersParameter
  | PictureParameter
  | StrokesParameter
  | DripsParameter;
export type Parameters = Readonly<Record<string, Parameter>>;

/** What a parameter of each kind holds; a choice is one of its options. */
interface ValueByKind {
  number: number;
  colour: string;
  switch: boolean;
  choice: string;
  curve: CurvePoints;
  font: string;
  ramp: Ramp;
  ends: Ends | null;
  picture: string;
  regions: ReshapedRegion[];
  mesh: Mesh | null;
  corners: CornerPoints | null;
  strokes: SmearStroke[];
  drips: DripChange[];
}

type ValueOf<P> = P extends { kind: 'choice'; options: readonly { value: infer V }[] }
  ? V
  : P extends { kind: infer K extends keyof ValueByKind }
    ? ValueByKind[K]
    : never;

/** Whatever a parameter may hold. */
export type Value = ValueByKind[keyof ValueByKind];

/** The values that a set of parameters takes. */
export type Values<P extends Parameters> = { -readonly [K in keyof P]: ValueOf<P[K]> };

/** A font of the artist's own: the SHA-256 of its bytes and the extension of its format. */
export const FONT_ASSET = /^[0-9a-f]{64}\.(ttf|otf)$/;
/** Strokes of a brush, many in one file. */
export const STROKES_ASSET = /^[0-9a-f]{64}\.ink$/;
const PICTURE = /^([0-9a-f]{64}\.(png|jpg|webp|avif|gif|bmp))?$/;
const FONT = /^([a-z0-9-]{1,60}|[0-9a-f]{64}\.(ttf|otf))$/;

export const HEX = /^#[0-9a-f]{6}$/i;

/** The schema of one parameter's value. Its messages name the range in the artist's words. */
export function parameterSchema(p: Parameter): v.GenericSchema<unknown> {
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
    case 'picture':
      return v.pipe(
        v.string(),
        v.regex(PICTURE, `${p.label} must be the name of a picture's asset, or empty.`),
      );
    case 'switch':
      return v.boolean(`${p.label} must be true or false.`);
    case 'choice': {
      const names = p.options.map((o) => o.value);
      return v.picklist(names, `${p.label} must be one of ${names.join(', ')}.`);
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

/** The entries of an object schema that hold these parameters' values, beside others. */
export const parameterEntries = <P extends Parameters>(parameters: P) =>
  Object.fromEntries(
    Object.entries(parameters).map(([k, p]) => [k, parameterSchema(p)]),
  ) as unknown as { [K in keyof P]: v.GenericSchema<Values<P>[K]> };

/** Every parameter's default. */
export function defaultsOf<P extends Parameters>(parameters: P): Values<P> {
  return Object.fromEntries(
    Object.entries(parameters).map(([k, p]) => [k, p.default]),
  ) as Values<P>;
}

/** Of an object that holds the values of a set of parameters and more, those values. */
export const valuesOf = <P extends Parameters>(parameters: P, all: Values<P>): Values<P> =>
  Object.fromEntries(Object.keys(parameters).map((k) => [k, all[k as keyof P]])) as Values<P>;

/** A percentage parameter, 0–100 unless said. */
export const percent = (label: string, value: number, min = 0, max = 100): NumberParameter => ({
  kind: 'number',
  label,
  unit: '%',
  min,
  max,
  step: 1,
  default: value,
});

type Range = Partial<Pick<NumberParameter, 'min' | 'max' | 'slider' | 'step' | 'help' | 'needs'>>;

/** A length in px, from 0 on unless said. */
export const length = (label: string, value: number, range: Range = {}): NumberParameter => ({
  kind: 'number',
  label,
  unit: 'px',
  min: 0,
  max: 20_000,
  step: 1,
  default: value,
  ...range,
});

/** A place in px, to either side of 0. */
export const place = (label: string, value: number, range: Range = {}): NumberParameter =>
  length(label, value, { min: -100_000, max: 100_000, slider: [-1000, 1000], ...range });

/** An angle in degrees, clockwise. */
export const angle = (label: string, value: number, range: Range = {}): NumberParameter => ({
  ...length(label, value, { min: -3600, max: 3600, slider: [-180, 180], ...range }),
  unit: '°',
});

/** A whole number of something. */
export const count = (label: string, value: number, range: Range = {}): NumberParameter => ({
  ...length(label, value, { min: 1, max: 200, ...range }),
  unit: '',
});

/** What chance is drawn from: the same seed always gives the same. */
export const seed = (): NumberParameter => ({
  ...count('Seed', 1, { min: 0, max: 9999, slider: [0, 100] }),
  help: 'Another number, another draw; the same number, the same.',
});

/** The key of the parameter that says how lengths are meant; undefined if they are px. */
export const lengthsKey = (parameters: Parameters): string | undefined =>
  Object.entries(parameters).find(([, p]) => p.kind === 'choice' && p.setsLengths)?.[0];

/** How the lengths among some values are meant. */
export function lengthsIn(
  parameters: Parameters,
  values: Readonly<Record<string, unknown>>,
): 'px' | 'share' {
  const key = lengthsKey(parameters);
  return key !== undefined && values[key] === 'share' ? 'share' : 'px';
}

/** Whether a parameter counts, for the values of the others. */
export const counts = (p: Parameter, values: Readonly<Record<string, unknown>>): boolean =>
  Object.entries(p.needs ?? {}).every(([key, ok]) => ok.includes(values[key] as string | boolean));
