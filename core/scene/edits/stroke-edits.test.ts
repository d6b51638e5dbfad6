import { describe, expect, it } from 'vitest';
import { paintBrushParameters, type PaintStroke } from '../../brush/paint-brush';
import { defaultsOf } from '../../definitions/parameter-values';
import { multiply, rotation, scaling, translation } from '../../geometry/affine';
import { newFill, newPaint, newScene } from '../model/make';
import type { Scene } from '../model/schema';
import { edit, redo, undo, EMPTY_HISTORY, remember } from './edit';
import {
  carryStrokes,
  looseStrokes,
  mapStrokes,
  packStrokes,
  putStroke,
  removeStrokes,
  setStrokes,
} from './stroke-edits';

const stroke = (id: string): PaintStroke => ({
  ...{ id, way: 'over', colour: '#ffffff' },
  brush: defaultsOf(paintBrushParameters),
  points: [[1, 2, 1, 0, 0, 0, 5, 9, 1, 0, 0, 8]],
});

/** A scene with a layer of paint of three strokes. */
function painted(): { scene: Scene; id: string } {
  const scene = newScene('', 100, 100, null);
  const layer = newPaint('Paint');
  layer.source.strokes = ['a', 'b', 'c'].map(stroke);
  scene.layers.push(layer, newFill('Fill', '#102030'));
  return { scene, id: layer.id };
}
const strokesOf = (scene: Scene): PaintStroke[] => {
  const { source } = scene.layers[0]!;
  return source.kind === 'paint' ? source.strokes : [];
};
const ids = (scene: Scene) =>
  strokesOf(scene)
    .map((s) => s.id)
    .join('');

describe('the strokes of a layer of paint', () => {
  const { scene, id } = painted();

  it('are laid on those that there are, and taken away', () => {
    const more = edit(scene, '', putStroke({ layer: id }, stroke('d'))).scene;
    expect(ids(more)).toBe('abcd');
    expect(ids(edit(more, '', removeStrokes({ layer: id }, ['b', 'd'])).scene)).toBe('ac');
  });

  it('are taken away in one patch, however many follow', () => {
    const { change } = edit(scene, '', removeStrokes({ layer: id }, ['a']));
    expect(change.patches).toHaveLength(1);
  });

  it('are moved, turned and resized with their brushes', () => {
    const by = multiply(translation(10, 0), multiply(rotation(Math.PI / 2), scaling(2)));
    const [a, b] = strokesOf(edit(scene, '', mapStrokes({ layer: id }, ['a'], by)).scene);
    expect(a!.points).toEqual([[6, 2, 1, 0, 0, 0, -8, 10, 1, 0, 0, 8]]);
    expect([a!.brush.size, a!.brush.angle]).toEqual([240, 90]);
    expect(b).toBe(strokesOf(scene)[1]);
  });

  it('are set, those that are named and no others', () => {
    const set = edit(
      scene,
      '',
      setStrokes({ layer: id }, ['a', 'c'], { colour: '#00ff00', brush: { size: 7 } }),
    );
    expect(strokesOf(set.scene).map((s) => [s.colour, s.brush.size])).toEqual([
      ['#00ff00', 7],
      ['#ffffff', 120],
      ['#00ff00', 7],
    ]);
    expect(strokesOf(set.scene)[0]!.brush.hardness).toBe(50);
    // The very same object: what is cached of it stays.
    expect(strokesOf(set.scene)[1]).toBe(strokesOf(scene)[1]);
  });

  it('are carried to the front and to the back, among themselves as they were', () => {
    expect(ids(edit(scene, '', carryStrokes({ layer: id }, ['c', 'a'], 'front')).scene)).toBe(
      'bac',
    );
    expect(ids(edit(scene, '', carryStrokes({ layer: id }, ['c', 'b'], 'back')).scene)).toBe('bca');
  });

  it('are undone and redone whether their points stand in the scene or were packed meanwhile', () => {
    const added = edit(scene, 'Paint', putStroke({ layer: id }, stroke('d')));
    const history = remember(EMPTY_HISTORY, added.change);
    const pack = `${'f'.repeat(64)}.ink`;
    const packed = edit(
      added.scene,
      '',
      packStrokes(id, pack, looseStrokes(added.scene.layers[0]!)),
    );
    expect(looseStrokes(packed.scene.layers[0]!)).toEqual([]);
    const before = undo(packed.scene, history)!;
    expect(ids(before.scene)).toBe('abc');
    expect(looseStrokes(before.scene.layers[0]!)).toEqual([]);
    const again = redo(before.scene, before.history)!;
    expect(ids(again.scene)).toBe('abcd');
    expect(looseStrokes(again.scene.layers[0]!).map((s) => s.id)).toEqual(['d']);
  });

  it('of a layer that is none of paint are not there', () => {
    const fill = scene.layers[1]!.id;
    for (const change of [
      putStroke({ layer: fill }, stroke('d')),
      removeStrokes({ layer: fill }, ['a']),
      setStrokes({ layer: fill }, ['a'], { colour: '#000000' }),
      carryStrokes({ layer: fill }, ['a'], 'front'),
      packStrokes(fill, 'x', []),
    ])
      expect(edit(scene, '', change).change.patches).toEqual([]);
    expect(looseStrokes(scene.layers[1]!)).toEqual([]);
  });
});
