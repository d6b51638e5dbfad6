/** A tin sailor with an arm raised and a hilt in its hand, on transparency, lit by a dusk sky. */
import { fbm3, noise3 } from '../tracer/noise';
import { blendMin, clamp, cylinder, ellipsoid, len, mix, ramp, roundCone } from '../tracer/sdf';
import { bump, gradient, march, type Rgb, type World } from '../tracer/world';

const JERSEY = 1,
  TROUSERS = 2,
  FACE = 3,
  CAP = 4,
  BLACK = 5,
  BRASS = 6;
let what = JERSEY;

const hand: Rgb = [0.95, 1.84, -0.34];
/** Along the hilt, towards where its light begins. */
export const hilt: Rgb = [0.5, 0.86, -0.08];

/** A limb between two joints that are so thick. */
const limb = (p: Rgb, a: Rgb, b: Rgb, ra: number, rb: number) =>
  roundCone(...p, ...a, ra, ...b, rb);

function field(x: number, y: number, z: number): number {
  const bound = len(x - 0.15, y - 1.3, z) - 1.6;
  if (bound > 0.3) return bound;
  const p: Rgb = [x, y, z];
  const m: Rgb = [Math.abs(x), y, z];
  let d = Infinity;
  const put = (part: number, own: number) => {
    if (own >= d) return;
    d = own;
    what = part;
  };
  // Stamped of two halves: flat at the sides, with a seam round them.
  let body = limb(p, [0, 1.06, 0], [0, 1.58, 0], 0.33, 0.3);
  body = blendMin(body, limb(m, [0.1, 1.6, 0], [0.34, 1.58, 0], 0.17, 0.15), 0.1);
  body = blendMin(body, limb(p, [-0.37, 1.57, 0], [-0.62, 1.2, 0.06], 0.13, 0.11), 0.05);
  body = blendMin(body, limb(p, [-0.62, 1.2, 0.06], [-0.44, 0.98, -0.2], 0.11, 0.1), 0.03);
  body = blendMin(body, limb(p, [0.37, 1.57, 0], [0.72, 1.42, -0.14], 0.13, 0.11), 0.05);
  body = blendMin(body, limb(p, [0.72, 1.42, -0.14], [0.9, 1.72, -0.3], 0.11, 0.1), 0.03);
  put(JERSEY, body);
  let legs = limb(m, [0.17, 1.0, 0], [0.22, 0.5, -0.01], 0.19, 0.15);
  legs = blendMin(legs, limb(m, [0.22, 0.5, -0.01], [0.27, 0.16, -0.02], 0.15, 0.23), 0.06);
  legs = Math.max(legs, 0.1 - y);
  put(TROUSERS, blendMin(legs, cylinder(x, y - 1.02, z, 0.31, 0.06, 0.04), 0.05));
  put(BLACK, Math.max(ellipsoid(m[0] - 0.29, y - 0.05, z + 0.13, 0.17, 0.15, 0.3), -y));
  let head = ellipsoid(x, y - 2.04, z, 0.265, 0.3, 0.27);
  head = blendMin(head, cylinder(x, y - 1.76, z, 0.13, 0.1, 0.02), 0.05);
  head = blendMin(head, len(x, y - 2.0, z + 0.28) - 0.055, 0.05);
  head = Math.min(head, len(m[0] - 0.265, y - 2.03, z) - 0.06);
  put(FACE, head);
  put(FACE, len(x - hand[0], y - hand[1], z - hand[2]) - 0.115);
  put(FACE, len(x + 0.42, y - 0.95, z + 0.24) - 0.105);
  let cap = cylinder(x, y - 2.28, z, 0.272, 0.055, 0.02);
  put(BLACK, cap);
  cap = cylinder(x, y - 2.38 - 0.1 * z, z, 0.37 - 0.25 * Math.max(0, y - 2.38), 0.05, 0.045);
  put(CAP, cap);
  put(CAP, len(x, y - 2.46, z) - 0.05);
  // The hilt, and a ring where its light begins.
  const along = (x - hand[0]) * hilt[0] + (y - hand[1]) * hilt[1] + (z - hand[2]) * hilt[2];
  const [rx, ry, rz] = [0, 1, 2].map((i) => p[i]! - hand[i]! - along * hilt[i]!) as Rgb;
  const off = len(rx, ry, rz);
  put(BRASS, Math.max(off - 0.052 - 0.008 * Math.cos(along * 60), Math.abs(along - 0.06) - 0.2));
  put(BRASS, len(off - 0.065, along - 0.25) - 0.026);
  return d;
}

/** The paint of a part. */
const PAINT: Readonly<Record<number, Rgb>> = {
  [JERSEY]: [0.62, 0.6, 0.54],
  [TROUSERS]: [0.045, 0.06, 0.13],
  [FACE]: [0.62, 0.36, 0.25],
  [CAP]: [0.66, 0.64, 0.58],
  [BLACK]: [0.025, 0.025, 0.03],
  [BRASS]: [0.8, 0.54, 0.24],
};

