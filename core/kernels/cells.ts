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
 * Up to cells of this side, px are added up along rows and columns in one go; of larger ones a chunk of rows is few cells
 * high, and what lies above it would be added up twice.
 */
const IN_ONE = 16;

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
    const pxFloats = region.width * channels;
    const cellFloats = cells.width * channels;
    onHeap((at) => {
      const w = at(weights);
      const falling = after(w, cell * 4);
      if (cell <= IN_ONE)
        return run('shareCells', cells.height, cell * pxFloats, [
          at(source.data),
          strideOf(pxFloats),
          region.x,
          region.y,
          region.width,
          region.height,
          at(out.data, 'write'),
          strideOf(cellFloats),
          cells.x,
          cells.y,
          cells.width,
          cell,
          w,
          falling,
          channels,
        ]);
      const left = at(floats(region.height * cellFloats), 'write');
      run('shareAcross', region.height, pxFloats, [
        at(source.data),
        strideOf(pxFloats),
        region.x,
        region.width,
        left,
        strideOf(cellFloats),
        cells.x,
        cells.width,
        cell,
        w,
        falling,
        channels,
      ]);
      // The gap above a cell's middle rises towards it, the one below falls away.
      run('weighDown', cells.height, 2 * cell * cellFloats, [
        left,
        strideOf(cellFloats),
        region.height,
        at(out.data, 'write'),
        strideOf(cellFloats),
        cellFloats,
        (cells.y - 1) * cell + cell / 2 - region.y,
        cell,
        w,
        2 * cell,
      ]);
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
    onHeap((at) =>
      run('spreadRows', wanted.height, wanted.width * channels * 2, [
        ...rowsOf(at, source, cells),
        cells.x,
        cells.y,
        ...rowsOf(at, out, wanted, 'write'),
        wanted.x,
        wanted.y,
        wanted.width,
        cell,
        at(weights),
        channels,
      ]),
    );
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
