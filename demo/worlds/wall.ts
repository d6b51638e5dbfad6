/** The harbour wall at night: coursed stone above the water, an iron ring, a ladder, one lamp. */
import { fbm3, hash3, noise3 } from '../tracer/noise';
import { box, clamp, len, mix, ramp } from '../tracer/sdf';
import { bump, gradient, march, type Rgb, type World } from '../tracer/world';

const SEA = 0.05,
  COURSE = 0.62,
  NEAR = 0.62;
const STONE = 1,
  IRON = 2,
  WATER = 3;
let what = STONE;

/** Where a joint of a course stands, in stones. */
const jointAt = (i: number, row: number) => i + 0.44 * (hash3(i, row, 9) - 0.5);

/** The stone at a place of the wall: its number, and the distance to its joint. */
const stone = { id: 0, joint: 0 };
function stoneAt(x: number, y: number): void {
  const row = Math.floor(y / COURSE);
  const v = y - row * COURSE;
  // Lengths vary: the joints of a regular bond are moved, each by its own amount.
  const long = 1.28 + 0.3 * hash3(row, 3, 1);
  const u = x / long + hash3(row, 7, 2) * 5;
  let i = Math.floor(u);
  if (u < jointAt(i, row)) i--;
  else if (u > jointAt(i + 1, row)) i++;
  const before = u - jointAt(i, row),
    after = jointAt(i + 1, row) - u;
  stone.joint = Math.min(v, COURSE - v, before * long, after * long);
  stone.id = hash3(i, row, 4);
}

/** How far the wall's face stands out at a place. */
function carve(x: number, y: number): number {
  const wx = x + 0.03 * (noise3(x * 2.2, y * 2.2, 1) - 0.5),
    wy = y + 0.05 * (noise3(x * 1.7, y * 1.7, 5) - 0.5);
  stoneAt(wx, wy);
  const e = stone.joint + 0.02 * (noise3(x * 9, y * 9, 3) - 0.5);
  const pillow = ramp(0.008, 0.1, e);
  const hewn = noise3(x * 3.4, y * 3.4, stone.id * 50) * 0.05 + noise3(x * 9, y * 9, 11) * 0.018;
  return pillow * (0.05 + 0.05 * stone.id + hewn) - 0.02;
}

const ringX = 1.35,
  ringY = 2.5;

function stain(to: Rgb, k: number): void {
  for (let i = 0; i < 3; i++) look.albedo[i] = mix(look.albedo[i]!, to[i]!, k);
}

/** Colour, roughness and coat of the stone at a place, and the height of its grain. */
const look = { albedo: [0, 0, 0] as Rgb, rough: 0, coat: 0, grain: 0 };
function weather(x: number, y: number): void {
  const { id, joint } = stone;
  const c = look.albedo;
  const cloud = fbm3(x * 1.1, y * 1.1, 2 + id * 30, 5);
  const speck = fbm3(x * 16, y * 16, 7, 3);
  const warm = hash3(Math.floor(id * 4096), 3, 3);
  const tone = (0.15 + 0.11 * id) * (0.5 + cloud) * (0.66 + 0.68 * speck);
  c[0] = tone * mix(1.0, 1.2, warm);
  c[1] = tone * mix(0.98, 1.0, warm);
  c[2] = tone * mix(1.0, 0.78, warm);
  // Mortar, soot that ran down, salt that crept out, rust under the ring, weed where the tide stands.
  stain([0.1, 0.095, 0.085], ramp(0.03, 0.008, joint) * 0.8);
  const run = fbm3(x * 5.5, y * 0.35, 3, 4);
  stain([0.03, 0.03, 0.032], ramp(0.5, 0.7, run) * 0.6);
  const salt = fbm3(x * 1.9 + 7, y * 1.9, 9, 5);
  stain([0.5, 0.5, 0.47], ramp(0.62, 0.74, salt) * 0.45 * ramp(0.8, 1.6, y));
  if (y < ringY)
    stain(
      [0.12, 0.05, 0.02],
      ramp(0.42, 0.1, Math.abs(x - ringX)) * ramp(0.47, 0.62, run + 0.12) * ramp(0.6, 2.4, y) * 0.8,
    );
  const tide = ramp(1.0, 0.42, y + 0.7 * (fbm3(x * 1.3, y * 0.8, 4, 4) - 0.5));
  stain([0.02, 0.034, 0.014], tide * 0.86);
  look.coat = mix(0.02, 0.04, tide);
  look.rough = mix(0.62, 0.24, tide) - 0.2 * ramp(0.5, 0.7, run) * (1 - tide);
  look.grain = fbm3(x * 13, y * 13, 1, 4) * 0.03 + fbm3(x * 46, y * 46, 2, 2) * 0.006;
}

