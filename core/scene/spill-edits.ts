import type { SpillValues } from '../sources/spill';
import type { Edit } from './edit';
import { layerOf, pastClipped, standingOf } from './edits';
import { newSpill } from './make';
import type { Layer } from './schema';

/** What can be done with the light that one layer throws on another. */

/** Lets the light of a layer fall on another: a spill (of an id) that is clipped to that. */
export const spillOn =
  (light: Layer, target: string, id: string): Edit =>
  (s) => {
    const { list, index } = standingOf(s, target);
    list.splice(pastClipped(list, index), 0, { ...newSpill(light), id, clip: true });
  };

export const setSpill =
  (id: string, values: Partial<SpillValues>): Edit =>
  (s) => {
    const { source } = layerOf(s, id);
    if (source.kind === 'spill') Object.assign(source.values, values);
  };

/** The spill is of another layer's light from now on. */
export const setLightOf =
  (id: string, of: string): Edit =>
  (s) => {
    const { source } = layerOf(s, id);
    if (source.kind === 'spill') source.of = of;
  };
