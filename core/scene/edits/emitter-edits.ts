import type { Value } from '../../definitions/parameter';
import { subjectsFor } from '../arrange/subjects';
import type { Layer, Scene } from '../model/schema';
import type { LayerOf } from '../model/traits';
import { isParticles } from '../model/traits';
import { beginsOnLayer } from '../../sources/particle-parameters';
import type { Edit } from './edit';
import { layerOf } from './layer-edits';

/** What can be done with what comes out of a layer, or out of nothing: particles. */

export type Emitter = LayerOf<'particles'>;

export const isEmitter = (layer: Layer): layer is Emitter => isParticles(layer);

function emitterOf(scene: Scene, id: string): Emitter {
  const layer = layerOf(scene, id);
  if (!isEmitter(layer)) throw new Error(`Nothing comes out of the layer "${layer.name}".`);
  return layer;
}

/** Sets values; what then needs a layer to begin on takes the likeliest, if it has none yet. */
export const setEmitter =
  (id: string, values: Readonly<Record<string, Value>>): Edit =>
  (s) => {
    const { source } = emitterOf(s, id);
    Object.assign(source.values, values);
    if (beginsOnLayer(source.values)) source.of ??= subjectsFor(s, id)[0]?.id ?? null;
  };

/** Lets it come out of another layer. */
export const setEmitterLayer =
  (id: string, of: string): Edit =>
  (s) => {
    emitterOf(s, id).source.of = of;
  };
