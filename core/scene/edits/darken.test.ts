import { softLine } from '../../testing/soft-line';
import { describe, expect, it } from 'vitest';
import '../../kernels/load';
import { corner } from '../../geometry/path';
import { render } from '../../render/render';
import { lookUp } from '../../testing/scenes';
import { sceneFaults } from '../model/check';
import { darken, lightsOf } from './darken';
import { edit } from './edit';
import { newFill, newGroup, newScene } from '../model/make';
import type { Scene } from '../model/schema';

const region = { x: 0, y: 0, width: 200, height: 120 };
const at = (scene: Scene, x: number, y: number) => {
  const { data } = render(scene, { region, scale: 1, picture: lookUp });
  return [...data.subarray(4 * (y * 200 + x), 4 * (y * 200 + x) + 3)] as [number, number, number];
};
const line = () =>
  softLine('Light', { closed: false, anchors: [corner(20, 30), corner(60, 30)] }, '#ff5a1f', 4);
const ground = newFill('Ground', '#808080');

describe('darkening a scene', () => {
  it('makes it dark and cool away from its lights, and leaves it near them', () => {
    const scene = { ...newScene('', 200, 120, null), layers: [ground, { ...line(), opacity: 0 }] };
    const dark = edit(scene, '', darken('dark')).scene;
    expect(sceneFaults(dark)).toEqual([]);
    expect(dark.layers.map((l) => l.name)).toEqual(['Ground', 'Dark', 'Light']);
    const [far, near, before] = [at(dark, 180, 100), at(dark, 40, 30), at(scene, 180, 100)];
    expect(far[1]).toBeLessThan(before[1] * 0.75);
    expect(far[2]).toBeGreaterThan(far[0]);
    expect(near[1]).toBeGreaterThan(far[1] * 1.15);
  });
  it('stands behind the group of the backmost light; over all where there is none', () => {
    const group = newGroup('G', [newFill('F', '#404040'), line()], 'one');
    const scene = { ...newScene('', 200, 120, null), layers: [ground, group] };
    const names = (s: Scene) => edit(s, '', darken('d')).scene.layers.map((l) => l.name);
    expect(names(scene)).toEqual(['Ground', 'Dark', 'G']);
    expect(names({ ...scene, layers: [ground] })).toEqual(['Ground', 'Dark']);
    expect(lightsOf({ ...scene, layers: [{ ...line(), visible: false }] })).toEqual([]);
  });
});
