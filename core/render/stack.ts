import { blendNamed } from '../blend/index';
import { meanScale } from '../geometry/affine';
import { composite, settle } from '../kernels/composite';
import { alphaOf, copied, faded, masked, mix, unwrapped } from '../kernels/rows';
import type { ColourBuffer } from '../pixels/buffer';
import { colourBuffer, crop } from '../pixels/buffer';
import { scoped } from '../pixels/heap';
import type { Region } from '../pixels/region';
import { grow, isEmpty } from '../pixels/region';
import { placementMap } from '../scene/placement';
import type { Layer } from '../scene/schema';
import { definitionOf } from '../sources/index';
import { stepOfKind } from '../steps/index';
import type { Context } from './context';
import { contentOf, kept, stopIfTold } from './context';
import { layerMap, maskOf, regionsOf, stepsOf, throughSteps, within } from './layer';

/** A layer and those clipped to it, back to front. */
interface Unit {
  base: Layer;
  clipped: Layer[];
}

/**
 * Layers as units. A clipped layer belongs to the nearest beneath it that is not; with none beneath, or
 * a grade (which covers everything), it is as if it were not clipped. What is hidden is left out, and
 * so is what is clipped to it.
 */
function unitsOf(layers: readonly Layer[]): Unit[] {
  const units: Unit[] = [];
  let base: Unit | null = null;
  for (const layer of layers) {
    if (layer.clip && base && base.base.source.kind !== 'grade') base.clipped.push(layer);
    else units.push((base = { base: layer, clipped: [] }));
  }
  const shows = (l: Layer) => l.visible && l.opacity > 0;
  return units
    .filter((u) => shows(u.base))
    .map((u) => ({ base: u.base, clipped: u.clipped.filter(shows) }));
}

/** How far beyond a region what lies beneath a layer must be known to make that region, px. */
function reachBeneath(layer: Layer, scale: number): number {
  if (!layer.visible) return 0;
  if (layer.source.kind === 'grade')
    return stepsOf(layer).reduce((m, s) => m + stepOfKind(s.kind).margin(s.values, scale), 0);
  if (!isThrough(layer)) return 0;
  const inner = scale * meanScale(placementMap(layer.placement));
  return layer.layers!.reduce((m, l) => m + reachBeneath(l, inner), 0);
}

const isThrough = (layer: Layer) =>
  layer.source.kind === 'group' && layer.source.lands === 'through';

/** Whether a layer is, or holds, the one in focus. */
const holdsFocus = (layer: Layer, focus: string): boolean =>
  layer.id === focus || (layer.layers?.some((l) => holdsFocus(l, focus)) ?? false);

/**
 * Lays layers on what `onto` gives for the region that they need beneath them; it is drawn on. The
 * result holds at least `wanted`. `content` names all that `onto` depends on, if it is known: what lies
 * beneath the layer in focus is then kept as one picture.
 */
export function stack(
  onto: (region: Region) => ColourBuffer,
  layers: readonly Layer[],
  wanted: Region,
  context: Context,
  content: readonly unknown[] | null,
): ColourBuffer {
  const units = unitsOf(layers);
  // Walking down from the front, what must be known beneath each unit.
  const regions = [wanted];
  for (const { base } of [...units].reverse())
    regions.unshift(grow(regions[0]!, reachBeneath(base, context.scale)));
  const { focus } = context;
  const at = focus
    ? units.findIndex((u) => [u.base, ...u.clipped].some((l) => holdsFocus(l, focus)))
    : -1;
  const land = (from: number, to: number, start: ColourBuffer) =>
    units
      .slice(from, to)
      .reduce((acc, unit, i) => landed(acc, unit, regions[from + i + 1]!, context, null), start);
  if (at < 0 || !content) return land(0, units.length, onto(regions[0]!));
  const beneath = [
    ...content,
    units.slice(0, at).map((u) => [u.base, ...u.clipped].map(contentOf)),
    context.map,
    context.scale,
    context.around,
    regions[at],
  ];
  const below =
    at === 0
      ? onto(regions[0]!)
      : // What is kept must not be drawn on.
        copied(
          kept(context, null, 'beneath', ['beneath', ...beneath], () =>
            land(0, at, onto(regions[0]!)),
          ),
          4,
        );
  const own = landed(below, units[at]!, regions[at + 1]!, context, beneath);
  return land(at + 1, units.length, own);
}

