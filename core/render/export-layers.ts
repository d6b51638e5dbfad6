import type { StraightImage } from '../pixels/picture';
import type { Layer, Scene } from '../scene/model/schema';
import { everyLayer } from '../scene/model/schema';
import type { ExportRequest } from './export';
import { exportScene } from './export';

/** A layer or group at the top of a scene as a file has it: by itself, with all that it holds. */
export interface LayerAlone {
  layer: Layer;
  /** Its place among all, counted from the back, from 1 on. */
  number: number;
  /** The layers to be exported for it. */
  layers: string[];
}

/** Each layer and group that is seen, back first, as an export by itself has it. */
export const layersAlone = (scene: Scene): LayerAlone[] =>
  scene.layers
    .filter((l) => l.visible)
    .map((layer, i) => ({
      layer,
      number: i + 1,
      layers: everyLayer([layer]).map((l) => l.id),
    }));

/** The same as pictures on transparency, made one by one when they are asked for. */
export const picturesAlone = (
  scene: Scene,
  request: ExportRequest,
): { name: string; make(): StraightImage }[] =>
  layersAlone(scene).map(({ layer, layers }) => ({
    name: layer.name,
    make: () =>
      exportScene(scene, { ...request, layers, background: false, progress: () => undefined }),
  }));
