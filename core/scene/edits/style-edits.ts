import type { NumberParameter } from '../../definitions/parameter';
import { counts, lengthsIn, lengthsKey } from '../../definitions/parameter-values';
import type { Affine } from '../../geometry/affine';
import { meanScale, multiply } from '../../geometry/affine';
import { definitionOf } from '../../sources/index';
import { TEXTURE_UNIT } from '../../paint/texture-parameters';
import { stepOfKind } from '../../steps/index';
import { placementMap } from '../../definitions/placement';
import { boxOf, mapAround } from '../arrange/placement';
import type { Layer, Scene, Step } from '../model/schema';

/** What styles need to know of the layer they stand on. */

/** How high a layer's shape is, its own px; that of one without edges counts as 1,000. */
export function heightOf(layer: Layer): number {
  const own = definitionOf(layer.source).height?.(layer.source);
  if (own !== undefined) return own;
  const box = boxOf(layer);
  return box ? box.y1 - box.y0 : 1000;
}

/** The same after a map to where it stands. */
export const heightUnder = (layer: Layer, map: Affine): number =>
  heightOf(layer) * meanScale(multiply(map, placementMap(layer.placement)));

/** How high a layer's shape is in its scene, px. */
export const heightInScene = (scene: Scene, layer: Layer): number =>
  heightUnder(layer, mapAround(scene.layers, layer.id));

/**
 * The values of a step with its lengths meant as px, or as hundredths of a height: they come to the same at
 * this height (px).
 */
export function withLengths(
  { kind, values }: Pick<Step, 'kind' | 'values'>,
  lengths: 'px' | 'share',
  height: number,
): Step['values'] {
  const { parameters } = stepOfKind(kind);
  const own = lengthsKey(parameters);
  if (own === undefined || values[own] === lengths || !(height > 0)) return values;
  const out: Step['values'] = { ...values, [own]: lengths };
  for (const [key, p] of Object.entries(parameters)) {
    if (p.kind !== 'number' || !(p.unit === 'px' || p.grows)) continue;
    // A texture at 100 % is so many px large, or as large as the shape is high.
    const whole = p.grows ? TEXTURE_UNIT : 100;
    const k = lengths === 'share' ? whole / height : height / whole;
    const said = saidOf(key, p, values);
    if (said !== undefined) out[key] = scaled(p, said, k);
  }
  return out;
}

/**
 * What some new values of a step of a layer come to: where they say that lengths are meant otherwise, all of its lengths too, so that it looks the same.
 */
export function withMeaning(
  scene: Scene,
  layer: Layer,
  step: Pick<Step, 'kind' | 'values'>,
  values: Step['values'],
): Step['values'] {
  const key = lengthsKey(stepOfKind(step.kind).parameters);
  if (key === undefined || !(key in values)) return values;
  return withLengths(step, values[key] as 'px' | 'share', heightInScene(scene, layer));
}

/** What a number is that a step says, or leaves out though it counts; undefined if nothing hangs on it. */
const saidOf = (key: string, p: NumberParameter, values: Step['values']): number | undefined =>
  (values[key] as number | undefined) ?? (counts(p, values) ? p.absent : undefined);

/** A length times a number, to 1/1000, within its range. */
const scaled = (p: NumberParameter, value: number, by: number): number =>
  Math.min(p.max, Math.max(p.min, Math.round(value * by * 1000) / 1000));

/** The values of a step whose lengths in px are so many times as long, and its textures too if asked. */
export function scaledTo(
  { kind, values }: Pick<Step, 'kind' | 'values'>,
  by: number,
  { textures }: { textures: boolean },
): Step['values'] {
  const out: Step['values'] = { ...values };
  const { parameters } = stepOfKind(kind);
  if (lengthsIn(parameters, values) === 'share') return out;
  for (const [key, p] of Object.entries(parameters)) {
    if (p.kind !== 'number') continue;
    const isLength = p.unit === 'px' || p.unit === 'σ px';
    if (!isLength && !(p.grows && textures)) continue;
    const said = saidOf(key, p, values);
    if (said !== undefined) out[key] = scaled(p, said, by);
  }
  return out;
}
