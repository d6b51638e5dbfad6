import { scaling } from '../geometry/affine';
import { pasted } from '../kernels/rows';
import type { LastMade, LastPart } from '../definitions/last-made';
import type { ColourBuffer } from '../pixels/buffer';
import { borrow, retain, release, scoped } from '../pixels/heap';
import type { Region } from '../pixels/region';
import { intersect, isEmpty, regionKey, unite } from '../pixels/region';
import { asDrawn } from '../scene/bound/bind';
import type { BoundLayer, BoundScene } from '../scene/bound/bound';
import type { Scene } from '../scene/model/schema';
import { findLayer } from '../scene/edits/layer-edits';
import { contentOf } from './context';
import { influenceOf, isThrough } from './reach';
import type { RenderRequest } from './render';
import { renderPart } from './render';

/** A picture, and where it differs from the one that the same mender made before. */
export interface Mended {
  /** Over exactly the region asked for. It is the mender's own: the next call changes it. */
  picture: ColourBuffer;
  changed: Region;
}

/** Renders a scene again and again while one layer of it changes. */
export interface Mender {
  /** As `render`, which see: exactly the same pixels. */
  mend(scene: Scene, request: RenderRequest & { focus: string | null }): Mended;
  /** Lets go of the last picture. */
  clear(): void;
}

interface Last {
  picture: ColourBuffer;
  /** All that the picture depends on save the layer in focus. */
  key: string;
  /** Where the layer in focus may have changed it; null for everywhere. */
  reach: Region | null;
  /** The layer in focus as it was. */
  layer: BoundLayer | undefined;
}

/** What was last made of a layer's parts, retained until `clear`. */
function lastMadeOf(): LastMade & { clear(): void } {
  const parts = new Map<string, LastPart>();
  const drop = (part: LastPart | undefined) => {
    release(part?.made);
    release(part?.sharp);
  };
  return {
    get(part) {
      const found = parts.get(part);
      if (!found) return null;
      borrow(found.made);
      borrow(found.sharp);
      return found;
    },
    set(part, next) {
      retain(next.made);
      retain(next.sharp);
      drop(parts.get(part));
      parts.set(part, next);
    },
    clear() {
      parts.forEach(drop);
      parts.clear();
    },
  };
}

/**
 * A mender: it keeps its last picture, and while nothing but the layer in focus changes, makes only
 * the part anew that this layer reaches, or reached before. So the cost of a frame does not grow with
 * the layers above it that lie elsewhere.
 */
export function menderOf(): Mender {
  let last: Last | null = null;
  const lastMade = lastMadeOf();
  const clear = () => {
    if (last) release(last.picture);
    last = null;
    lastMade.clear();
  };
  return {
    clear,
    mend: (written, asked) =>
      scoped(() => {
        const request: RenderRequest = { ...asked, lastMade };
        const scene = asDrawn(written);
        const { focus, region, scale } = asked;
        const key = keyWithout(scene, focus, request);
        const standing = { map: scaling(scale), scale, around: [] };
        const reach = focus === null ? null : influenceOf(scene.layers, focus, standing);
        const layer = focus === null ? undefined : findLayer(scene, focus);
        const before = last?.key === key ? last : null;
        // Best of all is to know what of the layer itself has changed.
        const own =
          before?.layer && focus !== null
            ? influenceOf(scene.layers, focus, standing, before.layer)
            : null;
        const changed = !before
          ? region
          : own
            ? within(region, own, own)
            : within(region, before.reach, reach);
        if (before && changed !== region) {
          if (!isEmpty(changed))
            pasted(before.picture, renderPart(scene, request, changed, own !== null));
          last = { ...before, reach, layer };
          return { picture: borrow(before.picture), changed };
        }
        // Nothing of the last picture is of use: its room is free for this one.
        if (before) release(before.picture);
        else clear();
        last = null;
        const picture = renderPart(scene, request, region);
        retain(picture);
        last = { picture, key, reach, layer };
        return { picture, changed: region };
      }),
  };
}

/** What of a region two reaches cover; the region itself if that is most of it. */
function within(region: Region, a: Region | null, b: Region | null): Region {
  if (!a || !b) return region;
  const part = intersect(region, unite(a, b));
  return part.width * part.height > 0.8 * region.width * region.height ? region : part;
}

/** All that a picture depends on, save what the layer in focus looks like. */
function keyWithout(scene: BoundScene, focus: string | null, request: RenderRequest): string {
  const own = focus === null ? undefined : findLayer(scene, focus);
  const { region, scale, layers, background, draft = false } = request;
  return JSON.stringify([
    // What is selected changes nothing; of kept selections only those count that layers refer to.
    {
      ...{ ...scene, name: '', end: null, selection: null, kept: null, takes: null },
      layers: without(scene.layers, focus),
    },
    [regionKey(region), scale, layers ?? null, background ?? true, draft],
    // These decide what other layers belong to, and how: a base that carries nothing is not taken apart.
    own && [own.clip, own.clip && own.visible && own.opacity > 0, own.source.kind, isThrough(own)],
  ]);
}

/** The contents of layers, of one no more than its id. */
const without = (layers: readonly BoundLayer[], id: string | null): unknown[] =>
  layers.map((l) =>
    l.id === id
      ? l.id
      : l.layers && findIn(l.layers, id)
        ? [contentOf({ ...l, layers: [] }), without(l.layers, id)]
        : contentOf(l),
  );

const findIn = (layers: readonly BoundLayer[], id: string | null): boolean =>
  layers.some((l) => l.id === id || (l.layers !== undefined && findIn(l.layers, id)));
