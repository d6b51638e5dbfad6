import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { readPicture } from '../picture-file';
import { asciiOf, joined } from './format';

/** Radiance pictures, written here as its specification says. */

type Px = readonly [r: number, g: number, b: number, e: number];

const file = (header: string, size: string, rows: readonly (readonly number[])[]) =>
  joined(
    asciiOf(`${['#?RADIANCE', ...(header ? [header] : []), '', size].join('\n')}\n`),
    Uint8Array.from(rows.flat()),
  );

/** Planes of a row, each as runs where three or more are alike. */
function planes(row: readonly Px[]): number[] {
  const out = [2, 2, row.length >> 8, row.length & 255];
  for (let c = 0; c < 4; c++)
    for (let i = 0; i < row.length;) {
      let run = 1;
      while (i + run < row.length && run < 127 && row[i + run]![c] === row[i]![c]) run++;
      if (run > 2) out.push(128 + run, row[i]![c]!);
      else {
        run = 1;
        out.push(1, row[i]![c]!);
      }
      i += run;
    }
  return out;
}

/** Light of a number: the middle of its step (G. Ward). */
const light = (mantissa: number, e: number) =>
  e === 0 ? 0 : ((mantissa + 0.5) / 256) * 2 ** (e - 128);

const px = fc.tuple(
  fc.integer({ min: 0, max: 255 }),
  fc.integer({ min: 0, max: 255 }),
  fc.integer({ min: 128, max: 255 }),
  fc.integer({ min: 100, max: 150 }),
);

const read = async (bytes: Uint8Array) => (await readPicture(bytes, 'a.hdr'))!;

describe('Radiance', () => {
  it('planes and plain px give the same light, that of the formula', () =>
    fc.assert(
      fc.asyncProperty(
        fc.array(fc.array(px, { minLength: 11, maxLength: 11 }), { minLength: 1, maxLength: 4 }),
        async (rows) => {
          const size = `-Y ${rows.length} +X 11`;
          // A row of plain px may not look like planes, nor like a repetition.
          const plain = rows.map((row) => row.map(([r, g, b, e]): Px => [Math.max(3, r), g, b, e]));
          const a = await read(file('FORMAT=32-bit_rle_rgbe', size, plain.map(planes)));
          const b = await read(
            file(
              'FORMAT=32-bit_rle_rgbe',
              size,
              plain.map((r) => r.flat()),
            ),
          );
          expect(a).toMatchObject({ width: 11, height: rows.length, depth: 32 });
          expect(a.data).toEqual(b.data);
          const expected = plain.flatMap((row) =>
            row.flatMap(([r, g, b, e]) => [light(r, e), light(g, e), light(b, e), 1]),
          );
          expect([...a.data]).toEqual([...Float32Array.from(expected)]);
        },
      ),
      { numRuns: 40 },
    ));

  it('repeated px, their counts in parts of 8 bits', async () => {
    const row = [9, 130, 200, 129, 1, 1, 1, 2, 1, 1, 1, 1];
    const { data } = await read(file('', '-Y 1 +X 259', [row]));
    expect(data.slice(4 * 258, 4 * 258 + 3)).toEqual(data.slice(0, 3));
    expect(data[0]).toBeCloseTo(light(9, 129), 6);
  });

  it('rows from below, from the right, and columns stand as they should', async () => {
    const six: Px[] = [10, 20, 30, 40, 50, 60].map((v) => [v, 200, 200, 128]);
    const first = async (size: string) => {
      const { data, width } = await read(file('', size, [six.flat()]));
      const reds = Array.from({ length: 6 }, (_, i) => Math.floor(data[4 * i]! * 256));
      return [width, ...reds];
    };
    expect(await first('-Y 2 +X 3')).toEqual([3, 10, 20, 30, 40, 50, 60]);
    expect(await first('+Y 2 +X 3')).toEqual([3, 40, 50, 60, 10, 20, 30]);
    expect(await first('-Y 2 -X 3')).toEqual([3, 30, 20, 10, 60, 50, 40]);
    expect(await first('+X 2 -Y 3')).toEqual([2, 10, 40, 20, 50, 30, 60]);
  });

  it('exposures and corrections that were put on are taken off; other primaries are followed', async () => {
    const one = [[128, 128, 128, 129]];
    const plain = await read(file('', '-Y 1 +X 1', one));
    const lit = await read(file('EXPOSURE=2\nEXPOSURE=4\nCOLORCORR=1 2 4', '-Y 1 +X 1', one));
    expect(lit.data[0]).toBeCloseTo(plain.data[0]! / 8, 6);
    expect(lit.data[2]).toBeCloseTo(plain.data[2]! / 32, 6);
    const wide = 'PRIMARIES=0.708 0.292 0.170 0.797 0.131 0.046 0.3127 0.3290';
    const red = await read(file(wide, '-Y 1 +X 1', [[255, 0, 0, 128]]));
    // ITU-R BT.2087: its red lies outside sRGB.
    expect(red.data[0]).toBeCloseTo(1.6605 * light(255, 128), 1);
    expect(red.data[1]).toBeLessThan(-0.1);
  });

  const refused: [string, Uint8Array, RegExp][] = [
    ['without a size', file('', 'big', []), /how large/],
    ['cut short', file('', '-Y 40 +X 40', [[1, 2, 3, 4]]), /damaged or cut short/],
    ['with a row too long', file('', '-Y 1 +X 9', [[2, 2, 0, 9, 255, 7]]), /damaged/],
    ['repeating nothing', file('', '-Y 1 +X 4', [[1, 1, 1, 3]]), /damaged/],
    ['too large', file('', '-Y 60000 +X 60000', []), /too large/],
    ['in XYZ', file('FORMAT=32-bit_rle_xyze', '-Y 1 +X 1', [[9, 9, 9, 9]]), /CIE XYZ.*RGBE/],
  ];
  it.each(refused)('one %s is refused in words', async (_, bytes, words) => {
    await expect((async () => read(bytes))()).rejects.toThrow(words);
  });
});
