import type { CastShadowValues } from '../../sources/cast-shadow-parameters';
import type { SpillValues } from '../../sources/spill';
import type { Edit } from './edit';
import { layerOf, pastClipped, standingOf } from './layer-edits';
import { newCastShadow, newSpill } from '../model/make';
import type { Layer } from '../model/schema';
import { isLightOrShadow, isSpill } from '../model/traits';

/** What can be done with the light that one layer throws on another, and with the shadow that it casts. */

/** Lets the light of a layer fall on another, as light does: a spill (of an id) that is clipped to that. */
export const spillOn =
  (light: Layer, target: string, id: string): Edit =>
  (s) => {
    const { list, index } = standingOf(s, target);
    const made = { ...newSpill(light), ...AS_LIGHT, id, clip: true };
    made.source.values.way = 'light';
    list.splice(pastClipped(list, index), 0, made);
  };

/** How spills of either way are laid on. */
const AS_LIGHT = { blend: 'add', opacity: 100 };
const AS_WASH = { blend: 'soft-light', opacity: 85 };

/**
 * Lets a layer cast a shadow (of an id), which passes beneath it: it stands right behind it, or behind what it is
 * clipped to.
 */
export const castShadowOf =
  (layer: Layer, id: string): Edit =>
  (s) => {
    const { list, index } = standingOf(s, layer.id);
    let at = index;
    while (at > 0 && list[at]!.clip) at--;
    list.splice(at, 0, { ...newCastShadow(layer), id });
  };

/** Sets values of a spill or of a cast shadow. */
export const setLightOrShadow =
  (id: string, values: Partial<SpillValues> | Partial<CastShadowValues>): Edit =>
  (s) => {
    const layer = layerOf(s, id);
    if (!isLightOrShadow(layer)) return;
    // Light is added to what it falls on; what goes by distance is a wash.
    if (isSpill(layer) && 'way' in values && values.way !== (layer.source.values.way ?? 'distance'))
      Object.assign(layer, values.way === 'light' ? AS_LIGHT : AS_WASH);
    Object.assign(layer.source.values, values);
  };

/** The spill, or the shadow, is of another layer from now on. */
export const setLightOf =
  (id: string, of: string): Edit =>
  (s) => {
    const layer = layerOf(s, id);
    if (isLightOrShadow(layer)) layer.source.of = of;
  };
