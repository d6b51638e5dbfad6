import { defaultsOf } from '../../definitions/parameter-values';
import { placementMap } from '../../definitions/placement';
import { invert, meanScale, multiply, scaling } from '../../geometry/affine';
import { definitionOf } from '../../sources/index';
import type { PictureSource } from '../../sources/picture';
import type { Edit } from './edit';
import { findLayer, layerOf } from './layer-edits';
import { mapAround, placementOf } from '../arrange/placement';
import type { Layer, Scene } from '../model/schema';
import { grades } from '../model/traits';
import { endParameters } from '../model/schema';
import { MAX_PIXELS, MAX_SIDE } from '../model/bounds';

/** Layers turned into plain pixels, on request. */

/**
 * Px of the picture for one of the scene that a layer is best baked at: a picture that was made smaller keeps its own
 * px as far as a picture may be large, all else those of the scene.
 */
export function bakingScale(scene: Scene, layer: Layer): number {
  const map = multiply(mapAround(scene.layers, layer.id), placementMap(layer.placement));
  const wanted = definitionOf(layer.source).hasPixels ? 1 / (meanScale(map) || 1) : 1;
  const most = Math.min(
    MAX_SIDE / Math.max(scene.width, scene.height),
    Math.sqrt(MAX_PIXELS / (scene.width * scene.height)),
  );
  return Math.max(1, Math.min(wanted, most));
}

/** The scene in which a layer is rendered to be baked: as it is by itself, with its steps and its mask, unhurt by the end. */
export function toBake(scene: Scene, id: string): Scene {
  const alone = (layers: readonly Layer[]): Layer[] =>
    layers.map((l) =>
      l.id === id
        ? { ...l, visible: true, opacity: 100, blend: 'normal', clip: false }
        : { ...l, ...(l.layers && { layers: alone(l.layers) }) },
    );
  return {
    ...scene,
    background: null,
    end: { ...defaultsOf(endParameters), burn: scene.end.burn },
    layers: alone(scene.layers),
  };
}

/**
 * Puts what was baked of a layer in its place: a picture of the whole scene, `scale` px for one of it. Its blend,
 * opacity and clip stay; its steps and its mask are in the picture now.
 */
export const putBaked =
  (id: string, source: PictureSource, scale: number): Edit =>
  (s) => {
    const layer = layerOf(s, id);
    const back = invert(mapAround(s.layers, id));
    if (!back) return;
    layer.placement = placementOf(multiply(back, scaling(1 / scale)), { x: 0, y: 0 });
    layer.source = source;
    layer.steps = [];
    layer.mask = null;
    layer.dials = [];
    layer.body = 100;
    delete layer.intensity;
    layer.weave = null;
    delete layer.layers;
  };

/** Whether a layer can be baked: there is something of its own to it. */
export function canBake(scene: Scene, id: string): boolean {
  const layer = findLayer(scene, id);
  return !!layer && !grades(layer) && definitionOf(layer.source).reference?.as !== 'light';
}
