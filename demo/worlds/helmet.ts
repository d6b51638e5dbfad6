/** The brass diving helmet with dark portholes, on a plain backdrop. */
import { fbm3, noise3 } from '../tracer/noise';
import { blendMin, clamp, cylinder, ellipsoid, len, mix, ramp, torus } from '../tracer/sdf';
import { bump, gradient, march, type Rgb, type World } from '../tracer/world';

/** Portholes: unit direction from the middle of the dome, and the radius of the glass. */
interface Port {
  d: Rgb;
  r: number;
  far: number;
  bars: boolean;
}
const portholes: Port[] = [
  { d: [0, 0.02, -1], r: 0.34, far: 1.0, bars: false },
  { d: [-0.9, 0.05, -0.43], r: 0.26, far: 1.02, bars: true },
  { d: [0.9, 0.05, -0.43], r: 0.26, far: 1.02, bars: true },
  { d: [0, 0.78, -0.62], r: 0.23, far: 0.99, bars: true },
];
const ports = portholes.map((p): Port => {
  const l = len(p.d[0], p.d[1], p.d[2]);
  return { ...p, d: [p.d[0] / l, p.d[1] / l, p.d[2] / l] };
});
const middle = 1.62;

/** A point in a porthole's own frame: y along its axis, outward. */
function local(p: Port, x: number, y: number, z: number, out: Rgb): void {
  const [dx, dy, dz] = p.d;
  const sx = len(dx, dz);
  const rx = dz / sx,
    rz = -dx / sx;
  const ux = dy * rz,
    uy = dz * rx - dx * rz,
    uz = -dy * rx;
  const qy = y - middle;
  out[0] = x * rx + z * rz;
  out[1] = x * dx + qy * dy + z * dz - p.far;
  out[2] = x * ux + qy * uy + z * uz;
}

const q: Rgb = [0, 0, 0];
const GLASS = 2,
  FLOOR = 3;
let what = 1;

function helmetField(x: number, y: number, z: number): number {
  const bound = len(x, y - 1.25, z) - 2.05;
  if (bound > 0.6) return bound;
  let d = ellipsoid(x, y - middle, z, 0.98, 1.04, 1.0);
  d = blendMin(d, cylinder(x, y - 0.72, z, 0.74, 0.2, 0.05), 0.14);
  d = Math.min(d, torus(x, y - 0.84, z, 0.8, 0.07));
  d = Math.min(d, cylinder(x, y - 0.7, z, 0.86, 0.05, 0.02));
  // The breastplate: a flared shell with a flat rim and its bolts.
  const flare = cylinder(x, y - 0.42, z, mix(1.5, 0.84, ramp(0.1, 0.72, y)), 0.28, 0.08);
  d = blendMin(d, flare * 0.75, 0.06);
  d = Math.min(d, cylinder(x, y - 0.09, z, 1.52, 0.06, 0.03));
  const a = Math.atan2(z, x),
    n = 14,
    s = Math.round((a / (2 * Math.PI)) * n) * ((2 * Math.PI) / n);
  const bx = x * Math.cos(s) + z * Math.sin(s) - 1.4,
    bz = -x * Math.sin(s) + z * Math.cos(s);
  d = Math.min(d, cylinder(bx, y - 0.17, bz, 0.065, 0.05, 0.015));
  d = Math.min(d, len(bx, (y - 0.23) * 1.2, bz) - 0.034);
  what = 1;
  for (const p of ports) {
    local(p, x, y, z, q);
    const r = len(q[0], q[2]);
    const near = len(r, q[1]) - p.r - 0.4;
    if (near > d + 0.1) continue;
    d = Math.max(d, -cylinder(q[0], q[1], q[2], p.r, 0.2, 0.01));
    const tube = Math.max(cylinder(q[0], q[1], q[2], p.r + 0.1, 0.13, 0.02), p.r - r);
    d = blendMin(d, tube, 0.05);
    d = Math.min(d, torus(q[0], q[1] - 0.13, q[2], p.r + 0.055, 0.05));
    const b = Math.atan2(q[2], q[0]),
      m = 8;
    const t = (Math.floor((b / (2 * Math.PI)) * m) + 0.5) * ((2 * Math.PI) / m);
    const cx = q[0] * Math.cos(t) + q[2] * Math.sin(t) - (p.r + 0.13),
      cz = -q[0] * Math.sin(t) + q[2] * Math.cos(t);
    d = Math.min(d, cylinder(cx, q[1] - 0.07, cz, 0.032, 0.05, 0.01));
    if (p.bars) {
      for (const o of [-0.34, 0.34]) {
        const bar = len(q[0] - o * p.r, q[1] - 0.15) - 0.018;
        d = Math.min(d, Math.max(bar, r - p.r - 0.06));
        const cross = len(q[2] - o * p.r, q[1] - 0.15) - 0.018;
        d = Math.min(d, Math.max(cross, r - p.r - 0.06));
      }
    }
    const lens = Math.max(len(r, q[1] + 0.9) - 0.93, r - p.r - 0.01);
    if (lens < d) {
      d = lens;
      what = GLASS;
    }
  }
  // The air elbow at the back, and the lifting ring on the crown.
  const ring = len(len(x, y - 2.74) - 0.1, z) - 0.025;
  if (ring < d) {
    d = ring;
    what = 1;
  }
  return d;
}

