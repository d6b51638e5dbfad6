/** The wet pier at dusk: planks that mirror the sky, lamp posts, rails, the harbour far off. */
import { fbm3, hash3, noise3 } from '../tracer/noise';
import { box, clamp, cylinder, len, mix, ramp, roundCone } from '../tracer/sdf';
import { gradient, march, type Lamp, type Rgb, type World } from '../tracer/world';

const WIDE = 2.7,
  PLANK = 0.21,
  SEA = -1.5,
  END = 58;
const PLANKS = 1,
  WATER = 2,
  IRON = 3,
  WOOD = 4,
  HUT = 5;
let what = IRON;

const lampX = -2.35,
  lampEvery = 11,
  lampFirst = 7.2;

function lampPost(x: number, y: number, z: number): number {
  let d = cylinder(x, y - 0.12, z, 0.17, 0.14, 0.03);
  d = Math.min(d, cylinder(x, y - 0.45, z, 0.11, 0.3, 0.04));
  d = Math.min(d, roundCone(x, y, z, 0, 0.4, 0, 0.065, 0, 3.6, 0, 0.042));
  for (const h of [0.78, 1.2, 3.2]) d = Math.min(d, cylinder(x, y - h, z, 0.085, 0.025, 0.02));
  // A crook that carries the lantern over the planks.
  const cx = x - 0.34,
    cy = y - 3.6;
  const arc = len(cx, cy) - 0.34;
  const bow =
    cy > 0 ? len(arc, z) - 0.03 : len(Math.abs(cx) - 0.34, cy * (cx > 0 ? 1 : 0.2), z) - 0.03;
  d = Math.min(d, bow);
  const lx = x - 0.68,
    ly = y - 3.3;
  d = Math.min(d, roundCone(lx, ly, z, 0, 0.17, 0, 0.2, 0, 0.34, 0, 0.03) + (ly < 0.16 ? 0.2 : 0));
  const cage = len(Math.abs(len(lx, z) - 0.17), 0);
  const a = Math.abs(((Math.atan2(z, lx) / (Math.PI / 2) + 8.5) % 1) - 0.5) * 0.27;
  d = Math.min(d, Math.max(len(cage, a) - 0.012, Math.abs(ly) - 0.18));
  d = Math.min(d, cylinder(lx, ly + 0.18, z, 0.15, 0.02, 0.01));
  return d;
}

function field(x: number, y: number, z: number): number {
  // Rails and posts on both sides, repeated along the pier.
  const side = Math.abs(x) - 2.5;
  const every = 2.75;
  const pz = z - Math.round(z / every) * every;
  const lean = 0.02 * (hash3(Math.round(z / every), x > 0 ? 1 : 0, 3) - 0.5);
  let d = box(side + lean * y, y - 0.3, pz, 0.075, 0.92, 0.085, 0.02);
  const cap = box(side + lean * y, y - 1.24, pz, 0.1, 0.03, 0.11, 0.015);
  const sag = 0.035 * Math.cos((pz / every) * 2 * Math.PI) + 0.035;
  let rail = box(side, y - 1.13, 0, 0.045, 0.05, 1, 0.015);
  rail = Math.min(
    rail,
    len(side - 0.02, y - 0.72 + sag) - 0.024,
    len(side - 0.02, y - 0.36 + sag) - 0.024,
  );
  what = WOOD;
  d = Math.min(d, cap, rail);
  // Piles below, and the beam under the planks' edge.
  d = Math.min(d, box(Math.abs(x) - WIDE + 0.08, y + 0.2, 0, 0.1, 0.16, 1, 0.02));
  const lz = z - lampFirst - Math.round((z - lampFirst) / lampEvery) * lampEvery;
  if (z > 2 && Math.abs(x - lampX) < 1.6) {
    const l = lampPost(x - lampX, y, lz);
    if (l < d) {
      d = l;
      what = IRON;
    }
  } else d = Math.min(d, Math.max(Math.abs(x - lampX) - 1.2, 0.25));
  const hut = Math.min(
    box(x - 0.2, y - 1.3, z - END - 2, 2.2, 1.5, 2, 0.02),
    Math.max(
      (Math.abs(x - 0.2) * 0.55 + y - 4.35) * 0.85,
      2.7 - y,
      Math.abs(z - END - 2) - 2.3,
      Math.abs(x - 0.2) - 2.7,
    ),
  );
  if (hut < d) {
    d = hut;
    what = HUT;
  }
  return d;
}

const lamps: Lamp[] = [0, 1, 2, 3, 4].map((i) => ({
  at: [lampX + 0.68, 3.3, lampFirst + i * lampEvery],
  radius: 0.085,
  light: [520, 270, 96],
}));

