import type { ColourBuffer } from '../pixels/buffer';
import { unwritten } from '../pixels/buffer';
import type { Mixing } from '../pixels/colour';
import type { StoredTable, Three } from '../pixels/colour-table';
import type { Region } from '../pixels/region';
import { NOWHERE, after, rowStride } from './arguments';
import { onHeap, rowsOf, run } from './machine';

/**
 * Colours of a buffer over a region within it, through a table: `numbers` are as `unpackedTable` gives them. Tables take sRGB-encoded
 * colours and give such; what lies beyond their domain is as its end, so that light above white is cut there. Between the places of a
 * cube it is tetrahedral (Kasson, Nin, Plouffe and Hafner, 1995).
 */
export function throughTable(
  colours: ColourBuffer,
  region: Region,
  mixing: Mixing,
  { curve, side, curveDomain, cubeDomain }: StoredTable,
  numbers: Float32Array,
): ColourBuffer {
  const out: ColourBuffer = unwritten(region, 4);
  const inverse = ([low, high]: readonly [Three, Three]) => low.map((v, i) => 1 / (high[i]! - v));
  const domains = [curveDomain[0], inverse(curveDomain), cubeDomain[0], inverse(cubeDomain)];
  onHeap((at) => {
    const first = at(numbers);
    run('colourTableRows', region.height, region.width * 12, [
      at(out.data, 'write'),
      rowStride(region, 4),
      ...rowsOf(at, colours, region),
      region.width,
      mixing === 'light' ? 1 : 0,
      curve > 0 ? first : NOWHERE,
      curve,
      after(first, 16 * curve),
      side,
      at(Float32Array.from(domains.flatMap((d) => [...d, 0]))),
    ]);
  });
  return out;
}
