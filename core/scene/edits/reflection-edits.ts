import type { ReflectionSource } from '../../sources/reflection';
import type { ReflectionValues } from '../../sources/reflection-parameters';
import { newReflection } from '../model/make';
import type { Layer, Scene } from '../model/schema';
import { everyLayer } from '../model/schema';
import { emitsLight, isReflection } from '../model/traits';
import type { Edit } from './edit';
import { layerOf, standingOf } from './layer-edits';

/** What can be done with reflections. */

/**
 * Mirrors a layer on a floor (a reflection of an id), which passes beneath it: it stands right behind it, or behind what it is clipped to. Null
 * mirrors all lights: it stands behind the lowest of them.
 */
export const reflect =
  (layer: Layer | null, id: string): Edit =>
  (s) => {
    const made = { ...newReflection(layer), id };
    const lowest = s.layers.findIndex((l) => everyLayer([l]).some(emitsLight));
    const { list, index } = layer
      ? standingOf(s, layer.id)
      : { list: s.layers, index: lowest < 0 ? s.layers.length : lowest };
    let at = index;
    while (at > 0 && list[at]?.clip) at--;
    list.splice(at, 0, made);
  };

function reflectionOf(scene: Scene, id: string): ReflectionSource {
  const layer = layerOf(scene, id);
  if (!isReflection(layer)) throw new Error(`The layer "${layer.name}" is no reflection.`);
  return layer.source;
}

/** Sets values of a reflection. */
export const setReflection =
  (id: string, values: Partial<ReflectionValues>): Edit =>
  (s) =>
    void Object.assign(reflectionOf(s, id).values, values);

/** The reflection is of another layer from now on; null for all lights. */
export const setReflectionOf =
  (id: string, of: string | null): Edit =>
  (s) => {
    reflectionOf(s, id).of = of;
  };
