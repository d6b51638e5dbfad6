import { describe, expect, it } from 'vitest';
import { asciiOf, joined } from './format';
import { brandsOf, heifProperties } from './heif-properties';

/** Properties of HEIF files that are written here, box by box. */

const u32 = (...values: number[]) =>
  joined(...values.map((v) => Uint8Array.of(v >>> 24, (v >> 16) & 255, (v >> 8) & 255, v & 255)));
const box = (kind: string, ...content: Uint8Array[]) => {
  const inside = joined(...content);
  return joined(u32(inside.length + 8), asciiOf(kind), inside);
};
const PLAIN = u32(0);

/** A file that shows item 2, which has the properties at some places (from 1); item 1 has the first alone. */
function file(properties: Uint8Array[], shown: readonly number[], isWide = false): Uint8Array {
  const list = (numbers: readonly number[]) =>
    Uint8Array.from(numbers.flatMap((n) => (isWide ? [0x80, n] : [0x80 | n])));
  const entry = (id: number, numbers: readonly number[]) =>
    joined(Uint8Array.of(0, id, numbers.length), list(numbers));
  return joined(
    box('ftyp', asciiOf('mif1\0\0\0\0mif1heic')),
    box(
      'meta',
      PLAIN,
      box('pitm', PLAIN, Uint8Array.of(0, 2)),
      box(
        'iprp',
        box('ipco', ...properties),
        box('ipma', u32(isWide ? 1 : 0, 2), entry(1, [1]), entry(2, shown)),
      ),
    ),
  );
}

const ispe = (width: number, height: number) => box('ispe', PLAIN, u32(width, height));

describe('properties of HEIF files', () => {
  it.each([false, true])('are those of the picture shown, numbers of 15 bits: %s', (isWide) => {
    const wide = box('colr', asciiOf('nclx'), Uint8Array.of(0, 12, 0, 13, 0, 6, 128));
    const bytes = file([ispe(9, 9), wide, ispe(640, 480)], [3, 2], isWide);
    expect(brandsOf(bytes)).toEqual(['mif1', 'mif1', 'heic']);
    expect(heifProperties(bytes)).toMatchObject({
      ...{ width: 640, height: 480, orientation: 1, bits: 8, crop: null, icc: null },
      codePoints: [12, 13],
    });
  });

  it('say which part is shown', () => {
    const clap = box('clap', u32(600, 1, 900, 2, 0, 1, 0, 1));
    expect(heifProperties(file([ispe(640, 480), clap], [1, 2]))!.crop).toEqual({
      ...{ width: 600, height: 450 },
    });
  });

  // As Exif has them (CIPA DC-008, "Orientation"), by what is done first.
  const turns: [string, Uint8Array[], number][] = [
    ['a quarter anti-clockwise', [box('irot', Uint8Array.of(1))], 8],
    ['half a turn', [box('irot', Uint8Array.of(2))], 3],
    ['three quarters', [box('irot', Uint8Array.of(3))], 6],
    ['top to bottom', [box('imir', Uint8Array.of(0))], 4],
    ['left to right', [box('imir', Uint8Array.of(1))], 2],
    [
      'a quarter, then left to right',
      [box('irot', Uint8Array.of(1)), box('imir', Uint8Array.of(1))],
      7,
    ],
    [
      'left to right, then a quarter',
      [box('imir', Uint8Array.of(1)), box('irot', Uint8Array.of(1))],
      5,
    ],
    [
      'upside down, then a quarter',
      [box('imir', Uint8Array.of(0)), box('irot', Uint8Array.of(1))],
      7,
    ],
  ];
  it.each(turns)('%s', (_, boxes, orientation) => {
    const shown = [1, ...boxes.map((_, i) => i + 2)];
    expect(heifProperties(file([ispe(4, 3), ...boxes], shown))!.orientation).toBe(orientation);
  });

  it('are none of a file cut short', () => {
    const bytes = file([ispe(640, 480)], [1]);
    for (let length = 0; length < bytes.length; length += 7)
      expect(heifProperties(bytes.subarray(0, length))).toBeNull();
  });
});
