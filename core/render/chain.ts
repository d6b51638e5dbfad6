import { lengthsIn } from '../definitions/parameter-values';
import type { AnyStep, Piece, StyleDefinition } from '../definitions/step';
import { carriesAll } from '../definitions/step';
import type { Region } from '../pixels/region';
import { EMPTY, grow, intersect, isEmpty, unite } from '../pixels/region';
import type { BoundLayer, BoundStep } from '../scene/bound/bound';
import { stepOfKind } from '../steps/index';

/** Chains of steps: what of each must be known, and how far they reach. */

/**
 * Px of the render for one px of lengths, for the height of the shape they may be a share of, and, at most, for one
 * px of the layer's own.
 */
export interface Sizes {
  scale: number;
  height: number;
  own: number;
  /** Where a lens sees light (`lightSeen`); left out, everywhere. */
  seen?: Region;
}

/** The sizes for steps that stand round layers which land through their group: none of them looks at a shape or a place. */
export const plainSizes = (scale: number): Sizes => ({ scale, height: 0, own: 0 });

/** Px of the render for one unit of a step's lengths. */
export const unitOf = ({ kind, values }: BoundStep, { scale, height }: Sizes): number =>
  lengthsIn(stepOfKind(kind).parameters, values) === 'share' ? height / 100 : scale;

/** How far a step looks beyond a region, px of the render. */
export const marginOfStep = (step: BoundStep, sizes: Sizes): number =>
  stepOfKind(step.kind).margin(step.values, unitOf(step, sizes), sizes.own);

/** Whether a layer has a style that is on, so that it is more than its pixels. */
export const isStyled = (layer: BoundLayer): boolean =>
  layer.steps.some((s) => s.enabled && stepOfKind(s.kind).works === 'style');

/** The steps that pixels go through, of those that are on. */
export const pixelStepsOf = (steps: readonly BoundStep[]): BoundStep[] =>
  steps.filter((s) => stepOfKind(s.kind).works === 'pixels');

/**
 * How far a chain carries a value, px of the render: its pixels from step to step, and from the shape that
 * each style sees as far as that one reaches.
 */
export function marginOf(steps: readonly BoundStep[], sizes: Sizes): number {
  let pixels = 0;
  let shape = 0;
  let most = 0;
  for (const step of steps) {
    const own = marginOfStep(step, sizes);
    const definition = stepOfKind(step.kind);
    if (definition.works === 'style') most = Math.max(most, shape + own);
    else if (definition.works === 'shape') shape += own;
    else {
      pixels += own;
      if (definition.carriesStyles) most += own;
      if (!definition.keepsShape) shape = pixels;
    }
  }
  return Math.max(pixels, most);
}

/** Whether any of some steps carries light from anywhere to anywhere. */
export const reachAll = (steps: readonly BoundStep[]): boolean =>
  steps.some((s) => carriesAll(stepOfKind(s.kind), s.values));

/** A step, and what must be known after it. */
export interface PlannedStep {
  step: BoundStep;
  /** Of the pixels, and of the shape; EMPTY where nothing asks for it. */
  pixels: Region;
  shape: Region;
  /** Of what styles made. */
  styles: Region;
}

/**
 * What must be known of a chain's source, and after each step, to make a region of all that comes of it:
 * walking back, each step asks for the margin it needs.
 */
export function planOf(
  steps: readonly BoundStep[],
  wanted: Region,
  sizes: Sizes,
): { source: Region; planned: PlannedStep[] } {
  const planned: PlannedStep[] = [];
  let pixels = wanted;
  let shape = EMPTY;
  let styles = wanted;
  const seenBy = (definition: AnyStep, { values }: BoundStep, all: Region, wanted: Region) => {
    if (!sizes.seen || definition.works !== 'pixels' || !definition.inLens) return all;
    const far = unite(wanted, sizes.seen);
    return carriesAll(definition, values) && !isEmpty(wanted) ? far : intersect(all, far);
  };
  const grownIf = (r: Region, by: number) => (isEmpty(r) ? r : grow(r, by));
  for (const step of [...steps].reverse()) {
    const definition = stepOfKind(step.kind);
    const own = marginOfStep(step, sizes);
    if (definition.works === 'style') {
      planned.unshift({ step, pixels, shape: grow(styles, own), styles });
      shape = unite(shape, grow(styles, own));
    } else if (definition.works === 'shape') {
      planned.unshift({ step, pixels, shape, styles });
      shape = grownIf(shape, own);
    } else if (definition.keepsShape) {
      planned.unshift({ step, pixels, shape, styles });
      pixels = seenBy(definition, step, grow(pixels, own), pixels);
    } else {
      // From here on the shape is that of these pixels.
      pixels = unite(pixels, shape);
      planned.unshift({ step, pixels, shape: EMPTY, styles });
      pixels = seenBy(definition, step, grow(pixels, own), pixels);
      if (definition.carriesStyles) styles = grow(styles, own);
      shape = EMPTY;
    }
  }
  return { source: unite(pixels, shape), planned: planned };
}

/** The pieces of a style. */
export const piecesOf = (step: BoundStep): Piece[] =>
  (stepOfKind(step.kind) as StyleDefinition).pieces(step.values);
