import { strToU8, zipSync } from 'fflate';
import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { newPicture, newScene } from '../scene/model/make';
import type { Scene } from '../scene/model/schema';
import { assetName, assemble, packScene, unpackScene } from './ignis-file';
import { inspectPicture, isCutShort } from './picture-file';
import { readPng, writePng } from './png';

async function packed(): Promise<{ scene: Scene; assets: Map<string, Uint8Array> }> {
  const bytes = await writePng({
    width: 2,
    height: 1,
    depth: 8,
    data: Uint8Array.of(255, 0, 0, 255, 0, 9, 200, 77),
  });
  const asset = await assetName(bytes, 'png');
  const scene = newScene('Night seven', 20, 10, null);
  scene.layers.push(
    newPicture('P', { kind: 'picture', asset, width: 2, height: 1 }, scene, { x: 10, y: 5 }, true),
  );
  return { scene, assets: new Map([[asset, bytes]]) };
}

describe('PNG', () => {
  it('keeps straight RGBA exactly at 8 and 16 bits, colour under no alpha too', async () => {
    await fc.assert(
      fc.asyncProperty(
        fc.constantFrom<8 | 16>(8, 16),
        fc.integer({ min: 1, max: 9 }),
        fc.integer({ min: 1, max: 9 }),
        fc.nat(),
        async (depth, width, height, seed) => {
          const n = width * height * 4;
          const top = depth === 8 ? 255 : 65535;
          const values = Array.from(
            { length: n },
            (_, i) => (Math.imul(i + seed, 2654435761) >>> 8) % (top + 1),
          );
          const data = depth === 8 ? Uint8Array.from(values) : Uint16Array.from(values);
          const back = readPng(await writePng({ width, height, depth, data }), 'a.png');
          expect(back).toMatchObject({ width, height, depth });
          expect([...back.data]).toEqual(values);
        },
      ),
      { numRuns: 40 },
    );
  });
  it('cut short is refused by name, with what to do', async () => {
    const bytes = await writePng({
      width: 40,
      height: 40,
      depth: 8,
      data: new Uint8Array(6400).map((_, i) => i * 7),
    });
    for (const part of [0.3, 0.6, 0.95])
      expect(() => readPng(bytes.subarray(0, Math.floor(bytes.length * part)), 'pier.png')).toThrow(
        /“pier\.png” is damaged or cut short.*Save it again/,
      );
  });
});

describe('inspecting pictures', async () => {
  const one = await writePng({ width: 1, height: 1, depth: 8, data: new Uint8Array(4) });
  const png = (width: number, height: number) => {
    const bytes = one.slice();
    const view = new DataView(bytes.buffer, bytes.byteOffset);
    view.setUint32(16, width);
    view.setUint32(20, height);
    return bytes;
  };
  it('tells format and size from the header', () => {
    expect(inspectPicture(png(640, 480), 'a')).toEqual({
      format: 'png',
      width: 640,
      height: 480,
      turned: false,
    });
    const svg = strToU8('<svg xmlns="http://www.w3.org/2000/svg" width="30" height="20"/>');
    expect(inspectPicture(svg, 'a.svg').format).toBe('svg');
  });
  const refused: [string, Uint8Array, RegExp][] = [
    ['an empty file', new Uint8Array(0), /“x” is empty/],
    ['a text', strToU8('dear diary'), /no picture that can be read.*PNG, JPEG/],
    ['20,000 px a side', png(20_000, 10), /20000 × 10 px, which is too large.*16,384 px a side/],
    ['over 100 megapixels', png(12_000, 12_000), /too large.*100 megapixels/],
    ['no size', png(0, 5), /how large|no picture/],
  ];
  for (const [name, bytes, message] of refused)
    it(`refuses ${name}`, () => expect(() => inspectPicture(bytes, 'x')).toThrow(message));
  it('notices JPEG, GIF, WebP and BMP files that end too soon', () => {
    expect(isCutShort(Uint8Array.of(0xff, 0xd8, 1, 2, 3, 4), 'jpg')).toBe(true);
    expect(isCutShort(Uint8Array.of(0xff, 0xd8, 1, 2, 0xff, 0xd9), 'jpg')).toBe(false);
    expect(isCutShort(new Uint8Array(64), 'gif')).toBe(true);
    const webp = new Uint8Array(20);
    new DataView(webp.buffer).setUint32(4, 12, true);
    expect(isCutShort(webp, 'webp')).toBe(false);
    new DataView(webp.buffer).setUint32(4, 400, true);
    expect(isCutShort(webp, 'webp')).toBe(true);
    const bmp = new Uint8Array(40);
    new DataView(bmp.buffer).setUint32(2, 41, true);
    expect(isCutShort(bmp, 'bmp')).toBe(true);
  });
});

