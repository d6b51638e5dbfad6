import type { Region } from '../pixels/region';

/**
 * Gaussian blur whose cost hardly depends on σ: a blur of many px is done on a grid of n × n px
 * cells and brought back by a cubic B-spline. Each px is shared among the cells round it by a linear
 * B-spline, which keeps its place; sharing, Gaussian and spline add their variances, and the Gaussian
 * is narrowed so that the sum is σ². (Splines: Unser, "Splines: a perfect fit for signal and image
 * processing", 1999.)
 */

/** How a blur of σ px is carried out. */
export interface BlurPlan {
  /** The side of a cell, px: a power of two; 1 means no cells. */
  cell: number;
  /** σ of the Gaussian on the grid of cells, in cells. */
  sigma: number;
  /** Weights of that Gaussian, from its middle outward. */
  weights: Float64Array;
  /** How far the blur may carry a value, px. Beyond it nothing is changed. */
  margin: number;
}

/** A cell is at most this share of σ. */
const CELL_SIGMA = 2.5;
const SPLINE_VARIANCE = 1 / 3;

/** The variance, cells², that a linear B-spline adds when it shares n × n parts of a cell. */
export const sharingVariance = (n: number): number => 1 / 6 + 1 / (12 * n * n);

/**
 * The plan for a standard deviation in px; σ ≤ 0 gives a plan that changes nothing. `shared` tells
 * what variance (cells²) the cells have taken on when they are filled, by the side of a cell in px.
 */
export function planBlur(
  sigma: number,
  shared: (cell: number) => number = sharingVariance,
): BlurPlan {
  let cell = 1;
  while (sigma / (cell * 2) >= CELL_SIGMA) cell *= 2;
  const own =
    cell === 1
      ? Math.max(0, sigma)
      : Math.sqrt((sigma * sigma) / (cell * cell) - shared(cell) - SPLINE_VARIANCE);
  const weights = gaussianWeights(own);
  return {
    cell,
    sigma: own,
    weights,
    margin: cell === 1 ? weights.length - 1 : (weights.length + 3) * cell,
  };
}

/**
 * A sampled Gaussian, its two sides and middle summing to 1: to 4σ, or to 3.5σ where that many
 * samples leave out less than 0.05 %.
 */
function gaussianWeights(sigma: number): Float64Array {
  const radius = sigma > 0 ? Math.max(1, Math.ceil((sigma < 2 ? 4 : 3.5) * sigma)) : 0;
  const w = new Float64Array(radius + 1);
  let sum = 0;
  for (let i = 0; i <= radius; i++) {
    w[i] = i === 0 ? 1 : Math.exp((-i * i) / (2 * sigma * sigma));
    sum += i === 0 ? w[i]! : 2 * w[i]!;
  }
  return w.map((v) => v / sum);
}

/** The cells that hold a region of px, grown by `by` cells. */
export function cellRegion(r: Region, cell: number, by: number): Region {
  const x = Math.floor(r.x / cell) - by;
  const y = Math.floor(r.y / cell) - by;
  return {
    x,
    y,
    width: Math.ceil((r.x + r.width) / cell) + by - x,
    height: Math.ceil((r.y + r.height) / cell) + by - y,
  };
}

/** How many cells beyond a region its blur needs: the Gaussian's reach and the spline's two. */
export const cellMargin = (plan: BlurPlan): number => plan.weights.length - 1 + 2;

/** Where a px stands between the cells' middles: the cell before it, and its share of the next. */
function place(px: number, cell: number): [before: number, share: number] {
  const p = (px + 0.5) / cell - 0.5;
  const before = Math.floor(p);
  return [before, p - before];
}

/**
 * Shares px among cells by a linear B-spline. `from` lies over `region`, the result over `cells`,
 * which must reach a cell beyond what of the region shall count; outside is nothing.
 */
export function shareAmongCells(
  from: Float32Array,
  region: Region,
  cells: Region,
  cell: number,
  channels: number,
): Float32Array {
  const out = new Float32Array(cells.width * cells.height * channels);
  const stride = cells.width * channels;
  // One row of px becomes one row of cells with a column to spare on each side, and that is shared
  // among two rows of cells.
  const row = new Float32Array(stride + 2 * channels);
  const columns = new Int32Array(region.width);
  const shares = new Float32Array(region.width);
  for (let x = 0; x < region.width; x++) {
    const [before, share] = place(region.x + x, cell);
    columns[x] = (before - cells.x + 1) * channels;
    shares[x] = share;
  }
  const first = Math.max(0, (cells.x - 1) * cell - region.x);
  const last = Math.min(region.width, (cells.x + cells.width + 1) * cell - region.x);
  const whole = 1 / (cell * cell);
  for (let y = 0; y < region.height; y++) {
    const [before, share] = place(region.y + y, cell);
    const above = before - cells.y;
    if (above < -1 || above >= cells.height) continue;
    row.fill(0);
    let at = (y * region.width + first) * channels;
    for (let x = first; x < last; x++) {
      const to = columns[x]!;
      if (to < 0 || to > stride) {
        at += channels;
        continue;
      }
      const right = shares[x]!;
      for (let c = 0; c < channels; c++, at++) {
        const v = from[at]!;
        row[to + c]! += v * (1 - right);
        row[to + channels + c]! += v * right;
      }
    }
    for (const [line, part] of [
      [above, (1 - share) * whole],
      [above + 1, share * whole],
    ] as const) {
      if (line < 0 || line >= cells.height) continue;
      const to = line * stride;
      for (let i = 0; i < stride; i++) out[to + i]! += row[i + channels]! * part;
    }
  }
  return out;
}

