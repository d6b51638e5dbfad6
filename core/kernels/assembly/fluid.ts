/**
 * Hot gas in two dimensions: an incompressible fluid on a grid of cells, driven by the heat it carries (Stam, "Stable fluids", 1999;
 * Fedkiw, Stam & Jensen, "Visual simulation of smoke", 2001). Speeds stand on the sides of cells: U on the left, V on top, cells a
 * second. The pressure is one thread's work, in one order; what is done by rows is the same whoever does it.
 */
import { get, get4, put, put4 } from './access';
import { BREAKS, BUOYANCY, BURN, CONFINEMENT, COOLING, EDDY, FASTEST, FLICKER, FORGET, FROM_X, FROM_Y, FUEL, NEXT_FUEL, NEXT_U, NEXT_V, NEXT_X, NEXT_Y, SEED, SOLID, SOURCE, SPARE, STEP, STIR, TIME, TONGUE, U, V, WIND_PULL, WIND_X, WIND_Y, height, plane, samples, sharpSample, width, workOn } from './fluid-grid';
import { close, project } from './fluid-pressure';
import { noiseAt } from './noise';

/** Value noise of a place and a time, 0–1. */
function noise3(x: f32, y: f32, z: f32, seed: i32): f32 {
  const k = Mathf.floor(z);
  const t = z - k;
  const w = t * t * (3 - 2 * t);
  const a = noiseAt(x, y, seed + 131 * (k as i32));
  const b = noiseAt(x, y, seed + 131 * ((k as i32) + 1));
  return a + (b - a) * w;
}

/** Whether there is fuel in a cell or one beside it. */
// @ts-ignore: decorator
@inline
function isHotBeside(fuel: usize, x: i32, y: i32): bool {
  const row = width << 2;
  const left = x > 0 ? 4 : 0;
  const above = y > 0 ? row : 0;
  const q = fuel + ((y * width + x) << 2);
  return (
    get(q) + get(q - left) + get(q - above) + get(q - left - above) > 0 ||
    (y < height - 1 && get(q + row) + get(q + row - left) > 0) ||
    (x < width - 1 && get(q + 4) + get(q + 4 - above) > 0)
  );
}

/** Heat lifts, the wind pulls, eddies stir what is hot. */
function force(p: usize): void {
  const dt = get(p + (STEP << 2));
  const lift = dt * get(p + (BUOYANCY << 2));
  const fastest = max<f32>(1e-3, get(p + (FASTEST << 2)));
  const pull = min<f32>(1, dt * get(p + (WIND_PULL << 2)));
  const windX = get(p + (WIND_X << 2));
  const windY = get(p + (WIND_Y << 2));
  const stir = dt * get(p + (STIR << 2));
  const eddy = max<f32>(1, get(p + (EDDY << 2)));
  const seed = (get(p + (SEED << 2)) as i32) + 17;
  const time = get(p + (TIME << 2)) * 1.7;
  const u = plane(U);
  const v = plane(V);
  const fuel = plane(FUEL);
  const potential = plane(SPARE);
  if (stir != 0)
    for (let y = 0; y < height; y++)
      for (let x = 0; x < width; x++)
        if (isHotBeside(fuel, x, y))
          put(
            potential + ((y * width + x) << 2),
            noise3((x as f32) / eddy, (y as f32) / eddy, time, seed) * eddy,
          );
  for (let y = 0; y < height; y++)
    for (let x = 0; x < width; x++) {
      const q = (y * width + x) << 2;
      const own = get(fuel + q);
      const left = x > 0 ? get(fuel + q - 4) : own;
      const above = y > 0 ? get(fuel + q - (width << 2)) : own;
      let du: f32 = 0;
      // The faster it rises already, the less it is lifted.
      const slower = max<f32>(0, 1 + get(v + q) / fastest);
      let dv: f32 = -lift * 0.5 * (own + above) * slower;
      if (stir != 0 && own + left + above > 0 && x < width - 1 && y < height - 1) {
        const here = get(potential + q);
        du = stir * (get(potential + q + (width << 2)) - here) * (own + left);
        dv -= stir * (get(potential + q + 4) - here) * (own + above);
      }
      const uu = get(u + q) + du;
      const vv = get(v + q) + dv;
      put(u + q, uu + (windX - uu) * pull);
      put(v + q, vv + (windY - vv) * pull);
    }
}

