import { describe, expect, it } from 'vitest';
import { boxPath } from '../../geometry/box-paths';
import { corner } from '../../geometry/path';
import type { ColourBuffer } from '../../pixels/buffer';
import { render } from '../../render/render';
import { lookUp, scene as anyScene } from '../../testing/scenes';
import { softLine } from '../../testing/soft-line';
import { newEcho, newFill, newGroup, newMask, newScene } from '../model/make';
import type { Scene } from '../model/schema';
import { SceneError, parseScene } from '../model/check';
import { edit } from './edit';
import fc from 'fast-check';
import {
  levelling,
  mirrorScene,
  reframe,
  scaleScene,
  sidesForContent,
  sidesForRatio,
  sidesWithin,
  straighten,
  turnScene,
} from './frame-edits';

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
  const group = newGroup('Group', [line], 'one');
  group.placement = { ...group.placement, x: 3, rotation: 10, scaleX: 0.9, scaleY: 0.9 };
  const drop = softLine(
    'Drop',
    { closed: false, anchors: [corner(30, 4), corner(40, 20)] },
    '#40d0ff',
    3,
  );
  // Copies of a layer beside them, in a group, and of one in a group; a copy of a copy.
  const first = newEcho(drop, 6);
  const second = { ...newEcho(first, 5), opacity: 70 };
  group.layers!.push(newEcho(drop, -4));
  made.layers.push(fill, drop, group, newEcho(line, 7), first, second);
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
  it('scaled is the same picture at another size, every length in it too', () => {
    fc.assert(
      fc.property(anyScene, fc.constantFrom(2, 0.5), (s, by) => {
        const made = after(s, scaleScene(by));
        expect([made.width, made.height]).toEqual([s.width * by, s.height * by]);
        const region = { x: 0, y: 0, width: 60, height: 44 };
        const [one, other] = [
          render(s, { region, scale: 1, picture: lookUp }),
          render(made, { region, scale: 1 / by, picture: lookUp }),
        ];
        // As a screen shows it: of light above white it does not matter how much there is.
        const seen = (v: number) => Math.min(1, v);
        let sum = 0;
        one.data.forEach((v, i) => (sum += Math.abs(seen(v) - seen(other.data[i]!))));
        // Made-up scenes draw some things through several resamplings, each of which is another at another size.
        expect(sum / one.data.length).toBeLessThan(3 / 255);
      }),
      { numRuns: 30, seed: 11, endOnFailure: true },
    );
    const there = after(after(scene(), scaleScene(3)), scaleScene(1 / 3));
    expect(off(see(there), see(scene()), (x, y) => [x, y])).toBeLessThan(1e-3);
  });
  it('straightened turns about its middle, and nothing of it is lost on the way back', () => {
    const made = after(scene(), straighten(12, { left: 0, top: 0, right: 0, bottom: 0 }));
    const turned = made.selection!.place!;
    expect(turned.rotation).toBeCloseTo(12);
    const back = after(made, straighten(-12, { left: 0, top: 0, right: 0, bottom: 0 }));
    expect(off(see(back), see(scene()), (x, y) => [x, y])).toBeLessThan(0.02);
    expect(levelling({ x: 0, y: 0 }, { x: 100, y: 10 })).toBeCloseTo(-5.71, 2);
    expect(levelling({ x: 100, y: 10 }, { x: 0, y: 0 })).toBeCloseTo(-5.71, 2);
    expect(levelling({ x: 0, y: 0 }, { x: 10, y: 100 })).toBeCloseTo(5.71, 2);
  });
  it('within what is turned has no corner beyond it, and is as large as can be', () => {
    fc.assert(
      fc.property(
        fc.integer({ min: 200, max: 4000 }),
        fc.integer({ min: 200, max: 4000 }),
        fc.double({ min: -45, max: 45, noNaN: true }),
        (width, height, angle) => {
          const { left, top } = sidesWithin({ width, height }, angle);
          const [w, h] = [width / 2 + left, height / 2 + top];
          const turn = (Math.abs(angle) * Math.PI) / 180;
          const fits = (a: number, b: number) =>
            a * Math.cos(turn) + b * Math.sin(turn) <= width / 2 + 1e-6 &&
            a * Math.sin(turn) + b * Math.cos(turn) <= height / 2 + 1e-6;
          expect(fits(w, h)).toBe(true);
          // Two px more on both sides are too many: sides are whole px.
          expect(fits(w + 2, h + 2)).toBe(false);
        },
      ),
    );
    expect(Object.values(sidesWithin({ width: 60, height: 40 }, 0)).map(Math.abs)).toEqual([
      0, 0, 0, 0,
    ]);
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
