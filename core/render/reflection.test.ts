import { describe, expect, it } from 'vitest';
import '../kernels/load';
import { crop } from '../pixels/buffer';
import { edit } from '../scene/edits/edit';
import { removeLayer } from '../scene/edits/layer-edits';
import { reflect, setReflection, setReflectionOf } from '../scene/edits/reflection-edits';
import { newFill, newScene, newStep } from '../scene/model/make';
import type { Layer, Scene } from '../scene/model/schema';
import { filledBox } from '../testing/filled-box';
import { lookUp } from '../testing/scenes';
import { render } from './render';

const SIZE = { width: 160, height: 120 };
const region = { x: 0, y: 0, ...SIZE };

/** A lamp and its reflection about a level line at 60; `mirror` is the id of the reflection. */
function mirrored(
  values: Parameters<typeof setReflection>[1],
  floor = '#000000',
  ...more: Layer[]
) {
  const lamp = filledBox('lamp', { x0: 70, y0: 20, x1: 90, y1: 36 }, '#ff8040', 2);
  const plain = {
    ...newScene('', SIZE.width, SIZE.height, null),
    mixing: 'light' as const,
    layers: [newFill('floor', floor), ...more, lamp],
  };
  const made = edit(plain, '', reflect(lamp, 'mirror')).scene;
  made.layers.find((l) => l.id === 'mirror');
  const bare = {
    ...{ left: { x: 20, y: 60 }, right: { x: 140, y: 60 } },
    ...{ roughNear: 0, roughFar: 0, fade: 20_000 },
  };
  const laid = edit(made, '', setReflection('mirror', { ...bare, ...values })).scene;
  return {
    ...laid,
    layers: laid.layers.map((l) => (l.id === 'mirror' ? { ...l, opacity: 100 } : l)),
  };
}
const see = (scene: Scene, ask = region, scale = 1) =>
  render(scene, { region: ask, scale, picture: lookUp });
const at = ({ data }: { data: Float32Array }, x: number, y: number, c = 0) =>
  data[4 * (y * SIZE.width + x) + c]!;

const farthest = (a: Float32Array, b: Float32Array) =>
  a.reduce((most, v, i) => Math.max(most, Math.abs(v - b[i]!)), 0);

