import 'fake-indexeddb/auto';
import { readFileSync } from 'node:fs';
import Dexie from 'dexie';
import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest';
import { parseScene } from '@ignis/core/scene/model/check';
import { assetsMentioned } from '@ignis/core/scene/model/assets-mentioned';
import { type Scene } from '@ignis/core/scene/model/schema';
import { VERSION } from '@ignis/core/scene/model/version';
import type { SceneRecord } from './database';

/** A scene as that version saved it, from the examples of its time. */
const sceneOf = (version: number): Record<string, unknown> =>
  JSON.parse(
    readFileSync(
      new URL(`../../core/testing/saved-scenes/version-${version}.json`, import.meta.url),
      'utf8',
    ),
  ) as Record<string, unknown>;

const VERSIONS = Array.from({ length: VERSION }, (_, i) => i + 1);

/** The database as it was before it followed the version of scenes, with one scene and its pictures. */
async function keepAsBefore(id: string, scene: object): Promise<void> {
  const old = new Dexie('ignis');
  old.version(1).stores({ scenes: 'id, changed', assets: 'name' });
  old.version(2).stores({ recipes: 'id, kept' });
  await old.table('scenes').put({ id, scene, created: 1, changed: 2, thumbnail: null });
  for (const name of assetsMentioned(scene))
    await old.table('assets').put({ name, bytes: new Blob(['picture']) });
  old.close();
}

/** The storage as a page that was just opened has it. */
async function freshStorage() {
  vi.resetModules();
  const [scenes, records, assets, connection, earlier, types, library] = await Promise.all([
    import('./scenes'),
    import('./records'),
    import('./assets'),
    import('./connection'),
    import('./earlier'),
    import('./database'),
    import('./library'),
  ]);
  /** All scenes as the shelf shows them. */
  const listScenes = () =>
    new Promise<SceneRecord[]>((found) => {
      const stop = records.watchScenes((all) => {
        setTimeout(() => stop());
        found(all);
      });
    });
  return {
    ...{ ...scenes, ...records, ...assets, ...connection, ...earlier, ...types, ...library },
    listScenes,
  };
}

beforeEach(() => {
  vi.stubGlobal('navigator', {
    locks: { request: (_name: string, _how: object, task: (lock: object) => unknown) => task({}) },
  });
});
afterEach(async () => {
  vi.unstubAllGlobals();
  await Dexie.delete('ignis');
});

describe('a scene that an older version kept', () => {
  it.each(VERSIONS)('opens as a scene of today, of version %i', async (version) => {
    const scene = sceneOf(version);
    expect(scene.version).toBe(version);
    await keepAsBefore('a', scene);
    const { loadScene, database } = await freshStorage();
    const found = await loadScene('a');
    expect(found!.record.scene).toEqual(parseScene(scene));
    expect([...found!.assets.keys()].sort()).toEqual([...assetsMentioned(scene)].sort());
    // The database itself was brought up to date.
    expect((await database.scenes.get('a'))!.scene.version).toBe(VERSION);
    database.close();
  });

  it('opens too where it was put into a database of today', async () => {
    const { loadScene, database } = await freshStorage();
    await database.open();
    const scene = sceneOf(6) as never;
    await database.scenes.put({ id: 'a', scene, created: 1, changed: 2, thumbnail: null });
    expect((await loadScene('a'))!.record.scene).toEqual(parseScene(scene));
    database.close();
  });

  it('is opened without what is damaged, which is named; as it was it stays beside, with its pictures', async () => {
    const scene = sceneOf(5);
    const layers = scene.layers as { name: string; source: { passes?: unknown } }[];
    const damaged = layers.find((l) => l.source.passes)!;
    Object.assign(damaged, { name: 'Blade', source: { kind: 'line', passes: [{ stops: 'no' }] } });
    await keepAsBefore('a', scene);
    const { loadScene, listScenes, removeUnusedAssets, database } = await freshStorage();
    const found = await loadScene('a');
    expect(found!.aside.map((x) => x.name)).toEqual(['“Blade”']);
    expect(found!.record.scene.layers).toHaveLength(layers.length - 1);
    const all = await listScenes();
    const [own, whole] = [all.find((r) => r.id === 'a'), all.find((r) => r.id !== 'a')];
    expect(own!.scene).toEqual(found!.record.scene);
    expect(whole!.scene).toEqual({ ...scene, name: `${String(scene.name)}, as it was` });
    // Opened again there is nothing more to set aside, nor another copy.
    expect((await loadScene('a'))!.aside).toEqual([]);
    expect(await listScenes()).toHaveLength(2);
    await database.assets.put({ name: `${'0'.repeat(64)}.png`, bytes: new Blob(['unused']) });
    await removeUnusedAssets();
    expect(new Set(await database.assets.toCollection().primaryKeys())).toEqual(
      assetsMentioned(scene),
    );
    database.close();
  });

  it('is named and left as it is if nothing of it can be opened', async () => {
    const scene = { ...sceneOf(5), width: 'wide' };
    await keepAsBefore('a', scene);
    const { loadScene, database } = await freshStorage();
    await expect(loadScene('a')).rejects.toThrow(/^\$\.width/);
    expect((await database.scenes.get('a'))!.scene).toEqual(scene);
    database.close();
  });
});

