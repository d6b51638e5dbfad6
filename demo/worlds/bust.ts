/** A glazed bust with loose strands of wire hair, close up, on transparency: what fine edges are measured by. */
import { fbm3, noise3 } from '../tracer/noise';
import { blendMin, clamp, cylinder, ellipsoid, len, mix, ramp, roundCone } from '../tracer/sdf';
import { bump, gradient, march, type Rgb, type World } from '../tracer/world';

const CLAY = 1,
  HAIR = 2;
let what = CLAY;

/** Strands stand in rings about the crown, one a sector; each turns outwards more or less. */
const RINGS = [
  { count: 64, length: 1.1, spread: 0.1, thickness: 0.02 },
  { count: 46, length: 1.4, spread: 0.26, thickness: 0.012 },
  { count: 30, length: 1.2, spread: 0.62, thickness: 0.007 },
] as const;
/** The face is left free: no strand is nearer to straight ahead, radians. */
const FACE = 0.82;

/** A number of a strand, 0–1, the same every time. */
const chance = (ring: number, sector: number, of: number) =>
  noise3(ring * 17.3 + 0.5, sector * 3.71 + 0.25, of * 11.9 + 0.125);

/** The joints of a strand: over the crown, down the side, and away at the end. Four numbers each: out, up, across, how thick. */
function jointsOf(ring: number, sector: number): Float64Array {
  const { length, spread, thickness } = RINGS[ring]!;
  const out = spread * (0.3 + 1.4 * chance(ring, sector, 1));
  const down = length * (0.6 + 0.7 * chance(ring, sector, 2));
  const wave = 0.06 * (chance(ring, sector, 3) - 0.5);
  const joints = [
    [0.1, 2.93, 0],
    [0.46, 2.74, 0],
    [0.64 + out * 0.2, 2.38, wave],
    [0.62 + out * 0.55, 2.38 - down * 0.55, -wave],
    [0.6 + out, 2.38 - down, wave],
  ];
  return Float64Array.from(joints.flatMap((j, i) => [...j, thickness * (1 - 0.17 * i)]));
}

const STRANDS = RINGS.map(({ count }, ring) =>
  Array.from({ length: count }, (_, k) => jointsOf(ring, k - Math.floor(count / 2))),
);

/** Distance to the strands about an upright axis through the middle of the head. */
function strands(x: number, y: number, z: number): number {
  const angle = Math.atan2(x, -z);
  const far = len(x, z);
  let d = Infinity;
  for (let ring = 0; ring < RINGS.length; ring++) {
    const { count } = RINGS[ring]!;
    const step = (2 * Math.PI) / count;
    const sector = Math.round(angle / step);
    const own = sector * step;
    if (Math.abs(own) < FACE) continue;
    const joints = STRANDS[ring]![(sector + Math.floor(count / 2)) % count]!;
    const [r, across] = [far * Math.cos(angle - own), far * Math.sin(angle - own)];
    for (let i = 0; i + 7 < joints.length; i += 4)
      d = Math.min(
        d,
        roundCone(
          ...([r, y, across] as const),
          ...([joints[i]!, joints[i + 1]!, joints[i + 2]!, joints[i + 3]!] as const),
          ...([joints[i + 4]!, joints[i + 5]!, joints[i + 6]!, joints[i + 7]!] as const),
        ),
      );
  }
  return d;
}

