/** A boat folded from an old sea chart, on transparency, lit by a warm lamp and a dusk sky. */
import { fbm3, noise3 } from '../tracer/noise';
import { clamp, len, mix, ramp } from '../tracer/sdf';
import { bump, gradient, march, type Rgb, type World } from '../tracer/world';

/** A triangle with what its distance needs: corners, edges, normal, edge normals. */
interface Sheet {
  a: Rgb;
  edges: [Rgb, Rgb, Rgb];
  corners: [Rgb, Rgb, Rgb];
  n: Rgb;
  sides: [Rgb, Rgb, Rgb];
  n2: number;
}
const less = (p: Rgb, q: Rgb): Rgb => [p[0] - q[0], p[1] - q[1], p[2] - q[2]];
const cross = (p: Rgb, q: Rgb): Rgb => [
  p[1] * q[2] - p[2] * q[1],
  p[2] * q[0] - p[0] * q[2],
  p[0] * q[1] - p[1] * q[0],
];
const dot = (p: Rgb, q: Rgb) => p[0] * q[0] + p[1] * q[1] + p[2] * q[2];
function sheet(a: Rgb, b: Rgb, c: Rgb): Sheet {
  const edges: [Rgb, Rgb, Rgb] = [less(b, a), less(c, b), less(a, c)];
  const n = cross(edges[0], less(a, c));
  const sides = edges.map((e) => cross(e, n)) as [Rgb, Rgb, Rgb];
  return { a, edges, corners: [a, b, c], n, sides, n2: dot(n, n) };
}

/** Distance to a flat triangle (after Quilez, "Distance to triangle"). */
function toSheet(s: Sheet, x: number, y: number, z: number): number {
  let inside = 0;
  let least = Infinity;
  for (let i = 0; i < 3; i++) {
    const c = s.corners[i]!,
      e = s.edges[i]!,
      g = s.sides[i]!;
    const px = x - c[0],
      py = y - c[1],
      pz = z - c[2];
    inside += Math.sign(g[0] * px + g[1] * py + g[2] * pz);
    const t = clamp(
      (e[0] * px + e[1] * py + e[2] * pz) / (e[0] * e[0] + e[1] * e[1] + e[2] * e[2]),
      0,
      1,
    );
    const dx = e[0] * t - px,
      dy = e[1] * t - py,
      dz = e[2] * t - pz;
    least = Math.min(least, dx * dx + dy * dy + dz * dz);
  }
  if (Math.abs(inside) >= 2) {
    const h = s.n[0] * (x - s.a[0]) + s.n[1] * (y - s.a[1]) + s.n[2] * (z - s.a[2]);
    return Math.abs(h) / Math.sqrt(s.n2);
  }
  return Math.sqrt(least);
}

// One quarter of the boat; the rest is its mirror in x and in z.
const bow: Rgb = [1.52, 0.74, 0],
  keel: Rgb = [0.92, 0.0, 0],
  rim: Rgb = [0, 0.6, 0.5],
  foot: Rgb = [0, 0.0, 0.26],
  apex: Rgb = [0, 1.3, 0.012];
const sheets = [
  sheet(bow, keel, rim),
  sheet(keel, foot, rim),
  sheet(keel, foot, [0, 0, 0]),
  sheet(apex, [0.72, 0.24, 0.03], [0, 0.24, 0.22]),
];

function field(x: number, y: number, z: number): number {
  const bound = len(x, y - 0.55, z) - 1.62;
  if (bound > 0.3) return bound;
  // Paper folded by hand is never quite even.
  const u = Math.abs(x + 0.03 * Math.sin(y * 4 + z * 2)),
    v = Math.abs(z + 0.018 * Math.sin(x * 3.1 + y * 2)),
    w = y + 0.012 * Math.sin(x * 5 + z * 7);
  let d = Infinity;
  for (const s of sheets) d = Math.min(d, toSheet(s, u, w, v));
  return d - 0.007;
}

const lampAt: Rgb = [-4.2, 4.6, -3.6];