describe('a scene that is saved', () => {
  const scene = parseScene(sceneOf(5));
  const names = [...assetsMentioned(scene)];
  const bytesOf = () => new Blob(['picture']);

  it('is called saved only with its pictures, which are put back if the database lost them', async () => {
    const { saveScene, loadScene, database } = await freshStorage();
    expect(names.length).toBeGreaterThan(0);
    await expect(saveScene('a', scene)).rejects.toThrow('is no longer in this browser');
    expect((await saveScene('a', scene, { bytesOf })).where).toBe('saved');
    // The browser empties the database under the page.
    await database.scenes.clear();
    await database.assets.clear();
    expect((await saveScene('a', scene, { bytesOf })).where).toBe('saved');
    expect([...(await loadScene('a'))!.assets.keys()].sort()).toEqual(names.sort());
    database.close();
  });

  it('is in the page alone where there is no database', async () => {
    const { saveScene, loadScene, storageFault, database } = await freshStorage();
    vi.spyOn(console, 'error').mockImplementation(() => undefined);
    database.open = () => Promise.reject(new Error('refused')) as never;
    expect((await saveScene('a', { ...scene, layers: [] })).where).toBe('page');
    expect(storageFault()).toContain('does not let Ignis save scenes');
    expect((await loadScene('a'))!.record.scene.name).toBe(scene.name);
  });

  it('is in the page alone too where the database never answers', async () => {
    const { saveScene, database } = await freshStorage();
    vi.spyOn(console, 'error').mockImplementation(() => undefined);
    database.open = () => new Promise(() => undefined) as never;
    vi.useFakeTimers();
    try {
      const saving = saveScene('a', { ...scene, layers: [] });
      await vi.advanceTimersByTimeAsync(3100);
      expect((await saving).where).toBe('page');
    } finally {
      vi.useRealTimers();
    }
  });

  it('is within its limits, and opens again, whatever its name is', async () => {
    const { createScene, renameScene, loadScene, database } = await freshStorage();
    const id = await createScene({ ...scene, name: 'n'.repeat(240) }, assets());
    expect((await loadScene(id))!.record.scene.name).toHaveLength(200);
    await renameScene(id, `${'m'.repeat(199)}🏮`);
    expect((await loadScene(id))!.record.scene.name).toBe('m'.repeat(199));
    database.close();
  });
  const assets = () => new Map(names.map((n) => [n, bytesOf()] as const));
});

describe('a scene that lacks a picture', () => {
  it('opens without what shows it, which is named; as it was it stays beside', async () => {
    const scene = parseScene(sceneOf(9));
    const [gone, ...others] = assetsMentioned(scene);
    const { saveScene, loadScene, listScenes, database } = await freshStorage();
    await database.assets.bulkPut(others.map((name) => ({ name, bytes: new Blob(['picture']) })));
    await database.scenes.put({ id: 'a', scene, created: 1, changed: 2, thumbnail: null });
    const found = await loadScene('a');
    expect(found!.aside.length).toBeGreaterThan(0);
    expect(found!.aside[0]!.message).toBe('Its file is no longer in this browser.');
    expect(assetsMentioned(found!.record.scene)).not.toContain(gone);
    const all = await listScenes();
    expect(all.find((r) => r.id !== 'a')!.scene).toEqual({
      ...scene,
      name: `${scene.name}, as it was`,
    });
    // It is saved on from what was opened.
    const over = { scene: found!.record.scene, revision: found!.record.revision!, changed: 2 };
    await saveScene('a', { ...over.scene, name: 'Later' }, { over });
    expect((await loadScene('a'))!.aside).toEqual([]);
    database.close();
  });
});

