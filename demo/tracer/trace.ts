/** A path tracer: next-event estimation to the lamps, GGX metals, clear coats over diffuse. */
import { randomFrom } from './noise';
import { len } from './sdf';
import { nearestTube, tubeLight } from './tubes';
import type { Hit, Lamp, Material, Rgb, World } from './world';

const dot = (a: Rgb, b: Rgb) => a[0] * b[0] + a[1] * b[1] + a[2] * b[2];
function unit(v: Rgb): Rgb {
  const l = len(v[0], v[1], v[2]) || 1;
  v[0] /= l;
  v[1] /= l;
  v[2] /= l;
  return v;
}

/** What one row of pixels gives: linear colour, alpha, and the guides of the denoiser. */
export interface Row {
  /** 4 floats a pixel, premultiplied. */
  colour: Float32Array;
  /** Normal and first-hit brightness: 4 floats a pixel. */
  guide: Float32Array;
}

/** Traces one row of a world's picture; the same row always gives the same numbers. */
export function traceRow(world: World, y: number): Row {
  const { width, height, samples, camera } = world;
  const random = randomFrom(y * 9781 + 77);
  const colour = new Float32Array(width * 4);
  const guide = new Float32Array(width * 4);
  const forward = unit([
    camera.target[0] - camera.at[0],
    camera.target[1] - camera.at[1],
    camera.target[2] - camera.at[2],
  ]);
  const right = unit([forward[2], 0, -forward[0]]);
  const up: Rgb = [
    forward[1] * right[2] - forward[2] * right[1],
    forward[2] * right[0] - forward[0] * right[2],
    forward[0] * right[1] - forward[1] * right[0],
  ];
  const half = Math.tan((camera.fov * Math.PI) / 360);
  const light: Rgb = [0, 0, 0];
  const out = { first: [0, 0, 0, 0] as number[], alpha: 0, direct: false };
  for (let x = 0; x < width; x++) {
    let r = 0,
      g = 0,
      b = 0,
      a = 0;
    for (let s = 0; s < samples; s++) {
      // Samples stand on a jittered grid, and spread by a tent so that edges look photographed.
      const n = Math.ceil(Math.sqrt(samples));
      const jx = ((s % n) + random()) / n,
        jy = (Math.floor(s / n) + random()) / n;
      const tent = (u: number) => (u < 0.5 ? Math.sqrt(2 * u) - 1 : 1 - Math.sqrt(2 - 2 * u));
      const u = ((x + 0.5 + tent(jx) * 0.9) / width - 0.5) * 2 * half * (width / height);
      const v = (0.5 - (y + 0.5 + tent(jy) * 0.9) / height) * 2 * half;
      const d = unit([
        forward[0] + right[0] * u + up[0] * v,
        forward[1] + right[1] * u + up[1] * v,
        forward[2] + right[2] * u + up[2] * v,
      ]);
      const o: Rgb = [camera.at[0], camera.at[1], camera.at[2]];
      if (camera.aperture > 0) {
        const f = camera.focus / dot(d, forward);
        const phi = random() * 2 * Math.PI,
          rad = camera.aperture * Math.sqrt(random());
        const lx = Math.cos(phi) * rad,
          ly = Math.sin(phi) * rad;
        for (let i = 0; i < 3; i++) {
          const focus = o[i]! + d[i]! * f;
          o[i] = o[i]! + right[i]! * lx + up[i]! * ly;
          d[i] = focus - o[i]!;
        }
        unit(d);
      }
      tracePath(world, o, d, random, light, out);
      // A single wild path must not leave a bright dot.
      const peak = Math.max(light[0], light[1], light[2]);
      const most = world.most ?? 5;
      const k = peak > most && !out.direct ? most / peak : 1;
      r += light[0] * k;
      g += light[1] * k;
      b += light[2] * k;
      a += out.alpha;
      for (let i = 0; i < 4; i++) guide[x * 4 + i]! += out.first[i]! / samples;
    }
    colour.set([r / samples, g / samples, b / samples, a / samples], x * 4);
  }
  return { colour, guide };
}