/** Waves of the harbour: slopes of several crossed swells. */
function waves(x: number, z: number, n: Rgb): void {
  const h = (a: number, b: number) =>
    fbm3(a * 0.9, b * 0.55, 3, 4) * 0.22 +
    noise3(a * 4.2, b * 2.4, 8) * 0.03 +
    noise3(a * 11, b * 7, 1) * 0.008;
  const e = 0.03;
  const base = h(x, z);
  n[0] = -(h(x + e, z) - base) / e;
  n[2] = -(h(x, z + e) - base) / e;
  n[1] = 1;
  const l = len(n[0], n[1], n[2]);
  n[0] /= l;
  n[1] /= l;
  n[2] /= l;
}

function planks(p: Rgb, m: { albedo: Rgb; rough: number; coat: number; normal: Rgb }): void {
  const [x, , z] = p;
  const i = Math.floor(z / PLANK);
  const f = z / PLANK - i;
  const own = hash3(i, 5, 9),
    own2 = hash3(i, 8, 2);
  const gap = ramp(0.035, 0.012, Math.min(f, 1 - f));
  const grain = fbm3(x * 1.6 + own * 40, z * 26, own * 9, 4);
  const dirt = fbm3(x * 0.7, z * 0.7, 2, 4);
  const tone = (0.09 + 0.09 * own) * (0.55 + grain * 0.9) * (0.6 + dirt * 0.8);
  m.albedo[0] = tone * 1.12;
  m.albedo[1] = tone;
  m.albedo[2] = tone * 0.88;
  // Water stands in the low places and films the rest.
  const low = fbm3(x * 0.55 + 3, z * 0.42, 7, 4) + (own2 - 0.5) * 0.08;
  const puddle = ramp(0.5, 0.56, low);
  m.rough = mix(0.24 + 0.22 * grain, 0.03, puddle);
  m.coat = mix(0.03, 0.024, puddle);
  const e = 0.01;
  const h = (a: number, b: number) =>
    fbm3(a * 2.2 + own * 40, b * 26, own * 9, 3) * 0.012 + noise3(a * 40, b * 40, 1) * 0.0012;
  const base = h(x, z);
  const wet = 1 - puddle * 0.96;
  const n = m.normal;
  n[0] = -((h(x + e, z) - base) / e) * wet + (own - 0.5) * 0.012;
  n[2] = -((h(x, z + e) - base) / e) * wet + (own2 - 0.5) * 0.03 * wet + (f - 0.5) * 0.05 * wet;
  const ripple = puddle * 0.012;
  n[0] += (noise3(x * 9, z * 9, 4) - 0.5) * ripple;
  n[2] += (noise3(x * 9, z * 9, 14) - 0.5) * ripple;
  n[1] = 1;
  const l = len(n[0], n[1], n[2]);
  n[0] /= l;
  n[1] /= l;
  n[2] /= l;
  if (gap > 0) {
    const keep = 1 - gap * 0.94;
    m.albedo[0] *= keep;
    m.albedo[1] *= keep;
    m.albedo[2] *= keep;
    m.coat *= keep;
  }
}

const haze: Rgb = [0.17, 0.115, 0.13];

function skyLight(d: Rgb, out: Rgb): void {
  const y = Math.max(d[1], 0);
  // From an ember horizon through mauve to deep blue.
  const low = Math.exp(-y * 13),
    mid = Math.exp(-y * 4.2);
  const sun = Math.exp(-(((d[0] + 0.3) * 1.7) ** 2)) * (d[2] > 0 ? 1 : 0.2);
  out[0] = 0.018 + 0.12 * mid + 0.95 * low * sun + 0.06 * low;
  out[1] = 0.04 + 0.1 * mid + 0.34 * low * sun + 0.05 * low;
  out[2] = 0.1 + 0.15 * mid + 0.085 * low * sun + 0.07 * low;
  if (d[1] > 0.004) {
    const u = d[0] / (d[1] + 0.09),
      v = d[2] / (d[1] + 0.09);
    const cloud = ramp(0.46, 0.78, fbm3(u * 0.5, v * 0.32, 6.5, 6)) * ramp(0.0, 0.1, d[1]);
    const lit = fbm3(u * 0.5 + 0.1, v * 0.32 + 0.14, 6.5, 4);
    const glow = clamp((0.62 - lit) * 3, 0, 1) * (0.35 + 0.65 * Math.exp(-y * 4)) * sun;
    out[0] = mix(out[0], 0.06 + 0.5 * glow, cloud * 0.75);
    out[1] = mix(out[1], 0.06 + 0.2 * glow, cloud * 0.75);
    out[2] = mix(out[2], 0.105 + 0.14 * glow, cloud * 0.75);
  }
  // The far shore: a dark hill with the lights of the town along its foot.
  const az = Math.atan2(d[0], d[2]);
  const hill =
    0.018 +
    0.03 * fbm3(az * 6, 2, 4, 4) * ramp(0.9, 0.1, Math.abs(az - 0.42) * 1.2) +
    0.004 * noise3(az * 90, 1, 1);
  if (d[2] > 0 && d[1] < hill) {
    const k = ramp(hill, hill - 0.004, d[1]) * 0.9;
    out[0] = mix(out[0], 0.035, k);
    out[1] = mix(out[1], 0.034, k);
    out[2] = mix(out[2], 0.052, k);
    const cell = Math.floor(az * 70);
    for (let c = cell - 1; c <= cell + 1; c++) {
      if (hash3(c, 1, 1) < 0.35) continue;
      const a = (c + hash3(c, 2, 1)) / 70,
        h = 0.003 + 0.013 * hash3(c, 3, 1) ** 2;
      const s = ((az - a) ** 2 + (d[1] - h) ** 2) / 4.5e-7;
      if (s > 12) continue;
      const b = Math.exp(-s) * (2 + 9 * hash3(c, 4, 1) ** 3);
      const cold = hash3(c, 5, 1) > 0.75;
      out[0] += b * (cold ? 0.6 : 1);
      out[1] += b * (cold ? 0.85 : 0.58);
      out[2] += b * (cold ? 1 : 0.24);
    }
  }
}

