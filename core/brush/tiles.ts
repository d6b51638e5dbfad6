import type { Memo } from '../definitions/memo';
import { copied, pasted } from '../kernels/rows';
import type { ColourBuffer } from '../pixels/buffer';
import { colourBuffer } from '../pixels/buffer';
import { scoped } from '../pixels/heap';
import type { Region } from '../pixels/region';
import { squaresOf } from '../pixels/region';

/**
 * What strokes come to, in tiles: each knows the strokes that touch it, and caches what some of them come to. So a new stroke
 * costs what it covers, to take it back what it uncovers, and to change an early one the tiles that it touches.
 */

/** The side of a tile, px of the render. */
export const TILE = 256;
/** How strokes of a kind are laid. */
export interface Laying<S extends object> {
  /** What the strokes stand under, as text: two that share it lay the same stroke the same. */
  place: string;
  /** A number for each stroke: the same, the same stroke. */
  name(stroke: S): number;
  /** All that a stroke may touch, px of the render. */
  reach(stroke: S): Region;
  /** Lays strokes one after the other on what is there, in place, over the whole of a tile. */
  lay(tile: ColourBuffer, strokes: readonly S[]): void;
  memo: Memo;
}

/** The strokes that touch a tile, in order. */
interface Column<S> {
  strokes: S[];
  /** A number for each run of strokes from the first on: the same run, the same number. */
  runs: number[];
}

/** Which tiles strokes touch, for one place. */
interface Index<S> {
  strokes: readonly S[];
  columns: Map<string, Column<S>>;
  /** The tiles of each stroke. */
  touched: string[][];
}

/** Numbers of runs by the run that they go on from and the stroke that follows. */
const runs = new Map<string, number>();
const MAX_RUNS = 500_000;
let nextRun = 1;
function runAfter(run: number, stroke: number): number {
  const key = `${run} ${stroke}`;
  let own = runs.get(key);
  if (own === undefined) {
    // None is given twice: what was cached under the old ones is made again.
    if (runs.size >= MAX_RUNS) runs.clear();
    runs.set(key, (own = nextRun++));
  }
  return own;
}

const tileKey = ({ x, y }: Region) => `${x} ${y}`;

/** The last indices, by place and first stroke: the next differs by few strokes. */
const indices = new Map<string, Index<object>>();
const MAX_INDICES = 24;

function indexOf<S extends object>(strokes: readonly S[], laying: Laying<S>): Index<S> {
  const { name, reach } = laying;
  const [first] = strokes;
  // Layers at one place are distinguished by their first strokes.
  const place = `${laying.place} ${first ? name(first) : ''}`;
  const index = (indices.get(place) ?? {
    ...{ strokes: [], columns: new Map(), touched: [] },
  }) as Index<S>;
  indices.delete(place);
  indices.set(place, index as unknown as Index<object>);
  if (indices.size > MAX_INDICES) indices.delete(indices.keys().next().value!);
  let same = 0;
  while (same < strokes.length && strokes[same] === index.strokes[same]) same++;
  // The strokes that are not the same any more stand last in their tiles.
  for (const tiles of index.touched.splice(same).reverse())
    for (const key of tiles) {
      const column = index.columns.get(key)!;
      column.strokes.pop();
      column.runs.pop();
    }
  for (const stroke of strokes.slice(same)) {
    const tiles = squaresOf(reach(stroke), TILE).map(tileKey);
    for (const key of tiles) {
      let column = index.columns.get(key);
      if (!column) index.columns.set(key, (column = { strokes: [], runs: [] }));
      column.runs.push(runAfter(column.runs.at(-1) ?? 0, name(stroke)));
      column.strokes.push(stroke);
    }
    index.touched.push(tiles);
  }
  index.strokes = strokes;
  return index;
}

/** What strokes come to, laid on nothing one after the other, over exactly `wanted`, px of the render. */
export function laidStrokes<S extends object>(
  strokes: readonly S[],
  wanted: Region,
  laying: Laying<S>,
): ColourBuffer {
  const { columns } = indexOf(strokes, laying);
  return scoped(() => {
    const out = colourBuffer(wanted);
    for (const tile of squaresOf(wanted, TILE)) {
      const column = columns.get(tileKey(tile));
      if (!column || column.strokes.length === 0) continue;
      scoped(() => void pasted(out, tileOf(column, tile, laying)));
    }
    return out;
  });
}

/** What the strokes of a tile come to. */
function tileOf<S extends object>(
  { strokes, runs: names }: Column<S>,
  region: Region,
  { place, lay, memo }: Laying<S>,
): ColourBuffer {
  const onward = (from: ColourBuffer | null, first: number, end: number): ColourBuffer => {
    const out = from ? copied(from) : colourBuffer(region);
    lay(out, strokes.slice(first, end));
    return out;
  };
  const upTo = (n: number): ColourBuffer | null => {
    if (n === 0) return null;
    // Without its lowest bit: few checkpoints lead to any number of strokes, close to one another only near its end.
    const last = n & (n - 1);
    return memo(
      `tile ${tileKey(region)} ${names[n - 1]} ${place}`,
      () => scoped(() => onward(upTo(last), last, n)),
      (made) => made.data.byteLength,
    );
  };
  const last = strokes.length - 1;
  return onward(upTo(last), last, strokes.length);
}
