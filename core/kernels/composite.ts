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
  const both = alpha * under;
  for (let c = 0; c < 3; c++) {
    const cs = c === 0 ? r : c === 1 ? g : b;
    const premultiplied = to[i + c]!;
    let mixed = 0;
    if (both > 0) {
      const cb = premultiplied / under;
      mixed =
        bounded && (cb > 1 || cs > 1)
          ? f!(cb > 1 ? 1 : cb, cs > 1 ? 1 : cs) + (cb > 1 ? cb - 1 : 0)
          : f!(cb, cs);
    }
    to[i + c] = cs * over + premultiplied * keep + both * mixed;
  }
  to[i + 3] = alpha + under * keep;
}
