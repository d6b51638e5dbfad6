import { describe, expect, it } from 'vitest';
import { defaultsOf } from '../../definitions/parameter-values';
import { compile } from '../../fields/compile';
import { X, Y } from '../../fields/field';
import { scaling } from '../../geometry/affine';
import { fieldPlanes } from '../../kernels/field';
import type { ColourBuffer } from '../../pixels/buffer';
import { colourBuffer } from '../../pixels/buffer';
import { pxAt } from '../../testing/painted';
import { stepContext } from '../../testing/step-context';
import { mosaic } from './mosaic';
import { pixelate } from './pixelate';
import type { Tiling } from './tiles';
import { bricks, hexagons, irregular, squares, triangles } from './tiles';

const REGION = { x: 0, y: 0, width: 240, height: 240 };

/** A picture whose red grows to the right and whose green grows downwards. */
function ramps(): ColourBuffer {
  const made = colourBuffer(REGION);
  for (let y = 0, p = 0; y < REGION.height; y++)
    for (let x = 0; x < REGION.width; x++, p += 4) made.data.set([x / 240, y / 240, 0.5, 1], p);
  return made;
}

/** Which tile each px is of, and how far from its edge, where a tile is 24 px. */
const laidOut = ({ column, row, edge }: Tiling) =>
  fieldPlanes(compile([column, row, edge]), scaling(1 / 24), REGION).map((p) => p.data) as [
    Float32Array,
    Float32Array,
    Float32Array,
  ];

describe('tiles', () => {
  const all: [string, Tiling, number][] = [
    ['squares', squares(X, Y), 1],
    ['blocks', squares(X, Y, 2), 2],
    ['bricks', bricks(X, Y), 2],
    ['triangles', triangles(X, Y), Math.sqrt(3) / 4],
    ['hexagons', hexagons(X, Y), Math.sqrt(3) / 2],
    ['irregular ones', irregular(X, Y, 0.8, 3), 1],
  ];

  it.each(all)('that are %s are as large as they should be, and whole', (_, tiling, area) => {
    const [columns, rows] = laidOut(tiling);
    const sizes = new Map<string, number>();
    expect(columns.every(Number.isInteger) && rows.every(Number.isInteger)).toBe(true);
    columns.forEach((c, i) => {
      const key = `${c} ${rows[i]}`;
      sizes.set(key, (sizes.get(key) ?? 0) + 1);
    });
    // Tiles at the edge of the region are cut: as many of them lie within as their share.
    const [count, px] = [sizes.size, REGION.width * REGION.height];
    const usual = [...sizes.values()].sort((a, b) => a - b)[Math.floor(0.6 * count)]!;
    expect(usual / (area * 24 * 24)).toBeGreaterThan(0.85);
    expect(usual / (area * 24 * 24)).toBeLessThan(1.2);
    expect(count).toBeGreaterThanOrEqual(Math.floor(px / (area * 24 * 24)));
  });

  it.each(all)('that are %s part where the distance to the edge is nothing', (_, tiling) => {
    const [columns, rows, edges] = laidOut(tiling);
    expect(Math.min(...edges)).toBeGreaterThanOrEqual(-1e-4);
    let [crossed, farthest] = [0, 0];
    for (let y = 0; y < 240; y++)
      for (let x = 1; x < 240; x++) {
        const i = y * 240 + x;
        if (columns[i] === columns[i - 1] && rows[i] === rows[i - 1]) continue;
        crossed++;
        farthest = Math.max(farthest, Math.min(edges[i]!, edges[i - 1]!));
      }
    // A px is a twenty-fourth of a tile.
    expect(farthest).toBeLessThan(1 / 24);
    expect(crossed).toBeGreaterThan(500);
  });
});

describe('a mosaic', () => {
  const see = (values: object, wanted = REGION, input = ramps()) =>
    mosaic.apply(
      input,
      { ...defaultsOf(mosaic.parameters), bevel: 0, grout: 0, ...values },
      stepContext(wanted),
    );

  it('has the mean colour of what each tile covers', () => {
    const made = see({ shape: 'square', size: 24 });
    // The tile from 48 to 72: its mean place is 59.5 px.
    for (const [x, y] of [
      [48, 50],
      [60, 60],
      [71, 71],
    ] as const) {
      expect(pxAt(made, x, y)[0]).toBeCloseTo(59.5 / 240, 5);
      expect(pxAt(made, x, y)[1]).toBeCloseTo(59.5 / 240, 5);
    }
    expect(pxAt(made, 72, 60)[0]).toBeCloseTo(83.5 / 240, 5);
  });

  it('has grout of its colour between tiles, as wide as asked', () => {
    const made = see({ shape: 'square', size: 24, grout: 50, groutColour: '#ffffff' });
    // Half of the width is grout: a quarter of the area is tile.
    let white = 0;
    for (let i = 0; i < made.data.length; i += 4) if (made.data[i + 2]! > 0.99) white++;
    expect(white / (240 * 240)).toBeCloseTo(0.75, 1);
  });

  it('is cut by its layer, or whole', () => {
    const input = ramps();
    for (let p = 0; p < input.data.length; p += 4)
      if ((p / 4) % 240 < 100) input.data.fill(0, p, p + 4);
    const cut = see({ shape: 'square', size: 24, edges: 'cut' }, REGION, input);
    expect(pxAt(cut, 99, 60)[3]).toBe(0);
    expect(pxAt(cut, 101, 60)[3]).toBeCloseTo(1, 6);
    // Of the tile from 96 to 120 five sixths are covered.
    const whole = see({ shape: 'square', size: 24, edges: 'whole' }, REGION, input);
    expect(pxAt(whole, 97, 60)[3]).toBeCloseTo(1, 6);
    expect(pxAt(whole, 95, 60)[3]).toBe(0);
  });

  it('is lit at the edges that face the lamp', () => {
    const flat = see({ shape: 'square', size: 24, grout: 8 });
    const round = see({ shape: 'square', size: 24, grout: 8, bevel: 60 });
    // The lamp is at the upper left.
    expect(pxAt(round, 50, 60)[2]).toBeGreaterThan(pxAt(flat, 50, 60)[2]! + 0.02);
    expect(pxAt(round, 69, 60)[2]).toBeLessThan(pxAt(flat, 69, 60)[2]! - 0.02);
    expect(pxAt(round, 60, 60)[2]).toBeCloseTo(pxAt(flat, 60, 60)[2]!, 5);
  });
});

describe('a pixelated picture', () => {
  it('is in blocks of their own width and height', () => {
    const made = pixelate.apply(ramps(), { width: 40, height: 20 }, stepContext(REGION));
    expect(pxAt(made, 41, 21)).toEqual(pxAt(made, 79, 39));
    expect(pxAt(made, 45, 25)[0]).toBeCloseTo(59.5 / 240, 5);
    expect(pxAt(made, 45, 25)[1]).toBeCloseTo(29.5 / 240, 5);
  });
});