/**
 * Convolves rows, then columns, with symmetric weights. `from` lies over `region`, outside is
 * nothing; the result lies over `wanted`.
 */
export function convolve(
  from: Float32Array,
  region: Region,
  wanted: Region,
  weights: Float64Array,
  channels: number,
): Float32Array {
  const radius = weights.length - 1;
  // Rows are needed as far above and below as the columns will reach, and only where there are any.
  const top = Math.max(region.y, wanted.y - radius);
  const bottom = Math.min(region.y + region.height, wanted.y + wanted.height + radius);
  const rows = Math.max(0, bottom - top);
  const stride = wanted.width * channels;
  const middle = new Float32Array(rows * stride);
  const reach = radius * channels;
  const padded = new Float32Array(stride + 2 * reach);
  for (let y = 0; y < rows; y++) {
    padded.fill(0);
    const left = Math.max(region.x, wanted.x - radius);
    const right = Math.min(region.x + region.width, wanted.x + wanted.width + radius);
    if (right > left) {
      const at = ((top + y - region.y) * region.width + left - region.x) * channels;
      padded.set(
        from.subarray(at, at + (right - left) * channels),
        (left - wanted.x + radius) * channels,
      );
    }
    const to = y * stride;
    for (let i = 0; i < stride; i++) {
      const c = i + reach;
      let sum = padded[c]! * weights[0]!;
      for (let k = 1, o = channels; k <= radius; k++, o += channels)
        sum += (padded[c - o]! + padded[c + o]!) * weights[k]!;
      middle[to + i] = sum;
    }
  }
  const out = new Float32Array(wanted.height * stride);
  const line = new Float64Array(stride);
  for (let y = 0; y < wanted.height; y++) {
    line.fill(0);
    const own = wanted.y + y - top;
    for (let k = 0; k <= radius; k++) {
      const w = weights[k]!;
      const above = own - k;
      const below = own + k;
      const a = above >= 0 && above < rows ? above * stride : -1;
      const b = k > 0 && below >= 0 && below < rows ? below * stride : -1;
      if (a >= 0 && b >= 0)
        for (let i = 0; i < stride; i++) line[i]! += (middle[a + i]! + middle[b + i]!) * w;
      else if (a >= 0) for (let i = 0; i < stride; i++) line[i]! += middle[a + i]! * w;
      else if (b >= 0) for (let i = 0; i < stride; i++) line[i]! += middle[b + i]! * w;
    }
    out.set(line, y * stride);
  }
  return out;
}

/** The four weights of a uniform cubic B-spline at a fraction t between its two middle knots. */
function splineWeights(t: number): [number, number, number, number] {
  const u = 1 - t;
  return [
    (u * u * u) / 6,
    (3 * t * t * t - 6 * t * t + 4) / 6,
    (3 * u * u * u - 6 * u * u + 4) / 6,
    (t * t * t) / 6,
  ];
}

/** Brings cells back to px over `wanted` by a cubic B-spline. `cells` must reach 2 cells beyond it. */
export function spreadCells(
  from: Float32Array,
  cells: Region,
  wanted: Region,
  cell: number,
  channels: number,
): Float32Array {
  const weights: Float64Array = new Float64Array(cell * 4);
  const shift = new Int32Array(cell);
  for (let i = 0; i < cell; i++) {
    const u = (i + 0.5) / cell - 0.5;
    shift[i] = Math.floor(u) - 1;
    weights.set(splineWeights(u - Math.floor(u)), i * 4);
  }
  const out = new Float32Array(wanted.width * wanted.height * channels);
  const stride = cells.width * channels;
  const line = new Float32Array(stride);
  const first = Math.floor(wanted.x / cell);
  for (let y = 0; y < wanted.height; y++) {
    const ay = wanted.y + y;
    const cy = Math.floor(ay / cell);
    const py = ay - cy * cell;
    const row = (cy + shift[py]! - cells.y) * stride;
    const v0 = weights[py * 4]!;
    const v1 = weights[py * 4 + 1]!;
    const v2 = weights[py * 4 + 2]!;
    const v3 = weights[py * 4 + 3]!;
    for (let i = 0; i < stride; i++)
      line[i] =
        from[row + i]! * v0 +
        from[row + stride + i]! * v1 +
        from[row + 2 * stride + i]! * v2 +
        from[row + 3 * stride + i]! * v3;
    let to = y * wanted.width * channels;
    let cx = first;
    let px = wanted.x - first * cell;
    for (let x = 0; x < wanted.width; x++) {
      const at = (cx + shift[px]! - cells.x) * channels;
      const w0 = weights[px * 4]!;
      const w1 = weights[px * 4 + 1]!;
      const w2 = weights[px * 4 + 2]!;
      const w3 = weights[px * 4 + 3]!;
      for (let c = 0; c < channels; c++)
        out[to++] =
          line[at + c]! * w0 +
          line[at + channels + c]! * w1 +
          line[at + 2 * channels + c]! * w2 +
          line[at + 3 * channels + c]! * w3;
      if (++px === cell) {
        px = 0;
        cx++;
      }
    }
  }
  return out;
}
