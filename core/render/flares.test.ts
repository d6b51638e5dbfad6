import { describe, expect, it } from 'vitest';
import '../kernels/load';
import { corner } from '../geometry/path';
import { drawnLayer } from '../scene/bound/bind';
import { moveFlareEnd, setFlare, setFlareLayers } from '../scene/edits/flare-edits';
import { edit } from '../scene/edits/edit';
import { duplicateLayer, findLayer, removeLayer } from '../scene/edits/layer-edits';
import { newFlare, newFlarePart, newLineOf, newScene } from '../scene/model/make';
import { parseScene } from '../scene/model/check';
import { isFlare, type LayerOf } from '../scene/model/traits';
import { flareLooks, started } from '../scene/starting-points/index';
import type { Layer, Scene } from '../scene/model/schema';
import { newPass } from '../sources/pass';
import { crop } from '../pixels/buffer';
import { filledBox } from '../testing/filled-box';
import { lookUp } from '../testing/scenes';
import { render } from './render';

const SIZE = { width: 240, height: 160 };
const region = { x: 0, y: 0, ...SIZE };

/** A flare of a core alone, whose light is dragged to 60, 50. */
function flare(): LayerOf<'flare'> {
  const part = newFlarePart('core');
  Object.assign(part.values, { radius: 10, softness: 20, colour: '#ffffff' });
  const made = newFlare('Flare', 100, { light: '#ffffff', seed: 1, parts: [part] });
  made.id = 'flare';
  made.source.from = { x: 60, y: 50 };
  made.source.to = { x: 180, y: 110 };
  return made;
}
const sceneOf = (...layers: Layer[]): Scene => ({
  ...newScene('', SIZE.width, SIZE.height, null),
  layers,
});
const see = (scene: Scene, ask = region, scale = 1) =>
  render(scene, { region: ask, scale, picture: lookUp });
/** The middle of the light, px. */
function middle({ data }: { data: Float32Array }, threshold = 0.2) {
  let [sum, x, y] = [0, 0, 0];
  for (let i = 0; i < SIZE.width * SIZE.height; i++) {
    const v = Math.max(0, data[4 * i]! - threshold);
    sum += v;
    x += v * ((i % SIZE.width) + 0.5);
    y += v * (Math.floor(i / SIZE.width) + 0.5);
  }
  return { x: x / sum, y: y / sum, sum };
}

describe('a flare', () => {
  it('has its light where it is dragged to, and goes with an end or an anchor of a line', () => {
    const line = newLineOf('line', {
      light: '#ffffff',
      shape: {
        kind: 'path',
        paths: [{ closed: false, anchors: [corner(20, 120), corner(120, 130), corner(200, 30)] }],
      },
      passes: [newPass('p', '', { width: 0.001, opacity: 0 })],
    });
    line.id = 'line';
    line.placement = { ...line.placement, x: 5, y: 4 };
    const scene = sceneOf(line, flare());
    const at = (s: Scene) => middle(see(s));
    expect(at(scene).x).toBeCloseTo(60, 1);
    expect(at(scene).y).toBeCloseTo(50, 1);
    for (const [tied, anchor, x, y] of [
      ['start', 1, 25, 124],
      ['end', 1, 205, 34],
      ['anchor', 2, 125, 134],
      ['anchor', 99, 205, 34],
    ] as const) {
      const tiedTo = edit(scene, '', setFlare('flare', { tied, anchor })).scene;
      const { x: u, y: v } = at(tiedTo);
      expect([u, v].map((n) => Math.round(n * 10) / 10)).toEqual([x, y]);
      // Without its line the light is where it was dragged to.
      const gone = edit(tiedTo, '', removeLayer('line')).scene;
      expect(at(gone).x).toBeCloseTo(60, 1);
      const freed = edit(tiedTo, '', moveFlareEnd('flare', 'from', { x: 30, y: 30 })).scene;
      expect(at(freed).x).toBeCloseTo(30, 1);
    }
  });

  it('finds the brightest place beneath it, the same at every scale and in every part', () => {
    const lamp = filledBox('lamp', { x0: 150, y0: 100, x1: 156, y1: 106 }, '#ffffff');
    const scene = edit(
      sceneOf(filledBox('dim', { x0: 20, y0: 20, x1: 80, y1: 80 }, '#404040'), lamp, flare()),
      '',
      setFlare('flare', { tied: 'brightest' }),
    ).scene;
    const { x, y } = middle(see(scene), 0.5);
    expect(Math.abs(x - 153)).toBeLessThan(0.8);
    expect(Math.abs(y - 103)).toBeLessThan(0.8);
    const part = { x: 130, y: 90, width: 40, height: 30 };
    expect(see(scene, part).data).toEqual(crop(see(scene), part).data);
    const small = see(scene, { x: 0, y: 0, width: 120, height: 80 }, 0.5);
    const lit = (u: number, v: number) => small.data[4 * (v * 120 + u)]!;
    expect(lit(76, 51)).toBeGreaterThan(0.9);
    const dark = edit(sceneOf(flare()), '', setFlare('flare', { tied: 'brightest' })).scene;
    expect(see(dark).data.every(Number.isFinite)).toBe(true);
  });

  it('dims by as much of its light as a layer covers', () => {
    const sum = (covered: number) => {
      const wall = filledBox(
        'wall',
        { x0: 0, y0: 0, x1: 60 - 20 + 40 * covered, y1: 160 },
        '#000000',
      );
      const scene = sceneOf({ ...wall, opacity: 100 }, flare());
      const behind = edit(
        edit(scene, '', setFlare('flare', { covers: 20 })).scene,
        '',
        setFlareLayers('flare', { behind: 'wall' }),
      ).scene;
      return middle(see(behind), 0).sum;
    };
    const whole = sum(0);
    expect(sum(0.5) / whole).toBeCloseTo(0.5, 1);
    expect(sum(1)).toBe(0);
    const share = Math.acos(1 - 2 * 0.25) / Math.PI - ((1 - 0.5) * Math.sqrt(1 - 0.25)) / Math.PI;
    expect(sum(0.25) / whole).toBeCloseTo(1 - share, 1);
  });

  it('keeps who it goes with and lies behind when all are copied in a group', () => {
    const scene = edit(
      sceneOf(filledBox('wall', { x0: 0, y0: 0, x1: 20, y1: 20 }, '#000000'), flare()),
      '',
      setFlareLayers('flare', { behind: 'wall', of: 'wall' }),
    ).scene;
    const copied = edit(scene, '', duplicateLayer('flare', 'again')).scene;
    const again = findLayer(copied, 'again')!;
    expect(isFlare(again) && again.source.behind).toBe('wall');
    expect(drawnLayer(copied, 'again')).toBeDefined();
  });

  it('of every look is a sound layer with light, at every size of scene', () => {
    for (const look of flareLooks)
      for (const side of [SIZE.width, 6000]) {
        const scene = { ...newScene('', side, (side * 2) / 3, '#000000'), layers: [] as Layer[] };
        scene.layers.push(started(look, scene, { x: side / 2, y: side / 3 }));
        expect(parseScene(JSON.parse(JSON.stringify(scene)))).toEqual(scene);
        const { data } = see(scene, region, SIZE.width / side);
        expect(data.every(Number.isFinite)).toBe(true);
        expect(data.some((v) => v > 1)).toBe(true);
      }
  });
});
