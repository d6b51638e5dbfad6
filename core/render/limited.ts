import { numberOf } from '../definitions/content-key';
import { add, times, without } from '../kernels/planes';
import { copied, level } from '../kernels/rows';
import type { Plane } from '../pixels/buffer';
import { crop } from '../pixels/buffer';
import { scoped } from '../pixels/heap';
import type { Region } from '../pixels/region';
import { EMPTY, covering, intersect } from '../pixels/region';
import type { BoundLayer, BoundStep } from '../scene/bound/bound';
import type { Context } from './context';
import { cached } from './context';
import { ownMask, selectionPlane } from './masked';

/** How much steps do, and where. */

/** How much a step does over a region. */
export interface Limit {
  /** 0–1, everywhere. */
  amount: number;
  /** 0–1, over the region; null for everywhere. */
  plane: Plane | null;
  /** All that it changes: nothing is computed beyond it. */
  region: Region;
  /** What names it in keys; null for a step without limits. */
  key: unknown;
}

/** What a step changes is computed in squares of so many px, so that a brush stroke seldom changes which. */
const SQUARE = 256;

/** How much a step does over `wanted`: its amount, the kept selection that it works within, and its own mask. */
export function limitOf(
  layer: BoundLayer,
  step: BoundStep,
  wanted: Region,
  context: Context,
): Limit {
  const amount = (step.amount ?? 100) / 100;
  const { keptMask, where } = step;
  const limits = !!keptMask || where?.enabled === true;
  if (amount === 0) return { amount, plane: null, region: EMPTY, key: 0 };
  if (!limits) return { amount, plane: null, region: wanted, key: amount === 1 ? null : amount };
  const names = [
    ...(keptMask ? [numberOf(keptMask.mask), keptMask.map, context.map] : []),
    ...(where?.enabled ? [numberOf(where), layer.placement] : []),
  ];
  const plane = cached(context, layer.id, step.id, ['limit', names, context.map, wanted], () =>
    scoped(() => {
      const within = keptMask ? selectionPlane(keptMask, context.map, wanted, context) : null;
      const own = where?.enabled ? ownMask({ ...layer, mask: where }, wanted, context) : null;
      const out = copied(crop((within ?? own)!, wanted));
      if (within && own) times(out, crop(own, wanted));
      return out;
    }),
  );
  return { amount, plane, region: intersect(reachOf(plane), wanted), key: [amount, names] };
}

/** The squares that hold all that a plane has, as one region. */
const reaches = new WeakMap<Plane, Region>();
function reachOf(plane: Plane): Region {
  const known = reaches.get(plane);
  if (known) return known;
  const { data, region } = plane;
  const { width } = region;
  let [x0, y0, x1, y1] = [Infinity, Infinity, -Infinity, -Infinity];
  for (let y = 0; y < region.height; y++) {
    const row = y * width;
    let left = 0;
    while (left < width && data[row + left] === 0) left++;
    if (left === width) continue;
    let right = width - 1;
    while (data[row + right] === 0) right--;
    x0 = Math.min(x0, left);
    x1 = Math.max(x1, right + 1);
    y0 = Math.min(y0, y);
    y1 = y + 1;
  }
  const down = (v: number) => Math.floor(v / SQUARE) * SQUARE;
  const up = (v: number) => Math.ceil(v / SQUARE) * SQUARE;
  const made =
    x1 < x0
      ? EMPTY
      : covering(down(region.x + x0), down(region.y + y0), up(region.x + x1), up(region.y + y1));
  reaches.set(plane, made);
  return made;
}

/** A shape after a step that changes it as far as a limit says: a plane of its own. */
export function partly(before: Plane, after: Plane, { amount, plane }: Limit): Plane {
  return scoped(() => {
    const share = plane ? copied(crop(plane, after.region)) : null;
    const out = copied(crop(before, after.region));
    const made = copied(after);
    if (!share) {
      level(out, 1 - amount, 0);
      level(made, amount, 0);
    } else {
      level(share, amount, 0);
      without(out, share);
      times(made, share);
    }
    add(out, made);
    return out;
  });
}
