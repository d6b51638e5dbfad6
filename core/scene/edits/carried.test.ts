import { expect, test } from 'vitest';
import { newFill, newMask, newPicture, newScene, newStep } from '../model/make';
import { parseScene } from '../model/check';
import { assetsOf } from '../model/needs';
import { addCarried, carried, unpacked } from './carried';
import { edit } from './edit';

const asset = `${'a'.repeat(64)}.jpg`;
const source = { kind: 'picture', asset, width: 40, height: 30 } as const;

/** A picture with a step within a kept selection, which is within another; and one that has nothing to do with it. */
function held() {
  const scene = newScene('From', 200, 100, '#000000');
  const fade = { kind: 'fade', radial: false, x0: 0, y0: 0, x1: 9, y1: 9 } as const;
  scene.kept = [
    { id: 'inner', name: 'Inner', mask: newMask(fade) },
    { id: 'outer', name: 'Outer', mask: newMask({ kind: 'kept', within: 'inner' }) },
    { id: 'other', name: 'Other', mask: newMask(fade) },
  ];
  const layer = newPicture('Heron', source, scene, { x: 50, y: 50 }, true);
  layer.steps.push({ ...newStep('blur.gaussian'), within: 'outer' });
  scene.layers.push(newFill('Back', '#102030'), { ...layer, clip: true });
  scene.selection = newMask(fade);
  return { scene, layer: scene.layers[1]! };
}

test('a layer is carried with the kept selections it refers to, and nothing else', () => {
  const { scene, layer } = held();
  const one = carried(scene, layer);
  expect(one.layers.map((l) => [l.name, l.clip])).toEqual([['Heron', false]]);
  expect(one.kept.map((k) => k.id)).toEqual(['inner', 'outer']);
  expect([one.selection, one.guides]).toEqual([null, []]);
  expect(parseScene(JSON.parse(JSON.stringify(one)))).toEqual(JSON.parse(JSON.stringify(one)));
  expect(assetsOf(one)).toEqual([asset]);
});

test('it is added with ids of its own, and each kept selection once', () => {
  const { scene, layer } = held();
  const one = carried(scene, layer);
  const [copy] = unpacked(one);
  expect(copy!.id).not.toBe(layer.id);
  const to = edit(newScene('To', 50, 50, null), '', addCarried([copy!], one)).scene;
  expect(to.kept.map((k) => k.id)).toEqual(['inner', 'outer']);
  expect(to.layers[0]!.steps[0]!.within).toBe('outer');
  const twice = edit(to, '', addCarried(unpacked(one), one)).scene;
  expect([twice.layers.length, twice.kept.length]).toEqual([2, 2]);
});