/** The face is carved and weathered once, into a grid: rays ask for it many millions of times. */
const LEFT = -7,
  FOOT = -0.6,
  PER = 260,
  ACROSS = 14 * PER,
  UP = 6.4 * PER,
  KINDS = 7,
  FACE = 0,
  GRAIN = 1,
  LOOK = 2;
let grid: Float32Array | undefined;
function laid(): Float32Array {
  const made = new Float32Array(ACROSS * UP * KINDS);
  for (let j = 0; j < UP; j++)
    for (let i = 0; i < ACROSS; i++) {
      const x = LEFT + i / PER,
        y = FOOT + j / PER;
      const k = (j * ACROSS + i) * KINDS;
      made[k + FACE] = carve(x, y);
      weather(x, y);
      made[k + GRAIN] = look.grain;
      made.set([...look.albedo, look.rough, look.coat], k + LOOK);
    }
  return made;
}
/** One of the kinds at a place; beyond the grid its edge goes on. */
function at(kind: number, x: number, y: number): number {
  grid ??= laid();
  const u = clamp((x - LEFT) * PER, 0, ACROSS - 2),
    v = clamp((y - FOOT) * PER, 0, UP - 2);
  const i = Math.floor(u),
    j = Math.floor(v);
  const k = (j * ACROSS + i) * KINDS + kind;
  const row = ACROSS * KINDS;
  const low = mix(grid[k]!, grid[k + KINDS]!, u - i);
  return mix(low, mix(grid[k + row]!, grid[k + row + KINDS]!, u - i), v - j);
}

function ironwork(x: number, y: number, z: number): number {
  // The ring hangs from an eye, a little off the wall.
  const rx = x - ringX,
    ry = y - ringY + 0.34,
    rz = z + 0.2 - (y - ringY) * 0.16;
  let d = len(len(rx, ry) - 0.34, rz) - 0.04;
  const ex = x - ringX,
    ey = y - ringY;
  d = Math.min(d, len(len(ey, z + 0.17) - 0.09, ex) - 0.04);
  d = Math.min(d, box(ex, ey, z + 0.06, 0.19, 0.19, 0.06, 0.02));
  // The ladder: two rails and rungs let into the wall.
  const lx = Math.abs(x - 3.55) - 0.26;
  d = Math.min(d, box(lx, y - 2, z + 0.3, 0.035, 3.6, 0.05, 0.015));
  const step = y - Math.round(y / 0.34) * 0.34;
  const rung = Math.max(len(step, z + 0.3) - 0.022, Math.abs(x - 3.55) - 0.27);
  d = Math.min(d, rung);
  const stay = y - Math.round(y / 1.7) * 1.7;
  d = Math.min(d, box(lx, stay, z + 0.14, 0.03, 0.03, 0.18, 0.01));
  return d;
}

function field(x: number, y: number, z: number): number {
  const wall = -z > 0.35 ? -z - 0.16 : (-z - at(FACE, x, y)) * 0.45;
  const iron = ironwork(x, y, z);
  what = iron < wall ? IRON : STONE;
  return Math.min(wall, iron);
}

