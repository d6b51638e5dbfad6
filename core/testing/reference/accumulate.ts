import type { Region } from '../../pixels/region';

/**
 * Adds one edge (running down, y0 < y1, absolute px) to an accumulation plane: each pixel gets what
 * the edge changes in the area right of it, so that the running sum of a row is the covered area.
 * Left of the region the edge counts as standing on its first column; right of it, it adds nothing.
 */
export function accumulateEdge(
  data: Float32Array,
  region: Region,
  x0: number,
  y0: number,
  x1: number,
  y1: number,
  sign: number,
): void {
  const { width, height } = region;
  let xa = x0 - region.x;
  let xb = x1 - region.x;
  let ya = Math.max(0, y0 - region.y);
  const yb = Math.min(height, y1 - region.y);
  if (!(yb > ya)) return;
  const slope = (x1 - x0) / (y1 - y0);
  xa += slope * (ya - (y0 - region.y));
  xb += slope * (yb - (y1 - region.y));
  while (ya < yb) {
    const row = Math.floor(ya);
    const yn = Math.min(row + 1, yb);
    const xn = yn === yb ? xb : xa + slope * (yn - ya);
    accumulateInRow(data, row * width, width, xa, xn, (yn - ya) * sign);
    ya = yn;
    xa = xn;
  }
}

/** One edge within a row: from xa to xb, with the signed height it spans. */
function accumulateInRow(
  data: Float32Array,
  row: number,
  width: number,
  xa: number,
  xb: number,
  d: number,
): void {
  let lo = xa < xb ? xa : xb;
  let hi = xa < xb ? xb : xa;
  if (lo >= width) return;
  if (hi <= 0) {
    data[row]! += d;
    return;
  }
  // Clip to the row: the part left of it counts whole on the first column, the part right is lost.
  if (lo < 0) {
    const part = (-lo / (hi - lo)) * d;
    data[row]! += part;
    d -= part;
    lo = 0;
  }
  if (hi > width) {
    d *= (width - lo) / (hi - lo);
    hi = width;
  }
  const first = Math.min(Math.floor(lo), width - 1);
  const last = Math.min(Math.max(first, Math.ceil(hi) - 1), width - 1);
  if (first === last) {
    const mean = (lo + hi) / 2 - first;
    data[row + first]! += d * (1 - mean);
    if (first + 1 < width) data[row + first + 1]! += d * mean;
    return;
  }
  const s = 1 / (hi - lo);
  const head = first + 1 - lo;
  // Areas right of the edge grow quadratically in the first and last pixel and linearly between.
  const a0 = 0.5 * s * head * head;
  data[row + first]! += d * a0;
  let before = a0;
  for (let x = first + 1; x < last; x++) {
    const covered = s * (x + 0.5 - lo);
    data[row + x]! += d * (covered - before);
    before = covered;
  }
  const tail = hi - last;
  const covered = 1 - 0.5 * s * tail * tail;
  data[row + last]! += d * (covered - before);
  if (last + 1 < width) data[row + last + 1]! += d * (1 - covered);
}

/** Turns an accumulation plane into coverage, in place: running sums of each row, within 0–1. */
export function sumRows(data: Float32Array, { width, height }: Region): void {
  for (let y = 0, i = 0; y < height; y++) {
    let sum = 0;
    for (let x = 0; x < width; x++, i++) {
      sum += data[i]!;
      data[i] = sum < 1e-6 ? 0 : sum > 1 ? 1 : sum;
    }
  }
}
