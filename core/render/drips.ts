import { multiply, scaling } from '../geometry/affine';
import { wholeScene } from '../pixels/region';
import { mapOf } from '../scene/arrange/placement';
import { findLayer, layerOf } from '../scene/edits/layer-edits';
import { edit } from '../scene/edits/edit';
import type { Scene } from '../scene/model/schema';
import { stepOfKind } from '../steps/index';
import type { Drawn } from '../steps/warp/drawn-out';
import { allDrawn } from '../steps/warp/drawn-out';
import type { RenderRequest } from './render';
import { render } from './render';

/** They are looked for on a picture of about so many px on its longer side. */
const SIDE = 1600;

/** What a step of a layer draws out of its edges, px of the layer; none if it is no such step. Corners do not count. */
export function dripsOf(
  scene: Scene,
  id: string,
  stepId: string,
  request: Pick<RenderRequest, 'picture' | 'memo'>,
): Drawn[] {
  const layer = findLayer(scene, id);
  const at = layer?.steps.findIndex((s) => s.id === stepId) ?? -1;
  const step = layer?.steps[at];
  const definition = step && stepOfKind(step.kind);
  const values = definition?.works === 'pixels' ? definition.drawsOut?.(step!.values) : undefined;
  if (!layer || !values) return [];
  // As the layer is before the step, whole.
  const before = edit(scene, '', (s) => {
    const own = layerOf(s, id);
    own.steps = own.steps.slice(0, at);
    Object.assign(own, { opacity: 100, blend: 'normal', clip: false, mask: null, visible: true });
  }).scene;
  const scale = Math.min(1, SIDE / Math.max(scene.width, scene.height));
  const region = wholeScene(scene, scale);
  const pixels = render(before, { ...request, region, scale, layers: [id], background: false });
  return allDrawn(pixels, values, multiply(scaling(scale), mapOf(scene.layers, layer)));
}
