import type { Point } from '../geometry/affine';
import { meanScale, multiply } from '../geometry/affine';
import type { Plane } from '../pixels/buffer';
import { hexOf } from '../pixels/colour';
import { scoped } from '../pixels/heap';
import type { Region } from '../pixels/region';
import { asDrawn, selectionAsDrawn } from '../scene/bound/bind';
import { findLayer } from '../scene/edits/layer-edits';
import type { MaskOwner } from '../scene/edits/mask-edits';
import { maskFor } from '../scene/edits/mask-edits';
import { mapAround } from '../scene/arrange/placement';
import type { Scene } from '../scene/model/schema';
import type { Context } from './context';
import { drawnMask, ownMask } from './masked';
import type { RenderRequest } from './render';
import { contextOf, render } from './render';

/** Masks and selections by themselves, to be shown over the picture. */

type Request = Pick<RenderRequest, 'picture' | 'memo' | 'scale' | 'region'>;

/**
 * How much of each px a mask or selection shows, 0–1, over exactly the region asked for, px of the scene × scale;
 * null if there is no such mask. Whether it is turned off does not count. Corners of groups around do not count.
 */
export function maskOver(scene: Scene, owner: MaskOwner, request: Request): Plane | null {
  const { region } = request;
  const context = contextOf(scene, request);
  if (owner !== 'selection' && 'layer' in owner) {
    const layer = findLayer(asDrawn(scene), owner.layer);
    const step = layer?.steps.find((s) => s.id === owner.step);
    const mask = owner.step === undefined ? layer?.mask : step?.where;
    if (!layer || !mask) return null;
    const on = { ...layer, mask: { ...mask, enabled: true } };
    const inList = multiply(context.map, mapAround(scene.layers, layer.id));
    const standing: Context = { ...context, map: inList, scale: meanScale(inList) };
    return scoped(() => ownMask(on, region, standing)!);
  }
  const mask = maskFor(scene, owner);
  if (!mask) return null;
  const { map, scale } = context;
  const bound = selectionAsDrawn(scene, mask);
  return scoped(() => drawnMask(bound, { map, to: map, scale }, region, context));
}

/** Px to either side of a place whose colours are taken together. */
const AROUND = 2;

/**
 * The colour round a place of a scene (scene px), of all of it or of one layer alone, `#rrggbb`: the mean of five by
 * five px; null where there is nothing.
 */
export function colourAt(
  scene: Scene,
  of: string | null,
  { x, y }: Point,
  request: Pick<RenderRequest, 'picture' | 'memo'>,
): string | null {
  const side = 2 * AROUND + 1;
  const region: Region = {
    ...{ x: Math.floor(x) - AROUND, y: Math.floor(y) - AROUND },
    ...{ width: side, height: side },
  };
  const only = of === null ? {} : { layers: [of], background: false };
  const { data } = scoped(() => render(scene, { ...request, ...only, region, scale: 1 }));
  const [r, g, b, a] = [0, 1, 2, 3].map((c) =>
    data.reduce((sum, v, i) => (i % 4 === c ? sum + v : sum), 0),
  ) as [number, number, number, number];
  return a > 0.01 ? hexOf([r / a, g / a, b / a], scene.mixing) : null;
}
