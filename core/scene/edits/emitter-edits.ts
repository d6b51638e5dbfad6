import type { Value } from '../../definitions/parameter';
import { placementMap } from '../../definitions/placement';
import { apply } from '../../geometry/affine';
import { placed } from '../arrange/placement';
import { likelySubject, subjectsFor } from '../arrange/subjects';
import type { Layer, Scene } from '../model/schema';
import { everyLayer } from '../model/schema';
import type { LayerOf } from '../model/traits';
import { isFlame, isOf, isParticles } from '../model/traits';
import { beginsOnLayer, beginsOnPaths } from '../../sources/beginnings';
import { definitionOf } from '../../sources/index';
import type { Edit } from './edit';
import { findLayer, layerOf, standingOf } from './layer-edits';

/** What can be done with what comes out of a layer, or out of nothing: particles and hot gas. */

/** Hot gas: flames, smoke, and air that bends what lies behind it. */
export type Gas = LayerOf<'flame' | 'smoke' | 'haze'>;

export type Emitter = LayerOf<'particles'> | Gas;

const isSmoke = isOf('smoke');
const isHaze = isOf('haze');

export const isGas = (layer: Layer): layer is Gas =>
  isFlame(layer) || isSmoke(layer) || isHaze(layer);

export const isEmitter = (layer: Layer): layer is Emitter => isParticles(layer) || isGas(layer);

function emitterOf(scene: Scene, id: string): Emitter {
  const layer = layerOf(scene, id);
  if (!isEmitter(layer)) throw new Error(`Nothing comes out of the layer "${layer.name}".`);
  return layer;
}

/** Whether a layer is drawn along paths. */
const hasPaths = ({ source }: Layer): boolean =>
  (definitionOf(source).paths?.(source) ?? []).length > 0;

/** What winds are. */
const WIND = ['wind', 'windAngle', 'gusts'] as const;

/** Brings a layer that has just joined one wind to that, or all that share it to that of the layer. */
function shareWind(s: Scene, layer: Emitter, changed: Readonly<Record<string, Value>>): void {
  const others = everyLayer(s.layers)
    .filter(isEmitter)
    .filter((l) => l.id !== layer.id && l.source.values.together);
  const [first] = others;
  if (!first) return;
  if ('together' in changed) blow(first, layer);
  else if (WIND.some((key) => key in changed)) for (const other of others) blow(layer, other);
}

/** Gives a layer the wind of another, as far as both have it. */
function blow({ source: from }: Emitter, { source: to }: Emitter): void {
  for (const key of WIND)
    if (key in from.values && key in to.values)
      Object.assign(to.values, { [key]: (from.values as Record<string, Value>)[key] });
}

/**
 * Sets values. What then needs a layer to begin on takes the likeliest, if it has none yet, or none with the paths that it needs, and lies where that lies: its own
 * placement goes into its centre. A wind that several share changes for all of them.
 */
export const setEmitter =
  (id: string, values: Readonly<Record<string, Value>>): Edit =>
  (s) => {
    const layer = emitterOf(s, id);
    const { source, placement } = layer;
    const wasOnLayer = beginsOnLayer(source.values);
    Object.assign(source.values, values);
    if (source.values.together) shareWind(s, layer, values);
    if (!beginsOnLayer(source.values)) return;
    const current = source.of === null ? null : findLayer(s, source.of);
    if (beginsOnPaths(source.values) && !(current && hasPaths(current)))
      source.of = subjectsFor(s, id).find(hasPaths)?.id ?? source.of;
    source.of ??= (likelySubject(s, id) ?? subjectsFor(s, id)[0])?.id ?? null;
    if (wasOnLayer) return;
    source.values.centre = apply(placementMap(placement), source.values.centre ?? { x: 0, y: 0 });
    layer.placement = placed();
  };

/** Lets it come out of another layer. */
export const setEmitterLayer =
  (id: string, of: string): Edit =>
  (s) => {
    emitterOf(s, id).source.of = of;
  };

/** What gas that rises beside a fire takes from it. */
const TAKEN = [
  ...(['from', 'centre', 'wide', 'turbulence', 'wind', 'windAngle', 'gusts'] as const),
  ...(['together', 'moment', 'seed'] as const),
];

/**
 * Lets smoke or hot air rise from what a fire burns from, right behind that, in its wind and at its moment, so many times as high.
 * Throws if nothing burns on the layer.
 */
export const riseBeside =
  (fire: string, made: LayerOf<'smoke' | 'haze'>, higher: number): Edit =>
  (s) => {
    const { source, placement } = emitterOf(s, fire);
    if (source.kind !== 'flame') throw new Error('There is no fire on this layer.');
    const values = Object.fromEntries(TAKEN.map((key) => [key, source.values[key]]));
    Object.assign(made.source.values, values, {
      height: Math.min(5000, Math.round(source.values.height * higher)),
    });
    made.source.of = source.of;
    made.placement = { ...placement };
    const { list, index } = standingOf(s, fire);
    list.splice(index, 0, made);
  };

/** Lets each particle look like a layer, or like none. */
export const setSprite =
  (id: string, of: string | null): Edit =>
  (s) => {
    const { source } = emitterOf(s, id);
    if (source.kind === 'particles') source.sprite = of;
  };

/** Lets flames or smoke go round a layer, or round nothing. */
export const setObstacle =
  (id: string, behind: string | null): Edit =>
  (s) => {
    const { source } = emitterOf(s, id);
    if ('behind' in source) source.behind = behind;
  };
