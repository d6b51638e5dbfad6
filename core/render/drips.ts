import { multiply, scaling } from '../geometry/affine';
import { mapOf } from '../scene/arrange/placement';
import { findLayer, layerOf } from '../scene/edits/layer-edits';
import { edit } from '../scene/edits/edit';
import type { Scene } from '../scene/model/schema';
import { dripping, drip } from '../steps/warp/drip';
import { fray, tongues } from '../steps/warp/fray';
import type { Drawn, DrawnOut } from '../steps/warp/drawn-out';
import { allDrawn } from '../steps/warp/drawn-out';
import type { RenderRequest } from './render';
import { render } from './render';

/** They are looked for on a picture of about so many px on its longer side. */
const SIDE = 1600;

/** How a step draws edges out; null for one that does not. */
function drawnBy(kind: string, values: Record<string, unknown>): DrawnOut | null {
  if (kind === drip.kind) return dripping(values as Parameters<typeof dripping>[0]);
  return kind === fray.kind ? tongues(values as Parameters<typeof tongues>[0]) : null;
}

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
  const values = step && drawnBy(step.kind, step.values);
  if (!layer || !values) return [];
  // As the layer is before the step, whole.
  const before = edit(scene, '', (s) => {
    const own = layerOf(s, id);
    own.steps = own.steps.slice(0, at);
    Object.assign(own, { opacity: 100, blend: 'normal', clip: false, mask: null, visible: true });
  }).scene;
  const scale = Math.min(1, SIDE / Math.max(scene.width, scene.height));
  const region = {
    ...{ x: 0, y: 0 },
    width: Math.ceil(scene.width * scale),
    height: Math.ceil(scene.height * scale),
  };
  const pixels = render(before, { ...request, region, scale, layers: [id], background: false });
  return allDrawn(pixels, values, multiply(scaling(scale), mapOf(scene.layers, layer)));
}
