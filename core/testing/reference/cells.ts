import type { Region } from '../../pixels/region';

/**
 * Between px and a coarse grid of n × n px cells, by splines: sharing px among cells keeps their
 * place, spreading cells over px is smooth (Unser, "Splines: a perfect fit for signal and image
 * processing", 1999). The grid is tied to the origin, so every region stands on the same one.
 */

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
  channels: 1 | 4,
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
    for (let x = first; x < last; x++, at += channels) {
      const to = columns[x]!;
      if (to < 0 || to > stride) continue;
      const right = shares[x]!;
      const left = 1 - right;
      if (channels === 1) {
        const v = from[at]!;
        row[to]! += v * left;
        row[to + 1]! += v * right;
        continue;
      }
      const r = from[at]!;
      const g = from[at + 1]!;
      const b = from[at + 2]!;
      const a = from[at + 3]!;
      row[to]! += r * left;
      row[to + 1]! += g * left;
      row[to + 2]! += b * left;
      row[to + 3]! += a * left;
      row[to + 4]! += r * right;
      row[to + 5]! += g * right;
      row[to + 6]! += b * right;
      row[to + 7]! += a * right;
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
  channels: 1 | 4,
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
      if (channels === 1) {
        out[to++] = line[at]! * w0 + line[at + 1]! * w1 + line[at + 2]! * w2 + line[at + 3]! * w3;
      } else {
        for (let c = at; c < at + 4; c++)
          out[to++] = line[c]! * w0 + line[c + 4]! * w1 + line[c + 8]! * w2 + line[c + 12]! * w3;
      }
      if (++px === cell) {
        px = 0;
        cx++;
      }
    }
  }
  return out;
}
