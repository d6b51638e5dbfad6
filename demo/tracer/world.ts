/** What the tracer needs to know of a picture: its shapes, materials, light and camera. */

import { len } from './sdf';

export type Rgb = [number, number, number];

/** A surface at a point, filled in by a world's `shade`. */
export interface Material {
  /** Diffuse colour, or the colour of the reflection where metal. Linear, 0–1. */
  albedo: Rgb;
  metal: boolean;
  /** GGX roughness of the metal or of the coat, 0–1. */
  rough: number;
  /** Reflectance of the clear coat at normal incidence; 0 for none. */
  coat: number;
  emission: Rgb;
  /** Normal after bumps. */
  normal: Rgb;
}

/** A glowing ball: sampled directly, and seen by rays that are mirrored. */
export interface Lamp {
  at: Rgb;
  radius: number;
  /** Radiance, linear. */
  light: Rgb;
}

/** A glowing tube along straight pieces: sampled along its length, and seen by rays that are mirrored. */
export interface Tube {
  points: Rgb[];
  radius: number;
  /** Radiance, linear. */
  light: Rgb;
}

/** What a ray met: the distance along it and a number that tells the world what it was. */
export interface Hit {
  t: number;
  what: number;
}

export interface World {
  name: string;
  width: number;
  height: number;
  samples: number;
  /** Rays that meet nothing become transparent. */
  transparent: boolean;
  camera: { at: Rgb; target: Rgb; fov: number; aperture: number; focus: number };
  bounces: number;
  /** Nearest surface from a point along a unit direction, nearer than `far`; t = Infinity if none. */
  meet(o: Rgb, d: Rgb, far: number, hit: Hit): void;
  /** Geometric normal (into material.normal) and material at a hit. */
  shade(p: Rgb, d: Rgb, hit: Hit, material: Material): void;
  sky(d: Rgb, out: Rgb): void;
  lamps: Lamp[];
  tubes?: Tube[];
  /** Light and loss in the air between the eye and the first hit, applied to `colour`. */
  air?(o: Rgb, d: Rgb, t: number, colour: Rgb): void;
  /** How it is developed; `bits` of each channel are kept, 8 where it is left out. */
  /** No path but one that sees a lamp at once is brighter than this; left out, 5. */
  most?: number;
  develop: { exposure: number; grain: number; vignette: number; denoise: number; bits?: number };
}

/** Marches a distance field from o along d between two distances; Infinity if nothing is met. */
export function march(
  field: (x: number, y: number, z: number) => number,
  o: Rgb,
  d: Rgb,
  near: number,
  far: number,
  steps = 160,
): number {
  let t = near;
  for (let i = 0; i < steps && t < far; i++) {
    const s = field(o[0] + d[0] * t, o[1] + d[1] * t, o[2] + d[2] * t);
    if (s < 0.0004 + 0.0002 * t) return t;
    t += s * 0.93;
  }
  return Infinity;
}

/** Unit gradient of a distance field, by a tetrahedron of four samples. */
export function gradient(
  field: (x: number, y: number, z: number) => number,
  p: Rgb,
  e: number,
  out: Rgb,
): void {
  const a = field(p[0] + e, p[1] - e, p[2] - e);
  const b = field(p[0] - e, p[1] - e, p[2] + e);
  const c = field(p[0] - e, p[1] + e, p[2] - e);
  const f = field(p[0] + e, p[1] + e, p[2] + e);
  const x = a - b - c + f,
    y = c + f - a - b,
    z = b + f - a - c;
  const l = len(x, y, z) || 1;
  out[0] = x / l;
  out[1] = y / l;
  out[2] = z / l;
}

/** Tilts a normal at a point by the slope of a height over space, sampled at a distance e. */
export function bump(
  n: Rgb,
  p: Rgb,
  height: (x: number, y: number, z: number) => number,
  e: number,
): void {
  const base = height(p[0], p[1], p[2]);
  n[0] -= (height(p[0] + e, p[1], p[2]) - base) / e;
  n[1] -= (height(p[0], p[1] + e, p[2]) - base) / e;
  n[2] -= (height(p[0], p[1], p[2] + e) - base) / e;
  const l = len(n[0], n[1], n[2]);
  n[0] /= l;
  n[1] /= l;
  n[2] /= l;
}
