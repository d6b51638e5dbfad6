import { numberOf } from '../definitions/content-key';
import type { PaintFrame, Piece, ShapeStepDefinition, StepDefinition } from '../definitions/step';
import { multiply } from '../geometry/affine';
import { blendNamed } from '../blend/index';
import { composite, settle } from '../kernels/composite';
import { brightened } from '../kernels/grade';
import { alphaOf, copied, masked, mix } from '../kernels/rows';
import type { ColourBuffer, Plane } from '../pixels/buffer';
import { crop } from '../pixels/buffer';
import type { Region } from '../pixels/region';
import { intersect, isEmpty } from '../pixels/region';
import { placementMap } from '../definitions/placement';
import { boxOf, placedBox } from '../scene/arrange/placement';
import type { BoundLayer, BoundStep } from '../scene/bound/bound';
import { stepOfKind } from '../steps/index';
import type { PlannedStep, Sizes } from './chain';
import { piecesOf, unitOf } from './chain';
import type { Context } from './context';
import { cached, drawnNumber, seenNumbers, throwIfStopped, valuesNumber } from './context';
import { seenFor } from './ground';
import { limitOf, partly } from './limited';
import { ownMask } from './masked';
import { sizesOf } from './reach';
import { wholeShape } from './whole-shape';

/** One step's result; each is cached under a key that goes on from that of what went in. */
function throughStep(
  layer: BoundLayer,
  pixels: ColourBuffer,
  step: BoundStep,
  wanted: Region,
  sizes: Sizes,
  key: unknown[],
  context: Context,
): ColourBuffer {
  const { mixing, lamp, picture, scene } = context;
  // What a step keeps by a name of all it depends on lasts where its input has no key.
  const memo = context.lasting ?? context.memo;
  throwIfStopped(context);
  const unit = unitOf(step, sizes);
  const definition = stepOfKind(step.kind) as StepDefinition;
  const seen = definition.seesMask ? [numberOf(layer.mask ?? {}), layer.placement] : null;
  const map = mapTo(layer, context);
  const place = definition.seesPlace ? map : null;
  const lit = definition.seesLamp ? context.lamp : null;
  const looks = step.seen ? [seenNumbers(step), context.map, scene] : null;
  const cameIn = [...key];
  const limit = limitOf(layer, step, wanted, context);
  key.push(step.kind, valuesNumber(step), unit, wanted, seen, place, lit, looks, limit.key);
  // What a step does not change costs nothing.
  if (isEmpty(limit.region)) return pixels;
  const takes = definition.takesLimit?.(step.values) ?? false;
  const make = () =>
    definition.apply(pixels, step.values, {
      ...{ scale: unit, mixing, map, lamp, picture, memo, scene },
      ...(takes
        ? {
            wanted,
            limit: { amount: limit.amount, plane: limit.plane && crop(limit.plane, wanted) },
          }
        : { wanted: limit.region }),
      mask: (region) => ownMask(layer, region, context),
      seen: seenFor(step, context),
      keep: (name, make) =>
        cached(context, layer.id, step.id, [...cameIn, step.kind, unit, map, scene, name], make),
    });
  const { blend } = step;
  if ((limit.key === null || takes) && !blend) return cached(context, layer.id, step.id, key, make);
  // What it would do where it is limited is cached apart: a stroke on its mask changes how much of that shows.
  const own = [
    ...[...cameIn, step.kind, valuesNumber(step), unit, limit.region, seen, place, lit, looks],
    ...(takes ? [limit.key] : []),
  ];
  const made = cached(context, layer.id, step.id, own, make);
  if (blend) key.push(blend);
  return cached(context, layer.id, step.id, key, () => {
    const out = copied(crop(pixels, wanted));
    const { amount, plane, region } = takes ? { ...limit, amount: 1, plane: null } : limit;
    const within = plane && crop(plane, region);
    const over = crop(made, wanted);
    if (!blend) mix(out, over, amount, within);
    else if (definition.keepsShape) settle(out, over, blendNamed(blend).mode, amount, within);
    else composite(out, over, blendNamed(blend).mode, amount, within);
    return out;
  });
}

/** Sends pixels through steps that pixels go through; a change of one computes it anew and those after it. */
export function throughSteps(
  layer: BoundLayer,
  pixels: ColourBuffer,
  planned: readonly PlannedStep[],
  sizes: Sizes,
  key: unknown[],
  context: Context,
): ColourBuffer {
  return planned.reduce(
    (made, leg) => throughStep(layer, made, leg.step, leg.pixels, sizes, key, context),
    pixels,
  );
}

/** What a style made, ready to be laid down. */
export interface Made extends Omit<Piece, 'draw'> {
  pixels: ColourBuffer;
  /** What names the pixels. */
  key: unknown[];
}

/** A layer as it is laid down: its own pixels, and what styles made of its shape. */
export interface Dressed {
  pixels: ColourBuffer;
  pieces: readonly Made[];
}

/**
 * Sends a layer's pixels through its chain: steps change them, changes of shape change what styles see, and
 * styles make pieces of that. What is made within a changed shape has that one's edges, and lands above.
 */
