import { describe, expect, it } from 'vitest';
import '../kernels/load';
import { corner } from '../geometry/path';
import { crop } from '../pixels/buffer';
import type { Region } from '../pixels/region';
import { edit } from '../scene/edits/edit';
import { removeLayer, setPlacement } from '../scene/edits/layer-edits';
import { setLight } from '../scene/edits/line-edits';
import { newFill, newLineOf, newScene, newShape, newSpill } from '../scene/model/make';
import type { Layer, Scene } from '../scene/model/schema';
import { setLightOf, setLightOrShadow, spillOn } from '../scene/edits/spill-edits';
import { newWeave, putWeave, weaveAll } from '../scene/edits/weave-edits';
import { newPass } from '../sources/pass';
import { lookUp } from '../testing/scenes';
import { render } from './render';

const REGION: Region = { x: 0, y: 0, width: 120, height: 80 };
const see = (scene: Scene, region = REGION, scale = 1) =>
  render(scene, { region, scale, picture: lookUp });

/** A black fill that the light falls on, the light of a level line, and that light itself, which is not shown. */
function lit(): Scene {
  const line = newLineOf('line', {
    light: '#ff0000',
    shape: {
      kind: 'path',
      paths: [{ closed: false, anchors: [corner(-99, 20), corner(220, 20)] }],
    },
    passes: [newPass('p', '', { width: 10, colour: '#ffffff' })],
  });
  Object.assign(line, { id: 'line', opacity: 0 });
  const ground = { ...newFill('ground', '#000000'), id: 'ground' };
  const scene = { ...newScene('', 120, 80, null), layers: [ground, line] };
  const spilt = edit(scene, '', spillOn(line, 'ground', 'spill')).scene;
  const falloff = { falloff: [[0, 0] as [number, number], [1, 1] as [number, number]] };
  const made = edit(
    spilt,
    '',
    setLightOrShadow('spill', { way: 'distance', reach: 40, ...falloff }),
  ).scene;
  const layers = made.layers.map((l): Layer =>
    l.id === 'spill' ? { ...l, blend: 'normal', opacity: 100 } : l,
  );
  return { ...made, layers };
}
const red = (scene: Scene, x: number, y: number) => see(scene).data[4 * (y * 120 + x)]!;