describe('.ignis files', () => {
  it('give back the scene and its pictures', async () => {
    const before = await packed();
    const after = await unpackScene(await packScene(before), 'a.ignis');
    expect(after.scene).toEqual(before.scene);
    expect([...after.assets]).toEqual([...before.assets]);
  });
  it('a folder laid out the same way is read as well', async () => {
    const { scene, assets } = await packed();
    const [[name, bytes]] = [...assets] as [[string, Uint8Array]];
    const files = { 'scene.json': strToU8(JSON.stringify(scene)), [`assets/${name}`]: bytes };
    expect((await assemble(files, 'folder')).scene).toEqual(scene);
  });

  const json = (value: unknown) => strToU8(JSON.stringify(value));
  const faults: [string, () => Promise<Uint8Array>, RegExp][] = [
    [
      'is no zip',
      async () => strToU8('not a zip at all'),
      /“f\.ignis” is no Ignis scene, or is damaged/,
    ],
    ['is empty', async () => new Uint8Array(0), /no Ignis scene/],
    [
      'holds no scene',
      async () => zipSync({ 'readme.txt': strToU8('hi') }),
      /holds no scene\.json/,
    ],
    [
      'holds no JSON',
      async () => zipSync({ 'scene.json': strToU8('{"format":') }),
      /scene\.json that is no JSON/,
    ],
    [
      'lacks a picture',
      async () => zipSync({ 'scene.json': json((await packed()).scene) }),
      /lacks the picture [0-9a-f]{12}…/,
    ],
    [
      'holds a changed picture',
      async () => {
        const { scene, assets } = await packed();
        return zipSync({
          'scene.json': json(scene),
          [`assets/${[...assets.keys()][0]!}`]: strToU8('other bytes'),
        });
      },
      /holds a picture that was changed or damaged/,
    ],
    [
      'names a file outside itself',
      async () =>
        zipSync({ '../evil.png': strToU8('x'), 'scene.json': json(newScene('A', 1, 1, null)) }),
      /names a file outside itself \(\.\.\/evil\.png\)/,
    ],
    [
      'comes from a newer version',
      async () => zipSync({ 'scene.json': json({ ...newScene('A', 1, 1, null), version: 99 }) }),
      /newer Ignis/,
    ],
    [
      'has a wrong type deep inside',
      async () =>
        zipSync({
          'scene.json': json({
            ...(await packed()).scene,
            layers: [{ ...(await packed()).scene.layers[0], opacity: 'half' }],
          }),
        }),
      /\$\.layers\[0\]\.opacity/,
    ],
    [
      'unpacks to more than 1 GB',
      async () => {
        const bytes = zipSync(
          { 'scene.json': json(newScene('A', 1, 1, null)), 'assets/big': new Uint8Array(100) },
          { level: 9 },
        );
        // The size that the directory gives is made 2 GB.
        const view = new DataView(bytes.buffer, bytes.byteOffset);
        for (let i = 0; i + 46 < bytes.length; i++)
          if (view.getUint32(i, true) === 0x02014b50) view.setUint32(i + 24, 2 ** 31, true);
        return bytes;
      },
      /unpacks to more than 1 GB/,
    ],
  ];
  for (const [name, make, message] of faults)
    it(`one that ${name} is refused with a reason`, async () => {
      await expect(unpackScene(await make(), 'f.ignis')).rejects.toThrow(message);
    });
});