/** Puts back the small eddies that the grid blurs away (vorticity confinement). */
function confine(p: usize): void {
  const amount = get(p + (CONFINEMENT << 2)) * get(p + (STEP << 2));
  if (amount == 0) return;
  const u = plane(U);
  const v = plane(V);
  const spin = plane(SPARE);
  for (let y = 0; y < height; y++)
    for (let x = 0; x < width; x++) {
      const q = (y * width + x) << 2;
      const inside = x > 0 && y > 0 && x < width - 1 && y < height - 1;
      put(
        spin + q,
        inside ? get(v + q) - get(v + q - 4) - get(u + q) + get(u + q - (width << 2)) : 0,
      );
    }
  for (let y = 2; y < height - 2; y++)
    for (let x = 2; x < width - 2; x++) {
      const q = (y * width + x) << 2;
      const gx: f32 = 0.5 * (abs<f32>(get(spin + q + 4)) - abs<f32>(get(spin + q - 4)));
      const gy: f32 =
        0.5 * (abs<f32>(get(spin + q + (width << 2))) - abs<f32>(get(spin + q - (width << 2))));
      const long: f32 = sqrt<f32>(gx * gx + gy * gy) + 1e-5;
      const by: f32 = (amount * get(spin + q)) / long;
      put(u + q, get(u + q) + by * gy);
      put(v + q, get(v + q) - by * gx);
    }
}

/** Rows of speeds and of all that the gas holds, carried along its way by two half steps; into the planes that are next. */
export function flowRows(f: usize, w: i32, h: i32, p: usize, from: i32, to: i32): void {
  workOn(f, w, h);
  const step = get(p + (STEP << 2));
  const dt = f32x4.splat(step);
  const remembered = f32x4.splat(Mathf.exp(-get(p + (FORGET << 2)) * step));
  const half = f32x4.splat(0.5);
  const halfStep = f32x4.mul(half, dt);
  const u = plane(U);
  const v = plane(V);
  for (let y = from; y < to; y++)
    for (let n = 0; n < width; n += 4) {
      // The last four of a row: those of the end, again.
      const x = min<i32>(n, width - 4);
      const q = (y * width + x) << 2;
      const fx = f32x4.add(f32x4.splat(x as f32), f32x4(0, 1, 2, 3));
      const fy = f32x4.splat(y as f32);
      // The left side of the cell: its V is the mean of the four about it.
      const vu = samples(v, f32x4.sub(fx, half), f32x4.add(fy, half));
      let mx = f32x4.sub(fx, f32x4.mul(halfStep, get4(u + q)));
      let my = f32x4.sub(fy, f32x4.mul(halfStep, vu));
      const mu = samples(u, mx, my);
      const mv = samples(v, f32x4.sub(mx, half), f32x4.add(my, half));
      put4(
        plane(NEXT_U) + q,
        samples(u, f32x4.sub(fx, f32x4.mul(dt, mu)), f32x4.sub(fy, f32x4.mul(dt, mv))),
      );
      const uv = samples(u, f32x4.add(fx, half), f32x4.sub(fy, half));
      mx = f32x4.sub(fx, f32x4.mul(halfStep, uv));
      my = f32x4.sub(fy, f32x4.mul(halfStep, get4(v + q)));
      const nu = samples(u, f32x4.add(mx, half), f32x4.sub(my, half));
      const nv = samples(v, mx, my);
      put4(
        plane(NEXT_V) + q,
        samples(v, f32x4.sub(fx, f32x4.mul(dt, nu)), f32x4.sub(fy, f32x4.mul(dt, nv))),
      );
      const cu = samples(u, f32x4.add(fx, half), fy);
      const cv = samples(v, fx, f32x4.add(fy, half));
      mx = f32x4.sub(fx, f32x4.mul(halfStep, cu));
      my = f32x4.sub(fy, f32x4.mul(halfStep, cv));
      const bx = f32x4.sub(fx, f32x4.mul(dt, samples(u, f32x4.add(mx, half), my)));
      const by = f32x4.sub(fy, f32x4.mul(dt, samples(v, mx, f32x4.add(my, half))));
      put4(plane(NEXT_FUEL) + q, sharpSamples(plane(FUEL), bx, by));
      const carriedX = f32x4.add(samples(plane(FROM_X), bx, by), f32x4.sub(bx, fx));
      const carriedY = f32x4.add(samples(plane(FROM_Y), bx, by), f32x4.sub(by, fy));
      put4(plane(NEXT_X) + q, f32x4.mul(remembered, carriedX));
      put4(plane(NEXT_Y) + q, f32x4.mul(remembered, carriedY));
    }
}

