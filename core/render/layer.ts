import { numberOf } from '../definitions/content-key';
import type { PaintFrame, Piece, ShapeStepDefinition, StepDefinition } from '../definitions/step';
import { invert, multiply, scaling } from '../geometry/affine';
import { compose, projective } from '../geometry/homography';
import { without } from '../kernels/planes';
import { warped } from '../kernels/resample';
import { alphaOf, copied, filled, masked } from '../kernels/rows';
import { maskPlane } from '../masks/mask';
import { whole } from '../paint/whole';
import type { ColourBuffer, Plane } from '../pixels/buffer';
import { crop } from '../pixels/buffer';
import { scoped } from '../pixels/heap';
import type { Region } from '../pixels/region';
import { covering, grow, intersect, isEmpty } from '../pixels/region';
import { subjectOf } from '../scene/echoes';
import { boxOf, placedBox, placementMap } from '../scene/placement';
import type { Layer, Step } from '../scene/schema';
import { stepOfKind } from '../steps/index';
import type { Leg, Sizes } from './chain';
import { marginOf, piecesOf, unitOf } from './chain';
import type { Context } from './context';
import { kept, stopIfTold } from './context';
import { coverageOf } from './coverage';
import { affordable, drawnRegion } from './drawing';
import { drawingOf, sizesOf, stepsOf, uprightExtent } from './reach';
import { hiddenOf, hidesByPass } from './woven';

/** One step's result; each is kept under a key that goes on from that of what went in. */
function throughStep(
  layer: Layer,
  pixels: ColourBuffer,
  step: Step,
  wanted: Region,
  sizes: Sizes,
  key: unknown[],
  context: Context,
): ColourBuffer {
  const { mixing } = context;
  stopIfTold(context);
  const unit = unitOf(step, sizes);
  key.push(step.kind, step.values, unit, wanted);
  return kept(context, layer.id, step.id, key, () =>
    (stepOfKind(step.kind) as StepDefinition).apply(pixels, step.values, {
      scale: unit,
      wanted,
      mixing,
    }),
  );
}

/** Sends pixels through steps that pixels go through; a change of one computes it anew and those after it. */
export function throughSteps(
  layer: Layer,
  pixels: ColourBuffer,
  legs: readonly Leg[],
  sizes: Sizes,
  key: unknown[],
  context: Context,
): ColourBuffer {
  return legs.reduce(
    (made, leg) => throughStep(layer, made, leg.step, leg.pixels, sizes, key, context),
    pixels,
  );
}

/** What a style made, ready to be laid down. */
export interface Made extends Omit<Piece, 'draw'> {
  pixels: ColourBuffer;
}

/** A layer as it is laid down: its own pixels, and what styles made of its shape. */
export interface Dressed {
  pixels: ColourBuffer;
  pieces: Made[];
}

/**
 * Sends a layer's pixels through its chain: steps change them, changes of shape change what styles see, and
 * styles make pieces of that. What is made within a changed shape has that one's edges, and lands above.
 */
export function dressed(
  layer: Layer,
  source: ColourBuffer,
  legs: readonly Leg[],
  wanted: Region,
  key: unknown[],
  context: Context,
): Dressed {
  const sizes = sizesOf(layer, context);
  const { mixing } = context;
  let pixels = source;
  const pieces: Made[] = [];
  /** What names the shape as it stands: the pixels it is of, and how it was changed since. */
  let shapeKey: unknown[] = [...key];
  let changed = false;
  const alpha = (of: ColourBuffer, name: readonly unknown[]) =>
    kept(context, layer.id, 'shape', ['alpha', ...name], () => alphaOf(of));
  let shape: () => Plane = () => alpha(source, [...key]);
  let coverage = shape;
  for (const { step, pixels: region, shape: seen } of legs) {
    const definition = stepOfKind(step.kind);
    const unit = unitOf(step, sizes);
    if (definition.works === 'pixels') {
      pixels = throughStep(layer, pixels, step, region, sizes, key, context);
      if (definition.keepsShape) continue;
      const [made, name] = [pixels, [...key]];
      shape = coverage = () => alpha(made, name);
      shapeKey = [...key];
      changed = false;
    } else if (definition.works === 'shape') {
      if (isEmpty(seen)) continue;
      const [before, own] = [shape, coverage];
      shapeKey = [...shapeKey, step.kind, step.values, unit, seen];
      const name = [...shapeKey];
      changed = true;
      shape = () =>
        kept(context, layer.id, step.id, ['shape', ...name], () =>
          (definition as ShapeStepDefinition).apply(before(), own(), step.values, {
            scale: unit,
            wanted: seen,
            mixing,
          }),
        );
    } else {
      stopIfTold(context);
      const frame = frameOf(layer, context);
      const name = [
        ...shapeKey,
        ...[step.kind, step.values, unit, wanted, context.lamp],
        ...[frame.map, frame.box, frame.scene],
      ];
      // Taken here, where it outlives the making of a piece.
      const plane = shape();
      const within = changed;
      piecesOf(step).forEach((piece, i) => {
        const made = kept(context, layer.id, step.id, [...name, i, within], () => {
          const drawn = piece.draw(crop(plane, intersect(plane.region, seen), 1), {
            ...{ scale: unit, wanted, mixing, frame, lamp: context.lamp },
            keep: (part, make) => kept(context, layer.id, step.id, [...name, part], make),
          });
          return piece.lands === 'within' && within ? masked(drawn, plane) : drawn;
        });
        const lands = piece.lands === 'within' && within ? 'above' : piece.lands;
        pieces.push({ ...piece, lands, pixels: made });
      });
    }
  }
  return { pixels, pieces };
}