describe('a spill', () => {
  it('falls off with the exact distance from its light, in the colour of that', () => {
    const scene = lit();
    for (let y = 26; y < 64; y++) {
      const distance = y + 0.5 - 25;
      expect(Math.abs(red(scene, 60, y) - Math.max(0, 1 - distance / 40))).toBeLessThan(0.01);
    }
    expect(red(scene, 60, 70)).toBe(0);
    const blue = edit(scene, '', setLight('line', '#0000ff')).scene;
    const [r, , b] = see(blue).data.subarray(4 * (30 * 120 + 60));
    expect(r).toBeCloseTo(0, 5);
    expect(b).toBeGreaterThan(0.8);
    const own = edit(
      scene,
      '',
      setLightOrShadow('spill', { follows: false, colour: '#00ff00' }),
    ).scene;
    expect(see(own).data[4 * (30 * 120 + 60) + 1]).toBeGreaterThan(0.8);
  });
  it('keeps to what it is clipped to', () => {
    const scene = lit();
    const disc = newLineOf('disc', {
      light: '#000000',
      shape: newShape('ellipse', { width: 30, height: 30 }),
      passes: [newPass('d', '', { draws: 'inside', colour: '#000000' })],
    });
    Object.assign(disc.placement, { x: 60, y: 40 });
    const on = { ...scene, layers: [disc, ...scene.layers.slice(1)] };
    expect(see(on).data[4 * (40 * 120 + 20) + 3]).toBe(0);
    expect(red(on, 60, 40)).toBeGreaterThan(0.5);
  });
  it('follows its light as it moves, and where that goes behind something', () => {
    const scene = lit();
    const moved = edit(scene, '', setPlacement('line', { y: 30 })).scene;
    expect(red(moved, 60, 60)).toBeGreaterThan(red(scene, 60, 60) + 0.3);
    const wall = newLineOf('wall', {
      light: '#000000',
      shape: newShape('rectangle', { width: 60, height: 60 }),
      passes: [newPass('w', '', { draws: 'inside', colour: '#000000' })],
    });
    Object.assign(wall, { id: 'wall', visible: false });
    Object.assign(wall.placement, { x: 90, y: 20 });
    const with_ = { ...scene, layers: [...scene.layers, wall] };
    const woven = [putWeave('line', newWeave('wall')), weaveAll('line', 'behind')].reduce(
      (s, change) => edit(s, '', change).scene,
      with_ as Scene,
    );
    expect(red(woven, 90, 30)).toBeLessThan(red(scene, 90, 30) - 0.4);
    expect(red(woven, 20, 30)).toBeCloseTo(red(scene, 20, 30), 2);
  });
  /** The light over a black square 40 px wide, of which it keeps to what faces it by so much. */
  const facing = (amount: number, colour = '#000000'): Scene => {
    const scene = edit(
      lit(),
      '',
      setLightOrShadow('spill', { facing: amount, edge: 6, reach: 90 }),
    ).scene;
    const block = newLineOf('block', {
      light: colour,
      shape: newShape('rectangle', { width: 40, height: 40 }),
      passes: [newPass('d', '', { draws: 'inside', colour })],
    });
    Object.assign(block.placement, { x: 60, y: 52 });
    return { ...scene, layers: [block, ...scene.layers.slice(1)] };
  };
  it('keeps to the edge that faces the light, if it is asked to', () => {
    const [all, some] = [facing(0), facing(100)];
    // The square goes from 32 to 72, the light is above: its upper edge is lit, nothing else.
    expect(red(all, 60, 52)).toBeGreaterThan(0.3);
    expect(red(some, 60, 33)).toBeGreaterThan(0.5 * red(all, 60, 33));
    expect(red(some, 60, 52)).toBeLessThan(0.01);
    expect(red(all, 60, 69)).toBeGreaterThan(0.1);
    expect(red(some, 60, 69)).toBeLessThan(0.01);
    // Half as much is half way.
    const half = (red(all, 60, 52) + red(some, 60, 52)) / 2;
    expect(red(facing(50), 60, 52)).toBeCloseTo(half, 3);
  });
  it('is lit where the tone rises away from the light, as on a fold', () => {
    const plain = facing(100);
    const [block, ...rest] = plain.layers;
    // A white frame within the square: towards its upper bar the tone rises away from the light.
    const line = block!.source as Extract<Layer['source'], { kind: 'line' }>;
    const folded: Layer = {
      ...block!,
      source: {
        ...line,
        passes: [
          ...line.passes,
          newPass('w', '', { width: 8, grow: -12, draws: 'stroke', colour: '#ffffff' }),
        ],
      },
    };
    const scene: Scene = { ...plain, layers: [folded, ...rest] };
    const added = (y: number) => red(scene, 60, y) - red({ ...scene, layers: [folded] }, 60, y);
    const before = (y: number) => red(plain, 60, y);
    const most = Math.max(...Array.from({ length: 24 }, (_, i) => added(40 + i) - before(40 + i)));
    expect(most).toBeGreaterThan(0.05);
  });
  it('is dark while its light is gone, and without end it never is', () => {
    const scene = lit();
    const gone = edit(scene, '', removeLayer('line')).scene;
    expect(red(gone, 60, 30)).toBe(0);
    const other = newSpill(scene.layers[1]!);
    const round = {
      ...scene,
      layers: [...scene.layers, { ...other, id: 'other' }],
    };
    const ring = [setLightOf('spill', 'other'), setLightOf('other', 'spill')].reduce(
      (s, change) => edit(s, '', change).scene,
      round as Scene,
    );
    expect(() => see(ring)).not.toThrow();
    const none = edit(scene, '', setLightOrShadow('spill', { reach: 0 })).scene;
    expect(red(none, 60, 30)).toBe(0);
  });
  it('of a part of the picture, or at another scale, is the same', () => {
    const scene = lit();
    const part = { x: 31, y: 13, width: 50, height: 41 };
    const own = see(scene, part).data;
    crop(see(scene), part).data.forEach((v, i) => expect(Math.abs(own[i]! - v)).toBeLessThan(1e-4));
    const half = see(scene, { x: 0, y: 0, width: 60, height: 40 }, 0.5).data;
    for (let y = 14; y < 30; y++) {
      const mean = (red(scene, 60, 2 * y) + red(scene, 60, 2 * y + 1)) / 2;
      expect(Math.abs(half[4 * (y * 60 + 30)]! - mean)).toBeLessThan(0.01);
    }
  });
});
