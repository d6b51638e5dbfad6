import { compile } from '../fields/compile';
import type { Term } from '../fields/field';
import { exp2, multiply } from '../fields/field';
import type { ColourBuffer } from '../pixels/buffer';
import { crop, unwritten } from '../pixels/buffer';
import type { Mixing } from '../pixels/colour';
import { floats, scoped } from '../pixels/heap';
import type { Region } from '../pixels/region';
import { isEmpty } from '../pixels/region';
import { rowStride } from './arguments';
import { fieldPlanes } from './field';
import { onHeap, run } from './machine';

/** From one node to the next, px, at most: and no fewer than so many along the longer side of what changes. */
const MOST_CELL = 8;
const NODES = 160;

/**
 * Pixels over a region, whose light (premultiplied, as `mixing` has it) is multiplied by 2 to the power of some stops: a formula of
 * the place, px of the render, that changes little over 1/`NODES` of `size` px; between nodes so far apart gains are mixed.
 */
export function exposedBy(
  pixels: ColourBuffer,
  region: Region,
  stops: Term,
  size: number,
  mixing: Mixing,
): ColourBuffer {
  const out: ColourBuffer = unwritten(region, 4);
  if (isEmpty(region)) return out;
  const cell = Math.max(1, Math.min(MOST_CELL, Math.floor(size / NODES)));
  const first = { x: Math.floor(region.x / cell), y: Math.floor(region.y / cell) };
  const nodes: Region = {
    ...first,
    width: Math.floor((region.x + region.width - 1) / cell) - first.x + 2,
    height: Math.floor((region.y + region.height - 1) / cell) - first.y + 2,
  };
  return scoped(() => {
    // A node stands where the middle of the px is of which it is the first.
    const off = 0.5 - cell / 2;
    const back = [cell, 0, 0, cell, off, off] as const;
    const program = compile([exp2(stops), exp2(multiply(stops, 1 / 2.4))]);
    const [gains, roots] = fieldPlanes(program, back, nodes);
    const pairs = floats(2 * gains!.data.length);
    gains!.data.forEach((gain, i) => {
      pairs[2 * i] = gain;
      pairs[2 * i + 1] = roots!.data[i]!;
    });
    const from = crop(pixels, region);
    onHeap((at) =>
      run('exposeRows', region.height, region.width * 8, [
        ...([at(from.data), rowStride(region, 4)] as const),
        ...([at(out.data, 'write'), rowStride(region, 4)] as const),
        ...([region.x, region.y, region.width, mixing === 'light' ? 1 : 0] as const),
        ...([at(pairs), nodes.width, first.x * cell, first.y * cell, cell] as const),
      ]),
    );
    return out;
  });
}
