import { strFromU8, strToU8, unzipSync, zipSync } from 'fflate';
import { describe, expect, it } from 'vitest';
import { newFill, newScene } from '../../scene/model/make';
import { sceneFaults } from '../../scene/model/check';
import { packScene, unpackScene } from '../ignis-file';
import { writePng } from '../png';
import { writtenOpenRaster, type Raster } from './writer';

const png = (width: number, height: number) =>
  writePng({ width, height, depth: 8, data: new Uint8Array(width * height * 4).fill(200) });

async function raster(): Promise<Raster> {
  const scene = newScene('Live', 40, 30, null);
  scene.layers.push(newFill('Back', '#203040'));
  const layer = { opacity: 1, visible: true, blend: 'normal', png: await png(40, 30) };
  return {
    ...{ width: 40, height: 30 },
    layers: [
      { ...layer, name: 'Pier & "dusk"' },
      { ...layer, name: 'Glow', opacity: 0.5, blend: 'screen' },
      { ...layer, name: 'Grain', visible: false, blend: 'mid-grey-add' },
    ],
    merged: await png(40, 30),
    thumbnail: await png(20, 15),
    scene: (await packScene({ scene, assets: new Map() })).bytes,
  };
}

/** An archive as others write it. */
const archive = async (stack: string, files: Record<string, Uint8Array> = {}) =>
  zipSync({
    mimetype: [strToU8('image/openraster'), { level: 0 }],
    'stack.xml': strToU8(stack),
    'data/a.png': [await png(20, 10), { level: 0 }],
    ...files,
  });

describe('OpenRaster', () => {
  it('is laid out as the specification says', async () => {
    const bytes = await writtenOpenRaster(await raster());
    // The kind stands at a fixed place: a local header of 30 bytes, then the name.
    expect(strFromU8(bytes.subarray(30, 38))).toBe('mimetype');
    expect(strFromU8(bytes.subarray(38, 54))).toBe('image/openraster');
    const files = unzipSync(bytes);
    expect(Object.keys(files)).toEqual(
      expect.arrayContaining(['stack.xml', 'mergedimage.png', 'Thumbnails/thumbnail.png']),
    );
    const xml = strFromU8(files['stack.xml']!);
    // The foremost layer stands first.
    expect(xml.indexOf('Grain')).toBeLessThan(xml.indexOf('Glow'));
    expect(xml).toContain('composite-op="svg:screen"');
    expect(xml).toContain('name="Pier &#38; &#34;dusk&#34;"');
  });

  it('comes back live where nothing was changed, and as pictures where something was', async () => {
    const bytes = await writtenOpenRaster(await raster());
    const live = await unpackScene(bytes, 'a.ora');
    expect(live.scene.layers.map((l) => [l.name, l.source.kind])).toEqual([['Back', 'fill']]);
    const files = unzipSync(bytes);
    files['stack.xml'] = strToU8(
      strFromU8(files['stack.xml']!).replace('opacity="0.5"', 'opacity="0.25"'),
    );
    const changed = await unpackScene(zipSync(files), 'Pier.ora');
    expect(changed.scene.name).toBe('Pier');
    expect(
      changed.scene.layers.map(({ name, opacity, visible, blend }) => [
        name,
        opacity,
        visible,
        blend,
      ]),
    ).toEqual([
      ['Pier & "dusk"', 100, true, 'normal'],
      ['Glow', 25, true, 'screen'],
      ['Grain', 100, false, 'normal'],
    ]);
    expect([changed.assets.size, changed.lost.size]).toEqual([1, 0]);
    expect(sceneFaults(changed.scene)).toEqual([]);
  });

  it('of others is read: offsets, groups, isolation, and what is left out', async () => {
    const { scene } = await unpackScene(
      await archive(
        '<image w="100" h="80"><stack><stack name="Lamps" isolation="isolate" opacity=".5" composite-op="svg:plus"><layer src="data/a.png" x="5" y="-3"/><layer src="data/gone.png"/></stack><text x="1"/><layer name="Ground" src="data/a.png" composite-op="theirs:own"/></stack></image>',
      ),
      'b.ora',
    );
    expect([scene.width, scene.height]).toEqual([100, 80]);
    const [ground, lamps] = scene.layers;
    expect(ground).toMatchObject({ name: 'Ground', blend: 'normal', opacity: 100 });
    expect(lamps).toMatchObject({ name: 'Lamps', blend: 'add', opacity: 50 });
    expect(lamps!.source).toMatchObject({ kind: 'group', lands: 'one' });
    const [lamp, ...more] = lamps!.layers!;
    expect(more).toEqual([]);
    expect(lamp!.placement).toMatchObject({ x: 5, y: -3, scaleX: 1, scaleY: 1 });
    expect(sceneFaults(scene)).toEqual([]);
  });

  it('that is damaged is refused in words', async () => {
    const bad: [string, RegExp][] = [
      ['<image w="100" h="80"></image>', /damaged list of layers/],
      ['<image h="80"><stack/></image>', /how large/],
      ['<image w="99999" h="80"><stack/></image>', /too large/],
      ['no list', /damaged list of layers/],
    ];
    for (const [stack, words] of bad)
      await expect(unpackScene(await archive(stack), 'c.ora')).rejects.toThrow(words);
    const text = { 'data/a.png': strToU8('dear diary') };
    await expect(
      unpackScene(
        await archive('<image w="9" h="9"><stack><layer src="data/a.png"/></stack></image>', text),
        'c.ora',
      ),
    ).rejects.toThrow(/no picture|cannot be read/);
  });
});