function ripples(x: number, z: number, n: Rgb): void {
  const h = (a: number, b: number) =>
    fbm3(a * 0.9, b * 1.3, 3, 3) * 0.09 + noise3(a * 4.2, b * 5.4, 8) * 0.011;
  const e = 0.02;
  const base = h(x, z);
  n[0] = -(h(x + e, z) - base) / e;
  n[2] = -(h(x, z + e) - base) / e;
  n[1] = 1;
  const l = len(n[0], n[1], n[2]);
  for (let i = 0; i < 3; i++) n[i] = n[i]! / l;
}

export const wall: World = {
  name: 'harbour-wall',
  width: 1920,
  height: 1200,
  samples: 36,
  transparent: false,
  camera: { at: [-1.1, 1.9, -9.4], target: [0.25, 1.72, 0], fov: 32, aperture: 0.012, focus: 9.4 },
  bounces: 3,
  meet(o, d, far, hit) {
    let t = Infinity;
    if (d[1] < 0) {
      const sea = (SEA - o[1]) / d[1];
      if (sea > 0) {
        t = sea;
        hit.what = WATER;
      }
    }
    // Nothing but water stands further off than the ironwork.
    const slab = (-NEAR - o[2]) / d[2];
    const from = o[2] < -NEAR ? (d[2] > 0 ? slab : Infinity) : 0.001;
    const to = o[2] > -NEAR && d[2] < 0 ? Math.max(slab, 0.001) : 40;
    const s = march(field, o, d, from, Math.min(far, t, to), 240);
    if (s < t) {
      t = s;
      field(o[0] + d[0] * s, o[1] + d[1] * s, o[2] + d[2] * s);
      hit.what = what;
    }
    hit.t = t < far ? t : Infinity;
  },
  shade(p, _d, hit, m) {
    const [x, y, z] = p;
    if (hit.what === WATER) {
      m.albedo[0] = 0.006;
      m.albedo[1] = 0.013;
      m.albedo[2] = 0.016;
      m.coat = 0.05;
      m.rough = 0.07;
      return ripples(x, z, m.normal);
    }
    gradient(field, p, 0.003, m.normal);
    const n = m.normal;
    if (hit.what === IRON) {
      const rust = fbm3(x * 7, y * 7, z * 7, 4);
      const r = ramp(0.4, 0.6, rust);
      m.albedo[0] = mix(0.03, 0.17, r);
      m.albedo[1] = mix(0.03, 0.075, r);
      m.albedo[2] = mix(0.034, 0.035, r);
      m.coat = 0.045;
      m.rough = mix(0.3, 0.65, r);
      bump(n, p, (a, b, c) => noise3(a * 40, b * 40, c * 40) * 0.004, 0.006);
      return;
    }
    for (let i = 0; i < 3; i++) m.albedo[i] = at(LOOK + i, x, y);
    m.rough = at(LOOK + 3, x, y);
    m.coat = at(LOOK + 4, x, y);
    bump(n, p, (u, v) => at(GRAIN, u, v), 0.006);
  },
  sky(d, out) {
    // Blue of the late hour behind the eye, and the far lights of the piers low on the left.
    const up = Math.max(0, d[1]);
    out[0] = 0.04 + 0.07 * up;
    out[1] = 0.065 + 0.12 * up;
    out[2] = 0.12 + 0.24 * up;
    const low = Math.exp(-(((d[1] - 0.05) * 7) ** 2)) * ramp(0, -0.6, d[2]);
    out[0] += 0.24 * low;
    out[1] += 0.12 * low;
    out[2] += 0.08 * low;
  },
  lamps: [
    { at: [-4.6, 6.4, -2.3], radius: 0.35, light: [270, 158, 66] },
    { at: [9.5, 5.4, -6], radius: 0.8, light: [7, 13, 23] },
  ],
  develop: { exposure: 1.45, grain: 0.016, vignette: 0.4, denoise: 0.4, bits: 7 },
};
