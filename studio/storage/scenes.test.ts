import 'fake-indexeddb/auto';
import { readFileSync } from 'node:fs';
import Dexie from 'dexie';
import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest';
import { parseScene } from '@ignis/core/scene/model/check';
import { assetsMentioned } from '@ignis/core/scene/model/needs';
import { VERSION } from '@ignis/core/scene/model/schema';

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
  return { ...(await import('./scenes')), ...(await import('./connection')) };
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

  it('is named and left as it is if it is damaged; its pictures stay', async () => {
    const scene = sceneOf(5);
    (scene.layers as { source: { passes?: unknown } }[]).find((l) => l.source.passes)!.source = {
      ...{ kind: 'line', passes: [{ stops: 'none' }] },
    };
    await keepAsBefore('damaged', scene);
    const { loadScene, removeUnusedAssets, database } = await freshStorage();
    await expect(loadScene('damaged')).rejects.toThrow(/^\$\.layers\[\d+\]\.source/);
    expect((await database.scenes.get('damaged'))!.scene).toEqual(scene);
    await database.assets.put({ name: `${'0'.repeat(64)}.png`, bytes: new Blob(['unused']) });
    await removeUnusedAssets();
    expect(new Set(await database.assets.toCollection().primaryKeys())).toEqual(
      assetsMentioned(scene),
    );
    database.close();
  });
});
