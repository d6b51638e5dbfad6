import type { Point } from '../geometry/affine';
import { meanScale, multiply } from '../geometry/affine';
import type { Plane } from '../pixels/buffer';
import type { Rgb } from '../pixels/colour';
import { hexOf, linear, luma } from '../pixels/colour';
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
  at: Point,
  request: Pick<RenderRequest, 'picture' | 'memo'>,
): string | null {
  const found = meanAt(scene, of, at, request);
  return found && hexOf(found, scene.mixing);
}

/** What a light meter reads, stops: 0 is what the screen shows as white, −Infinity is black. */
export interface Light {
  /** The colour itself, without the end of the picture, cut to what a screen can show, `#rrggbb`. */
  colour: string;
  /** As bright as it is to the eye. */
  luminance: number;
  /** Its brightest channel: above 0 it is beyond the screen. */
  brightest: number;
}

/** The light round a place of a scene (scene px) under its exposure, before the rest of its end, as `colourAt`; null where there is nothing. */
export function lightAt(
  scene: Scene,
  at: Point,
  request: Pick<RenderRequest, 'picture' | 'memo'>,
): Light | null {
  const found = meanAt(scene, null, at, request);
  if (!found) return null;
  const [r, g, b] = scene.mixing === 'light' ? found : found.map(linear);
  const stops = (v: number) => Math.log2(Math.max(0, v)) + scene.end.exposure;
  return {
    colour: hexOf(found, scene.mixing),
    luminance: stops(luma(r!, g!, b!)),
    brightest: stops(Math.max(r!, g!, b!)),
  };
}

/** The mean of five by five px round a place (scene px), not premultiplied, as the scene mixes; null where there is nothing. */
function meanAt(
  scene: Scene,
  of: string | null,
  { x, y }: Point,
  request: Pick<RenderRequest, 'picture' | 'memo'>,
): Rgb | null {
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
  return a > 0.01 ? [r / a, g / a, b / a] : null;
}
