import { rowStride } from './arguments';
import type { Affine } from '../geometry/affine';
import { determinant } from '../geometry/affine';
import type { Sheet } from '../geometry/rubber-sheet';
import { farthest, marginFor, sheetUnder } from '../geometry/rubber-sheet';
import type { ColourBuffer } from '../pixels/buffer';
import { crop, unwritten } from '../pixels/buffer';
import { floats, scoped } from '../pixels/heap';
import type { Region } from '../pixels/region';
import { grow, intersect, isEmpty } from '../pixels/region';
import { onHeap, run } from './machine';

/** Floats of a triangle: for each corner where it is carried, x and y, and how far it came from there. */
const FLOATS = 12;
/** Layers in which triangles lie on one another, by their firmness. */
const LAYERS = 32;
/** What is as firm as this is a part itself and not the border that gives way. */
const FIRM = 0.999;

/**
 * Pixels carried by a sheet (own px, which `map` takes to px of the render), over what `wanted` shares
 * with all they can come to; null carries nothing. Where the sheet folds, its underside is not drawn, and of two sheets that lie on one another the firmer
 * covers the other by its coverage. Beyond the region of the pixels all is transparent.
 */
export function throughSheet(
  pixels: ColourBuffer,
  sheet: Sheet | null,
  map: Affine,
  wanted: Region,
): ColourBuffer {
  if (!sheet || isEmpty(pixels.region) || Math.abs(determinant(map)) < 1e-12)
    return crop(pixels, intersect(pixels.region, wanted));
  return scoped(() => {
    const placed = sheetUnder(map, sheet);
    const part = intersect(grow(pixels.region, marginFor(farthest(placed))), wanted);
    // A px more on every side, so that derivatives of the ways are the same everywhere.
    const around = grow(part, 1);
    const triangles = trianglesOver(placed, around, determinant(map) < 0);
    // For each px how far its colours came, and how far those of what lies beneath: x and y of both.
    const ways: ColourBuffer = unwritten(around, 4);
    const out: ColourBuffer = unwritten(part, 4);
    const { region } = pixels;
    onHeap((at) => {
      run('sheetRows', around.height, around.width * 16, [
        at(triangles),
        triangles.length / FLOATS,
        at(ways.data, 'write'),
        rowStride(around, 4),
        around.x,
        around.y,
        around.width,
      ]);
      run('carryRows', part.height, part.width * 60, [
        at(pixels.data),
        region.width,
        region.height,
        region.x,
        region.y,
        at(ways.data),
        at(out.data, 'write'),
        rowStride(part, 4),
        part.x,
        part.y,
        part.width,
      ]);
    });
    return out;
  });
}

/**
 * The triangles of a sheet (px of the render) that touch a region, in the order in which they are drawn: the firmer
 * later. Of a sheet with firm parts, those whose underside shows are left out; `mirrored` means that
 * undersides and upper sides have changed places.
 */
function trianglesOver(sheet: Sheet, region: Region, mirrored: boolean): Float32Array {
  const { columns, rows, from, to, hold } = sheet;
  const [x0, y0] = [region.x, region.y];
  const [x1, y1] = [x0 + region.width, y0 + region.height];
  const last = hold ? LAYERS : 0;
  /** The layer of a triangle; null if it is not drawn. */
  const layerOf = (a: number, b: number, c: number): number | null => {
    const [ax, ay, bx, by] = [to[2 * a]!, to[2 * a + 1]!, to[2 * b]!, to[2 * b + 1]!];
    const [cx, cy] = [to[2 * c]!, to[2 * c + 1]!];
    if (Math.max(ax, bx, cx) < x0 || Math.min(ax, bx, cx) > x1) return null;
    if (Math.max(ay, by, cy) < y0 || Math.min(ay, by, cy) > y1) return null;
    const turn = (bx - ax) * (cy - ay) - (by - ay) * (cx - ax);
    const firmness = hold ? (hold[a]! + hold[b]! + hold[c]!) / 3 : 0;
    const isUnderside = turn < 0 !== mirrored;
    if (turn === 0 || (hold && isUnderside && firmness < FIRM)) return null;
    return Math.floor(firmness * last);
  };
  // What is drawn, in the order of the grid; then by layers, each from where those before it end.
  const corners = new Int32Array(6 * rows * columns);
  const layers = new Uint8Array(2 * rows * columns);
  const begins = new Int32Array(last + 2);
  let count = 0;
  const add = (a: number, b: number, c: number) => {
    const layer = layerOf(a, b, c);
    if (layer === null) return;
    corners[3 * count] = a;
    corners[3 * count + 1] = b;
    corners[3 * count + 2] = c;
    layers[count++] = layer;
    begins[layer + 1]!++;
  };
  // Rows of the grid that lie above or below the region are passed over whole.
  const [highest, lowest] = [new Float64Array(rows), new Float64Array(rows)];
  for (let j = 0; j < rows; j++) {
    let [high, low] = [Infinity, -Infinity];
    for (let i = 2 * j * columns + 1; i < 2 * (j + 1) * columns; i += 2) {
      high = Math.min(high, to[i]!);
      low = Math.max(low, to[i]!);
    }
    highest[j] = high;
    lowest[j] = low;
  }
  for (let j = 0; j + 1 < rows; j++) {
    if (Math.max(lowest[j]!, lowest[j + 1]!) < y0) continue;
    if (Math.min(highest[j]!, highest[j + 1]!) > y1) continue;
    for (let i = 0; i + 1 < columns; i++) {
      const a = j * columns + i;
      const c = a + columns;
      add(a, a + 1, c + 1);
      add(a, c + 1, c);
    }
  }
  for (let i = 1; i < begins.length; i++) begins[i]! += begins[i - 1]!;
  const out = floats(count * FLOATS);
  for (let n = 0; n < count; n++) {
    let o = begins[layers[n]!]!++ * FLOATS;
    for (let k = 3 * n; k < 3 * n + 3; k++, o += 4) {
      const i = 2 * corners[k]!;
      out[o] = to[i]!;
      out[o + 1] = to[i + 1]!;
      out[o + 2] = from[i]! - to[i]!;
      out[o + 3] = from[i + 1]! - to[i + 1]!;
    }
  }
  return out;
}
