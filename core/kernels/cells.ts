import { after, strideOf } from './arguments';
import type { ColourBuffer, Plane } from '../pixels/buffer';
import { unwritten } from '../pixels/buffer';
import { floats, scoped } from '../pixels/heap';
import type { Region } from '../pixels/region';
import { onHeap, rowsOf, run } from './machine';

/**
 * Between px and a coarse grid of n × n px cells, by splines: sharing px among cells keeps their
 * place, spreading cells over px is smooth (Unser, "Splines: a perfect fit for signal and image
 * processing", 1999). The grid is tied to the origin, so every region stands on the same one.
 */

/** The variance, cells², that a linear B-spline adds when it shares n × n parts of a cell. */
export const sharingVariance = (n: number): number => 1 / 6 + 1 / (12 * n * n);

/** The variance, cells², that spreading cells by a cubic B-spline adds. */
export const SPREADING_VARIANCE = 1 / 3;

/**
 * Up to cells of this side, px are added up downward first, which works on whole rows whatever the
 * channels; the rows of larger ones lie too far apart for the processor's caches.
 */
const DOWN_FIRST = 16;

/** Rows of px or cells, one after another. */
interface Rows {
  data: Float32Array;
  rows: number;
  width: number;
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

/**
 * Shares the px of a buffer (4 channels) or plane (1 channel) among `cells` by a linear B-spline.
 * `cells` must reach a cell beyond what of the source shall count; outside is nothing.
 */
export function shareAmongCells<T extends ColourBuffer | Plane>(
  source: T,
  cells: Region,
  cell: number,
): T {
  const { channels } = source;
  return scoped(() => {
    const { region } = source;
    const out = unwritten(cells, channels);
    const weights = floats(2 * cell);
    for (let i = 0; i < cell; i++) {
      weights[i] = (i + 0.5) / (cell * cell);
      weights[cell + i] = (cell - i - 0.5) / (cell * cell);
    }
    const before: Rows = { data: source.data, rows: region.height, width: region.width };
    const shared: Rows = { data: out.data, rows: cells.height, width: cells.width };
    const between = (rows: number, width: number): Rows => ({
      data: floats(rows * width * channels),
      rows,
      width,
    });
    onHeap((at) => {
      const w = at(weights);
      const across = (from: Rows, to: Rows) =>
        run('shareAcross', from.rows, from.width * channels, [
          at(from.data),
          strideOf(from.width * channels),
          region.x,
          region.width,
          at(to.data, 'write'),
          strideOf(to.width * channels),
          cells.x,
          cells.width,
          cell,
          w,
          after(w, cell * 4),
          channels,
        ]);
      // The gap above a cell's middle rises towards it, the one below falls away.
      const top = (cells.y - 1) * cell + cell / 2 - region.y;
      const down = (from: Rows, to: Rows) =>
        run('weighDown', to.rows, 2 * cell * to.width * channels, [
          at(from.data),
          strideOf(from.width * channels),
          from.rows,
          at(to.data, 'write'),
          strideOf(to.width * channels),
          to.width * channels,
          top,
          cell,
          w,
          2 * cell,
        ]);
      if (cell <= DOWN_FIRST) {
        const left = between(cells.height, region.width);
        down(before, left);
        across(left, shared);
      } else {
        const left = between(region.height, cells.width);
        across(before, left);
        down(left, shared);
      }
    });
    return out as T;
  });
}

/**
 * Brings cells back to px over `wanted` by a cubic B-spline. The source must reach 2 cells beyond it.
 */
export function spreadCells<T extends ColourBuffer | Plane>(
  source: T,
  wanted: Region,
  cell: number,
): T {
  const { channels } = source;
  return scoped(() => {
    const cells = source.region;
    const out = unwritten(wanted, channels);
    const weights = floats(4 * cell);
    for (let i = 0; i < cell; i++)
      splineWeights((i + 0.5) / cell).forEach((w, k) => (weights[k * cell + i] = w));
    const across = floats(cells.height * wanted.width * channels);
    const row = wanted.width * channels;
    onHeap((at) => {
      const w = at(weights);
      const a = at(across, 'write');
      run('spreadAcross', cells.height, row * 2, [
        ...rowsOf(at, source, cells),
        cells.x,
        a,
        strideOf(row),
        wanted.x,
        wanted.width,
        cell,
        w,
        channels,
      ]);
      run('spreadDown', wanted.height, row * 2, [
        a,
        strideOf(row),
        cells.y,
        ...rowsOf(at, out, wanted, 'write'),
        wanted.y,
        row,
        cell,
        w,
      ]);
    });
    return out as T;
  });
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
