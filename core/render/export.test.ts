import { converter } from 'culori';
import { describe, expect, it } from 'vitest';
import type { Depth } from '../pixels/picture';
import type { Space } from '../pixels/profile';
import { newFill, newScene } from '../scene/model/make';
import type { Scene } from '../scene/model/schema';
import { exportScene } from './export';

/** What an export gives in other numbers than those of a screen. */

const filled = (colour: string, intensity = 0): Scene => {
  const scene = newScene('', 12, 9, '#000000');
  const fill = newFill('Fill', colour);
  scene.layers.push({ ...fill, intensity });
  return scene;
};
const made = (scene: Scene, depth: Depth, space: Space = 'srgb') =>
  exportScene(scene, {
    ...{ scale: 1, background: true, depth, space },
    picture: () => {
      throw new Error('There are no pictures here.');
    },
  }).data;

const light = converter('lrgb');
const p3 = converter('p3');

describe('an export', () => {
  it('of floats is light, above white too, times the exposure', () => {
    for (const mixing of ['displayed', 'light'] as const) {
      const scene = { ...filled('#d06a20', 2), mixing };
      scene.end = { ...scene.end, exposure: 1 };
      const { r, g, b } = light('#d06a20')!;
      const [red, green, blue, alpha] = made(scene, 32);
      [r, g, b].forEach((v, i) => expect([red, green, blue][i]! / (8 * v)).toBeCloseTo(1, 3));
      expect(alpha).toBe(1);
    }
  });

  it('in Display P3 shows the same colours by other numbers', () => {
    for (const colour of ['#ff0000', '#20c080', '#8888ff']) {
      const { r, g, b } = p3(colour)!;
      for (const mixing of ['displayed', 'light'] as const) {
        const ours = made({ ...filled(colour), mixing }, 16, 'p3');
        [r, g, b].forEach((v, i) => expect(ours[i]! / 65535).toBeCloseTo(v, 3));
      }
    }
  });
});