export const boat: World = {
  name: 'paper-boat',
  width: 1400,
  height: 1100,
  samples: 49,
  transparent: true,
  camera: { at: [2.3, 1.75, -6.4], target: [0, 0.6, 0], fov: 22.5, aperture: 0, focus: 7 },
  bounces: 4,
  meet(o, d, far, hit) {
    hit.t = Infinity;
    const y = o[1] - 0.55;
    const b = o[0] * d[0] + y * d[1] + o[2] * d[2];
    const disc = b * b - (o[0] * o[0] + y * y + o[2] * o[2] - 1.7 * 1.7);
    if (disc < 0 || -b + Math.sqrt(disc) < 0) return;
    const s = Math.sqrt(disc);
    hit.t = march(field, o, d, Math.max(0, -b - s), Math.min(far, -b + s), 200);
  },
  shade(p, _d, _hit, m) {
    const [x, y, z] = p;
    gradient(field, p, 0.0012, m.normal);
    const n = m.normal;
    const cloud = fbm3(x * 2.2, y * 2.2, z * 2.2 + 5, 4);
    const land = fbm3(x * 1.1 + 4, y * 1.3 + 1, (z > 0 ? 1 : -1) * 3.1, 4);
    const paper: Rgb = [0.71, 0.64, 0.5];
    for (let i = 0; i < 3; i++) m.albedo[i] = paper[i]! * (0.82 + 0.36 * (cloud - 0.3));
    const print = (c: Rgb, k: number) => {
      for (let i = 0; i < 3; i++) m.albedo[i] = mix(m.albedo[i]!, c[i]!, k);
    };
    // The chart: soundings as contours, land tinted, a graticule.
    print([0.56, 0.44, 0.25], ramp(0.53, 0.535, land) * 0.7);
    const level = land * 16;
    const near = Math.abs(level - Math.round(level));
    print([0.16, 0.26, 0.34], ramp(0.09, 0.03, near) * (land < 0.53 ? 0.75 : 0.25));
    print([0.1, 0.12, 0.14], ramp(0.008, 0.004, Math.abs(land - 0.531)) * 0.8);
    const grid = Math.min(
      Math.abs(x * 2.6 + y * 0.6 - Math.round(x * 2.6 + y * 0.6)),
      Math.abs(y * 2.6 - x * 0.3 - Math.round(y * 2.6 - x * 0.3)),
    );
    print([0.3, 0.2, 0.16], ramp(0.014, 0.006, grid) * 0.55);
    // Damp at the foot, wear on the folds.
    print([0.2, 0.17, 0.13], ramp(0.26, 0.0, y + (cloud - 0.5) * 0.3) * 0.72);
    const fold = ramp(0.03, 0.008, Math.min(Math.abs(x), Math.abs(y - 0.6 + Math.abs(x) * -0.09)));
    print([0.85, 0.8, 0.7], fold * 0.3);
    m.coat = 0.03;
    m.rough = 0.55 + 0.2 * cloud;
    // Paper lets some of the lamp through from behind.
    const l: Rgb = [lampAt[0] - x, lampAt[1] - y, lampAt[2] - z];
    const behind = Math.max(0, -dot(n, l) / len(l[0], l[1], l[2]));
    m.emission[0] = 0.34 * behind * m.albedo[0];
    m.emission[1] = 0.17 * behind * m.albedo[1];
    m.emission[2] = 0.07 * behind * m.albedo[2];
    const w = (a: number, b: number, c: number) =>
      fbm3(a * 3, b * 3, c * 3, 3) * 0.05 + noise3(a * 60, b * 60, c * 60) * 0.0012;
    bump(n, p, w, 0.008);
  },
  sky(d, out) {
    const up = clamp(d[1] * 0.5 + 0.5, 0, 1);
    out[0] = mix(0.05, 0.15, up);
    out[1] = mix(0.055, 0.2, up);
    out[2] = mix(0.075, 0.33, up);
    const back = ramp(0.5, 0.95, d[0] * 0.75 + d[2] * 0.55 + d[1] * 0.3);
    out[0] += 0.35 * back;
    out[1] += 0.6 * back;
    out[2] += 0.95 * back;
  },
  lamps: [{ at: lampAt, radius: 0.6, light: [46, 27, 12.5] }],
  develop: { exposure: 1.25, grain: 0.012, vignette: 0, denoise: 0.35 },
};
