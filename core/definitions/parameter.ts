import type * as v from 'valibot';
import type { Point } from '../geometry/affine';
import type { CurvePoints } from '../geometry/curve';
import type { StoredTable } from '../pixels/colour-table';
import type { HueBand } from '../pixels/hue-bands';
import type { Ends, Ramp } from '../pixels/ramp';
import type { SmearStroke } from './strokes';
import type { DripChange, Mesh, ReshapedRegion } from './warps';

/** What other parameters must be for one to count: one of these values, or more than 0 (`some`). */
export type ParameterNeeds = Readonly<Record<string, readonly (string | boolean)[] | 'some'>>;

/** What every parameter says of itself: controls, schema, docs and command line all read it. */
interface Described {
  label: string;
  /** One sentence for a tooltip and the docs. */
  help?: string;
  /** The heading that it stands under, where there are many. */
  section?: string;
  needs?: ParameterNeeds;
}

export interface NumberParameter extends Described {
  kind: 'number';
  unit: 'px' | 'px/in' | 'σ px' | '%' | '°' | 'stops' | '‰' | 's' | 'K' | '';
  min: number;
  max: number;
  /** Where the slider ends; typing may go on to `min` and `max`. */
  slider?: readonly [number, number];
  /** What one arrow key adds. */
  step: number;
  /** Whether it grows with the shape when a look is put on one of another size; lengths always do. */
  grows?: boolean;
  default: number;
  /** What it is where a scene leaves it out, as those do that are older than it: only with this it may be left out. */
  absent?: number;
}

export interface ColourParameter extends Described {
  kind: 'colour';
  default: string;
  /** As of a number. */
  absent?: string;
}

export interface SwitchParameter extends Described {
  kind: 'switch';
  default: boolean;
  /** As of a number. */
  absent?: boolean;
}

export interface ChoiceParameter<V extends string = string> extends Described {
  kind: 'choice';
  /** Whether it says how the lengths beside it are meant: as `px`, or as a `share` of the height of the shape, %. */
  setsLengths?: true;
  /** Whether its options are shown as small pictures of textures. */
  pictures?: 'texture';
  /** What another parameter becomes with each option, unless the artist has set it to something of their own. */
  brings?: { key: string; values: Readonly<Record<string, unknown>> } | undefined;
  /** Options that belong together may say under which heading. */
  options: readonly { value: V; label: string; family?: string }[];
  default: V;
  /** As of a number. */
  absent?: V;
}

/** A curve from x = 0 to 1, its values −1 to 1, or from `low` on. */
export interface CurveParameter extends Described {
  kind: 'curve';
  low?: 0;
  /** Whether it says what tones become: it is then never beyond two neighbouring points (`toneAt`), and the histogram of these tones stands behind it. */
  tones?: 'red' | 'green' | 'blue' | 'luma';
  /** Curves to start from, under plain names. */
  presets?: readonly { label: string; points: CurvePoints }[];
  default: CurvePoints;
}

/** Changes of colour by hue. */
export interface HuesParameter extends Described {
  kind: 'hues';
  default: HueBand[];
}

/** A lookup table of colours; null for none. */
export interface TableParameter extends Described {
  kind: 'table';
  default: StoredTable | null;
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

/** A place that is dragged on the stage, px of the layer's own; null where it was not dragged yet. */
export interface PointParameter extends Described {
  kind: 'point';
  /** Where it stands until it is dragged; left out, up over the middle of the picture (`undraggedPlace`). */
  begins?: 'middle';
  default: Point | null;
}

/** A picture of the scene, by its asset; empty for none. */
export interface PictureParameter extends Described {
  kind: 'picture';
  default: string;
}

/**
 * Another layer, by its id; empty for all that lies beneath, or for none where it must have paths. Only steps that see their place have
 * one.
 */
export interface LayerParameter extends Described {
  kind: 'layer';
  /** What of it counts: the paths that it is drawn along; left out, its colours. */
  having?: 'paths';
  default: string;
  /** As of a number. */
  absent?: string;
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

/** The values of the parameters that what another parameter chooses has itself, stored for each choice that was changed. */
export interface OwnParameter extends Described {
  kind: 'own';
  /** The key of the choice. */
  of: string;
  /** The parameters of each choice. */
  sets: Readonly<Record<string, Parameters>>;
  default: OwnValues;
  absent: OwnValues;
}

/** Things of one kind, in their order. */
export interface ListParameter extends Described {
  kind: 'list';
  /** What one is called, such as "texture". */
  one: string;
  of: Parameters;
  most: number;
  default: ListedValues[];
  absent: ListedValues[];
}

/** The values of choices, by choice and key; what is left out is as the definition has it. */
export type OwnValues = Record<string, ListedValues>;
export type ListedValues = Record<string, unknown>;

export type Parameter =
  | NumberParameter
  | ColourParameter
  | SwitchParameter
  | ChoiceParameter
  | CurveParameter
  | HuesParameter
  | TableParameter
  | FontParameter
  | RampParameter
  | EndsParameter
  | PointParameter
  | RegionsParameter
  | MeshParameter
  | CornersParameter
  | PictureParameter
  | LayerParameter
  | StrokesParameter
  | DripsParameter
  | OwnParameter
  | ListParameter;
export type Parameters = Readonly<Record<string, Parameter>>;

/** What a parameter of each kind holds; a choice is one of its options. */
interface ValueByKind {
  number: number;
  colour: string;
  switch: boolean;
  choice: string;
  curve: CurvePoints;
  hues: HueBand[];
  table: StoredTable | null;
  font: string;
  ramp: Ramp;
  ends: Ends | null;
  point: Point | null;
  picture: string;
  layer: string;
  regions: ReshapedRegion[];
  mesh: Mesh | null;
  corners: CornerPoints | null;
  strokes: SmearStroke[];
  drips: DripChange[];
  own: OwnValues;
  list: ListedValues[];
}

/** What one parameter holds. */
export type ValueOf<P> = P extends { kind: 'choice'; options: readonly { value: infer V }[] }
  ? V
  : P extends { kind: 'list'; of: infer Q extends Parameters }
    ? Parameters extends Q
      ? ListedValues[]
      : Values<Q>[]
    : P extends { kind: infer K extends keyof ValueByKind }
      ? ValueByKind[K]
      : never;

/** Whatever a parameter may hold. */
export type Value = ValueByKind[keyof ValueByKind];

/** A parameter that scenes may leave out. */
export interface Omissible {
  absent: unknown;
}

/** The values that a set of parameters takes. */
export type Values<P extends Parameters> = {
  -readonly [K in keyof P as P[K] extends Omissible ? never : K]: ValueOf<P[K]>;
} & {
  -readonly [K in keyof P as P[K] extends Omissible ? K : never]?: ValueOf<P[K]> | undefined;
};
