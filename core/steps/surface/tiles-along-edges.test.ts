import { describe, expect, it } from 'vitest';
import { compile } from '../../fields/compile';
import { X, Y } from '../../fields/field';
import { scaling } from '../../geometry/affine';
import { fieldPlanes } from '../../kernels/field';
import type { ColourBuffer } from '../../pixels/buffer';
import { colourBuffer } from '../../pixels/buffer';
import { irregular } from './tiles';
import { tilesAlongEdges } from './tiles-along-edges';

const REGION = { x: 10, y: -20, width: 200, height: 180 };
const BACK = scaling(1 / 24);

/** Black on the left of a line, white on its right. */
function halves(at: (y: number) => number): ColourBuffer {
  const made = colourBuffer(REGION);
  for (let y = 0, p = 0; y < REGION.height; y++)
    for (let x = 0; x < REGION.width; x++, p += 4) {
      const v = x < at(y) ? 0 : 1;
      made.data.set([v, v, v, 1], p);
    }
  return made;
}

/** The share of px that lie on the smaller side of their tile. */
function mixed(picture: ColourBuffer, along: number): number {
  const { column, row } = tilesAlongEdges(picture, BACK, { loose: 0.8, seed: 3, along });
  const tiles = new Map<string, [dark: number, light: number]>();
  column.data.forEach((c, i) => {
    const key = `${c} ${row.data[i]}`;
    const sides = tiles.get(key) ?? [0, 0];
    sides[picture.data[4 * i]! > 0.5 ? 1 : 0]++;
    tiles.set(key, sides);
  });
  const wrong = [...tiles.values()].reduce((sum, s) => sum + Math.min(...s), 0);
  return wrong / (REGION.width * REGION.height);
}

describe('tiles along the edges of a picture', () => {
  it('that do not count are those that lie anywhere', () => {
    const flat = halves(() => 0);
    const made = tilesAlongEdges(flat, BACK, { loose: 0.7, seed: 5, along: 1 });
    const [column, row, edge] = fieldPlanes(
      (({ column: c, row: r, edge: e }) => compile([c, r, e]))(irregular(X, Y, 0.7, 5)),
      BACK,
      REGION,
    );
    let [same, off, count] = [0, 0, 0];
    column!.data.forEach((c, i) => {
      if (c === made.column.data[i] && row!.data[i] === made.row.data[i]) same++;
      const x = i % REGION.width;
      const y = Math.floor(i / REGION.width);
      // What lies beyond the region is not known to the second.
      if (Math.min(x, y, REGION.width - x, REGION.height - y) < 16) return;
      count++;
      off += Math.abs(edge!.data[i]! - made.edge.data[i]!);
    });
    expect(same / column!.data.length).toBeGreaterThan(0.995);
    expect(off / count).toBeLessThan(1 / 24);
  });

  it('keep to one side of an edge, the more so the more it counts', () => {
    for (const at of [
      () => 101,
      (y: number) => 60 + 0.4 * y,
      (y: number) => 100 + 30 * Math.sin(y / 40),
    ]) {
      const picture = halves(at);
      const [none, some, all] = [0, 0.3, 1].map((along) => mixed(picture, along)) as [
        number,
        number,
        number,
      ];
      expect(none).toBeGreaterThan(0.02);
      expect(some).toBeLessThan(none);
      expect(all).toBeLessThan(0.25 * none);
    }
  });
});
