import { strFromU8, strToU8, unzipSync, zipSync } from 'fflate';
import { describe, expect, it } from 'vitest';
import { assetName } from '../files/ignis-file';
import { writePng } from '../files/png';
import { shippedBrushes } from '../recipes/brushes/shipped';
import { shippedRecipes } from '../recipes/shipped';
import { carried } from '../scene/edits/carried';
import { emptyWells } from '../scene/edits/picture-edits';
import {
  newFill,
  newGroup,
  newLine,
  newPicture,
  newScene,
  newTextLayer,
} from '../scene/model/make';
import type { Layer } from '../scene/model/schema';
import type { LibraryEntry } from './entry';
import { entriesFor, sortOf, tagsIn, takenScene } from './entry';
import { packLibrary, unpackLibrary } from './library-file';

const layerEntry = (name: string, layer: Layer, tags: string[] = []): LibraryEntry => {
  const scene = newScene('From', 60, 40, null);
  scene.layers.push(layer);
  return { name, tags, thing: { kind: 'layer', scene: carried(scene, layer) } };
};

async function sample() {
  const data = Uint8Array.of(255, 0, 0, 255, 0, 9, 200, 77);
  const bytes = await writePng({ width: 2, height: 1, depth: 8, data });
  const asset = await assetName(bytes, 'png');
  const heron = newPicture(
    'Heron',
    { kind: 'picture', asset, width: 2, height: 1, well: { asks: 'Your subject', filled: true } },
    newScene('', 60, 40, null),
    { x: 5, y: 5 },
    true,
  );
  const template = newScene('Night', 60, 40, '#000010');
  template.layers.push(newFill('Sky', '#102040'), heron);
  const entries: LibraryEntry[] = [
    layerEntry('Heron', heron, ['bird', 'pier']),
    { name: 'Night', tags: [], thing: { kind: 'template', scene: template } },
    { name: 'Gold', tags: ['metal'], thing: { kind: 'recipe', recipe: shippedRecipes[0]! } },
    { name: 'Ink', tags: [], thing: { kind: 'brush', brush: shippedBrushes[0]! } },
  ];
  return { entries, assets: new Map([[asset, bytes]]), asset };
}

describe('the library as a file', () => {
  it('comes back as it was, each picture once', async () => {
    const { entries, assets, asset } = await sample();
    const packed = packLibrary(entries, assets);
    expect(packed.lost).toEqual([]);
    const back = await unpackLibrary(packed.bytes, 'a.ignis-library');
    expect(back.lost).toEqual([]);
    expect(back.entries).toEqual(JSON.parse(JSON.stringify(entries)));
    expect([...back.assets]).toEqual([[asset, assets.get(asset)]]);
  });

  it('loses an entry that is damaged or lacks its picture, by name, and keeps the others', async () => {
    const { entries, assets, asset } = await sample();
    const files = unzipSync(packLibrary(entries, assets).bytes);
    const list = JSON.parse(strFromU8(files['library.json']!)) as {
      entries: { thing: { recipe: { body: number } } }[];
    };
    list.entries[2]!.thing.recipe.body = 700;
    list.entries.push({ thing: { recipe: { body: 1 } } });
    const file = zipSync({ 'library.json': strToU8(JSON.stringify(list)) });
    const back = await unpackLibrary(file, 'a.ignis-library');
    expect(back.entries.map((e) => e.name)).toEqual(['Ink']);
    expect(back.lost).toHaveLength(4);
    expect(back.lost[0]).toContain(`“Heron”: The picture ${asset.slice(0, 12)}`);
    expect(back.lost[2]).toMatch(/^“Gold”: /);
    expect(back.lost[3]).toMatch(/^The 5\. entry: /);
  });

  it('is saved without what has lost its picture, which is named', async () => {
    const { entries } = await sample();
    const { bytes, lost } = packLibrary(entries, new Map());
    expect(lost).toEqual(['Heron', 'Night']);
    const back = await unpackLibrary(bytes, 'a.ignis-library');
    expect([back.entries.map((e) => e.name), back.lost]).toEqual([['Gold', 'Ink'], []]);
  });

  it('that is none, or of a newer version, is refused with what to do', async () => {
    const read = (files: Record<string, string>) =>
      unpackLibrary(
        zipSync(Object.fromEntries(Object.entries(files).map(([n, t]) => [n, strToU8(t)]))),
        'x.zip',
      );
    await expect(read({ 'scene.json': '{}' })).rejects.toThrow(
      /holds no library.json.*ignis-library/,
    );
    await expect(read({ 'library.json': '{' })).rejects.toThrow(/damaged/);
    await expect(read({ 'library.json': '{"format":"other","version":1}' })).rejects.toThrow(
      /is no library/,
    );
    await expect(read({ 'library.json': '{"version":9}' })).rejects.toThrow(/newer Ignis/);
    await expect(unpackLibrary(strToU8('no zip'), 'x.zip')).rejects.toThrow(
      /x\.zip.*is no library.*ignis-library/,
    );
  });
});

describe('the library', () => {
  it('gives scenes of today, whose wells ask again, and names what is wrong with a damaged one', async () => {
    const { entries } = await sample();
    const { thing } = entries[1]!;
    const scene = thing.kind === 'template' ? thing.scene : null;
    expect(emptyWells(takenScene(scene!).layers).map((w) => w.asks)).toEqual(['Your subject']);
    expect(() => takenScene({ ...scene!, width: -3 })).toThrow(/^\$\.width/);
  });
  it('sorts things by what they are', async () => {
    const { entries } = await sample();
    const path = { closed: false, anchors: [] };
    const others = [
      newLine('L', path),
      newTextLayer('T', { font: 'anton', size: 9, colour: '#ffffff' }),
      newGroup('G', [], 'through'),
      newFill('F', '#000000'),
    ].map((l) => layerEntry(l.name, l));
    expect([...entries, ...others].map((e) => sortOf(e.thing))).toEqual([
      ...['picture', 'template', 'recipe', 'brush', 'line', 'text', 'group', 'other'],
    ]);
  });
  it('is searched by all words, in names and tags, and by sort', async () => {
    const { entries } = await sample();
    const found = (text: string, sort: Parameters<typeof entriesFor>[2] = null) =>
      entriesFor(entries, text, sort).map((e) => e.name);
    expect(found('')).toHaveLength(4);
    expect(found('PIER her')).toEqual(['Heron']);
    expect(found('pier gold')).toEqual([]);
    expect(found('', 'recipe')).toEqual(['Gold']);
    expect(found('heron', 'recipe')).toEqual([]);
  });
  it('takes tags as they are written', () => {
    expect(tagsIn(' Bird, pier ,,bird,  ')).toEqual(['bird', 'pier']);
    expect(tagsIn('')).toEqual([]);
    expect(tagsIn(`${'x'.repeat(90)}`)[0]).toHaveLength(40);
    expect(tagsIn(Array.from({ length: 50 }, (_, i) => `t${i}`).join())).toHaveLength(20);
  });
});
