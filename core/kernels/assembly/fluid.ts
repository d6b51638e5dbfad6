/**
 * Hot gas in two dimensions: an incompressible fluid on a grid of cells, driven by the heat it carries (Stam, "Stable fluids", 1999;
 * Fedkiw, Stam & Jensen, "Visual simulation of smoke", 2001). Speeds stand on the sides of cells: U on the left, V on top, cells a
 * second. The pressure is one thread's work, in one order; what is done by rows is the same whoever does it.
 */
import { get, put } from './access';
import { noiseAt } from './noise';

/** Planes of a fluid, one after another (kernels/fluid.ts). */
const U = 0;
const V = 1;
const FUEL = 2;
const FROM_X = 3;
const FROM_Y = 4;
const PRESSURE = 5;
const SOURCE = 6;
const SOLID = 7;
const NEXT_U = 8;
const NEXT_V = 9;
const NEXT_FUEL = 10;
const NEXT_X = 11;
const NEXT_Y = 12;
const SPARE = 13;

/** What drives a step, as the face lists it. */
const TIME = 0;
const STEP = 1;
const BUOYANCY = 2;
const BURN = 3;
const WIND_X = 4;
const WIND_Y = 5;
const WIND_PULL = 6;
const CONFINEMENT = 7;
const STIR = 8;
const EDDY = 9;
const BREAKS = 10;
const TONGUE = 11;
const FLICKER = 12;
const FORGET = 13;
const SWEEPS = 14;
const SEED = 15;
const OVER_RELAXED = 16;
const COOLING = 17;
const FASTEST = 18;

let field: usize = 0;
let width: i32 = 0;
let height: i32 = 0;

/** The bytes from one plane to the next. */
// @ts-ignore: decorator
@inline
function plane(n: i32): usize {
  return field + ((n * width * height) << 2);
}

// @ts-ignore: decorator
@inline
function at(p: usize, x: i32, y: i32): f32 {
  return get(p + ((y * width + x) << 2));
}

// @ts-ignore: decorator
@inline
function clampTo(v: f32, most: f32): f32 {
  return max<f32>(0, min<f32>(most, v));
}

/** A plane at a place (cells; the middle of the first is 0), mixed between cells; beyond its edges it goes on as they are. */
// @ts-ignore: decorator
@inline
function sample(p: usize, x: f32, y: f32): f32 {
  const cx = clampTo(x, (width - 1) as f32);
  const cy = clampTo(y, (height - 1) as f32);
  const i = min<i32>(width - 2, cx as i32);
  const j = min<i32>(height - 2, cy as i32);
  const s = cx - (i as f32);
  const t = cy - (j as f32);
  const q = p + ((j * width + i) << 2);
  const a = get(q);
  const b = get(q + 4);
  const c = get(q + (width << 2));
  const d = get(q + (width << 2) + 4);
  const top = a + (b - a) * s;
  return top + (c + (d - c) * s - top) * t;
}

// @ts-ignore: decorator
@inline
function cubic(a: f32, b: f32, c: f32, d: f32, t: f32): f32 {
  const v = b + 0.5 * t * (c - a + t * (2 * a - 5 * b + 4 * c - d + t * (3 * (b - c) + d - a)));
  // Nothing beyond the two that it lies between, so that no new heat comes of it.
  return max<f32>(min<f32>(b, c), min<f32>(max<f32>(b, c), v));
}

/** As `sample`, by cubics that keep within their neighbours: much less is blurred. */
function sharpSample(p: usize, x: f32, y: f32): f32 {
  const cx = clampTo(x, (width - 1) as f32);
  const cy = clampTo(y, (height - 1) as f32);
  const i = min<i32>(width - 2, cx as i32);
  const j = min<i32>(height - 2, cy as i32);
  const s = cx - (i as f32);
  const t = cy - (j as f32);
  // It keeps within the four about it: where they have nothing there is nothing.
  const near = p + ((j * width + i) << 2);
  const under = near + (width << 2);
  if (get(near) + get(near + 4) + get(under) + get(under + 4) == 0) return 0;
  const l = max<i32>(0, i - 1);
  const r = min<i32>(width - 1, i + 2);
  let rows0: f32 = 0;
  let rows1: f32 = 0;
  let rows2: f32 = 0;
  let rows3: f32 = 0;
  for (let k = -1; k <= 2; k++) {
    const q = p + ((max<i32>(0, min<i32>(height - 1, j + k)) * width) << 2);
    const v = cubic(get(q + (l << 2)), get(q + (i << 2)), get(q + (i << 2) + 4), get(q + (r << 2)), s);
    if (k == -1) rows0 = v;
    else if (k == 0) rows1 = v;
    else if (k == 1) rows2 = v;
    else rows3 = v;
  }
  return cubic(rows0, rows1, rows2, rows3, t);
}

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

