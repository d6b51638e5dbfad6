/** Signed distances of simple solids (after Quilez, "Distance functions"), in scene units. */

/** Length of a vector; Math.hypot guards against overflow and is many times slower. */
export const len = (x: number, y: number, z = 0) => Math.sqrt(x * x + y * y + z * z);
export const clamp = (v: number, lo: number, hi: number) => (v < lo ? lo : v > hi ? hi : v);
export const mix = (a: number, b: number, t: number) => a + (b - a) * t;
export const ramp = (lo: number, hi: number, v: number) => {
  const t = clamp((v - lo) / (hi - lo), 0, 1);
  return t * t * (3 - 2 * t);
};

/** Smooth union: the lesser of two distances, blended over a width k. */
export function blendMin(a: number, b: number, k: number): number {
  const h = Math.max(k - Math.abs(a - b), 0) / k;
  return Math.min(a, b) - h * h * k * 0.25;
}

/** Distance to an ellipsoid at the origin (bound, good near the surface). */
export function ellipsoid(x: number, y: number, z: number, a: number, b: number, c: number) {
  const k0 = len(x / a, y / b, z / c);
  const k1 = len(x / (a * a), y / (b * b), z / (c * c));
  return k1 < 1e-9 ? -Math.min(a, b, c) : (k0 * (k0 - 1)) / k1;
}

/** Distance to a capsule from p to q whose radius runs from r to s. */
export function roundCone(
  x: number,
  y: number,
  z: number,
  px: number,
  py: number,
  pz: number,
  r: number,
  qx: number,
  qy: number,
  qz: number,
  s: number,
): number {
  const bx = qx - px,
    by = qy - py,
    bz = qz - pz;
  const ax = x - px,
    ay = y - py,
    az = z - pz;
  const h = clamp((ax * bx + ay * by + az * bz) / (bx * bx + by * by + bz * bz), 0, 1);
  return len(ax - bx * h, ay - by * h, az - bz * h) - mix(r, s, h);
}

/** Distance to a box of half-sizes a, b, c with rounded edges r. */
export function box(x: number, y: number, z: number, a: number, b: number, c: number, r: number) {
  const dx = Math.abs(x) - a + r,
    dy = Math.abs(y) - b + r,
    dz = Math.abs(z) - c + r;
  return (
    len(Math.max(dx, 0), Math.max(dy, 0), Math.max(dz, 0)) + Math.min(Math.max(dx, dy, dz), 0) - r
  );
}

/** Distance to an upright cylinder of a radius and half-height, edges rounded by r. */
export function cylinder(x: number, y: number, z: number, radius: number, half: number, r: number) {
  const d = len(x, z) - radius + r;
  const e = Math.abs(y) - half + r;
  return len(Math.max(d, 0), Math.max(e, 0)) + Math.min(Math.max(d, e), 0) - r;
}

/** Distance to a ring in the xz plane: radius to the middle of the tube, and the tube's radius. */
export function torus(x: number, y: number, z: number, radius: number, tube: number) {
  return len(len(x, z) - radius, y) - tube;
}