export function dressed(
  layer: BoundLayer,
  source: ColourBuffer,
  planned: readonly PlannedStep[],
  key: unknown[],
  context: Context,
): Dressed {
  const sizes = sizesOf(layer, context);
  const { mixing, lamp, picture, memo, scene } = context;
  const map = mapTo(layer, context);
  let pixels = source;
  let pieces: Made[] = [];
  /** What names the shape as it stands: the pixels it is of, and how it was changed since. */
  let shapeKey: unknown[] = [...key];
  let changed = false;
  const alpha = (of: ColourBuffer, name: readonly unknown[]) =>
    cached(context, layer.id, 'shape', ['alpha', ...name], () => alphaOf(of));
  let shape: () => Plane = () => alpha(source, [...key]);
  let coverage = shape;
  for (const [i, { step, pixels: region, shape: seen, styles }] of planned.entries()) {
    const definition = stepOfKind(step.kind);
    const unit = unitOf(step, sizes);
    if (definition.works === 'pixels') {
      if (definition.carriesStyles)
        pieces = pieces.map((p) => {
          const own = [...p.key];
          const carried = throughStep(layer, p.pixels, step, styles, sizes, own, context);
          return { ...p, pixels: carried, key: own };
        });
      pixels = throughStep(layer, pixels, step, region, sizes, key, context);
      if (definition.keepsShape) continue;
      const [made, name] = [pixels, [...key]];
      shape = coverage = () => alpha(made, name);
      shapeKey = [...key];
      changed = false;
    } else if (definition.works === 'shape') {
      if (isEmpty(seen)) continue;
      const [before, own] = [shape, coverage];
      shapeKey = [...shapeKey, step.kind, valuesNumber(step), unit, seen];
      const limit = limitOf(layer, step, seen, context);
      if (limit.key !== null) shapeKey.push(limit.key);
      if (isEmpty(limit.region)) continue;
      const name = [...shapeKey];
      changed = true;
      shape = () =>
        cached(context, layer.id, step.id, ['shape', ...name], () => {
          const made = (definition as ShapeStepDefinition).apply(before(), own(), step.values, {
            ...{ scale: unit, wanted: seen, mixing, map, lamp, picture, memo, scene },
            mask: () => null,
            seen: () => null,
            keep: (part, make) =>
              cached(context, layer.id, step.id, ['shape', ...name, part], make),
          });
          return limit.key === null ? made : partly(before(), made, limit);
        });
    } else {
      throwIfStopped(context);
      const frame = frameOf(layer, context);
      const limit = limitOf(layer, step, styles, context);
      if (isEmpty(limit.region)) continue;
      const name = [
        ...shapeKey,
        ...[step.kind, drawnNumber(step), unit, styles, context.lamp],
        ...[frame.map, frame.box, frame.scene],
      ];
      // Taken here, where it outlives the making of a piece.
      const plane = shape();
      const within = changed;
      const before = planned.slice(0, i).map((p) => p.step);
      piecesOf(step).forEach((piece, n) => {
        const own = [...name, n, within, limit.key];
        const made = cached(context, layer.id, step.id, own, () => {
          const drawn = piece.draw(crop(plane, intersect(plane.region, seen)), {
            ...{ scale: unit, wanted: styles, mixing, map, frame, lamp, picture, memo, scene },
            draft: context.draft,
            mask: () => null,
            seen: () => null,
            whole: () => wholeShape(layer, before, step, context),
            keep: (part, make) => cached(context, layer.id, step.id, [...name, part], make),
          });
          const shown = piece.lands === 'within' && within ? masked(drawn, plane) : drawn;
          return limit.plane ? masked(shown, limit.plane) : shown;
        });
        const stops = piece.unlit ? 0 : step.values.intensity;
        const lit = bright(layer.id, step.id, made, own, stops, context);
        const lands = piece.lands === 'within' && within ? 'above' : piece.lands;
        const opacity = piece.opacity * limit.amount;
        pieces.push({ ...piece, opacity, lands, pixels: lit, key: own });
      });
    }
  }
  return { pixels, pieces };
}

/** Pixels under an intensity (stops), which is added to what names them: cached apart, so that what was drawn is found again. */
export function bright(
  layer: string,
  part: string,
  pixels: ColourBuffer,
  key: unknown[],
  intensity: unknown,
  context: Context,
): ColourBuffer {
  if (typeof intensity !== 'number' || intensity === 0) return pixels;
  key.push('intensity', intensity);
  return cached(context, layer, part, key, () => brightened(pixels, context.mixing, intensity));
}

/** From a layer's own px to px of the render, but for corners. */
const mapTo = (layer: BoundLayer, { map }: Context) => multiply(map, placementMap(layer.placement));

/** Where a layer lies, for what is painted on it. */
function frameOf(layer: BoundLayer, context: Context): PaintFrame {
  const { map, scene, mixing, lamp, picture } = context;
  const box = boxOf(layer);
  return {
    map: mapTo(layer, context),
    box: box ? placedBox(layer.placement, box, map) : scene,
    ...{ scene, mixing, lamp, picture },
  };
}
