import { compress } from 'woff2-encoder';
import { beforeAll, describe, expect, it } from 'vitest';
import { shippedFace } from '../../server/src/fonts';
import { collectionOf } from '../testing/collection';
import { woffOf } from '../testing/woff';
import { FontFault, faceOf } from '../text/face';
import { loadShaper } from '../text/shaper';
import { collectionTitles, isCollection } from './font-collection';
import { sfntOf } from './font-file';

let ttf: Uint8Array;
beforeAll(async () => {
  await loadShaper();
  ttf = (await shippedFace('anton-400'))!;
});

const read = (bytes: Uint8Array) => sfntOf(bytes, 'mine.ttf');
const widths = (bytes: Uint8Array) =>
  faceOf(bytes)
    .shape('TIDE', { from: 0, to: 4, rtl: false, script: 'Latn', features: [] })
    .map((g) => g.advance);

describe('a font’s file', () => {
  it('that is plain is kept as it is', async () => {
    expect(await read(ttf)).toEqual({ bytes: ttf, format: 'ttf' });
  });
  it('packed as WOFF or WOFF2 gives the same letters', async () => {
    for (const packed of [woffOf(ttf), await compress(ttf)]) {
      const { bytes, format } = await read(packed);
      expect(format).toBe('ttf');
      expect(widths(bytes)).toEqual(widths(ttf));
    }
  });
  it('that is a collection gives each of its fonts', async () => {
    const other = (await shippedFace('oswald-400'))!;
    const both = collectionOf([ttf, other]);
    expect(collectionTitles(both)).toEqual(['Anton Regular', 'Oswald Regular']);
    for (const [face, own] of [ttf, other].entries()) {
      const { bytes, format } = await sfntOf(both, 'both.ttc', face);
      expect(format).toBe('ttf');
      expect(widths(bytes)).toEqual(widths(own));
    }
    await expect(sfntOf(both, 'both.ttc', 2)).rejects.toThrow(/damaged or cut short/);
    await expect(read(both.subarray(0, 4000))).rejects.toThrow(/damaged or cut short/);
    expect(isCollection(ttf)).toBe(false);
  });
  it('that is wrong is refused with a reason', async () => {
    await expect(read(new Uint8Array())).rejects.toThrow(/is empty/);
    await expect(read(new TextEncoder().encode('<html>'))).rejects.toThrow(
      /no font that can be read/,
    );
    await expect(read(ttf.subarray(0, 4000))).rejects.toThrow(/cut short/);
    await expect(read(woffOf(ttf).subarray(0, 3000))).rejects.toThrow(/damaged or cut short/);
    const collected = (await compress(ttf)).slice();
    collected.set(
      Array.from('ttcf', (c) => c.charCodeAt(0)),
      4,
    );
    await expect(read(collected)).rejects.toThrow(/packed collection.*unpacked, as TTC/);
    await expect(read((await compress(ttf)).subarray(0, 3000))).rejects.toThrow(
      /damaged or cut short/,
    );
  });
  it('is refused before it unpacks to more than any font is', async () => {
    const woff = woffOf(ttf);
    const view = new DataView(woff.buffer);
    for (let i = 0; i < view.getUint16(12); i++) view.setUint32(44 + 20 * i + 12, 60 * 2 ** 20);
    await expect(read(woff)).rejects.toThrow(/damaged or cut short/);
    const woff2 = (await compress(ttf)).slice();
    new DataView(woff2.buffer).setUint32(16, 2 ** 31);
    await expect(read(woff2)).rejects.toMatchObject({
      message: expect.stringMatching(/damaged or cut short/) as string,
      cause: { message: 'It unpacks to more than 64 MB.' },
    });
  });
  it('says if it may not be kept within other files, or has no outlines', () => {
    const table = (tag: string) => {
      const view = new DataView(ttf.buffer, ttf.byteOffset, ttf.byteLength);
      const count = view.getUint16(4);
      for (let i = 0; i < count; i++) {
        const at = 12 + 16 * i;
        if (String.fromCharCode(...ttf.subarray(at, at + 4)) === tag)
          return { entry: at, at: view.getUint32(at + 8), length: view.getUint32(at + 12) };
      }
      throw new Error(`The font has no table ${tag}.`);
    };
    const forbidden = Uint8Array.from(ttf);
    new DataView(forbidden.buffer).setUint16(table('OS/2').at + 8, 2);
    expect(() => faceOf(forbidden)).toThrow(FontFault);
    expect(() => faceOf(forbidden)).toThrow(/may not be kept/);
    const hollow = Uint8Array.from(ttf);
    hollow.set(new TextEncoder().encode('glyg'), table('glyf').entry);
    expect(() => faceOf(hollow)).toThrow(/no outlines/);
    expect(faceOf(ttf).isBlank).toBe(false);
    // Every glyph is as long as none, as in fonts that keep their letters as coloured layers.
    const blank = Uint8Array.from(ttf);
    const loca = table('loca');
    blank.fill(0, loca.at, loca.at + loca.length);
    expect(faceOf(blank).isBlank).toBe(true);
    expect(() => faceOf(new Uint8Array(40))).toThrow(/damaged, cut short or no font/);
  });
});
