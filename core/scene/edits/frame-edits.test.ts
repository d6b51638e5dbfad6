import { describe, expect, it } from 'vitest';
import { boxPath } from '../../geometry/box-paths';
import { corner } from '../../geometry/path';
import type { ColourBuffer } from '../../pixels/buffer';
import { render } from '../../render/render';
import { lookUp } from '../../testing/scenes';
import { softLine } from '../../testing/soft-line';
import { newFill, newGroup, newMask, newScene } from '../model/make';
import type { Scene } from '../model/schema';
import { SceneError, parseScene } from '../model/check';
import { edit } from './edit';
import { mirrorScene, reframe, sidesForContent, sidesForRatio, turnScene } from './frame-edits';

/** A scene with a line, a group, a mask that stays, a selection and guides. */
function scene(): Scene {
  const made = newScene('F', 60, 40, '#203040');
  const line = softLine(
    'Line',
    { closed: false, anchors: [corner(8, 8), corner(50, 14), corner(30, 34)] },
    '#ff5a1f',
    5,
  );
  const fill = { ...newFill('Fill', '#3060a0'), opacity: 60 };
  fill.mask = {
    ...newMask({ kind: 'area', paths: [boxPath({ x0: 6, y0: 20, x1: 30, y1: 38 })] }),
    moves: false,
  };
  made.layers.push(fill, newGroup('Group', [line], 'one'));
  made.selection = {
    ...newMask({ kind: 'area', paths: [boxPath({ x0: 2, y0: 2, x1: 20, y1: 20 })] }),
    moves: false,
  };
  made.guides.push({ id: 'a', axis: 'x', at: 10 }, { id: 'b', axis: 'y', at: 30 });
  return made;
}
const see = (s: Scene, region = { x: 0, y: 0, width: s.width, height: s.height }): ColourBuffer =>
  render(s, { region, scale: 1, picture: lookUp });
const after = (s: Scene, e: Parameters<typeof edit>[2]) => {
  const made = edit(s, '', e).scene;
  expect(() => parseScene(JSON.parse(JSON.stringify(made)))).not.toThrow();
  return made;
};
/** The greatest difference of two pictures, one px of which is found for each of the other. */
function off(a: ColourBuffer, b: ColourBuffer, place: (x: number, y: number) => [number, number]) {
  let most = 0;
  for (let y = 0; y < a.region.height; y++)
    for (let x = 0; x < a.region.width; x++) {
      const [u, v] = place(x, y);
      for (let c = 0; c < 4; c++)
        most = Math.max(
          most,
          Math.abs(
            a.data[4 * (y * a.region.width + x) + c]! - b.data[4 * (v * b.region.width + u) + c]!,
          ),
        );
    }
  return most;
}

describe('the frame of a scene', () => {
  it('made larger and smaller shows the same picture in another part', () => {
    const before = scene();
    const made = after(before, reframe({ left: 12, top: -5, right: -8, bottom: 3 }));
    expect([made.width, made.height]).toEqual([64, 38]);
    const old = see(before, { x: -12, y: 5, width: 64, height: 38 });
    expect(off(see(made), old, (x, y) => [x, y])).toBeLessThan(1e-3);
    expect(made.guides.map((g) => g.at)).toEqual([22, 25]);
  });
  it('made larger and as much smaller again is as it was', () => {
    const sides = { left: 7, top: 3, right: 2, bottom: 9 };
    const back = { left: -7, top: -3, right: -2, bottom: -9 };
    const made = after(after(scene(), reframe(sides)), reframe(back));
    expect(off(see(made), see(scene()), (x, y) => [x, y])).toBeLessThan(1e-3);
  });
  it('turned by a quarter is the picture turned, guides and lamp with it', () => {
    const before = scene();
    const right = after(before, turnScene('right'));
    expect([right.width, right.height]).toEqual([40, 60]);
    expect(off(see(before), see(right), (x, y) => [40 - 1 - y, x])).toBeLessThan(2 / 255);
    expect(right.guides.map((g) => [g.axis, g.at])).toEqual([
      ['y', 10],
      ['x', 10],
    ]);
    expect(right.light.angle).toBeCloseTo(before.light.angle + 90, 1);
    const again = after(right, turnScene('left'));
    expect(off(see(again), see(before), (x, y) => [x, y])).toBeLessThan(1e-3);
  });
  it('mirrored is the picture mirrored', () => {
    const made = after(scene(), mirrorScene);
    expect(off(see(scene()), see(made), (x, y) => [60 - 1 - x, y])).toBeLessThan(2 / 255);
  });
  it('has proportions as large as there is room for', () => {
    expect(sidesForRatio({ width: 60, height: 40 }, 1)).toEqual({
      left: -10,
      top: -0,
      right: -10,
      bottom: -0,
    });
    const wide = sidesForRatio({ width: 60, height: 40 }, 2.4);
    expect(40 + wide.top + wide.bottom).toBe(25);
  });
  it('holds what is there, and no more', () => {
    const alone = { ...scene(), layers: [scene().layers[1]!] };
    const sides = sidesForContent(alone)!;
    const made = after(alone, reframe(sides));
    expect(made.width).toBeLessThan(60);
    expect(sidesForContent(made)).toEqual({ left: -0, top: -0, right: 0, bottom: 0 });
    expect(sidesForContent({ ...scene(), layers: [] })).toBeNull();
  });
  it('of nothing, or beyond the largest, is refused', () => {
    const refused = (e: Parameters<typeof edit>[2]) =>
      expect(() => edit(scene(), '', e)).toThrow(SceneError);
    refused(reframe({ left: -30, top: 0, right: -30, bottom: 0 }));
    refused(reframe({ left: 100_000, top: 0, right: 0, bottom: 0 }));
    refused(reframe({ left: 15_000, top: 15_000, right: 0, bottom: 0 }));
  });
});
