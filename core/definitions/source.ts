import type * as v from 'valibot';
import type { Affine, Box } from '../geometry/affine';
import type { Homography } from '../geometry/homography';
import type { Path } from '../geometry/path';
import type { ColourBuffer, Plane } from '../pixels/buffer';
import type { Picture } from '../kernels/picture';
import type { Mixing } from '../pixels/colour';
import type { Region } from '../pixels/region';
import type { Seen } from './seen';
import type { Parameters } from './parameter';
import type { Lamp } from './step';
import type { LastMade } from './last-made';
import type { Memo } from './memo';

/** What of a source lies behind another layer. */
export interface Hidden {
  /** The coverage of the other layer, 0–1, over all where anything may be hidden. */
  coverage: Plane;
  /** What is wide and soft keeps this share of its light there, 0–1. */
  spill: number;
  /** Of a line: all of its strands, as they are drawn, as runs behind and in front; null for what cannot be parted. */
  runs: readonly Run[] | null;
  /** How much is hidden of what is drawn as one, over the same: what is covered and belongs to what lies behind. */
  owned(): Plane;
}

/**
 * A run of a strand (by its number) that lies behind another layer or in front, from one share of its length to
 * another; on a closed one `from` may lie below 0, and `to` beyond 1.
 */
export interface Run {
  strand: number;
  from: number;
  to: number;
  behind: boolean;
}

/** A layer that throws light or a shadow. */
export interface Caster {
  /** Names all that it depends on: the same name, the same layer. */
  key: string;
  /** What it covers, 0–1, over a region. */
  coverage(region: Region): Plane;
  /** Its colours over a region, as they are drawn. */
  colours(region: Region): ColourBuffer;
  /** What it covers upright, under a map of the px that its light or shadow is placed on. */
  under(to: Affine, region: Region): Plane;
  /** As `under`: what its paths go round, closed or not; of a layer without paths, what it covers. */
  within(to: Affine, region: Region): Plane;
  /** The paths that it is drawn along, px that its light or shadow is placed on; none of a layer that has none. */
  paths: readonly Path[];
  /** The box round what it covers by half or more, px that its light or shadow is placed on; null for nothing. */
  box(): Box | null;
  /** Its one colour as a whole, if it has one. */
  colour: string | null;
  /** The lamp of the scene. */
  lamp: Lamp;
}

/** What a layer looks at: the next beneath it that is not clipped, all that the scene shows there, the second layer that it names, or all lights of the scene. */
export type Ground = 'base' | 'beneath' | 'second' | 'lights';

/** The pictures of what a layer looks at. */
export type Grounds = Partial<Record<Ground, Seen>>;

/** What a source is given to draw itself. */
export interface SourceContext {
  /** From the source's own px to px of the render. */
  map: Affine;
  /** From there to px of the render, for sources that draw themselves through it. */
  warp?: Homography;
  wanted: Region;
  /** Where the scene lies, px of the render. */
  scene: Box;
  /** A picture by its asset name. Throws if it is not there. */
  picture(asset: string): Picture;
  memo: Memo;
  /** Whether it may be drawn roughly, if it takes long to draw well; left out, it may not. */
  draft?: boolean;
  /** What lies behind another layer. */
  hidden?: Hidden;
  /** The layer whose light or shadow it is. */
  light?: Caster;
  /** What of what lies beneath it sees: nothing where that is gone. */
  grounds?: Grounds;
  /** What was last made of a source that changes, over the whole region of which a part is wanted now. */
  lastMade?: { parts: LastMade; whole: Region };
  /** How colours shall stand in the buffer. */
  mixing: Mixing;
  /** The lamp of the scene, for what follows it (`followsLamp`). */
  lamp: Lamp;
}

/** A layer that a source names by its id, and what it is drawn from that one. */
export type Reference<S> = {
  /** The id of the layer; null if it names none. */
  to(source: S): string | null;
  /** Names another layer, in place. */
  rename(source: S, id: string): void;
} & (
  | {
      /** It is drawn as a copy of the layer, from the source of that under its own values. */
      as: 'copy';
      copied<B extends { kind: string }>(source: S, original: B): B;
    }
  | {
      /** It is the light that the layer throws. */
      as: 'light';
    }
  | {
      /** It is the shadow that the layer casts, as that is by itself. */
      as: 'shadow';
    }
  | {
      /** It runs along the first path of the layer, which is given in its own px. */
      as: 'path';
      along(source: S, path: Path): S;
    }
);

/** One thing that a layer can be. */
export interface SourceDefinition<S extends { kind: string }> {
  kind: S['kind'];
  label: string;
  /** One sentence for the palette and the docs. */
  help: string;
  schema: v.GenericSchema<unknown, S>;
  /** Whether it draws nothing of its own, but sends what lies beneath it through its steps. */
  grades?: true;
  /** Whether it has edges of its own: it casts shadows, and its corners can be carried. */
  shaped: boolean;
  /** Whether what it draws is light that it gives off. */
  emits?: true;
  /** How likely it is what others are woven with, cast on and spilled on; left out, never. The highest goes first. */
  subject?: number;
  /** Whether its own px are those of a picture, which need not be those of the scene. */
  hasPixels?: true;
  /** Whether the layers it holds land one by one on what lies beneath. */
  landsThrough?(source: S): boolean;
  /** Whether it is lit by the lamp of the scene, or lies as that sends it. */
  followsLamp?(source: S): boolean;
  /** The layer that it names; left out, it names none. */
  reference?: Reference<S>;
  /** What lies about it that it looks at to be drawn; left out, nothing. */
  sees?(source: S): readonly Ground[];
  /** The second layer that it names, by its id, for who `sees` that: one that covers it, or that it goes round; left out, none. */
  second?: {
    of(source: S): string | null;
    /** Names another layer, in place. */
    rename(source: S, id: string): void;
  };
  /** What of it can be set, by the key that it stands under. */
  settings?: Readonly<Record<string, Parameters>>;
  /** What else is to be said of it in docs/format.md: Markdown. */
  note?: string;
  /** Its parts that have ids of their own, such as passes. */
  parts?(source: S): { id: string }[];
  /** The paths that it is drawn along, own px. */
  paths?(source: S): readonly Path[];
  /** Its one colour as a whole, `#rrggbb`; null, or left out, if it has none. */
  colour?(source: S): string | null;
  /** What names its content in keys, where to write all of it would take long; left out, all of it. */
  content?(source: S): object;
  /** Whatever of it holds colours that are seen; left out, all of it. */
  colours?(source: S): unknown;
  /** The source in another colour as a whole; left out, a layer of it is painted over. */
  recoloured?(source: S, colour: string): S;
  /** Whether a paint over it is recoloured before it is. */
  yieldsToPaint?: true;
  /** Whether it draws itself through a homography; of others what they drew is resampled. */
  warps?: boolean;
  /** The box to arrange by, in the source's own px; null if there is nothing yet. */
  box(source: S): Box | null;
  /** A region of the render that holds all that it draws under a map; null if it has no edges. */
  extent(source: S, map: Affine): Region | null;
  /**
   * A region of the render out of which it draws the same as `before` did, under the same map; null if that
   * is not known. Left out, it never is.
   */
  difference?(before: S, source: S, map: Affine): Region | null;
  /** The names of the assets it needs. */
  assets(source: S): string[];
  /** The names of the faces of fonts it needs; left out, none. */
  faces?(source: S): string[];
  /** How high its shape counts for lengths that are a share of it, own px; left out, as high as its box. */
  height?(source: S): number;
  render(source: S, context: SourceContext): ColourBuffer;
}
