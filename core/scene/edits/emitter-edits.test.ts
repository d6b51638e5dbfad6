import { describe, expect, it } from 'vitest';
import { corner } from '../../geometry/path';
import { newFlame, newLine, newParticles, newScene, newSmoke, newTextLayer } from '../model/make';
import { edit } from './edit';
import type { Scene } from '../model/schema';
import type { Emitter } from './emitter-edits';
import { setEmitter, setEmitterLayer, setObstacle, riseBeside, setSprite } from './emitter-edits';
import { layerOf } from './layer-edits';

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

  it('share one wind, which the last that joins takes and any of them changes', () => {
    const { made, flame } = scene();
    const [smoke, sparks] = [newSmoke('Smoke', { wind: 90 }), newParticles('Sparks', { wind: 7 })];
    made.layers.push(smoke, sparks);
    const winds = (s: Scene) =>
      [flame, smoke, sparks].map(({ id }) => (layerOf(s, id) as Emitter).source.values.wind);
    let now = edit(made, '', setEmitter(smoke.id, { together: true })).scene;
    expect(winds(now)).toEqual([0, 90, 7]);
    now = edit(now, '', setEmitter(sparks.id, { together: true })).scene;
    expect(winds(now)).toEqual([0, 90, 90]);
    now = edit(now, '', setEmitter(sparks.id, { wind: 40, windAngle: 30 })).scene;
    expect(winds(now)).toEqual([0, 40, 40]);
    expect((layerOf(now, smoke.id) as Emitter).source.values.windAngle).toBe(30);
    // What is not wind stays each one's own.
    now = edit(now, '', setEmitter(smoke.id, { turbulence: 3 })).scene;
    expect((layerOf(now, sparks.id) as Emitter).source.values.turbulence).toBe(40);
  });

  it('lets smoke rise behind a fire, from the same and in its wind', () => {
    const { made, text, flame } = scene();
    Object.assign(flame.source.values, { wind: 55, height: 200, moment: 3 });
    const burning = edit(made, '', setEmitter(flame.id, { from: 'upper' })).scene;
    const smoke = newSmoke('Smoke');
    const after = edit(burning, '', riseBeside(flame.id, smoke, 2)).scene;
    expect(after.layers.map((l) => l.source.kind)).toEqual(['text', 'smoke', 'flame']);
    expect(after.layers[1]!.source).toMatchObject({
      of: text.id,
      values: { from: 'upper', wind: 55, height: 400, moment: 3, colour: '#8b8f97' },
    });
    expect(() => edit(after, '', riseBeside(smoke.id, newSmoke('S'), 2))).toThrow(/no fire/);
  });

  it('may look like a layer', () => {
    const { made, text } = scene();
    const sparks = newParticles('Sparks');
    made.layers.push(sparks);
    const after = edit(made, '', setSprite(sparks.id, text.id)).scene;
    expect(layerOf(after, sparks.id).source).toMatchObject({ sprite: text.id });
  });

  it('of a layer that has nothing of the kind is refused', () => {
    const { made, text } = scene();
    expect(() => edit(made, '', setEmitter(text.id, {}))).toThrow(/Nothing comes out/);
    made.layers.push(newParticles('P'));
    expect(() => edit(made, '', setEmitter(made.layers[2]!.id, { count: 5 }))).not.toThrow();
  });
});