describe('a scene that two tabs write', () => {
  const scene: Scene = { ...parseScene(sceneOf(9)), layers: [] };

  it('is written over what the tab knows, and over nothing else', async () => {
    const { saveScene, renameScene, loadScene, SceneConflict, database } = await freshStorage();
    const first = (await saveScene('a', scene)).stored;
    const second = (await saveScene('a', { ...scene, name: 'Second' }, { over: first })).stored;
    expect(second.revision).toBe(first.revision + 1);
    await expect(saveScene('a', { ...scene, name: 'Late' }, { over: first })).rejects.toThrow(
      SceneConflict,
    );
    expect((await loadScene('a'))!.record.scene.name).toBe('Second');
    await renameScene('a', 'Third');
    const late = saveScene('a', { ...scene, name: 'Late' }, { over: second });
    await expect(late).rejects.toMatchObject({ record: { scene: { name: 'Third' } } });
    database.close();
  });

  it('is put back where it was deleted meanwhile', async () => {
    const { saveScene, removeScene, loadScene, database } = await freshStorage();
    const { stored } = await saveScene('a', scene);
    await removeScene('a');
    await saveScene('a', { ...scene, name: 'Back' }, { over: stored });
    expect((await loadScene('a'))!.record.scene.name).toBe('Back');
    database.close();
  });

  it('has earlier states to go back to, and their pictures are kept', async () => {
    vi.useFakeTimers({ toFake: ['Date'] });
    const { saveScene, earlierScenes, removeUnusedAssets, removeScene, saveAsset, database } =
      await freshStorage();
    const full = parseScene(sceneOf(9));
    const names = [...assetsMentioned(full)];
    for (const name of names) await saveAsset(name, new Blob(['picture']));
    let { stored } = await saveScene('a', full);
    for (const name of ['One', 'Two', 'Three']) {
      vi.setSystemTime(Date.now() + 20_000);
      ({ stored } = await saveScene('a', { ...scene, name }, { over: stored }));
    }
    vi.useRealTimers();
    const states = await earlierScenes('a');
    expect(states.map((s) => s.scene.name)).toEqual(['Two', 'One', full.name]);
    expect(states.at(-1)!.scene).toEqual(full);
    await removeUnusedAssets();
    expect(await database.assets.count()).toBe(names.length);
    await removeScene('a');
    await removeUnusedAssets();
    expect(await database.assets.count()).toBe(0);
    expect(await database.earlier.count()).toBe(0);
    database.close();
  });
});

it('what the library holds keeps its pictures, though no scene has them', async () => {
  const { putInLibrary, removeFromLibrary, listLibrary, removeUnusedAssets, saveAsset, database } =
    await freshStorage();
  const scene = parseScene(sceneOf(9));
  const names = [...assetsMentioned(scene)];
  for (const name of names) await saveAsset(name, new Blob(['picture']));
  await putInLibrary({
    ...{ id: 'a', name: 'Night', tags: [], kept: 1, thumbnail: null },
    thing: { kind: 'template', scene },
  });
  await removeUnusedAssets();
  expect(await database.assets.count()).toBe(names.length);
  const [item] = await listLibrary();
  expect(item).toMatchObject({ name: 'Night', thing: { kind: 'template', scene } });
  await removeFromLibrary(item!);
  await removeUnusedAssets();
  expect(await database.assets.count()).toBe(0);
  database.close();
});

describe('the earlier states of a scene that is damaged later', () => {
  it('go with the copy that stays of it as it was', async () => {
    const { saveScene, loadScene, listScenes, earlierScenes, database } = await freshStorage();
    const scene: Scene = { ...parseScene(sceneOf(9)), layers: [] };
    const { stored } = await saveScene('a', scene);
    await saveScene('a', { ...scene, name: 'Later' }, { over: stored });
    const record = (await database.scenes.get('a'))!;
    await database.scenes.put({ ...record, scene: { ...record.scene, guides: 'none' } as never });
    expect((await loadScene('a'))!.aside.map((x) => x.name)).toEqual(['the guides']);
    expect(await earlierScenes('a')).toEqual([]);
    const whole = (await listScenes()).find((r) => r.id !== 'a')!;
    expect(await database.earlier.where('scene').equals(whole.id).count()).toBe(1);
    database.close();
  });
});

describe('the shelf', () => {
  it('is given the same record again unless that was written', async () => {
    const { saveScene, watchScenes, database } = await freshStorage();
    const scene: Scene = { ...parseScene(sceneOf(9)), layers: [] };
    await saveScene('a', scene);
    await saveScene('b', scene);
    const seen: SceneRecord[][] = [];
    const stop = watchScenes((records) => seen.push(records));
    await vi.waitFor(() => expect(seen).toHaveLength(1));
    await saveScene('b', { ...scene, name: 'Other' });
    await vi.waitFor(() => expect(seen.at(-1)!.some((r) => r.scene.name === 'Other')).toBe(true));
    stop();
    const of = (id: string, records: SceneRecord[]) => records.find((r) => r.id === id);
    expect(of('a', seen.at(-1)!)).toBe(of('a', seen[0]!));
    expect(of('b', seen.at(-1)!)).not.toBe(of('b', seen[0]!));
    database.close();
  });

  it('lists damaged scenes too, and knows them', async () => {
    const { listScenes, removeScene, hasScene, database } = await freshStorage();
    await database.open();
    const rows = [
      { id: 'whole', scene: sceneOf(9), created: 1, changed: 2, thumbnail: null },
      { id: 'empty', scene: null, created: 1, changed: 3, thumbnail: null },
      { id: 'bare' },
      { id: 'nameless', scene: { width: 3, height: 4 }, changed: 'x' },
    ];
    for (const row of rows) await database.scenes.put(row as never);
    const listed = await listScenes();
    expect(listed.map((r) => r.id).sort()).toEqual(rows.map((r) => r.id).sort());
    expect(listed.filter(hasScene).map((r) => r.id)).toEqual(['whole']);
    await removeScene('bare');
    expect(await listScenes()).toHaveLength(3);
    database.close();
  });
});
