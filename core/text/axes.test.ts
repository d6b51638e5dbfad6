import { readFile } from 'node:fs/promises';
import { createRequire } from 'node:module';
import { beforeAll, describe, expect, it } from 'vitest';
import { sfntOf } from '../files/font-file';
import type { Axis } from './axes';
import { leans, ownAxes, placesOn } from './axes';
import { faceOf, type Face } from './face';
import { loadShaper } from './shaper';

const axis = (tag: string, min: number, usual: number, max: number): Axis => ({
  ...{ tag, label: tag, min, default: usual, max },
});
const plain = { weight: 400, italic: false, size: 20 };

describe('letters on the axes of their font', () => {
  it('stand by weight, italics and size where nothing else is set', () => {
    const axes = [
      ...[axis('opsz', 9, 14, 144), axis('wght', 100, 400, 900), axis('slnt', -10, 0, 0)],
      axis('wdth', 75, 100, 125),
    ];
    expect(placesOn(axes, { ...plain, size: 14 })).toEqual({});
    expect(placesOn(axes, { weight: 650, italic: true, size: 800 })).toEqual({
      ...{ opsz: 144, slnt: -10, wght: 650 },
    });
    expect(placesOn(axes, plain, { opsz: 30, wdth: 60, ital: 1, GRAD: 5 })).toEqual({
      ...{ opsz: 30, wdth: 75 },
    });
    // What differs in order alone is the same.
    expect(JSON.stringify(placesOn(axes.toReversed(), { ...plain, weight: 1000 }))).toBe(
      JSON.stringify(placesOn(axes, { ...plain, weight: 1000 })),
    );
  });

  it('lean by the axis of italics if there is one, and not twice', () => {
    const axes = [axis('ital', 0, 0, 1), axis('slnt', -12, 0, 0)];
    expect(placesOn(axes, { ...plain, italic: true })).toEqual({ ital: 1 });
    expect(leans(axes)).toBe(true);
    expect(leans([axis('wght', 1, 400, 900)])).toBe(false);
    expect(ownAxes([...axes, axis('SOFT', 0, 0, 100)]).map((a) => a.tag)).toEqual(['SOFT']);
  });
});

describe('a variable font', () => {
  let face: Face;
  beforeAll(async () => {
    await loadShaper();
    const { resolve } = createRequire(import.meta.url);
    const file = resolve('@fontsource-variable/fraunces/files/fraunces-latin-full-normal.woff2');
    face = faceOf((await sfntOf(await readFile(file), 'a.woff2')).bytes);
  });
  const run = { from: 0, to: 4, rtl: false, script: 'Latn', features: [] };
  const width = (f: Face) => f.shape('Tide', run).reduce((sum, g) => sum + g.advance, 0);
  const high = (f: Face) => f.box(f.shape('Tide', run)[0]!.glyph)!;

  it('says how it varies, and is another face at each place', () => {
    expect(
      face.axes.map((a) => [a.tag, a.min, a.max]).sort((a, b) => (a[0]! < b[0]! ? -1 : 1)),
    ).toEqual([
      ...[
        ['SOFT', 0, 100],
        ['WONK', 0, 1],
        ['opsz', 9, 144],
        ['wght', 100, 900],
      ],
    ]);
    const thin = face.at({ wght: 100 });
    expect(width(thin)).not.toBe(width(face));
    expect(high(thin)).not.toEqual(high(face));
    expect(face.at({})).toBe(face);
    expect(thin.at({ wght: 100 })).toBe(thin);
    expect(thin.at({})).toBe(face);
  });

  it('does not hold all places that letters ever stood at', () => {
    const first = face.at({ wght: 500 });
    for (let i = 0; i < 100; i++) face.at({ wght: 501 + i });
    expect(face.at({ wght: 500 })).not.toBe(first);
    expect(width(face.at({ wght: 500 }))).toBe(width(first));
  });
});
