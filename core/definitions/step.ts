import type { Affine, Box } from '../geometry/affine';
import type { Homography } from '../geometry/homography';
import type { Picture } from '../kernels/picture';
import type { ColourBuffer, Plane } from '../pixels/buffer';
import type { Mixing } from '../pixels/colour';
import type { Region } from '../pixels/region';
import type { Memo } from './memo';
import type { ParameterNeeds, Parameters, Values } from './parameter';
import type { Seen } from './seen';
import type { DrawnOut } from './warps';

/** A length of a step that is dragged on the stage: the end of an arm from the place that the step works about. */
export interface Arm {
  /** The keys of the length, px of the step's lengths, and of the angle (degrees) that the arm lies at; without one it lies at 0. */
  length: string;
  angle?: string;
  label: string;
  /** How far the arm is turned besides, degrees. */
  turned?: number;
  /** How long the arm is for a length of 1; 1 if left out. */
  share?: number;
  /** As of a parameter. */
  needs?: ParameterNeeds;
}

/** What every step says of itself. */
interface Described<P extends Parameters> {
  /** Family and name, such as `blur.gaussian`: what scene.json says. */
  kind: string;
  label: string;
  /** One sentence for the palette and the docs. */
  help: string;
  parameters: P;
  /** The values that matter most, which stand before the rest; left out, the first that count. */
  first?: readonly (keyof P & string)[];
  /** What it is for, where that is not what its family is for (core/steps/purposes.ts). */
  purpose?: 'light' | 'surface' | 'shape';
  /** Values under which it shows what it does, where by itself it changes nothing. */
  example?: Partial<Values<P>>;
  /** Lengths that are dragged on the stage, about the place among its values, or about the middle of the picture. */
  arms?: readonly Arm[];
  /** What a colour that is picked from the stage comes to. */
  picks?: {
    label: string;
    /** The values that a colour (linear light) asks for, as the step is set. */
    values(
      colour: readonly [red: number, green: number, blue: number],
      values: Values<P>,
    ): Partial<Values<P>>;
  };
  /**
   * How far beyond a region the step must see, px of the render, at `scale` px a px of its lengths, and at most
   * `own` px a px of the layer's own.
   */
  margin(values: Values<P>, scale: number, own: number): number;
}

/** What a step is given beside its input and values. */
export interface StepContext {
  /** Pixels of the render for one px of the step's lengths. */
  scale: number;
  wanted: Region;
  /** From the layer's own px to px of the render, but for corners. */
  map: Affine;
  /** How colours stand in the buffers. */
  mixing: Mixing;
  /** How much of the layer its own mask shows over a region, 0–1; null if it has none. For steps that see it. */
  mask(region: Region): Plane | null;
  /** The lamp of the scene. */
  lamp: Lamp;
  /** A picture by its asset; throws if it is not there. */
  picture(asset: string): Picture;
  /** Where the scene lies, px of the render. */
  scene: Box;
  /** Whether it may be drawn roughly, if it takes long to draw well; left out, it may not. */
  draft?: boolean;
  /** Keeps what can be used again in the next frame, such as a table; the key must name all it depends on. */
  memo: Memo;
  /**
   * What it sees of the layer that a parameter names, or, for `itself`, of all that goes into it; null if that is gone or if
   * its parameter does not count.
   */
  seen(name: string): Seen | null;
  /** How much it does, for a step that takes that itself (`takesLimit`): 0–1, and px by px over `wanted`, null for everywhere as much. */
  limit?: { amount: number; plane: Plane | null };
  /** Keeps what is made of what came in, by a name that says what else it depends on. */
  keep<T extends ColourBuffer | Plane>(name: string, make: () => T): T;
}

/** One live operation of a chain: pixels in, pixels out. */
export interface StepDefinition<P extends Parameters = Parameters> extends Described<P> {
  works: 'pixels';
  /** Whether the coverage of what goes through it stays as it is. */
  keepsShape?: boolean;
  /** Whether it looks at the mask of the layer. */
  seesMask?: boolean;
  /** Whether it looks at where the layer stands: it carries pixels from one place of it to another. */
  seesPlace?: boolean;
  /** Whether it measures all that goes into it, and not only about what is wanted (`seen('itself')`). */
  measuresItself?: boolean;
  /** Whether it looks at the lamp of the scene. */
  seesLamp?: boolean;
  /** Whether its lengths are px of the layer's own, which its placement scales, and not px of the list that the layer stands in. */
  ownLengths?: boolean;
  /** Whether it works on light as it comes into a lens, and so sees none from far beyond the picture (`lightSeen`). */
  inLens?: boolean;
  /** Whether it carries light from anywhere to anywhere, within what a lens sees; `margin` is then what it adds to that. */
  reachesAll?: boolean | ((values: Values<P>) => boolean);
  /** Whether it is given how much it does (its amount, its mask), as it is set; else what it makes is mixed with what came in. */
  takesLimit?(values: Values<P>): boolean;
  /** Whether what styles before it made goes through it as well. */
  carriesStyles?: boolean;
  /** How it draws edges out into drips or tongues, which are then taken hold of one by one; left out, it does not. */
  drawsOut?(values: Values<P>): DrawnOut;
  /**
   * The step's result, over what `wanted` shares with all it can touch. The input is not changed.
   * It may cover less than asked where there is nothing; outside it is transparent.
   */
  apply(input: ColourBuffer, values: Values<P>, context: StepContext): ColourBuffer;
}