/** A sheet of paper that curves up from floor to wall. */
function backdrop(_x: number, y: number, z: number): number {
  return blendMin(y - 0.02, 4.2 - z, 3.2);
}

function field(x: number, y: number, z: number): number {
  const d = helmetField(x, y, z);
  const b = backdrop(x, y, z);
  if (b < d) {
    what = FLOOR;
    return b;
  }
  return d;
}

export const helmet: World = {
  name: 'diving-helmet',
  width: 1440,
  height: 1080,
  samples: 49,
  transparent: false,
  camera: { at: [-1.5, 2.0, -8.4], target: [0, 1.28, 0], fov: 26, aperture: 0.03, focus: 7.4 },
  bounces: 4,
  meet(o, d, far, hit) {
    hit.t = march(field, o, d, 0, Math.min(far, 40));
    if (hit.t === Infinity) return;
    field(o[0] + d[0] * hit.t, o[1] + d[1] * hit.t, o[2] + d[2] * hit.t);
    hit.what = what;
  },
  shade(p, _d, hit, m) {
    const [x, y, z] = p;
    gradient(field, p, 0.0015, m.normal);
    const n = m.normal;
    if (hit.what === FLOOR) {
      const weave = 0.97 + 0.06 * (fbm3(x * 30, y * 30, z * 30, 2) - 0.5);
      m.albedo[0] = 0.2 * weave;
      m.albedo[1] = 0.21 * weave;
      m.albedo[2] = 0.215 * weave;
      m.rough = 0.7;
      return;
    }
    if (hit.what === GLASS) {
      m.albedo[0] = 0.006;
      m.albedo[1] = 0.009;
      m.albedo[2] = 0.01;
      m.coat = 0.055;
      m.rough = 0.05 + 0.1 * ramp(0.5, 0.8, fbm3(x * 6, y * 6, z * 6, 3));
      return;
    }
    const hollow = clamp(
      0.5 - (helmetField(x + n[0] * 0.06, y + n[1] * 0.06, z + n[2] * 0.06) - 0.045) * 16,
      0,
      1,
    );
    const wear = fbm3(x * 2.6, y * 2.6, z * 2.6, 5);
    const rust = clamp(hollow * 0.9 + (wear - 0.52) * 2.4, 0, 1);
    const streak = fbm3(x * 9, y * 1.4, z * 9, 3);
    const green = ramp(0.6, 0.78, streak) * ramp(0.25, 0.75, hollow + wear * 0.4);
    if (green > 0.5 + 0.4 * noise3(x * 60, y * 60, z * 60)) {
      // Verdigris.
      m.albedo[0] = 0.13;
      m.albedo[1] = 0.26;
      m.albedo[2] = 0.22;
      m.coat = 0.02;
      m.rough = 0.6;
    } else {
      m.metal = true;
      const clean: Rgb = [0.83, 0.56, 0.24],
        old: Rgb = [0.3, 0.17, 0.085];
      for (let i = 0; i < 3; i++) m.albedo[i] = mix(clean[i]!, old[i]!, rust);
      m.rough = mix(0.2, 0.55, rust) + 0.1 * noise3(x * 25, y * 25, z * 25);
    }
    const w = (a: number, b: number, c: number) =>
      fbm3(a * 5, b * 5, c * 5, 2) * 0.02 +
      noise3(a * 26, b * 26, c * 26) * 0.0022 +
      noise3(a * 90, b * 90, c * 90) * 0.0007;
    bump(n, p, w, 0.008);
  },
  sky(d, out) {
    const up = clamp(d[1], 0, 1);
    out[0] = 0.05 + 0.1 * up;
    out[1] = 0.055 + 0.11 * up;
    out[2] = 0.065 + 0.13 * up;
    const box1 = ramp(0.74, 0.82, -d[0] * 0.66 + d[1] * 0.46 - d[2] * 0.6);
    const box2 =
      ramp(0.86, 0.9, d[0] * 0.92 + d[1] * 0.1 - d[2] * 0.2) * ramp(0.7, 0.5, Math.abs(d[1] - 0.1));
    const box3 = ramp(0.9, 0.95, d[1] * 0.9 + d[2] * 0.35);
    out[0] += 3.4 * box1 + 1.4 * box2 + 1.5 * box3;
    out[1] += 3.1 * box1 + 1.9 * box2 + 1.6 * box3;
    out[2] += 2.7 * box1 + 2.7 * box2 + 1.8 * box3;
  },
  lamps: [{ at: [-4.6, 6.2, -4.8], radius: 1.1, light: [17, 15.4, 13] }],
  develop: { exposure: 1.0, grain: 0.012, vignette: 0.35, denoise: 0.7 },
};

/** The helmet alone, nearer, on transparency: to cut it out where its coverage is known. */
export const helmetAlone: World = {
  ...helmet,
  name: 'helmet-alone',
  width: 720,
  height: 672,
  samples: 16,
  transparent: true,
  camera: { ...helmet.camera, aperture: 0, fov: 21.5, target: [0, 1.36, 0] },
  meet(o, d, far, hit) {
    hit.t = march(helmetField, o, d, 0, Math.min(far, 40));
    if (hit.t === Infinity) return;
    helmetField(o[0] + d[0] * hit.t, o[1] + d[1] * hit.t, o[2] + d[2] * hit.t);
    hit.what = what;
  },
  develop: { ...helmet.develop, vignette: 0 },
};
