import type { Value } from '../../definitions/parameter';
import { likelySubject, subjectsFor } from '../arrange/subjects';
import type { Layer, Scene } from '../model/schema';
import type { LayerOf } from '../model/traits';
import { isFlame, isParticles } from '../model/traits';
import { beginsOnLayer } from '../../sources/beginnings';
import type { Edit } from './edit';
import { layerOf } from './layer-edits';

/** What can be done with what comes out of a layer, or out of nothing: particles and flames. */

export type Emitter = LayerOf<'particles' | 'flame'>;

export const isEmitter = (layer: Layer): layer is Emitter => isParticles(layer) || isFlame(layer);

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
    if (beginsOnLayer(source.values))
      source.of ??= (likelySubject(s, id) ?? subjectsFor(s, id)[0])?.id ?? null;
  };

/** Lets it come out of another layer. */
export const setEmitterLayer =
  (id: string, of: string): Edit =>
  (s) => {
    emitterOf(s, id).source.of = of;
  };

/** Lets a flame go round a layer, or round nothing. */
export const setObstacle =
  (id: string, behind: string | null): Edit =>
  (s) => {
    const { source } = emitterOf(s, id);
    if (source.kind === 'flame') source.behind = behind;
  };
