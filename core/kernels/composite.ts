import type { ColourBuffer, Plane } from '../pixels/buffer';
import type { Rgb } from '../pixels/colour';
import type { Region } from '../pixels/region';
import { intersect } from '../pixels/region';

/** What a blend does to one channel: backdrop and source colour, not premultiplied. */
export type BlendFunction = (backdrop: number, source: number) => number;

/**
 * How a blend is computed. `function: null` is plain source-over. A `bounded` function is made for
 * 0–1: it gets clamped values, and what the backdrop has above 1 is carried through.
 */
export interface Blending {
  function: BlendFunction | null;
  bounded: boolean;
}

/**
 * Composites `source` at an opacity (0–1) onto `backdrop`, in place, where both have pixels:
 * co = cs·αs·(1 − αb) + cb·αb·(1 − αs) + αs·αb·B(cb, cs), αo = αs + αb·(1 − αs)
 * (Compositing and Blending Level 1, sections 5 and 9.1; colours premultiplied).
 */
export function composite(
  backdrop: ColourBuffer,
  source: ColourBuffer,
  blend: Blending,
  opacity: number,
): void {
  const common = intersect(backdrop.region, source.region);
  const b = backdrop.data;
  const s = source.data;
  for (let y = common.y; y < common.y + common.height; y++) {
    let i = offset(backdrop.region, common.x, y) * 4;
    let j = offset(source.region, common.x, y) * 4;
    const end = i + common.width * 4;
    if (!blend.function) {
      for (; i < end; i += 4, j += 4) {
        const alpha = s[j + 3]! * opacity;
        const keep = 1 - alpha;
        b[i] = s[j]! * opacity + b[i]! * keep;
        b[i + 1] = s[j + 1]! * opacity + b[i + 1]! * keep;
        b[i + 2] = s[j + 2]! * opacity + b[i + 2]! * keep;
        b[i + 3] = alpha + b[i + 3]! * keep;
      }
      continue;
    }
    for (; i < end; i += 4, j += 4) {
      const own = s[j + 3]!;
      if (own <= 0) continue;
      blendPixel(b, i, s[j]! / own, s[j + 1]! / own, s[j + 2]! / own, own * opacity, blend);
    }
  }
}

/** Lays one colour through a plane at an opacity onto `backdrop`, in place: a pass of light. */
export function compositePlane(
  backdrop: ColourBuffer,
  shape: Plane,
  [r, g, b]: Rgb,
  blend: Blending,
  opacity: number,
): void {
  const common = intersect(backdrop.region, shape.region);
  const to = backdrop.data;
  for (let y = common.y; y < common.y + common.height; y++) {
    let i = offset(backdrop.region, common.x, y) * 4;
    let j = offset(shape.region, common.x, y);
    const end = j + common.width;
    if (!blend.function) {
      for (; j < end; i += 4, j++) {
        const alpha = shape.data[j]! * opacity;
        if (alpha <= 0) continue;
        const keep = 1 - alpha;
        to[i] = r * alpha + to[i]! * keep;
        to[i + 1] = g * alpha + to[i + 1]! * keep;
        to[i + 2] = b * alpha + to[i + 2]! * keep;
        to[i + 3] = alpha + to[i + 3]! * keep;
      }
      continue;
    }
    for (; j < end; i += 4, j++) {
      const alpha = shape.data[j]! * opacity;
      if (alpha > 0) blendPixel(to, i, r, g, b, alpha, blend);
    }
  }
}

const offset = (r: Region, x: number, y: number) => (y - r.y) * r.width + x - r.x;

/** One pixel: `r`, `g`, `b` are the source's colour, not premultiplied; `alpha` its whole coverage. */
function blendPixel(
  to: Float32Array,
  i: number,
  r: number,
  g: number,
  b: number,
  alpha: number,
  { function: f, bounded }: Blending,
): void {
  const under = to[i + 3]!;
  const keep = 1 - alpha;
  const over = alpha * (1 - under);
  if (!(under > 0)) {
    to[i] = r * over;
    to[i + 1] = g * over;
    to[i + 2] = b * over;
    to[i + 3] = alpha;
    return;
  }
  const both = alpha * under;
  const share = 1 / under;
  const x = to[i]!;
  const y = to[i + 1]!;
  const z = to[i + 2]!;
  const blend: (cb: number, cs: number, f: BlendFunction) => number = bounded ? within : f!;
  to[i] = r * over + x * keep + both * blend(x * share, r, f!);
  to[i + 1] = g * over + y * keep + both * blend(y * share, g, f!);
  to[i + 2] = b * over + z * keep + both * blend(z * share, b, f!);
  to[i + 3] = alpha + under * keep;
}

/** A function made for 0–1 on values that may exceed it: what the backdrop has above 1 is kept. */
function within(cb: number, cs: number, f: BlendFunction): number {
  if (cb <= 1 && cs <= 1) return f(cb, cs);
  return f(cb > 1 ? 1 : cb, cs > 1 ? 1 : cs) + (cb > 1 ? cb - 1 : 0);
}
