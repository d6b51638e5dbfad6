import { describe, expect, it } from 'vitest';
import { corner } from '../../geometry/path';
import { newFlame, newLine, newParticles, newScene, newTextLayer } from '../model/make';
import { edit } from './edit';
import { setEmitter, setEmitterLayer, setObstacle } from './emitter-edits';

const scene = () => {
  const made = newScene('S', 400, 300, null);
  const text = newTextLayer('EMBER');
  const flame = newFlame('Flame', { from: 'point' });
  Object.assign(flame.placement, { x: 120, y: 80 });
  made.layers.push(text, flame);
  return { made, text, flame };
};

describe('what comes out of a layer', () => {
  it('takes the letters, and lies where they lie', () => {
    const { made, text, flame } = scene();
    const after = edit(made, '', setEmitter(flame.id, { from: 'upper' })).scene.layers[1]!;
    expect(after.source).toMatchObject({ of: text.id, values: { centre: { x: 120, y: 80 } } });
    expect(after.placement).toMatchObject({ x: 0, y: 0 });
  });

  it('stays where it is while it burns at a point', () => {
    const { made, flame } = scene();
    const after = edit(made, '', setEmitter(flame.id, { height: 90 })).scene.layers[1]!;
    expect(after.placement).toMatchObject({ x: 120, y: 80 });
    expect(after.source).toMatchObject({ of: null, values: { height: 90, centre: null } });
  });

  it('along a line takes one, whatever it burnt from before', () => {
    const { made, text, flame } = scene();
    const line = newLine('Line', { closed: false, anchors: [corner(0, 0), corner(90, 0)] });
    made.layers.unshift(line);
    const burning = edit(made, '', setEmitter(flame.id, { from: 'upper' })).scene;
    expect(burning.layers[2]!.source).toMatchObject({ of: text.id });
    const along = edit(burning, '', setEmitter(flame.id, { from: 'line' })).scene;
    expect(along.layers[2]!.source).toMatchObject({ of: line.id });
  });

  it('comes out of another layer, or goes round one', () => {
    const { made, text, flame } = scene();
    const moved = edit(made, '', setEmitterLayer(flame.id, text.id)).scene;
    expect(moved.layers[1]!.source).toMatchObject({ of: text.id });
    const round = edit(made, '', setObstacle(flame.id, text.id)).scene;
    expect(round.layers[1]!.source).toMatchObject({ behind: text.id });
  });

  it('of a layer that has nothing of the kind is refused', () => {
    const { made, text } = scene();
    expect(() => edit(made, '', setEmitter(text.id, {}))).toThrow(/Nothing comes out/);
    made.layers.push(newParticles('P'));
    expect(() => edit(made, '', setEmitter(made.layers[2]!.id, { count: 5 }))).not.toThrow();
  });
});