/** What flows into a cell and does not flow out. Sides of solid cells are closed, and those of the grid open. */
// @ts-ignore: decorator
@inline
function divergence(u: usize, v: usize, x: i32, y: i32): f32 {
  const right = x < width - 1 ? at(u, x + 1, y) : at(u, x, y);
  const under = y < height - 1 ? at(v, x, y + 1) : at(v, x, y);
  return right - at(u, x, y) + under - at(v, x, y);
}

/** Closes the sides of solid cells. */
function close(): void {
  const u = plane(U);
  const v = plane(V);
  const solid = plane(SOLID);
  for (let y = 0; y < height; y++)
    for (let x = 0; x < width; x++) {
      const q = (y * width + x) << 2;
      const own = get(solid + q);
      const left = x > 0 ? get(solid + q - 4) : 0;
      const above = y > 0 ? get(solid + q - (width << 2)) : 0;
      if (own > 0.5 || left > 0.5) put(u + q, 0);
      if (own > 0.5 || above > 0.5) put(v + q, 0);
    }
}

/** Whether any cell is solid. */
function hasSolid(): bool {
  const solid = plane(SOLID);
  const end = (width * height) << 2;
  for (let q = 0; q < end; q += 4) if (get(solid + q) > 0.5) return true;
  return false;
}

/** One cell's pressure by those about it: solid ones push back, and outside the grid there is none. */
function relax(pressure: usize, solid: usize, need: usize, x: i32, y: i32, over: f32): void {
  const row = width << 2;
  const q = (y * width + x) << 2;
  if (get(solid + q) > 0.5) return;
  let sum: f32 = 0;
  let open: f32 = 4;
  if (x > 0) {
    if (get(solid + q - 4) > 0.5) open--;
    else sum += get(pressure + q - 4);
  }
  if (x < width - 1) {
    if (get(solid + q + 4) > 0.5) open--;
    else sum += get(pressure + q + 4);
  }
  if (y > 0) {
    if (get(solid + q - row) > 0.5) open--;
    else sum += get(pressure + q - row);
  }
  if (y < height - 1) {
    if (get(solid + q + row) > 0.5) open--;
    else sum += get(pressure + q + row);
  }
  if (open < 1) return;
  const before = get(pressure + q);
  put(pressure + q, before + over * ((sum - get(need + q)) / open - before));
}

/**
 * Takes out of the speeds all that would press gas together: the pressure by over-relaxation, red cells and black in turn, beginning
 * with that of the step before; outside the grid it is 0.
 */
function project(p: usize): void {
  const u = plane(U);
  const v = plane(V);
  const pressure = plane(PRESSURE);
  const solid = plane(SOLID);
  const need = plane(SPARE);
  const sweeps = get(p + (SWEEPS << 2)) as i32;
  const over = get(p + (OVER_RELAXED << 2));
  for (let y = 0; y < height; y++)
    for (let x = 0; x < width; x++) put(need + ((y * width + x) << 2), divergence(u, v, x, y));
  const row = width << 2;
  const walled = hasSolid();
  const share: f32 = over * 0.25;
  for (let n = 0; n < sweeps; n++)
    for (let colour = 0; colour < 2; colour++)
      for (let y = 0; y < height; y++) {
        const first = (y + colour) & 1;
        if (walled || y == 0 || y == height - 1) {
          for (let x = first; x < width; x += 2) relax(pressure, solid, need, x, y, over);
          continue;
        }
        // Inside, with nothing solid, all four neighbours are there.
        if (first == 0) relax(pressure, solid, need, 0, y, over);
        let q = (y * width + first + (first == 0 ? 2 : 0)) << 2;
        for (const end = (y * width + width - 1) << 2; q < end; q += 8) {
          const p = pressure + q;
          const sum = get(p - 4) + get(p + 4) + get(p - row) + get(p + row) - get(need + q);
          put(p, get(p) * (1 - over) + share * sum);
        }
        if (((width - 1) & 1) == first) relax(pressure, solid, need, width - 1, y, over);
      }
  for (let y = 0; y < height; y++)
    for (let x = 0; x < width; x++) {
      const q = (y * width + x) << 2;
      const own = get(pressure + q);
      const left = x > 0 ? get(pressure + q - 4) : 0;
      const above = y > 0 ? get(pressure + q - row) : 0;
      const isSolid = get(solid + q) > 0.5;
      if (!isSolid && !(x > 0 && get(solid + q - 4) > 0.5)) put(u + q, get(u + q) - own + left);
      if (!isSolid && !(y > 0 && get(solid + q - row) > 0.5)) put(v + q, get(v + q) - own + above);
    }
}

