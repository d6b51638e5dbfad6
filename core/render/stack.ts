import { blendNamed } from '../blend/index';
import { lightSeen } from '../definitions/seen-light';
import type { Affine } from '../geometry/affine';
import type { Homography } from '../geometry/homography';
import { composite, settle } from '../kernels/composite';
import { warped } from '../kernels/resample';
import { alphaOf, copied, cropped, faded, masked, mix, unwrapped } from '../kernels/rows';
import type { ColourBuffer } from '../pixels/buffer';
import { colourBuffer, crop } from '../pixels/buffer';
import { scoped } from '../pixels/heap';
import type { Region } from '../pixels/region';
import { EMPTY, intersect, isEmpty, unite } from '../pixels/region';
import type { BoundLayer } from '../scene/bound/bound';
import { grades } from '../scene/model/traits';
import { definitionOf } from '../sources/index';
import { isStyled, pixelStepsOf, planOf, plainSizes } from './chain';
import type { Context } from './context';
import { cached, contentOf, sourceNumber, throwIfStopped } from './context';
import { drawnRegion, shownRegion } from './drawing';
import { groundsFor } from './ground';
import { laidDressed } from './laid-dressed';
import type { Dressed } from './layer';
import { bright, dressed, throughSteps } from './layer';
import { maskOf } from './masked';
import {
  drawingOf,
  extentOf,
  inside,
  isThrough,
  seenBeneath,
  sizesOf,
  stepsAround,
  stepsOf,
  uprightExtent,
} from './reach';
import { lampFor, casterFor } from './caster';
import { hiddenKey, hiddenOf, hidesByPass } from './woven';

/** A layer and those clipped to it, back to front. */
interface Unit {
  base: BoundLayer;
  clipped: BoundLayer[];
}

/**
 * Layers as units. A clipped layer belongs to the nearest beneath it that is not; with none beneath, or
 * a grade (which covers everything), it is as if it were not clipped. What is hidden is left out, and
 * so is what is clipped to it.
 */
function unitsOf(layers: readonly BoundLayer[]): Unit[] {
  const units: Unit[] = [];
  let base: Unit | null = null;
  for (const layer of layers) {
    if (layer.clip && base && !grades(base.base)) base.clipped.push(layer);
    else units.push((base = { base: layer, clipped: [] }));
  }
  const shows = (l: BoundLayer) => l.visible && l.opacity > 0;
  return units
    .filter((u) => shows(u.base))
    .map((u) => ({ base: u.base, clipped: u.clipped.filter(shows) }));
}

/** Whether a layer is, or holds, the one in focus. */
const holdsFocus = (layer: BoundLayer, focus: string): boolean =>
  layer.id === focus || (layer.layers?.some((l) => holdsFocus(l, focus)) ?? false);

/** What is asked of a list of layers. */
export interface Asked {
  /** For this region layers make their pixels, so that they are found in the cache. */
  wanted: Region;
  /** In this part of it the layers are laid on one another. */
  part: Region;
}

/** What must be known beneath each of some layers (back to front) for what is asked for, which comes last. */
function needsBeneath(layers: readonly BoundLayer[], asked: Asked, context: Context): Asked[] {
  const needs = [asked];
  for (const layer of [...layers].reverse()) {
    const { wanted, part } = needs[0]!;
    const seen = (region: Region) => seenBeneath(layer, region, context);
    needs.unshift({ wanted: seen(wanted), part: seen(part) });
  }
  return needs;
}

/**
 * Lays layers on what `onto` gives for the region that they need beneath them; it is drawn on. The
 * result holds at least the part that is asked for. `content` names all that `onto` depends on, if it is
 * known: what lies beneath the layer in focus is then kept as one picture.
 */