/** Where a layer lies, for what is painted on it. */
function frameOf(layer: Layer, context: Context): PaintFrame {
  const { map, scene, mixing, picture } = context;
  const box = boxOf(layer);
  return {
    map: multiply(map, placementMap(layer.placement)),
    box: box ? placedBox(layer.placement, box, map) : scene,
    scene,
    mixing,
    picture,
  };
}

/** How much of a layer its mask and its weave let through, over all of `wanted`; null if it has none that is on. */
export function maskOf(layer: Layer, wanted: Region, context: Context): Plane | null {
  const own = ownMask(layer, wanted, context);
  const hidden = hidesByPass(layer) ? null : hiddenOf(layer, wanted, context);
  if (!hidden) return own;
  return scoped(() => {
    const out = own ? copied(crop(own, wanted, 1), 1) : whole(wanted);
    without(out, hidden.owned());
    return out;
  });
}

/** What its mask alone lets through. */
function ownMask(layer: Layer, wanted: Region, context: Context): Plane | null {
  const { mask } = layer;
  if (!mask?.enabled) return null;
  const { picture, memo } = context;
  const { map, scale, warp, region } = mask.moves
    ? maskDrawing(layer, wanted, context)
    : { map: context.map, scale: context.scale, warp: null, region: wanted };
  // Other layers lie where they do, whether the mask moves along or not.
  const back = warp && invert(placementMap(layer.placement));
  const to = back ? multiply(map, back) : context.map;
  const key = ['mask', numberOf(mask), map, warp, scale, region, wanted];
  return kept(context, layer.id, 'mask', key, () => {
    const plane = maskPlane(mask, {
      ...{ map, scale, wanted: region, picture, memo },
      ofLayer(shape, over) {
        const subject = subjectOf(shape);
        return subject && coverageOf(subject, to, over, context, shape.what);
      },
    });
    if (!warp) return plane;
    return alphaOf(warped(masked(filled(region, [1, 1, 1]), plane), warp, wanted));
  });
}

/** No mask that is resampled is drawn on more px than this. */
const MOST_OF_MASK = 12e6;

/** How a mask that moves along is drawn: with its layer's corners, and where anything of the layer may show. */
function maskDrawing(layer: Layer, wanted: Region, context: Context) {
  const drawing = drawingOf(layer, context);
  const { map, warp, scale } = drawing;
  if (!warp) return { map, scale: context.scale, warp, region: wanted };
  const sizes = { ...sizesOf(layer, context), scale };
  const all = grow(uprightExtent(layer, drawing, context), marginOf(stepsOf(layer), sizes));
  const seen = drawnRegion(warp, wanted);
  const region = seen ? intersect(seen, all) : all;
  // A mask is resampled as colours are, and need not be as fine.
  const by = affordable(1, region, MOST_OF_MASK);
  if (by === 1) return { map, scale, warp, region };
  const { x, y, width, height } = region;
  return {
    map: multiply(scaling(by), map),
    scale: scale * by,
    warp: compose(warp, projective(scaling(1 / by))),
    region: covering(x * by, y * by, (x + width) * by, (y + height) * by),
  };
}
