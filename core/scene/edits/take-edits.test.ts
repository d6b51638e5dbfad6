import { describe, expect, it } from 'vitest';
import { corner } from '../../geometry/path';
import { packScene, unpackScene } from '../../files/ignis-file';
import { render } from '../../render/render';
import { ASSET, lookUp } from '../../testing/scenes';
import { parseScene, sceneFaults } from '../model/check';
import { newEcho, newFill, newLine, newPicture, newScene, newStep } from '../model/make';
import { assetsOf } from '../model/needs';
import { salvaged, withoutAssets } from '../model/salvage';
import type { Scene } from '../model/schema';
import { everyLayer } from '../model/schema';
import { withinLimits } from '../model/limits';
import { EMPTY_HISTORY, edit, remember, undo } from './edit';
import { addLayers, findLayer, removeLayer, setScene } from './layer-edits';
import { setLight } from './line-edits';
import {
  backToTake,
  saveTake,
  layerOfTake,
  nextTakeName,
  removeTake,
  renameTake,
  stateOf,
} from './take-edits';

const AT = 1_790_000_000_000;
const line = newLine(
  'Line',
  { closed: false, anchors: [corner(4, 8), corner(50, 30)] },
  '#ff5a1f',
  4,
);
const picture = newPicture(
  'Boat',
  { kind: 'picture', asset: ASSET, width: 60, height: 44 },
  newScene('', 60, 44, null),
  { x: 30, y: 22 },
  false,
);
const start: Scene = { ...newScene('Pier', 60, 44, '#102030'), layers: [picture, line] };
const saved = edit(start, '', saveTake('Warm', AT)).scene;
const take = saved.takes![0]!;
const later = edit(
  edit(saved, '', setLight(line.id, '#2fb8ff')).scene,
  '',
  removeLayer(picture.id),
).scene;
const pixels = (scene: Scene) =>
  render(scene, { region: { x: 0, y: 0, width: 60, height: 44 }, scale: 1, picture: lookUp }).data;

describe('a take', () => {
  it('is the scene as it was, shared and not copied, whatever is changed later', () => {
    expect(take).toMatchObject({ name: 'Warm', at: AT });
    expect(take.scene).toBe(start);
    expect(later.takes![0]!.scene.layers).toBe(start.layers);
    expect(stateOf(saved)).toEqual(start);
    expect(stateOf(saved)).toBe(stateOf(saved));
    // A take of a scene that has takes holds none of them.
    const second = edit(later, '', saveTake('Cold', AT + 1)).scene;
    expect(second.takes![1]!.scene).not.toHaveProperty('takes');
    expect(nextTakeName(second)).toBe('Take 3');
  });

  it('is gone back to, and undo takes that back', () => {
    const { scene: back, change } = edit(later, 'Go back', backToTake(take.id));
    expect(pixels(back)).toEqual(pixels(start));
    expect(back.takes).toEqual(later.takes);
    const undone = undo(back, remember(EMPTY_HISTORY, change))!.scene;
    expect(undone).toEqual(later);
  });

  it('gives a layer, with ids of its own, that looks at what there is', () => {
    const fetched = layerOfTake(later, take.id, picture.id)!;
    expect(fetched.id).not.toBe(picture.id);
    expect({ ...fetched, id: picture.id }).toEqual(picture);
    const scene = edit(later, '', addLayers([fetched])).scene;
    expect(sceneFaults(scene)).toEqual([]);
    expect(layerOfTake(later, take.id, 'none')).toBeNull();
    const echo = newEcho(line, 5);
    const echoed = edit({ ...start, layers: [line, echo] }, '', saveTake('Echo', AT)).scene;
    const source = layerOfTake(echoed, echoed.takes![0]!.id, echo.id)!.source;
    expect(source).toMatchObject({ kind: 'echo', of: line.id });
  });

  it('is renamed and deleted, and there are no more than 24', () => {
    expect(edit(later, '', renameTake(take.id, 'Dusk')).scene.takes![0]!.name).toBe('Dusk');
    expect(edit(later, '', removeTake(take.id)).scene).not.toHaveProperty('takes');
    let full = start;
    for (let i = 0; i < 24; i++) full = edit(full, '', saveTake(nextTakeName(full), AT + i)).scene;
    expect(sceneFaults(full)).toEqual([]);
    expect(() => edit(full, '', saveTake('One more', AT))).toThrow(/at most 24 takes/);
    const more = { ...full, takes: [...full.takes!, { ...take, id: 'more' }] };
    expect(sceneFaults(more)[0]!.message).toMatch(/at most 24 takes/);
  });

  it('keeps its assets, in a file too', async () => {
    const without = edit(later, '', setScene({ background: '#000000' })).scene;
    expect(everyLayer(without.layers).some((l) => l.id === picture.id)).toBe(false);
    expect(assetsOf(without)).toEqual([ASSET]);
    const fills: Scene = { ...newScene('F', 20, 20, null), layers: [newFill('Fill', '#334455')] };
    const scene = edit(fills, '', saveTake('Plain', AT)).scene;
    const { bytes } = await packScene({ scene, assets: new Map() });
    expect((await unpackScene(bytes, 'pier.ignis')).scene).toEqual(scene);
  });

  it('of an older version is brought up to date with its scene', () => {
    const old = {
      ...{ format: 'ignis', version: 1, name: 'Old', width: 20, height: 20, background: null },
      layers: [],
    };
    const scene = parseScene({ ...saved, takes: [{ ...take, scene: old }] });
    expect(scene.takes![0]!.scene).toMatchObject({ version: saved.version, mixing: 'displayed' });
  });

  it('that is damaged is set aside, and the scene opens', () => {
    const damaged = {
      ...saved,
      takes: [
        { ...take, scene: { ...start, mixing: 'soup' } },
        { ...take, id: 'b' },
      ],
    };
    const found = salvaged(damaged)!;
    expect(found.scene.takes!.map((t) => t.id)).toEqual(['b']);
    expect(found.aside.map((a) => a.name)).toEqual(['the take “Warm”']);
    const bad = { ...line, opacity: 400 };
    const inner = { ...saved, takes: [{ ...take, scene: { ...start, layers: [picture, bad] } }] };
    expect(salvaged(inner)!.scene.takes![0]!.scene.layers).toEqual([picture]);
    const left = withoutAssets(later, new Map([[ASSET, 'It is lost.']])).scene;
    expect(left.takes![0]!.scene.layers.map((l) => l.id)).toEqual([line.id]);
  });

  it('is refused in words where groups are too deep, and holds no takes', () => {
    let deep: unknown = [];
    for (let i = 0; i < 5000; i++) deep = [{ layers: deep }];
    expect(
      sceneFaults({ ...saved, takes: [{ ...take, scene: { ...start, layers: deep } }] })[0]!
        .message,
    ).toMatch(/at most 16 deep/);
    expect(sceneFaults({ ...saved, takes: [{ ...take, scene: saved }] })).not.toEqual([]);
  });

  it('costs an edit nothing', () => {
    const grown = edit(later, '', (s) => {
      findLayer(s, line.id)!.steps.push(newStep('blur.gaussian'));
    }).scene;
    expect(withinLimits(grown).scene.takes).toBe(later.takes);
  });
});