export function stack(
  onto: (region: Region) => ColourBuffer,
  layers: readonly BoundLayer[],
  asked: Asked,
  context: Context,
  content: readonly unknown[] | null,
): ColourBuffer {
  const units = unitsOf(layers);
  const needs = needsBeneath(
    units.map((u) => u.base),
    asked,
    context,
  );
  const { focus } = context;
  const at = focus
    ? units.findIndex((u) => [u.base, ...u.clipped].some((l) => holdsFocus(l, focus)))
    : -1;
  const land = (from: number, to: number, start: ColourBuffer) =>
    units
      .slice(from, to)
      .reduce((acc, unit, i) => landed(acc, unit, needs[from + i + 1]!, context, null), start);
  if (at < 0 || !content) return land(0, units.length, onto(needs[0]!.part));
  const { wanted, part } = needs[at]!;
  const beneath = [
    ...content,
    units.slice(0, at).map((u) => [u.base, ...u.clipped].map(contentOf)),
    context.map,
    context.scale,
    context.around,
    wanted,
  ];
  const below =
    at === 0
      ? onto(part)
      : // What is kept must not be drawn on.
        cropped(
          cached(context, null, 'beneath', ['beneath', ...beneath], () => {
            const whole = needs.map((n) => ({ ...n, part: n.wanted }));
            return units
              .slice(0, at)
              .reduce(
                (acc, unit, i) => landed(acc, unit, whole[i + 1]!, context, null),
                onto(whole[0]!.wanted),
              );
          }),
          part,
        );
  const own = landed(below, units[at]!, needs[at + 1]!, context, beneath);
  return land(at + 1, units.length, own);
}

/** Lays one unit on `acc`, in place or anew; the result holds at least the part that is asked for. */
function landed(
  acc: ColourBuffer,
  unit: Unit,
  asked: Asked,
  context: Context,
  content: readonly unknown[] | null,
): ColourBuffer {
  throwIfStopped(context);
  const { base, clipped } = unit;
  context.onLayer(base.id);
  const { wanted, part } = asked;
  return scoped(() => {
    if (grades(base)) return graded(acc, base, asked, context);
    const extent = extentOf(base, context);
    if (extent && isEmpty(intersect(extent, part))) return acc;
    if (isThrough(base) && clipped.length === 0)
      return throughGroup(acc, base, asked, context, content);
    const { focus, local } = context;
    const isLocal = local && focus !== null && holdsFocus(base, focus);
    // Grades that are clipped to it look at more of it than they change.
    const needs = needsBeneath(clipped, { wanted, part }, context);
    const most = needs[0]!;
    const { pixels: whole, pieces } = layerPixels(
      base,
      { wanted: most.wanted, part: isLocal ? most.part : most.wanted },
      context,
    );
    const own = (region: Region) => intersect(whole.region, region);
    const light = pieces.reduce((r, p) => unite(r, p.pixels.region), EMPTY);
    if (isEmpty(own(part)) && isEmpty(intersect(light, part))) return acc;
    context.meter.measure(base.id, 'blend', () => {
      const mask = maskOf(base, unite(whole.region, light), context);
      const { mode } = blendNamed(base.blend);
      const opacity = base.opacity / 100;
      const coverage = () => alphaOf(crop(whole, own(most.part)));
      /** The colours of the body without their edges, and on them what is clipped to it. */
      const body = () =>
        clipped.reduce(
          (on, l, i) =>
            landed(
              on,
              { base: l, clipped: [] },
              { wanted: whole.region, part: own(needs[i + 1]!.part) },
              context,
              null,
            ),
          unwrapped(crop(whole, own(most.part)), base.body / 100),
        );
      if (pieces.length > 0) {
        const inner = { body, coverage, mode, region: own(part) };
        laidDressed(acc, pieces, inner, opacity, mask, part);
        return;
      }
      let pixels = whole;
      if (clipped.length > 0) {
        // Colours without their edges take what is clipped to them; then the edges come back.
        pixels = crop(masked(body(), coverage()), own(part));
      } else if (base.body < 100) pixels = faded(crop(whole, own(part)), base.body / 100);
      composite(acc, pixels, mode, opacity, mask);
    });
    return acc;
  });
}

