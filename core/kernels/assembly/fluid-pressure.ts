/** The pressure of a fluid: what makes its speeds free of divergence. */
import { get, put } from './access';
import { solvePressure } from './fluid-solver';
import { OVER_RELAXED, PRESSURE, SOLID, SPARE, SWEEPS, U, V, at, height, plane, width, workOn } from './fluid-grid';

/** What flows into a cell and does not flow out. Sides of solid cells are closed, and those of the grid open. */
// @ts-ignore: decorator
@inline
function divergence(u: usize, v: usize, x: i32, y: i32): f32 {
  const right = x < width - 1 ? at(u, x + 1, y) : at(u, x, y);
  const under = y < height - 1 ? at(v, x, y + 1) : at(v, x, y);
  return right - at(u, x, y) + under - at(v, x, y);
}

/** Closes the sides of solid cells. */
export function close(): void {
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
 * Takes out of the speeds all that would press gas together. The pressure is solved at once where nothing is solid; else by
 * over-relaxation, red cells and black in turn, beginning with that of the step before. Outside the grid it is 0.
 */
export function project(p: usize): void {
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
  if (hasSolid()) {
    for (let n = 0; n < sweeps; n++)
      for (let colour = 0; colour < 2; colour++)
        for (let y = 0; y < height; y++)
          for (let x = (y + colour) & 1; x < width; x += 2)
            relax(pressure, solid, need, x, y, over);
  } else solvePressure();
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

/** The greatest divergence of a fluid outside what is solid, cells a second: what a projection has left. */
export function mostDivergent(f: usize, w: i32, h: i32): f32 {
  workOn(f, w, h);
  let most: f32 = 0;
  for (let y = 1; y < h - 1; y++)
    for (let x = 1; x < w - 1; x++)
      if (at(plane(SOLID), x, y) <= 0.5)
        most = max<f32>(most, abs<f32>(divergence(plane(U), plane(V), x, y)));
  return most;
}

/** Makes the speeds of a fluid free of divergence; where something is solid, by so many sweeps. */
export function settleFlow(f: usize, w: i32, h: i32, p: usize): void {
  workOn(f, w, h);
  close();
  project(p);
}
