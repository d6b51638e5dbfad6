import type { Box } from '../geometry/affine';
import { boxUnder, invert } from '../geometry/affine';
import { asDrawn } from '../scene/bound/bind';
import { findLayer } from '../scene/edits/layer-edits';
import type { Scene } from '../scene/model/schema';
import { isReflection } from '../scene/model/traits';
import { mapOf } from '../scene/arrange/placement';
import { lightsBox } from '../sources/mirror-line';
import { scoped } from '../pixels/heap';
import { coveredBox } from './coverage';
import type { RenderRequest } from './render';
import { contextOf } from './render';

/** The box round what a reflection mirrors, px of the layer that the reflection is; null if it is none, or mirrors nothing. */
export function mirroredBox(
  scene: Scene,
  id: string,
  request: Pick<RenderRequest, 'picture' | 'memo'>,
): Box | null {
  const layer = findLayer(asDrawn(scene), id);
  if (!layer || !isReflection(layer)) return null;
  const back = invert(mapOf(scene.layers, layer));
  if (!back) return null;
  const { of, subject } = layer.source;
  if (of === null)
    return lightsBox(boxUnder(back, { x0: 0, y0: 0, x1: scene.width, y1: scene.height }));
  return subject
    ? scoped(() => coveredBox(subject, contextOf(scene, { ...request, scale: 1 })))
    : null;
}
