import { asDrawn } from '../scene/bound/bind';
import { findLayer } from '../scene/edits/layer-edits';
import type { Scene } from '../scene/model/schema';
import { isCastShadow } from '../scene/model/traits';
import type { Floor } from '../sources/shadow-sheets';
import { floorOf } from '../sources/shadow-sheets';
import { scoped } from '../pixels/heap';
import { coveredBox } from './coverage';
import type { RenderRequest } from './render';
import { contextOf } from './render';

/** Where the shadow that a layer of a scene is lies on the floor, its own px; null if it is none, or casts none. */
export function shadowFloor(
  scene: Scene,
  id: string,
  request: Pick<RenderRequest, 'picture' | 'memo'>,
): Floor | null {
  const layer = findLayer(asDrawn(scene), id);
  if (!layer || !isCastShadow(layer) || !layer.source.subject) return null;
  const { values, subject } = layer.source;
  return scoped(() => {
    const context = contextOf(scene, { ...request, scale: 1 });
    const box = coveredBox(subject, context);
    return box && floorOf(values, box, context.lamp);
  });
}
