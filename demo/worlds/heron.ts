/** The glazed ceramic heron, on transparency, lit by a warm lamp on its left and a dusk sky. */
import { fbm3, hash3, noise3 } from '../tracer/noise';
import { blendMin, clamp, cylinder, ellipsoid, len, mix, ramp, roundCone } from '../tracer/sdf';
import { bump, gradient, march, type Rgb, type World } from '../tracer/world';

const tilt = 0.42;
const ct = Math.cos(tilt),
  st = Math.sin(tilt);

/** The flank's feathers: long overlapping scallops that sink into the glaze. */
function feathers(u: number, v: number): number {
  const row = Math.floor(v * 9 + u * 1.4);
  const along = u * 5 + (row % 2) * 0.5 + row * 0.13;
  const f = along - Math.floor(along);
  const edge = v * 9 + u * 1.4 - row;
  return Math.pow(Math.abs(edge - 0.5 - 0.32 * Math.sin(f * Math.PI)), 1.2);
}

function body(x: number, y: number, z: number): number {
  const px = x + 0.06,
    py = y - 1.5;
  const u = px * ct + py * st,
    v = -px * st + py * ct;
  let d = ellipsoid(u, v, z, 0.66, 0.38, 0.36);
  d = blendMin(d, roundCone(u, v, z, -0.5, 0.02, 0, 0.2, -1.12, 0.02, 0, 0.05), 0.22);
  const wing = ellipsoid(u + 0.16, v - 0.05, Math.abs(z) - 0.2, 0.66, 0.25, 0.2);
  if (d < 0.1 || wing < 0.1) {
    const groove = feathers(u + 0.16, v + 0.4) * 0.022 * ramp(0.3, -0.1, u) * ramp(-0.9, -0.6, u);
    d = blendMin(d, wing + groove - 0.006, 0.035);
  } else d = Math.min(d, wing);
  return d;
}

/** Points (x, y, radius) along the neck: a cubic from the chest to the nape. */
const spine: Rgb[] = Array.from({ length: 11 }, (_, i) => {
  const t = i / 10,
    s = 1 - t;
  const b = [s * s * s, 3 * s * s * t, 3 * s * t * t, t * t * t] as const;
  return [
    b[0] * 0.38 + b[1] * 0.86 + b[2] * -0.12 + b[3] * 0.47,
    b[0] * 1.7 + b[1] * 2.12 + b[2] * 2.52 + b[3] * 2.86,
    mix(0.235, 0.088, Math.pow(t, 0.55)),
  ];
});

function neck(x: number, y: number, z: number): number {
  // The S of the neck is a chain of short round cones along a cubic, so that it bends smoothly.
  let d = roundCone(x, y, z, 0.22, 1.58, 0, 0.3, 0.42, 1.74, 0, 0.225);
  for (let i = 0; i + 1 < spine.length; i++) {
    const a = spine[i]!,
      b = spine[i + 1]!;
    d = blendMin(d, roundCone(x, y, z, a[0], a[1], 0, a[2], b[0], b[1], 0, b[2]), 0.05);
  }
  return d;
}

function head(x: number, y: number, z: number): number {
  let d = ellipsoid(x - 0.5, y - 2.86, z, 0.19, 0.115, 0.105);
  d = blendMin(d, roundCone(x, y, z, 0.62, 2.855, 0, 0.062, 1.26, 2.76, 0, 0.008), 0.07);
  d = blendMin(d, roundCone(x, y, z * 1.4, 0.42, 2.94, 0, 0.035, -0.06, 2.86, 0, 0.006), 0.06);
  const eye = len(x - 0.575, y - 2.885, Math.abs(z) - 0.088) - 0.026;
  return blendMin(d, eye, 0.008);
}

function legs(x: number, y: number, z: number): number {
  const knee = 0.78;
  let d = Infinity;
  for (const s of [-1, 1]) {
    d = Math.min(
      d,
      roundCone(
        x,
        y,
        z,
        -0.02 + s * 0.03,
        1.28,
        s * 0.12,
        0.075,
        0.02 + s * 0.05,
        knee,
        s * 0.11,
        0.04,
      ),
    );
    d = blendMin(
      d,
      roundCone(
        x,
        y,
        z,
        0.02 + s * 0.05,
        knee,
        s * 0.11,
        0.04,
        -0.01 + s * 0.07,
        0.14,
        s * 0.11,
        0.035,
      ),
      0.03,
    );
    for (const a of [-0.5, 0.1, 0.7])
      d = blendMin(
        d,
        roundCone(
          x,
          y,
          z,
          -0.01 + s * 0.07,
          0.13,
          s * 0.11,
          0.032,
          0.2 + s * 0.06,
          0.11,
          s * 0.11 + a * 0.2,
          0.018,
        ),
        0.03,
      );
  }
  return d;
}

function plinth(x: number, y: number, z: number): number {
  const bump = 0.012 * Math.sin(Math.atan2(z, x) * 6 + 1) + 0.01 * Math.sin(Math.atan2(z, x) * 11);
  return cylinder(x - 0.03, y - 0.045, z, 0.46 + bump, 0.07, 0.055);
}

function field(x: number, y: number, z: number): number {
  let d = blendMin(body(x, y, z), neck(x, y, z), 0.16);
  d = blendMin(d, head(x, y, z), 0.07);
  d = blendMin(d, legs(x, y, z), 0.07);
  return blendMin(d, plinth(x, y, z), 0.05);
}

