import type { Value } from '../../definitions/parameter';
import type { Layer } from '../model/schema';
import type { LayerOf } from '../model/traits';
import { isOf } from '../model/traits';
import type { Edit } from './edit';
import { layerOf } from './layer-edits';

/** What can be done with mist and weather. */

export type Air = LayerOf<'mist' | 'rain' | 'drops'>;

export const isMist = isOf('mist');
export const isRain = isOf('rain');
const isDrops = isOf('drops');

export const isAir = (layer: Layer): layer is Air =>
  isMist(layer) || isRain(layer) || isDrops(layer);

/** Sets values of mist, rain or drops. Throws if the layer is none of them. */
export const setAir =
  (id: string, values: Readonly<Record<string, Value>>): Edit =>
  (s) => {
    const layer = layerOf(s, id);
    if (!isAir(layer)) throw new Error(`The layer "${layer.name}" is no mist, rain or glass.`);
    Object.assign(layer.source.values, values);
  };

/** Lets rain splash on a layer, or on none. Throws if the layer is no rain. */
export const setSplashedOn =
  (id: string, of: string | null): Edit =>
  (s) => {
    const layer = layerOf(s, id);
    if (!isRain(layer)) throw new Error(`The layer "${layer.name}" is no rain.`);
    layer.source.of = of;
  };
