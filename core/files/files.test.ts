import { strToU8, zipSync } from 'fflate';
import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { newPicture, newScene, newTextLayer } from '../scene/model/make';
import type { Scene } from '../scene/model/schema';
import { assetName, assemble, packScene, unpackScene, whole } from './ignis-file';
import { formatNamed } from './formats/index';
import { inspectPicture } from './picture-file';
import { readPng, writePng } from './png';
import { filesAtHand } from './zip';

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
          const back = await readPng(await writePng({ width, height, depth, data }), 'a.png');
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
      await expect(
        readPng(bytes.subarray(0, Math.floor(bytes.length * part)), 'pier.png'),
      ).rejects.toThrow(/“pier\.png” is damaged or cut short.*Save it again/);
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
      orientation: 1,
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
  const isCutShort = (bytes: Uint8Array, format: string) => formatNamed(format).isCutShort!(bytes);
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
    const { bytes, lost } = await packScene(before);
    expect(lost.size).toBe(0);
    const after = whole(await unpackScene(bytes, 'a.ignis'), 'a.ignis');
    expect(after.scene).toEqual(before.scene);
    expect([...after.assets]).toEqual([...before.assets]);
  });
  it('a folder laid out the same way is read as well', async () => {
    const { scene, assets } = await packed();
    const [[name, bytes]] = [...assets] as [[string, Uint8Array]];
    const files = { 'scene.json': strToU8(JSON.stringify(scene)), [`assets/${name}`]: bytes };
    expect((await assemble(filesAtHand(files), 'folder')).scene).toEqual(scene);
  });

  const json = (value: unknown) => strToU8(JSON.stringify(value));
  /** A zip whose directory's entries are changed; `at` is where each begins. */
  const withDirectory = (zip: Uint8Array, change: (view: DataView, at: number) => void) => {
    const view = new DataView(zip.buffer, zip.byteOffset, zip.length);
    for (let i = 0; i + 46 < zip.length; i++)
      if (view.getUint32(i, true) === 0x02014b50) change(view, i);
    return zip;
  };
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
      /scene\.json that is damaged/,
    ],
    [
      'lacks a picture',
      async () => zipSync({ 'scene.json': json((await packed()).scene) }),
      /is not whole\. The picture [0-9a-f]{12}… that the scene needs is not there\./,
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
      /The picture [0-9a-f]{12}… was changed or damaged/,
    ],
    [
      'names a file outside itself',
      async () =>
        zipSync({ '../evil.png': strToU8('x'), 'scene.json': json(newScene('A', 1, 1, null)) }),
      /names a file outside itself/,
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
        const { scene, assets } = await packed();
        const [name, bytes] = [...assets][0]!;
        const zip = zipSync({ 'scene.json': json(scene), [`assets/${name}`]: bytes });
        return withDirectory(zip, (view, at) => view.setUint32(at + 24, 2 ** 31, true));
      },
      /unpacks to far more than it should|unpacks to more than 1 GB|is damaged/,
    ],
    [
      'is a bomb',
      async () =>
        withDirectory(zipSync({ 'scene.json': json(newScene('A', 1, 1, null)) }), (view, at) =>
          view.setUint32(at + 24, 2 ** 28, true),
        ),
      /unpacks to far more than it should \(scene\.json\)/,
    ],
    [
      'has a bomb for a picture',
      async () => {
        const { scene, assets } = await packed();
        return zipSync({
          'scene.json': json(scene),
          [`assets/${[...assets.keys()][0]!}`]: new Uint8Array(2 ** 22),
        });
      },
      /unpacks to far more than it should/,
    ],
    [
      'has a wrong checksum',
      async () => {
        const zip = zipSync({ 'scene.json': json(newScene('A', 1, 1, null)) });
        return withDirectory(zip, (view, at) => view.setUint32(at + 16, 7, true));
      },
      /holds a damaged file \(scene\.json\)/,
    ],
    [
      'says a picture is of another size',
      async () => {
        const { scene, assets } = await packed();
        const other = structuredClone(scene);
        Object.assign(other.layers[0]!.source, { width: 9 });
        const [name, bytes] = [...assets][0]!;
        return zipSync({ 'scene.json': json(other), [`assets/${name}`]: bytes });
      },
      /is 2 × 1 px, and not 9 × 1 px as the scene says/,
    ],
  ];
  for (const [name, make, message] of faults)
    it(`one that ${name} is refused with a reason`, async () => {
      const opened = unpackScene(await make(), 'f.ignis').then((u) => whole(u, 'f.ignis'));
      await expect(opened).rejects.toThrow(message);
    });

  it('one that holds much that it does not need is opened without a look at that', async () => {
    const scene = newScene('A', 1, 1, null);
    const zip = zipSync(
      { 'scene.json': json(scene), 'assets/never.png': new Uint8Array(2 ** 22) },
      { level: 1 },
    );
    expect((await unpackScene(zip, 'f.ignis')).scene).toEqual(scene);
  });

  it('are saved without pictures that are damaged, and these are named', async () => {
    const { scene, assets } = await packed();
    const [name] = assets.keys();
    const { bytes, lost } = await packScene({ scene, assets: new Map([[name!, strToU8('x')]]) });
    expect([...lost.values()]).toEqual([
      expect.stringMatching(/^The picture [0-9a-f]{12}… was changed or damaged\.$/),
    ]);
    const back = await unpackScene(bytes, 'f.ignis');
    expect(back.scene).toEqual(scene);
    expect([...back.lost.keys()]).toEqual([name]);
  });

  it('name a font that is none', async () => {
    const bytes = strToU8('no font at all');
    const asset = await assetName(bytes, 'ttf');
    const scene = newScene('A', 100, 100, null);
    scene.layers.push(newTextLayer('Tide', { font: asset }));
    const { lost } = await packScene({ scene, assets: new Map([[asset, bytes]]) });
    expect([...lost.values()]).toEqual([expect.stringContaining('damaged, cut short or no font')]);
  });
});