/** Rows of speeds and of all that the gas holds, carried along its way by two half steps; into the planes that are next. */
export function flowRows(f: usize, w: i32, h: i32, p: usize, from: i32, to: i32): void {
  field = f;
  width = w;
  height = h;
  const dt = get(p + (STEP << 2));
  const remembered = Mathf.exp(-get(p + (FORGET << 2)) * dt);
  const u = plane(U);
  const v = plane(V);
  for (let y = from; y < to; y++)
    for (let x = 0; x < width; x++) {
      const q = (y * width + x) << 2;
      const fx = x as f32;
      const fy = y as f32;
      // The left side of the cell: its V is the mean of the four about it.
      const vu = sample(v, fx - 0.5, fy + 0.5);
      const uu = get(u + q);
      let mx = fx - 0.5 * dt * uu;
      let my = fy - 0.5 * dt * vu;
      const mu = sample(u, mx, my);
      const mv = sample(v, mx - 0.5, my + 0.5);
      put(plane(NEXT_U) + q, sample(u, fx - dt * mu, fy - dt * mv));
      const uv = sample(u, fx + 0.5, fy - 0.5);
      const vv = get(v + q);
      mx = fx - 0.5 * dt * uv;
      my = fy - 0.5 * dt * vv;
      const nu = sample(u, mx + 0.5, my - 0.5);
      const nv = sample(v, mx, my);
      put(plane(NEXT_V) + q, sample(v, fx - dt * nu, fy - dt * nv));
      const cu = sample(u, fx + 0.5, fy);
      const cv = sample(v, fx, fy + 0.5);
      mx = fx - 0.5 * dt * cu;
      my = fy - 0.5 * dt * cv;
      const bx = fx - dt * sample(u, mx + 0.5, my);
      const by = fy - dt * sample(v, mx, my + 0.5);
      put(plane(NEXT_FUEL) + q, sharpSample(plane(FUEL), bx, by));
      put(plane(NEXT_X) + q, remembered * (sample(plane(FROM_X), bx, by) + bx - fx));
      put(plane(NEXT_Y) + q, remembered * (sample(plane(FROM_Y), bx, by) + by - fy));
    }
}

/** Rows of what was carried become those of now: fuel burns away, faster in some places than in others, and comes anew from the source, in tongues that come and go. */
export function burnRows(f: usize, w: i32, h: i32, p: usize, from: i32, to: i32): void {
  field = f;
  width = w;
  height = h;
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
  field = f;
  width = w;
  height = h;
  force(p);
  confine(p);
  close();
  project(p);
}

/** The greatest divergence of a fluid outside what is solid, cells a second: what a projection has left. */
export function mostDivergent(f: usize, w: i32, h: i32): f32 {
  field = f;
  width = w;
  height = h;
  let most: f32 = 0;
  for (let y = 1; y < h - 1; y++)
    for (let x = 1; x < w - 1; x++)
      if (at(plane(SOLID), x, y) <= 0.5)
        most = max<f32>(most, abs<f32>(divergence(plane(U), plane(V), x, y)));
  return most;
}

/** Makes the speeds of a fluid free of divergence, by so many sweeps. */
export function settleFlow(f: usize, w: i32, h: i32, p: usize): void {
  field = f;
  width = w;
  height = h;
  close();
  project(p);
}
