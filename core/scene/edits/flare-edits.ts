import type { Point } from '../../geometry/affine';
import type { Values } from '../../definitions/parameter';
import type { FlareSource } from '../../sources/flare';
import type { flareParameters } from '../../sources/flare';
import type { Layer, Scene } from '../model/schema';
import { isFlare, isLine } from '../model/traits';
import type { Edit } from './edit';
import { layerOf } from './layer-edits';
import { liveListEdits } from './live-list';

/** What can be done with a flare. */

/** The flare of a layer. Throws if it has none. */
function flareOf(scene: Scene, id: string): FlareSource {
  const layer = layerOf(scene, id);
  if (!isFlare(layer)) throw new Error(`The layer "${layer.name}" is no flare.`);
  return layer.source;
}

type FlareValues = Values<typeof flareParameters>;

/** Whether the light of a flare goes with a line. */
export const needsLine = ({ tied }: Pick<FlareValues, 'tied'>): boolean =>
  tied !== 'free' && tied !== 'brightest';

/** The line that a flare is most likely meant for: the nearest in front of it or beneath it. */
export function likelyLine(scene: Scene, id: string): Layer | null {
  const at = scene.layers.findIndex((l) => l.id === id);
  const lines = scene.layers
    .map((l, i) => ({ l, far: Math.abs(i - at) }))
    .filter(({ l }) => isLine(l));
  return lines.sort((a, b) => a.far - b.far)[0]?.l ?? null;
}

/** Sets values of a flare. One that is to go with a line goes with the likeliest, if it has none yet. */
export const setFlare =
  (id: string, values: Partial<FlareValues>): Edit =>
  (s) => {
    const source = flareOf(s, id);
    Object.assign(source.values, values);
    if (needsLine(source.values)) source.of ??= likelyLine(s, id)?.id ?? null;
  };

/** The light of a flare goes with another line, or the flare lies behind another layer; null for none. */
export const setFlareLayers =
  (id: string, layers: Partial<Pick<FlareSource, 'of' | 'behind'>>): Edit =>
  (s) =>
    void Object.assign(flareOf(s, id), layers);

/** Moves an end of the axis, own px. A light that is moved by hand is tied to nothing. */
export const moveFlareEnd =
  (id: string, end: 'from' | 'to', { x, y }: Point): Edit =>
  (s) => {
    const source = flareOf(s, id);
    source[end] = { x, y };
    if (end === 'from') source.values.tied = 'free';
  };

/** The colour of the light. */
export const setFlareLight =
  (id: string, light: string): Edit =>
  (s) => {
    flareOf(s, id).light = light;
  };

/** What can be done with the parts of a flare. */
export const flarePartEdits = liveListEdits((scene, layer) => flareOf(scene, layer).parts);