/** Lays one unit on `acc`, in place or anew; the result holds at least `wanted`. */
function landed(
  acc: ColourBuffer,
  unit: Unit,
  wanted: Region,
  context: Context,
  content: readonly unknown[] | null,
): ColourBuffer {
  stopIfTold(context);
  const { base, clipped } = unit;
  return scoped(() => {
    if (base.source.kind === 'grade') return graded(acc, base, wanted, context);
    if (isThrough(base) && clipped.length === 0)
      return throughGroup(acc, base, wanted, context, content);
    let pixels = layerPixels(base, wanted, context);
    if (isEmpty(pixels.region)) return acc;
    context.meter.measure(base.id, 'blend', () => {
      if (clipped.length > 0) {
        // Colours without their edges take what is clipped to them; then the edges come back.
        const coverage = alphaOf(pixels);
        const inner = clipped.reduce(
          (on, l) => landed(on, { base: l, clipped: [] }, pixels.region, context, null),
          unwrapped(pixels, base.body / 100),
        );
        pixels = masked(inner, coverage);
      } else if (base.body < 100) pixels = faded(pixels, base.body / 100);
      const mask = maskOf(base, pixels.region, context);
      composite(acc, pixels, blendNamed(base.blend).mode, base.opacity / 100, mask);
    });
    return acc;
  });
}

/** A layer's own pixels: its source under its placement, or the layers of a group, through its steps. */
function layerPixels(layer: Layer, wanted: Region, context: Context): ColourBuffer {
  const { map: groupMap, picture, memo, mixing } = context;
  const steps = [...stepsOf(layer), ...context.around];
  const regions = regionsOf(steps, wanted, context.scale);
  const first = regions[0]!;
  const map = layerMap(layer, context);
  const key: unknown[] = layer.layers
    ? ['group', layer.layers.map(contentOf), layer.placement, groupMap, context.scale, first]
    : ['layer', layer.source, map, first];
  const source = kept(context, layer.id, 'source', key, () =>
    layer.layers
      ? stack(colourBuffer, layer.layers, first, within(layer, context, []), [])
      : definitionOf(layer.source).render(layer.source, {
          map,
          wanted: first,
          picture,
          memo,
          mixing,
        }),
  );
  return throughSteps(layer, source, steps, regions, key, context);
}

/** What lies beneath a grade, through its steps, by as much as its opacity and mask say. */
function graded(acc: ColourBuffer, grade: Layer, wanted: Region, context: Context): ColourBuffer {
  const steps = stepsOf(grade);
  if (steps.length === 0) return acc;
  const regions = regionsOf(steps, wanted, context.scale);
  // A grade's input has no key: what it depends on is all that lies beneath.
  const unkept = { ...context, memo: <T>(_key: string, make: () => T) => scoped(make) };
  const input = crop(acc, regions[0]!, 4);
  const made = crop(throughSteps(grade, input, steps, regions, [], unkept), wanted, 4);
  // What lies beneath is nobody's but ours to draw on.
  const out = crop(acc, wanted, 4);
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
  group: Layer,
  wanted: Region,
  context: Context,
  content: readonly unknown[] | null,
): ColourBuffer {
  const inner = within(group, context, [...stepsOf(group), ...context.around]);
  const mask = maskOf(group, wanted, context);
  const amount = (group.opacity / 100) * (group.body / 100);
  if (!mask && amount === 1) return stack(() => acc, group.layers!, wanted, inner, content);
  const before = copied(crop(acc, wanted, 4), 4);
  const after = stack(() => acc, group.layers!, wanted, inner, content);
  mix(before, crop(after, wanted, 4), amount, mask);
  return before;
}
