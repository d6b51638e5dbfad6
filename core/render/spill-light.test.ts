import { describe, expect, it } from 'vitest';
import '../kernels/load';
import { corner } from '../geometry/path';
import { linear } from '../pixels/colour';
import type { Mixing } from '../pixels/colour';
import { edit } from '../scene/edits/edit';
import { setLightOrShadow, spillOn } from '../scene/edits/spill-edits';
import { newFill, newLineOf, newScene } from '../scene/model/make';
import type { Layer, Scene } from '../scene/model/schema';
import { newPass } from '../sources/pass';
import { lookUp } from '../testing/scenes';
import { render } from './render';

const SIZE = { width: 200, height: 140 };
const region = { x: 0, y: 0, ...SIZE };
const TUBE = 6;
const HEIGHT = 24;

/** A grey wall, and a level tube over it from one end to far beyond the other, which is not shown; the light falls on the wall. */
function lit(mixing: Mixing, intensity: number, ground = '#808080'): Scene {
  const line = newLineOf('line', {
    light: '#ff8020',
    shape: { kind: 'path', paths: [{ closed: false, anchors: [corner(40, 50), corner(160, 50)] }] },
    passes: [newPass('p', '', { width: TUBE, colour: '#ff8020', cap: 'flat', intensity })],
  });
  Object.assign(line, { id: 'line', opacity: 0 });
  const wall = { ...newFill('wall', ground), id: 'wall' };
  const scene = { ...newScene('', SIZE.width, SIZE.height, null), mixing, layers: [wall, line] };
  const spilt = edit(scene, '', spillOn(line as Layer, 'wall', 'spill')).scene;
  return edit(spilt, '', setLightOrShadow('spill', { way: 'light', height: HEIGHT, reach: 700 }))
    .scene;
}
const see = (scene: Scene) => render(scene, { region, scale: 1, picture: lookUp }).data;
const px = (data: Float32Array, x: number, y: number) => [
  ...data.subarray(4 * (y * SIZE.width + x), 4 * (y * SIZE.width + x) + 4),
];

/** The irradiance of a strip of so much light a px, by its closed form along and a sum across. */
function irradiance(x: number, y: number): number {
  let sum = 0;
  for (let k = 0; k < TUBE; k++) {
    const across = y - (50 - TUBE / 2 + k + 0.5);
    const d2 = across * across + HEIGHT * HEIGHT;
    const along = (s: number) => s / Math.sqrt(s * s + d2);
    sum += (HEIGHT / (2 * Math.PI * d2)) * (along(160 - x) - along(40 - x));
  }
  return sum;
}

describe('a spill that falls as light does', () => {
  it('is the irradiance of its tube, by distance and angle, on the colour of the surface', () => {
    for (const mixing of ['light', 'displayed'] as const) {
      const made = see(lit(mixing, 3));
      const grey = linear(0x80 / 255);
      const tube = [1, linear(0x80 / 255), linear(0x20 / 255)].map((v) => v * 8);
      for (const [x, y] of [
        [100, 50],
        [100, 70],
        [60, 90],
        [150, 30],
        [20, 60],
      ] as const) {
        const e = irradiance(x + 0.5, y + 0.5);
        const [r, g, b] = px(made, x, y);
        [r, g, b].forEach((v, c) => {
          const light = mixing === 'light' ? v! : linear(v!);
          const exact = grey * (1 + e * tube[c]!);
          // The halo that it is made of is within a fifth of its curve.
          expect(Math.abs(light - exact) / (exact - grey)).toBeLessThan(0.2);
        });
      }
    }
  });

  it('grows by stops with the intensity of its tube, and leaves black as it is', () => {
    const [one, four] = [see(lit('light', 1)), see(lit('light', 3))];
    const grey = linear(0x80 / 255);
    for (const [x, y] of [
      [100, 60],
      [30, 90],
    ] as const)
      expect((px(four, x, y)[0]! - grey) / (px(one, x, y)[0]! - grey)).toBeCloseTo(4, 2);
    expect(see(lit('displayed', 6, '#000000')).every((v, i) => i % 4 === 3 || v === 0)).toBe(true);
  });

  it('is laid on as light, and the other way again as a wash', () => {
    const scene = lit('light', 1);
    const spill = scene.layers.find((l) => l.id === 'spill')!;
    expect([spill.blend, spill.opacity]).toEqual(['add', 100]);
    const back = edit(scene, '', setLightOrShadow('spill', { way: 'distance' })).scene;
    const wash = back.layers.find((l) => l.id === 'spill')!;
    expect([wash.blend, wash.opacity]).toEqual(['soft-light', 85]);
  });
});