/** A layer's own pixels: its source under its placement, or the layers of a group, through its steps. */
function layerPixels(layer: BoundLayer, asked: Asked, context: Context): Dressed {
  const { wanted, part } = isStyled(layer) ? withinExtent(layer, asked, context) : asked;
  const { around } = context;
  const seen = lightSeen(context.scene);
  const sizes = { ...sizesOf(layer, context), seen };
  const plain = { ...plainSizes(context.scale), seen };
  const steps = stepsOf(layer);
  const after = planOf(around, part, plain);
  const plan = planOf(steps, after.source, sizes);
  const first = plan.source;
  const whole = planOf(steps, planOf(around, wanted, plain).source, sizes).source;
  const drawing = drawingOf(layer, context);
  const { map, scale, warp } = drawing;
  const key: unknown[] = layer.layers
    ? ['group', layer.layers.map(contentOf), map, scale, warp, first]
    : ['layer', sourceNumber(layer.source), map, warp, first, lampFor(layer, context)];
  // Of a line, what lies behind another layer is hidden pass by pass; of others, as by a mask.
  const woven = hidesByPass(layer) ? hiddenKey(layer) : null;
  if (woven) key.push(woven);
  const source = cached(context, layer.id, 'source', key, () => {
    if (!warp) return drawn(layer, { wanted: whole, part: first }, map, context);
    if (definitionOf(layer.source).warps)
      return drawn(layer, { wanted: whole, part: first }, map, context, warp);
    const extent = uprightExtent(layer, drawing, context);
    const behind = drawnRegion(warp, first);
    const region = behind ? intersect(behind, extent) : extent;
    const upright = drawn(layer, { wanted: region, part: region }, map, context);
    const shown = shownRegion(warp, upright.region);
    return warped(upright, warp, shown ? intersect(shown, first) : first);
  });
  const lit = bright(layer.id, 'source', source, key, layer.intensity, context);
  const made = dressed(layer, lit, plan.planned, key, context);
  if (around.length === 0) return made;
  const onward = (pixels: ColourBuffer, own: readonly unknown[]) =>
    throughSteps(layer, pixels, after.planned, plain, [...own], context);
  return {
    pixels: onward(made.pixels, key),
    pieces: made.pieces.map((p) => ({ ...p, pixels: onward(p.pixels, p.key) })),
  };
}

/** What is asked of a layer, as far as it reaches: styles fill all that they are asked for. */
function withinExtent(layer: BoundLayer, { wanted, part }: Asked, context: Context): Asked {
  const extent = extentOf(layer, context);
  return extent
    ? { wanted: intersect(wanted, extent), part: intersect(part, extent) }
    : { wanted, part };
}

/** What a layer is drawn as, before its steps. */
function drawn(
  layer: BoundLayer,
  { wanted, part }: Asked,
  map: Affine,
  context: Context,
  warp?: Homography,
): ColourBuffer {
  const { picture, memo, mixing, lamp, draft, focus, lastMade } = context;
  const hidden = hidesByPass(layer) ? hiddenOf(layer, part, context) : null;
  if (layer.layers)
    return stack(colourBuffer, layer.layers, { wanted, part }, inside(layer, context, []), []);
  return definitionOf(layer.source).render(layer.source, {
    map,
    ...(warp && { warp }),
    wanted: part,
    scene: context.scene,
    picture,
    memo,
    mixing,
    lamp,
    draft,
    ...(hidden && { hidden }),
    ...casterFor(layer, context),
    ...groundsFor(layer, context),
    ...(lastMade && layer.id === focus && { lastMade: { parts: lastMade, whole: wanted } }),
  });
}

/** What lies beneath a grade, through its steps, by as much as its opacity and mask say. */
function graded(
  acc: ColourBuffer,
  grade: BoundLayer,
  { wanted, part }: Asked,
  context: Context,
): ColourBuffer {
  const steps = pixelStepsOf(stepsOf(grade));
  if (steps.length === 0) return acc;
  const sizes = { ...sizesOf(grade, context), seen: lightSeen(context.scene) };
  const plan = planOf(steps, part, sizes);
  // A grade's input has no key: what it depends on is all that lies beneath.
  const uncached = {
    ...context,
    memo: <T>(_key: string, make: () => T) => scoped(make),
    lasting: context.lasting ?? context.memo,
  };
  const input = crop(acc, intersect(plan.source, acc.region));
  const made = crop(throughSteps(grade, input, plan.planned, sizes, [], uncached), part);
  // What lies beneath is nobody's but ours to draw on.
  const out = crop(acc, part);
  context.meter.measure(grade.id, 'blend', () =>
    settle(
      out,
      made,
      blendNamed(grade.blend).mode,
      grade.opacity / 100,
      maskOf(grade, wanted, context),
    ),
  );
  return out;
}

/** The layers of a group on what lies beneath, by as much as the group's opacity and mask say. */
function throughGroup(
  acc: ColourBuffer,
  group: BoundLayer,
  asked: Asked,
  context: Context,
  content: readonly unknown[] | null,
): ColourBuffer {
  const { wanted, part } = asked;
  const within = inside(group, context, stepsAround(group, context));
  const mask = maskOf(group, wanted, context);
  const amount = (group.opacity / 100) * (group.body / 100);
  if (!mask && amount === 1) return stack(() => acc, group.layers!, asked, within, content);
  const before = copied(crop(acc, part));
  const after = stack(() => acc, group.layers!, asked, within, content);
  mix(before, crop(after, part), amount, mask);
  return before;
}