function field(x: number, y: number, z: number): number {
  const bound = len(x, y - 1.6, z) - 2.1;
  if (bound > 0.4) return bound;
  let d = ellipsoid(x, y - 2.3, z, 0.55, 0.68, 0.6);
  d = blendMin(d, ellipsoid(x, y - 1.98, z + 0.2, 0.34, 0.34, 0.36), 0.12);
  d = blendMin(d, ellipsoid(x, y - 2.16, z + 0.6, 0.09, 0.17, 0.14), 0.1);
  d = blendMin(d, ellipsoid(x, y - 1.93, z + 0.54, 0.15, 0.05, 0.06), 0.06);
  const m = Math.abs(x);
  d = blendMin(d, ellipsoid(m - 0.22, y - 2.42, z + 0.5, 0.16, 0.05, 0.1), 0.06);
  d = blendMin(d, ellipsoid(m - 0.21, y - 2.31, z + 0.5, 0.11, 0.05, 0.06), 0.04);
  d = blendMin(d, cylinder(x, y - 1.55, z - 0.06, 0.27, 0.4, 0.1), 0.2);
  d = blendMin(d, ellipsoid(x, y - 0.95, z, 1.22, 0.5, 0.52), 0.3);
  d = blendMin(d, ellipsoid(x, y - 0.3, z, 0.95, 0.7, 0.5), 0.2);
  d = Math.max(d, 0.02 - y);
  what = CLAY;
  const cap = Math.max(ellipsoid(x, y - 2.37, z - 0.06, 0.63, 0.68, 0.64), -0.32 - z + 0.4 * m);
  const hair = Math.min(cap, strands(x, y, z) * 0.7);
  if (hair >= d) return d;
  what = HAIR;
  return hair;
}

export const bust: World = {
  name: 'wire-hair-bust',
  width: 560,
  height: 660,
  samples: 12,
  transparent: true,
  camera: { at: [-1.6, 2.1, -8.2], target: [0, 1.52, 0], fov: 24, aperture: 0, focus: 8 },
  bounces: 3,
  meet(o, d, far, hit) {
    hit.t = march(field, o, d, 0, Math.min(far, 20), 260);
    if (hit.t === Infinity) return;
    field(o[0] + d[0] * hit.t, o[1] + d[1] * hit.t, o[2] + d[2] * hit.t);
    hit.what = what;
  },
  shade(p, _d, hit, m) {
    const [x, y, z] = p;
    gradient(field, p, 0.0012, m.normal);
    const crackle = fbm3(x * 5, y * 5, z * 5, 4);
    if (hit.what === HAIR) {
      m.metal = true;
      const own: Rgb = [0.5, 0.27, 0.14];
      for (let i = 0; i < 3; i++) m.albedo[i] = own[i]! * mix(0.7, 1.1, crackle);
      m.rough = 0.3;
      return;
    }
    const cheek = ramp(0.3, 0.05, len(Math.abs(x) - 0.3, y - 2.1)) * ramp(-0.2, -0.4, z);
    const own: Rgb = [0.72, 0.6, 0.5];
    for (let i = 0; i < 3; i++) m.albedo[i] = own[i]! * mix(0.86, 1.04, crackle);
    m.albedo[1]! *= 1 - 0.16 * cheek;
    m.albedo[2]! *= 1 - 0.2 * cheek;
    // A glazed dress, from the breast down.
    if (y < 1.12 - 0.25 * clamp(1 - Math.abs(x) * 1.6, 0, 1)) {
      m.albedo[0] = 0.05;
      m.albedo[1] = 0.16;
      m.albedo[2] = 0.19;
    }
    m.coat = 0.045;
    m.rough = 0.25;
    bump(m.normal, p, (a, b, c) => fbm3(a * 6, b * 6, c * 6, 3) * 0.01, 0.008);
  },
  sky(d, out) {
    const up = clamp(d[1] * 0.5 + 0.5, 0, 1);
    const west = ramp(0.3, 0.95, -d[0] * 0.75 - d[2] * 0.5 + d[1] * 0.2);
    const own: Rgb = [0.16 + 0.9 * west, 0.17 + 0.74 * west, 0.2 + 0.6 * west];
    for (let i = 0; i < 3; i++) out[i] = own[i]! * mix(0.5, 1.2, up);
  },
  lamps: [{ at: [-4.4, 5.2, -5], radius: 1.1, light: [20, 17, 14] }],
  develop: { exposure: 1.1, grain: 0.012, vignette: 0, denoise: 0.5 },
};