/** Whether a step carries light from anywhere to anywhere, as it is set. */
export const carriesAll = (definition: AnyStep, values: Values<Parameters>): boolean => {
  if (definition.works !== 'pixels') return false;
  const { reachesAll = false } = definition;
  return typeof reachesAll === 'function' ? reachesAll(values) : reachesAll;
};

/** A change of the shape that the styles after it are made from. */
export interface ShapeStepDefinition<P extends Parameters = Parameters> extends Described<P> {
  works: 'shape';
  /** The shape changed, over `wanted`; `coverage` is that of the layer itself. Neither is changed in place. */
  apply(shape: Plane, coverage: Plane, values: Values<P>, context: StepContext): Plane;
}

/** The lamp that styles are lit by: where its light comes from, and its colour. */
export interface Lamp {
  /** Clockwise from the right, degrees. */
  angle: number;
  /** Above the picture, degrees: 90 is straight from the eye. */
  height: number;
  colour: string;
}

/** Where something that is painted lies, px of the render. */
export interface PaintFrame {
  /** From the layer's own px to px of the render. */
  map: Affine;
  /** The box of the shape, and that of the scene. */
  box: Box;
  scene: Box;
  mixing: Mixing;
  /** The lamp of the scene. */
  lamp: Lamp;
  /** A picture by its asset; throws if it is not there. */
  picture(asset: string): Picture;
}

/** All of the shape that a style sees, upright: the same for every region, at every scale, wherever the layer is moved or turned. */
export interface WholeShape {
  /** Makes it, or finds it in the cache: 0–1, over the region. */
  shape(): Plane;
  region: Region;
  /** Px of the shape for one px of the style's lengths. */
  fineness: number;
  /** From px of the shape to px of the render, corners included. */
  map: Homography;
  /** Names the shape: the same name, the same shape. */
  key: string;
}

/** What a style is given beside the shape and its values. */
export interface StyleContext extends StepContext {
  frame: PaintFrame;
  /** All of the shape, for styles that run along it; null if it has no edges. */
  whole(): WholeShape | null;
}

/**
 * One thing that a style makes. `within` lies on the body and has its edges; `beneath` and `above` have
 * their own. What lies beneath may be hidden where the body would stand, even if that is not shown.
 */
export interface Piece {
  lands: 'beneath' | 'within' | 'above';
  hidden?: boolean;
  /** Whether it gives off no light of its own: the intensity of the style does not brighten it. */
  unlit?: true;
  blend: string;
  /** 0–1. */
  opacity: number;
  /** What it is of a shape, over what `wanted` shares with it. The shape is not changed. */
  draw(shape: Plane, context: StyleContext): ColourBuffer;
}

/** Light or relief made from a layer's shape. */
export interface StyleDefinition<P extends Parameters = Parameters> extends Described<P> {
  works: 'style';
  /** Whether what it makes is light that it gives off. */
  emits?: true;
  /** What it makes, back to front. */
  pieces(values: Values<P>): Piece[];
}

export type AnyStep<P extends Parameters = Parameters> =
  StepDefinition<P> | ShapeStepDefinition<P> | StyleDefinition<P>;

/** Gives a definition its exact type. */
export const defineStep = <P extends Parameters>(
  step: Omit<StepDefinition<P>, 'works'>,
): StepDefinition<P> => ({ works: 'pixels', ...step });

export const defineShapeStep = <P extends Parameters>(
  step: Omit<ShapeStepDefinition<P>, 'works'>,
): ShapeStepDefinition<P> => ({ works: 'shape', ...step });

export const defineStyle = <P extends Parameters>(
  style: Omit<StyleDefinition<P>, 'works'>,
): StyleDefinition<P> => ({ works: 'style', ...style });