describe('a reflection', () => {
  it('is its subject mirrored about the line, as bright, and stands beneath it', () => {
    const scene = mirrored({});
    expect(scene.layers.map((l) => l.id).at(-2)).toBe('mirror');
    const made = see(scene);
    for (const [x, y] of [
      [75, 22],
      [88, 34],
      [71, 30],
    ] as const) {
      expect(at(made, x, y)).toBeGreaterThan(3.9);
      for (let c = 0; c < 3; c++)
        expect(at(made, x, 119 - y, c) / at(made, x, y, c)).toBeCloseTo(0.9995 ** (60 - y), 1);
    }
    expect(at(made, 60, 92)).toBeLessThan(1e-4);
    expect(at(made, 80, 78)).toBeLessThan(1e-4);
  });

  it('is as long as asked for, and turns with the line', () => {
    const half = see(mirrored({ tilt: 50 }));
    // From 24 to 40 px above the line, so from 12 to 20 below it.
    expect(at(half, 80, 76)).toBeGreaterThan(3);
    expect(at(half, 80, 84)).toBeLessThan(1e-3);
    const upright = see(mirrored({ left: { x: 100, y: 100 }, right: { x: 100.001, y: 0 } }));
    expect(at(upright, 120, 28)).toBeGreaterThan(3);
    const corners: [never, never, never, never] = [
      { x: 30, y: 70 },
      { x: 50, y: 70 },
      { x: 50, y: 110 },
      { x: 30, y: 110 },
    ] as never;
    const laid = see(mirrored({ lies: 'corners', corners }));
    expect(at(laid, 40, 90)).toBeGreaterThan(3);
    expect(at(laid, 80, 92)).toBeLessThan(1e-3);
  });

  it('keeps the light that roughness spreads, more towards the eye than across', () => {
    const sums = (values: Parameters<typeof setReflection>[1]) => {
      const made = see(mirrored(values));
      let [sum, x2, y2] = [0, 0, 0];
      for (let y = 62; y < 120; y++)
        for (let x = 0; x < SIZE.width; x++) {
          const light = at(made, x, y);
          sum += light;
          x2 += light * (x + 0.5 - 80) ** 2;
          y2 += light * (y + 0.5 - 92) ** 2;
        }
      return { sum, x: x2 / sum, y: y2 / sum };
    };
    const [sharp, rough] = [sums({}), sums({ roughNear: 2, roughFar: 2, drawn: 300 })];
    expect(rough.sum / sharp.sum).toBeGreaterThan(0.98);
    expect(rough.sum / sharp.sum).toBeLessThan(1.01);
    expect(rough.x - sharp.x).toBeCloseTo(4, 0);
    expect(Math.sqrt(rough.y - sharp.y)).toBeGreaterThan(4.5);
    expect(Math.sqrt(rough.y - sharp.y)).toBeLessThan(7);
  });

  it('fades, shows where the floor is dark alone, and is finite whatever the line goes through', () => {
    expect(at(see(mirrored({ fade: 20 })), 80, 95)).toBeLessThan(1e-3);
    const onWhite = see(mirrored({ wet: 'floor' }, '#ffffff'));
    const white = see(mirrored({ wet: 'floor' }, '#ffffff'), region);
    expect(at(onWhite, 80, 92, 2)).toBeCloseTo(1, 3);
    expect(at(white, 80, 92)).toBeCloseTo(1, 3);
    expect(at(see(mirrored({ wet: 'floor' }, '#101010')), 80, 92)).toBeGreaterThan(3);
    const through = see(mirrored({ left: { x: 60, y: 28 }, right: { x: 100, y: 28 }, ripples: 9 }));
    expect(through.data.every((v) => Number.isFinite(v))).toBe(true);
    const steep = see(mirrored({ left: { x: 80, y: 10 }, right: { x: 80, y: 10 }, roughFar: 9 }));
    expect(steep.data.every((v) => Number.isFinite(v))).toBe(true);
  });

  it('of a layer that is gone is nothing; of all lights it leaves out what gives none', () => {
    const wall = { ...newFill('wall', '#405060'), id: 'wall' };
    const glowing: Layer = { ...filledBox('sign', { x0: 20, y0: 20, x1: 34, y1: 34 }), body: 0 };
    const glow = newStep('style.glow');
    Object.assign(glow.values, { reach: 6, colour: '#40ff40' });
    glowing.steps = [glow];
    const scene = mirrored({}, '#000000', glowing);
    expect(at(see(edit(scene, '', removeLayer('lamp')).scene), 80, 92)).toBe(0);
    const all = edit(scene, '', setReflectionOf('mirror', null)).scene;
    const made = see({ ...all, layers: [wall, ...all.layers] });
    expect(at(made, 80, 92)).toBeGreaterThan(3);
    expect(at(made, 27, 119 - 18, 1)).toBeGreaterThan(0.05);
    expect(at(made, 120, 92, 2)).toBeLessThan(1e-3);
  });

  it('of a part is the same crop of the whole, and at half scale near it', () => {
    const scene = mirrored({ roughFar: 8, ripples: 5, wet: 'floor' }, '#202020');
    const all = see(scene);
    for (const part of [
      { x: 60, y: 70, width: 33, height: 21 },
      { x: 0, y: 90, width: 90, height: 30 },
    ])
      expect(farthest(see(scene, part).data, crop(all, part).data)).toBeLessThan(1e-5);
    const half = see(scene, { x: 0, y: 0, width: 80, height: 60 }, 0.5);
    let off = 0;
    for (let y = 31; y < 60; y++)
      for (let x = 0; x < 80; x++) {
        const mean = [0, 1, 2, 3].reduce(
          (s, k) => s + at(all, 2 * x + (k & 1), 2 * y + (k >> 1)) / 4,
          0,
        );
        off += Math.abs(mean - half.data[4 * (y * 80 + x)]!);
      }
    // Of light up to 4.
    expect(off / (29 * 80)).toBeLessThan(0.04);
  });
});
