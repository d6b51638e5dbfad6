import { expect, it } from 'vitest';
import { sceneFaults } from '../model/check';
import { newFill, newGroup, newScene } from '../model/make';
import { edit } from './edit';
import { markLayers, nameMark } from './mark-edits';

it('layers are marked and unmarked together, within groups too, and marks are named', () => {
  const scene = newScene('One', 20, 10, null);
  const [a, b, c] = ['A', 'B', 'C'].map((n) => newFill(n, '#102030'));
  scene.layers.push(a!, newGroup('G', [b!], 'through'), c!);
  const marked = edit(scene, '', markLayers(new Set([a!.id, b!.id]), 'coral')).scene;
  expect([marked.layers[0]!.mark, marked.layers[1]!.layers![0]!.mark]).toEqual(['coral', 'coral']);
  expect([marked.layers[1]!.mark, marked.layers[2]!.mark]).toEqual([undefined, undefined]);
  const named = edit(marked, '', nameMark('coral', ' Lamps ')).scene;
  expect(named.markNames).toEqual({ coral: 'Lamps' });
  expect(sceneFaults(named)).toEqual([]);
  const plain = edit(
    edit(named, '', nameMark('coral', '  ')).scene,
    '',
    markLayers(new Set([a!.id, b!.id]), null),
  ).scene;
  expect(plain).toEqual(scene);
  expect(sceneFaults({ ...named, markNames: { pink: 'No' } as never })).toHaveLength(1);
});
