import { describe, expect, it } from 'vitest';
import '../../kernels/load';
import { boxPath } from '../../geometry/box-paths';
import { picture } from '../../kernels/picture';
import { render } from '../../render/render';
import { ASSET, lookUp } from '../../testing/scenes';
import { bakingScale, canBake, putBaked, toBake } from './bake';
import { edit } from './edit';
import { newFill, newGrade, newGroup, newMask, newPicture, newScene, newStep } from '../model/make';
import type { Layer, Scene } from '../model/schema';

const REGION = { x: 0, y: 0, width: 90, height: 60 };

/** A picture, turned, blurred and masked, half there, over a fill; in a group that is moved. */
function begun(): Scene {
  const source = { kind: 'picture' as const, asset: ASSET, width: 60, height: 44 };
  const blank = newScene('', 90, 60, null);
  const layer: Layer = {
    ...newPicture('p', source, blank, { x: 45, y: 30 }, false),
    ...{ id: 'p', opacity: 60, steps: [newStep('blur.gaussian')] },
    mask: newMask({ kind: 'area', paths: [boxPath({ x0: 8, y0: 5, x1: 40, y1: 30 })] }),
  };
  layer.placement = { ...layer.placement, rotation: 15 };
  const group = newGroup('g', [layer], 'one');
  group.placement = { ...group.placement, x: 5, scaleX: 0.9 };
  return {
    ...blank,
    end: { exposure: 1, rollOff: false, knee: 80 },
    layers: [newFill('f', '#224466'), group],
  };
}

describe('a layer that is baked', () => {
  it('is what it was, as pixels: its steps and its mask are in them', () => {
    const scene = begun();
    const before = render(scene, { region: REGION, scale: 1, picture: lookUp }).data;
    const made = render(toBake(scene, 'p'), {
      ...{ region: REGION, scale: 1, picture: lookUp, layers: ['p'], background: false },
    }).data;
    const straight = Uint16Array.from(made, (v, i) => {
      const a = made[i - (i % 4) + 3]!;
      return Math.round(65535 * (i % 4 === 3 ? a : a > 0 ? Math.min(1, v / a) : 0));
    });
    const asset = `${'b'.repeat(64)}.png`;
    const pixels = picture({ width: 90, height: 60, depth: 16, data: straight });
    const source = { kind: 'picture' as const, asset, width: 90, height: 60 };
    const after = edit(scene, '', putBaked('p', source, 1)).scene;
    const seen = render(after, {
      ...{ region: REGION, scale: 1 },
      picture: (name) => (name === asset ? pixels : lookUp()),
    }).data;
    const worst = seen.reduce((m, v, i) => Math.max(m, Math.abs(v - before[i]!)), 0);
    // It is resampled once, by the map of its group.
    expect(worst).toBeLessThan(0.02);
    const baked = after.layers[1]!.layers![0]!;
    expect([baked.steps, baked.mask, baked.opacity]).toEqual([[], null, 60]);
  });
  it('keeps the px of a picture that was made smaller, and no more than a picture may have', () => {
    const scene = begun();
    const layer = scene.layers[1]!.layers![0]!;
    const small = { ...layer, placement: { ...layer.placement, scaleX: 0.25, scaleY: 0.25 } };
    expect(bakingScale({ ...scene, layers: [small] }, small)).toBeCloseTo(4, 6);
    const large = { ...scene, width: 10_000, height: 9_000, layers: [small] };
    expect(bakingScale(large, small)).toBeCloseTo(Math.sqrt(1e8 / 9e7), 6);
    expect(bakingScale(scene, scene.layers[0]!)).toBe(1);
  });
  it('is none that has no pixels of its own', () => {
    const grade = { ...newGrade('g', [newStep('grade.light')]), id: 'grade' };
    const scene = { ...begun(), layers: [grade] };
    expect(canBake(scene, 'grade')).toBe(false);
    expect(canBake(scene, 'gone')).toBe(false);
    expect(canBake(begun(), 'p')).toBe(true);
  });
});