export const sailor: World = {
  name: 'tin-sailor',
  width: 640,
  height: 768,
  samples: 16,
  transparent: true,
  camera: { at: [-1.9, 1.75, -6.6], target: [0.18, 1.24, 0], fov: 23.5, aperture: 0, focus: 7 },
  bounces: 4,
  meet(o, d, far, hit) {
    hit.t = march(field, o, d, 0, Math.min(far, 20), 200);
    if (hit.t === Infinity) return;
    field(o[0] + d[0] * hit.t, o[1] + d[1] * hit.t, o[2] + d[2] * hit.t);
    hit.what = what;
  },
  shade(p, _d, hit, m) {
    const [x, y, z] = p;
    const part = hit.what;
    gradient(field, p, 0.0015, m.normal);
    const n = m.normal;
    const own = PAINT[part]!;
    for (let i = 0; i < 3; i++) m.albedo[i] = own[i]!;
    const paint = (c: Rgb, k: number) => {
      for (let i = 0; i < 3; i++) m.albedo[i] = mix(m.albedo[i]!, c[i]!, k);
    };
    // Stripes go round the body, and along the arms as they were printed on the sheet.
    if (part === JERSEY) {
      const round = Math.abs(x) < 0.44 ? y : y * 0.5 + Math.abs(x) * 0.9;
      paint([0.05, 0.08, 0.2], ramp(0.02, 0.06, Math.sin(round * 42) * 0.5));
      paint([0.05, 0.08, 0.2], ramp(1.64, 1.66, y) * ramp(0.3, 0.26, Math.abs(x)));
    }
    if (part === FACE && z < -0.1 && y > 1.8) {
      const eye = len(Math.abs(x) - 0.1, y - 2.08);
      paint([0.02, 0.02, 0.02], ramp(0.032, 0.026, eye));
      paint(
        [0.02, 0.02, 0.02],
        ramp(0.016, 0.01, Math.abs(y - 2.155 + (Math.abs(x) - 0.1) ** 2 * 4)) *
          ramp(0.17, 0.15, Math.abs(x)) *
          ramp(0.04, 0.055, Math.abs(x)),
      );
      paint(
        [0.4, 0.06, 0.05],
        ramp(0.014, 0.008, Math.abs(y - 1.9 - x * x * 1.6)) * ramp(0.09, 0.075, Math.abs(x)),
      );
      paint([0.66, 0.2, 0.15], 0.55 * ramp(0.09, 0.03, len(Math.abs(x) - 0.17, y - 1.97)));
    }
    if (part === FACE && y > 2.12 && z > -0.17) paint([0.16, 0.08, 0.04], 1);
    // Handled for years: bare tin at the seam and where it was held, rust where it was wet.
    const wear = fbm3(x * 4, y * 4, z * 4, 5);
    const seam = ramp(0.02, 0.006, Math.abs(z + 0.004 * Math.sin(y * 40)));
    const bare = clamp((wear - 0.6) * 9 + seam * (wear > 0.44 ? 0.9 : 0), 0, 1);
    const rust = ramp(0.62, 0.72, fbm3(x * 7 + 3, y * 5, z * 7, 4)) * ramp(1.1, 0.1, y);
    m.coat = 0.045;
    m.rough = 0.22 + 0.2 * wear;
    if (part === BRASS || bare > 0.5 + 0.3 * noise3(x * 50, y * 50, z * 50)) {
      m.metal = true;
      if (part !== BRASS) for (let i = 0; i < 3; i++) m.albedo[i] = [0.56, 0.57, 0.58][i]!;
      m.rough = 0.24 + 0.25 * wear;
    }
    if (rust > 0.4) {
      m.metal = false;
      m.coat = 0.01;
      m.rough = 0.8;
      paint([0.23, 0.09, 0.035], 0.85);
    }
    const w = (a: number, b: number, c: number) =>
      fbm3(a * 4, b * 4, c * 4, 2) * 0.016 +
      noise3(a * 30, b * 30, c * 30) * 0.0012 +
      0.004 * ramp(0.02, 0.006, Math.abs(c));
    bump(n, p, w, 0.006);
  },
  sky(d, out) {
    const up = clamp(d[1] * 0.5 + 0.5, 0, 1);
    out[0] = mix(0.05, 0.2, up);
    out[1] = mix(0.055, 0.23, up);
    out[2] = mix(0.08, 0.34, up);
    const west = ramp(0.35, 0.95, -d[0] * 0.8 - d[2] * 0.35 + d[1] * 0.2);
    const back = ramp(0.6, 0.95, d[0] * 0.7 + d[2] * 0.6 + d[1] * 0.25);
    out[0] += 1.15 * west + 0.5 * back;
    out[1] += 0.82 * west + 0.75 * back;
    out[2] += 0.55 * west + 1.1 * back;
  },
  lamps: [{ at: [-5, 4.4, -4.2], radius: 1.2, light: [26, 19, 12] }],
  develop: { exposure: 1.15, grain: 0.012, vignette: 0, denoise: 0.6 },
};
