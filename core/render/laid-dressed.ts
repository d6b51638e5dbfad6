import { blendNamed } from '../blend/index';
import type { Mode } from '../kernels/composite';
import { composite } from '../kernels/composite';
import { times } from '../kernels/planes';
import { copied, mix } from '../kernels/rows';
import type { ColourBuffer, Plane } from '../pixels/buffer';
import { crop } from '../pixels/buffer';
import type { Region } from '../pixels/region';
import { intersect, isEmpty } from '../pixels/region';
import type { Made } from './layer';

/** What of a styled layer lies within its edges. */
export interface Inner {
  /** The colours of its body without edges, and its coverage. */
  body(): ColourBuffer;
  coverage(): Plane;
  mode: Mode;
  region: Region;
}

/**
 * Lays a styled layer on `acc`, in place. What lies within its edges is put together on a copy of what lies
 * beneath, edgeless, and comes in by its coverage: so no edge shows through another, and a style can act on
 * what lies beneath a body that is not shown.
 */
export function laidDressed(
  acc: ColourBuffer,
  pieces: readonly Made[],
  { body, coverage, mode, region }: Inner,
  opacity: number,
  mask: Plane | null,
  part: Region,
): void {
  const lay = (on: ColourBuffer, p: Made, amount: number, within: Plane | null) => {
    const pixels = crop(p.pixels, intersect(p.pixels.region, part));
    composite(on, pixels, blendNamed(p.blend).mode, p.opacity * amount, within);
  };
  const of = (lands: Made['lands']) => pieces.filter((p) => p.lands === lands);
  const inner = isEmpty(region) ? null : copied(crop(acc, region));
  for (const p of of('beneath')) {
    lay(acc, p, opacity, mask);
    if (inner && !p.hidden) lay(inner, p, 1, null);
  }
  if (inner) {
    composite(inner, crop(body(), region), mode, 1);
    for (const p of of('within')) lay(inner, p, 1, null);
    const edges = crop(coverage(), region);
    mix(acc, inner, opacity, mask ? product(edges, crop(mask, region)) : edges);
  }
  for (const p of of('above')) lay(acc, p, opacity, mask);
}

function product(a: Plane, b: Plane): Plane {
  const made = copied(a);
  times(made, b);
  return made;
}