/** A plane at four places, by `sharpSample`. */
// @ts-ignore: decorator
@inline
function sharpSamples(p: usize, x: v128, y: v128): v128 {
  return f32x4(
    sharpSample(p, f32x4.extract_lane(x, 0), f32x4.extract_lane(y, 0)),
    sharpSample(p, f32x4.extract_lane(x, 1), f32x4.extract_lane(y, 1)),
    sharpSample(p, f32x4.extract_lane(x, 2), f32x4.extract_lane(y, 2)),
    sharpSample(p, f32x4.extract_lane(x, 3), f32x4.extract_lane(y, 3)),
  );
}

/** Rows of what was carried become those of now: fuel burns away, faster in some places than in others, and comes anew from the source, in tongues that come and go. */
export function burnRows(f: usize, w: i32, h: i32, p: usize, from: i32, to: i32): void {
  workOn(f, w, h);
  const first = (from * width) << 2;
  const bytes = ((to - from) * width) << 2;
  memory.copy(plane(U) + first, plane(NEXT_U) + first, bytes);
  memory.copy(plane(V) + first, plane(NEXT_V) + first, bytes);
  memory.copy(plane(FUEL) + first, plane(NEXT_FUEL) + first, bytes);
  memory.copy(plane(FROM_X) + first, plane(NEXT_X) + first, bytes);
  memory.copy(plane(FROM_Y) + first, plane(NEXT_Y) + first, bytes);
  const dt = get(p + (STEP << 2));
  const rate = dt * get(p + (BURN << 2));
  const cooling = Mathf.exp(-dt * get(p + (COOLING << 2)));
  const breaks = get(p + (BREAKS << 2));
  const tongue = max<f32>(0.5, get(p + (TONGUE << 2)));
  const time = get(p + (TIME << 2)) * get(p + (FLICKER << 2));
  const seed = get(p + (SEED << 2)) as i32;
  const fuel = plane(FUEL);
  const source = plane(SOURCE);
  const solid = plane(SOLID);
  for (let y = from; y < to; y++)
    for (let x = 0; x < width; x++) {
      const q = (y * width + x) << 2;
      let own = get(fuel + q) * cooling;
      if (own > 0) {
        let faster: f32 = 1;
        if (breaks > 0) {
          const fx = ((x as f32) + get(plane(FROM_X) + q)) / (tongue * 0.7);
          const fy = ((y as f32) + get(plane(FROM_Y) + q)) / (tongue * 0.7);
          faster += breaks * (3.2 * noiseAt(fx, fy, seed + 51) - 1.1);
        }
        own = max<f32>(0, own - rate * max<f32>(0.1, faster));
      }
      const given = get(source + q);
      if (given > 0) {
        const n: f32 =
          0.65 * noise3((x as f32) / tongue, (y as f32) / (tongue * 2), time, seed) +
          0.35 * noise3((x as f32) / (0.4 * tongue), (y as f32) / tongue, time * 1.9, seed + 9);
        const strong = max<f32>(0, min<f32>(1, (n - 0.34) * 4.5));
        own = max<f32>(own, given * strong);
      }
      if (get(solid + q) > 0.5) own = 0;
      put(fuel + q, own);
    }
}

/**
 * The first part of a step of a fluid of `w` × `h` cells, whose planes stand at `f`, driven by the values at `p`: what pushes it, and
 * the pressure. Then it is carried along (`flowRows`), and burns (`burnRows`).
 */
export function flowOn(f: usize, w: i32, h: i32, p: usize): void {
  workOn(f, w, h);
  force(p);
  confine(p);
  close();
  project(p);
}