/** Follows one path; leaves its light in `light` and what it met first in `out`. */
function tracePath(
  world: World,
  o: Rgb,
  d: Rgb,
  random: () => number,
  light: Rgb,
  out: { first: number[]; alpha: number; direct: boolean },
): void {
  const hit: Hit = { t: 0, what: 0 };
  const m: Material = {
    albedo: [0, 0, 0],
    metal: false,
    rough: 0.5,
    coat: 0,
    emission: [0, 0, 0],
    normal: [0, 1, 0],
  };
  const through: Rgb = [1, 1, 1];
  const sky: Rgb = [0, 0, 0];
  const p: Rgb = [0, 0, 0];
  let mirrored = true;
  let scattered = false;
  light[0] = light[1] = light[2] = 0;
  out.alpha = 1;
  out.direct = false;
  out.first.fill(0);
  const eye: Rgb = [o[0], o[1], o[2]];
  const gaze: Rgb = [d[0], d[1], d[2]];
  let depth = Infinity;
  for (let bounce = 0; bounce <= world.bounces; bounce++) {
    world.meet(o, d, 1e4, hit);
    const lamp = mirrored ? nearestLamp(world.lamps, o, d, hit.t) : null;
    if (lamp) {
      for (let i = 0; i < 3; i++) light[i]! += through[i]! * lamp.light[i]!;
      if (bounce === 0) depth = len(lamp.at[0] - o[0], lamp.at[1] - o[1], lamp.at[2] - o[2]);
      break;
    }
    const tube = mirrored ? nearestTube(world.tubes ?? [], o, d, hit.t) : null;
    if (tube) {
      for (let i = 0; i < 3; i++) light[i]! += through[i]! * tube.light[i]!;
      if (bounce === 0) {
        out.direct = true;
        // Light that is seen at once is not evened out with what lies about it.
        out.first[3] = 8;
      }
      break;
    }
    if (hit.t === Infinity) {
      if (bounce === 0 && world.transparent) out.alpha = 0;
      else {
        world.sky(d, sky);
        for (let i = 0; i < 3; i++) light[i]! += through[i]! * sky[i]!;
      }
      if (bounce === 0) out.first[3] = 4;
      break;
    }
    for (let i = 0; i < 3; i++) p[i] = o[i]! + d[i]! * hit.t;
    m.emission[0] = m.emission[1] = m.emission[2] = 0;
    m.metal = false;
    m.coat = 0;
    world.shade(p, d, hit, m);
    const n = m.normal;
    if (bounce === 0) {
      depth = hit.t;
      out.first[0] = n[0];
      out.first[1] = n[1];
      out.first[2] = n[2];
      out.first[3] = (m.albedo[0] + m.albedo[1] + m.albedo[2]) * 0.6;
    }
    for (let i = 0; i < 3; i++) light[i]! += through[i]! * m.emission[i]!;
    let facing = -dot(n, d);
    if (facing < 0.02) {
      // Bumps may turn the normal away from the eye: bend it back.
      for (let i = 0; i < 3; i++) n[i] = n[i]! - d[i]! * (0.03 - facing);
      unit(n);
      facing = -dot(n, d);
    }
    const fresnel = m.coat > 0 ? m.coat + (1 - m.coat) * Math.pow(1 - facing, 5) : 0;
    if (m.metal || random() < fresnel) {
      // Reflect about a GGX half vector.
      const a = Math.max(m.rough * m.rough, 0.0015);
      const u = random();
      const cos = Math.sqrt((1 - u) / (1 + (a * a - 1) * u));
      const h = around(n, cos, random() * 2 * Math.PI);
      const k = 2 * dot(h, d);
      for (let i = 0; i < 3; i++) d[i] = d[i]! - k * h[i]!;
      unit(d);
      if (dot(d, n) <= 0.001) break;
      if (m.metal) {
        const grazing = Math.pow(1 - Math.max(dot(d, h), 0), 5);
        for (let i = 0; i < 3; i++) through[i]! *= m.albedo[i]! + (1 - m.albedo[i]!) * grazing;
      }
      // What meets a small lamp very seldom would be a bright dot: a dull coat, a light off the wall.
      mirrored = !scattered && (m.metal || m.rough < 0.35);
    } else {
      for (let i = 0; i < 3; i++) through[i]! *= m.albedo[i]!;
      for (const l of world.lamps) lampLight(world, l, p, n, random, through, light);
      for (const l of world.tubes ?? [])
        tubeLight(world, l, p, n, random, through, light, !scattered);
      const u = random();
      const next = around(n, Math.sqrt(1 - u), random() * 2 * Math.PI);
      d[0] = next[0];
      d[1] = next[1];
      d[2] = next[2];
      mirrored = false;
      scattered = true;
    }
    if (bounce > 1) {
      const keep = Math.min(0.95, Math.max(through[0], through[1], through[2]));
      if (random() > keep) break;
      for (let i = 0; i < 3; i++) through[i]! /= keep;
    }
    for (let i = 0; i < 3; i++) o[i] = p[i]! + n[i]! * 0.002 + d[i]! * 0.001;
  }
  if (world.air && out.alpha > 0) world.air(eye, gaze, Math.min(depth, 400), light);
}