export const pier: World = {
  name: 'wet-pier',
  width: 1920,
  height: 1200,
  samples: 36,
  transparent: false,
  camera: { at: [0.35, 1.5, -1.2], target: [-0.05, 1.28, 8], fov: 46, aperture: 0.018, focus: 7.5 },
  bounces: 3,
  meet(o, d, far, hit) {
    let t = Infinity;
    if (d[1] < 0) {
      const deck = -o[1] / d[1];
      const x = o[0] + d[0] * deck,
        z = o[2] + d[2] * deck;
      if (deck > 0 && Math.abs(x) < WIDE && z < END + 4) {
        t = deck;
        hit.what = PLANKS;
      } else {
        const sea = (SEA - o[1]) / d[1];
        if (sea > 0) {
          t = sea;
          hit.what = WATER;
        }
      }
    }
    const s = march(field, o, d, 0.001, Math.min(far, t, 75), 140);
    if (s < t) {
      t = s;
      field(o[0] + d[0] * s, o[1] + d[1] * s, o[2] + d[2] * s);
      hit.what = what;
    }
    hit.t = t < far ? t : Infinity;
  },
  shade(p, _d, hit, m) {
    const [x, y, z] = p;
    if (hit.what === PLANKS) return planks(p, m);
    if (hit.what === WATER) {
      m.albedo[0] = 0.006;
      m.albedo[1] = 0.012;
      m.albedo[2] = 0.017;
      m.coat = 0.025;
      m.rough = 0.1;
      return waves(x, z, m.normal);
    }
    gradient(field, p, 0.002, m.normal);
    const wear = fbm3(x * 5, y * 2, z * 5, 4);
    m.coat = 0.045;
    if (hit.what === IRON) {
      m.albedo[0] = 0.016 + 0.02 * wear;
      m.albedo[1] = 0.017 + 0.014 * wear;
      m.albedo[2] = 0.02 + 0.01 * wear;
      m.rough = 0.22 + 0.3 * wear;
    } else {
      const t = hit.what === HUT ? 0.05 : 0.05 + 0.05 * wear;
      m.albedo[0] = t * 1.1;
      m.albedo[1] = t;
      m.albedo[2] = t * 0.9;
      m.rough = 0.3 + 0.3 * wear;
      if (hit.what === HUT && y < 2.3 && y > 1.1 && z < END + 0.2) {
        const u = (x - 0.2) / 0.9;
        if (Math.abs(u - Math.round(u)) < 0.3 && Math.abs(u) < 2.4) {
          m.emission[0] = 5;
          m.emission[1] = 2.5;
          m.emission[2] = 0.85;
        }
      }
    }
  },
  sky: skyLight,
  lamps,
  air(o, d, t, c) {
    // Sea haze, and the halo each lamp makes in it (light scattered along the ray, closed form).
    const clear = Math.exp(-Math.min(t, 90) * 0.0038);
    for (let i = 0; i < 3; i++) c[i] = c[i]! * clear + haze[i]! * (1 - clear) * 0.75;
    for (const l of lamps) {
      const x = l.at[0] - o[0],
        y = l.at[1] - o[1],
        z = l.at[2] - o[2];
      const b = x * d[0] + y * d[1] + z * d[2];
      const h = Math.sqrt(Math.max(x * x + y * y + z * z - b * b, 1e-4));
      const g = ((Math.atan((t - b) / h) + Math.atan(b / h)) / h) * 0.00004 * Math.exp(-b * 0.012);
      for (let i = 0; i < 3; i++) c[i] = c[i]! + l.light[i]! * g;
    }
  },
  develop: { exposure: 1.12, grain: 0.018, vignette: 0.42, denoise: 0.3 },
};