/** Thin dark lines between the cells of a jittered lattice: the craze of an old glaze. */
function craze(x: number, y: number, z: number): number {
  const s = 13;
  const qx = x * s + noise3(x * 5, y * 5, z * 5),
    qy = y * s,
    qz = z * s;
  let first = 9,
    second = 9;
  for (let k = -1; k <= 1; k++)
    for (let j = -1; j <= 1; j++)
      for (let i = -1; i <= 1; i++) {
        const cx = Math.floor(qx) + i,
          cy = Math.floor(qy) + j,
          cz = Math.floor(qz) + k;
        const d = len(
          cx + hash3(cx, cy, cz) - qx,
          cy + hash3(cx + 91, cy, cz) - qy,
          cz + hash3(cx, cy + 37, cz) - qz,
        );
        if (d < first) [first, second] = [d, first];
        else if (d < second) second = d;
      }
  return ramp(0.05, 0.0, second - first);
}

export const heron: World = {
  name: 'ceramic-heron',
  width: 1100,
  height: 1400,
  samples: 64,
  transparent: true,
  camera: { at: [0.6, 1.75, -8.6], target: [0.03, 1.47, 0], fov: 23.5, aperture: 0, focus: 8.5 },
  bounces: 4,
  meet(o, d, far, hit) {
    hit.t = Infinity;
    // The bird stands in a ball; rays that miss it are done.
    const x = o[0] - 0.05,
      y = o[1] - 1.5,
      z = o[2];
    const b = x * d[0] + y * d[1] + z * d[2];
    const disc = b * b - (x * x + y * y + z * z - 1.75 * 1.75);
    if (disc < 0 || -b + Math.sqrt(disc) < 0) return;
    const s = Math.sqrt(disc);
    hit.t = march(field, o, d, Math.max(0, -b - s), Math.min(far, -b + s));
  },
  shade(p, _d, _hit, m) {
    const [x, y, z] = p;
    gradient(field, p, 0.0012, m.normal);
    const n = m.normal;
    // Glaze pools dark where the form is hollow, and breaks pale over its ridges.
    const hollow = clamp(
      0.5 - (field(x + n[0] * 0.07, y + n[1] * 0.07, z + n[2] * 0.07) - 0.062) * 22,
      0,
      1,
    );
    const cloud = fbm3(x * 3.1, y * 3.1, z * 3.1 + 5, 4);
    const pale: Rgb = [0.42, 0.5, 0.48],
      deep: Rgb = [0.035, 0.1, 0.135];
    const pool = clamp(hollow * 0.9 + (cloud - 0.46) * 1.5 + ramp(1.1, 0.1, y) * 0.25, 0, 1);
    for (let i = 0; i < 3; i++) m.albedo[i] = mix(pale[i]!, deep[i]!, pool);
    const paint = (c: Rgb, k: number) => {
      for (let i = 0; i < 3; i++) m.albedo[i] = mix(m.albedo[i]!, c[i]!, k);
    };
    // Iron brown on crest, wing tips and plinth; ochre beak; dark legs.
    const u = (x + 0.06) * ct + (y - 1.5) * st;
    paint([0.06, 0.045, 0.04], ramp(2.905, 2.95, y + (cloud - 0.5) * 0.05) * ramp(0.64, 0.5, x));
    paint([0.08, 0.06, 0.055], ramp(-0.55, -0.95, u + (cloud - 0.5) * 0.4) * (y > 0.9 ? 0.85 : 0));
    paint([0.42, 0.2, 0.05], ramp(0.62, 0.7, x + (cloud - 0.5) * 0.06) * (y > 2.6 ? 0.9 : 0));
    paint([0.12, 0.1, 0.08], ramp(1.22, 1.08, y + (cloud - 0.5) * 0.1) * ramp(0.05, 0.2, y) * 0.85);
    if (len(x - 0.575, y - 2.885, Math.abs(z) - 0.088) < 0.031) paint([0.008, 0.007, 0.006], 1);
    if (y > 0.2) paint([0.12, 0.1, 0.08], craze(x, y, z) * 0.3);
    const fleck = noise3(x * 55, y * 55, z * 55);
    paint([0.1, 0.06, 0.03], ramp(0.86, 0.93, fleck) * 0.7);
    m.coat = 0.048;
    m.rough = 0.05 + 0.1 * fbm3(x * 9, y * 9, z * 9, 2);
    const w = (a: number, b: number, c: number) => noise3(a * 9, b * 9, c * 9) * 0.006;
    bump(n, p, w, 0.006);
  },
  sky(d, out) {
    const up = clamp(d[1] * 0.5 + 0.5, 0, 1);
    out[0] = mix(0.05, 0.16, up);
    out[1] = mix(0.05, 0.22, up);
    out[2] = mix(0.06, 0.36, up);
    const band = Math.exp(-((d[1] * 5) ** 2));
    out[0] += 0.3 * band;
    out[1] += 0.18 * band;
    out[2] += 0.18 * band;
    // A tall cool window on the right, a soft overhead, for the glaze to mirror.
    const window =
      ramp(0.83, 0.9, d[0] * 0.9 - d[2] * 0.42) * ramp(0.75, 0.6, Math.abs(d[1] - 0.12));
    out[0] += 1.7 * window;
    out[1] += 2.3 * window;
    out[2] += 3.1 * window;
    const top = ramp(0.86, 0.95, d[1]);
    out[0] += 1.0 * top;
    out[1] += 1.2 * top;
    out[2] += 1.5 * top;
  },
  lamps: [{ at: [-4.2, 4.6, -3.6], radius: 0.7, light: [44, 25, 11] }],
  develop: { exposure: 1.0, grain: 0.012, vignette: 0, denoise: 0.35 },
};
