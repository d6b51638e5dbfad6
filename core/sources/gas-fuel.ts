import type { Affine, Box } from '../geometry/affine';
import { boxOfRegion, boxUnder, regionAround, unitedBox } from '../geometry/affine';
import type { Path } from '../geometry/path';
import { curveBox } from '../geometry/path';
import { strandsOf } from '../geometry/strand';
import type { Plane } from '../pixels/buffer';
import { crop } from '../pixels/buffer';
import { scoped } from '../pixels/heap';
import { grow } from '../pixels/region';
import type { BegunOn } from './beginnings';
import { shapeOf } from './beginnings';
import { coarseCoverage } from './coarse-coverage';
import type { GasGrid } from './gas-grid';
import type { GasValues } from './gas-parameters';

/** What gas rises from: where it lies, and how much of it each cell is given. */

/** What covers no more than this, such as a glow, does not burn. */
const BURNS = 0.4;
/** How deep the edges of a layer burn, of the height of flames. */
const BED = 0.045;

/** The box of what burns in the layer's own px; null if nothing does. */
export function burningBox(
  v: GasValues,
  caster: BegunOn | undefined,
  place: { x: number; y: number },
  scene: Box,
  map: Affine,
): Box | null {
  if (v.from === 'point')
    return { x0: place.x - v.wide, y0: place.y - 4, x1: place.x + v.wide, y1: place.y + 4 };
  return scoped(() => {
    if (!caster) return null;
    const { covers, paths } = shapeOf(caster, v.from);
    if (paths.length > 0) return boxAround(paths, bedOf(v));
    const seen = coarseCoverage(covers, scene, map);
    if (!seen) return null;
    let [x0, y0, x1, y1] = [Infinity, Infinity, -Infinity, -Infinity];
    for (let y = 0, i = 0; y < seen.height; y++)
      for (let x = 0; x < seen.width; x++, i++) {
        if (seen.coverage.data[i]! <= BURNS) continue;
        [x0, y0] = [Math.min(x0, x), Math.min(y0, y)];
        [x1, y1] = [Math.max(x1, x + 1), Math.max(y1, y + 1)];
      }
    return x0 > x1 ? null : boxUnder(seen.toOwn, { x0, y0, x1, y1 });
  });
}

/** How deep a bed of fuel lies at edges and to either side of lines, own px. */
const bedOf = (v: GasValues): number => BED * v.height;

/** The box round paths and so far beyond; null for none. */
function boxAround(paths: readonly Path[], far: number): Box | null {
  const boxes = paths.map(curveBox).filter((b) => b !== null);
  return boxes.length > 0 ? boxOfRegion(regionAround(boxes.reduce(unitedBox), far)) : null;
}

/** Writes fuel to the cells that a bed along paths covers, each by how much of it. */
function layAlong(
  out: Float32Array,
  paths: readonly Path[],
  { width, height, map, cell }: GasGrid,
  v: GasValues,
): void {
  const reach = Math.max(0.8, bedOf(v) / cell);
  for (const { points, closed } of strandsOf(paths, map, { tolerance: 0.1, turn: 0.5 })) {
    const n = points.length / 2;
    for (let k = 0; k < (closed || n === 1 ? n : n - 1); k++) {
      const [ax, ay] = [points[2 * k]!, points[2 * k + 1]!];
      const to = (k + 1) % n;
      const [dx, dy] = [points[2 * to]! - ax, points[2 * to + 1]! - ay];
      const long = dx * dx + dy * dy;
      const [x0, x1] = [Math.min(0, dx) + ax - reach - 1, Math.max(0, dx) + ax + reach + 1];
      const [y0, y1] = [Math.min(0, dy) + ay - reach - 1, Math.max(0, dy) + ay + reach + 1];
      for (let y = Math.max(0, Math.floor(y0)); y < Math.min(height, y1); y++)
        for (let x = Math.max(0, Math.floor(x0)); x < Math.min(width, x1); x++) {
          const [px, py] = [x + 0.5 - ax, y + 0.5 - ay];
          const t = long > 0 ? Math.max(0, Math.min(1, (px * dx + py * dy) / long)) : 0;
          const far = Math.hypot(px - t * dx, py - t * dy);
          const covered = Math.max(0, Math.min(1, reach - far + 0.5));
          const i = y * width + x;
          out[i] = Math.max(out[i]!, (covered * v.strength) / 100);
        }
    }
  }
}

/** How much fuel each cell of a grid is given: what a layer covers there, its edges, or those that look up. */
export function fuelFor(
  v: GasValues,
  grid: GasGrid,
  caster: BegunOn | undefined,
  place: { x: number; y: number },
): Float32Array {
  const { width, height, map, cell } = grid;
  const out = new Float32Array(width * height);
  const strong = v.strength / 100;
  if (v.from === 'point') {
    const [cx, cy] = [map[0] * place.x + map[4], map[3] * place.y + map[5]];
    const [rx, ry] = [Math.max(1, v.wide / cell), Math.max(1.2, (0.16 * v.wide) / cell)];
    for (let y = 0, i = 0; y < height; y++)
      for (let x = 0; x < width; x++, i++) {
        const d = Math.hypot((x + 0.5 - cx) / rx, (y + 0.5 - cy) / ry);
        out[i] = strong * Math.max(0, Math.min(1, (1 - d) * 3));
      }
    return out;
  }
  if (!caster) return out;
  const { covers, paths } = shapeOf(caster, v.from);
  if (paths.length > 0) {
    layAlong(out, paths, grid, v);
    return out;
  }
  const region = { x: 0, y: 0, width, height };
  // Edges burn so deep.
  const deep = Math.max(1, Math.round(bedOf(v) / cell));
  const far = grow(region, deep);
  const seen: Plane = scoped(() => {
    const { region: r, data } = crop(covers(map, far), far);
    return {
      channels: 1,
      region: r,
      data: data.map((v) => Math.max(0, Math.min(1, 4 * (v - BURNS)))),
    };
  });
  const everywhere = v.from === 'area' || v.from === 'within';
  const row = far.width;
  const [across, down] = [deep, deep * row];
  for (let y = 0, i = 0; y < height; y++)
    for (let x = 0; x < width; x++, i++) {
      const q = (y + deep) * row + x + deep;
      const own = seen.data[q]!;
      const above = seen.data[q - down]!;
      const beside = Math.min(seen.data[q - across]!, seen.data[q + across]!);
      const least = Math.min(above, seen.data[q + down]!, beside);
      const lost = everywhere ? 0 : v.from === 'upper' ? above : least;
      out[i] = Math.min(1, strong * Math.max(0, own - lost));
    }
  return out;
}