/** A unit vector at an angle (by cosine) and azimuth about n. */
function around(n: Rgb, cos: number, phi: number): Rgb {
  const sin = Math.sqrt(Math.max(0, 1 - cos * cos));
  const sign = n[2] >= 0 ? 1 : -1;
  const a = -1 / (sign + n[2]);
  const b = n[0] * n[1] * a;
  const x = Math.cos(phi) * sin,
    y = Math.sin(phi) * sin;
  return [
    (1 + sign * n[0] * n[0] * a) * x + b * y + n[0] * cos,
    sign * b * x + (sign + n[1] * n[1] * a) * y + n[1] * cos,
    -sign * n[0] * x - n[1] * y + n[2] * cos,
  ];
}

function nearestLamp(lamps: Lamp[], o: Rgb, d: Rgb, far: number): Lamp | null {
  let found: Lamp | null = null;
  for (const lamp of lamps) {
    const x = lamp.at[0] - o[0],
      y = lamp.at[1] - o[1],
      z = lamp.at[2] - o[2];
    const along = x * d[0] + y * d[1] + z * d[2];
    const miss = x * x + y * y + z * z - along * along;
    if (along <= 0 || miss > lamp.radius * lamp.radius) continue;
    const t = along - Math.sqrt(lamp.radius * lamp.radius - miss);
    if (t > 0.01 && t < far) {
      far = t;
      found = lamp;
    }
  }
  return found;
}

function lampLight(
  world: World,
  lamp: Lamp,
  p: Rgb,
  n: Rgb,
  random: () => number,
  through: Rgb,
  light: Rgb,
): void {
  const to: Rgb = [lamp.at[0] - p[0], lamp.at[1] - p[1], lamp.at[2] - p[2]];
  const dist = len(to[0], to[1], to[2]);
  if (dist <= lamp.radius) return;
  for (let i = 0; i < 3; i++) to[i]! /= dist;
  const sin2 = (lamp.radius * lamp.radius) / (dist * dist);
  const cosMax = Math.sqrt(1 - sin2);
  const d = around(to, 1 - random() * (1 - cosMax), random() * 2 * Math.PI);
  const cos = dot(d, n);
  if (cos <= 0) return;
  const solid = 2 * Math.PI * (1 - cosMax);
  const gain = (cos * solid) / Math.PI;
  if (gain * Math.max(...lamp.light) < 1e-4) return;
  const hit: Hit = { t: 0, what: 0 };
  world.meet(
    [p[0] + n[0] * 0.003, p[1] + n[1] * 0.003, p[2] + n[2] * 0.003],
    d,
    dist - lamp.radius,
    hit,
  );
  if (hit.t < dist - lamp.radius * 1.05) return;
  for (let i = 0; i < 3; i++) light[i]! += through[i]! * lamp.light[i]! * gain;
}
