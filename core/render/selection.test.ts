import { describe, expect, it } from 'vitest';
import '../kernels/load';
import { corner } from '../geometry/path';
import { boxPath, ovalPath } from '../geometry/box-paths';
import type { MaskShape } from '../masks/index';
import type { Mask } from '../masks/mask';
import type { ReachShape } from '../masks/reach';
import { edit } from '../scene/edits/edit';
import { setLayer } from '../scene/edits/layer-edits';
import { newFill, newGroup, newLineOf, newMask, newScene, newStep } from '../scene/model/make';
import { maskFor, setMask, setPart } from '../scene/edits/mask-edits';
import { placed } from '../scene/arrange/placement';
import type { Layer, Scene } from '../scene/model/schema';
import {
  keepSelection,
  moveMask,
  newSelection,
  selectMaskOf,
  selectShape,
  selectionToClip,
  selectionToFill,
  selectionToLayer,
  selectionToMask,
  shareMask,
} from '../scene/edits/selection-edits';
import { newPass } from '../sources/pass';
import { lookUp } from '../testing/scenes';
import { maskOver, colourAt } from './selection';
import { render } from './render';

const [W, H] = [160, 100];
const REGION = { x: 0, y: 0, width: W, height: H };
const request = (scale = 1, region = REGION) => ({ picture: lookUp, scale, region });
const oval = (x0: number, y0: number, x1: number, y1: number): MaskShape => ({
  kind: 'area',
  paths: [ovalPath({ x0, y0, x1, y1 })],
});
const box = (x0: number, y0: number, x1: number, y1: number): MaskShape => ({
  kind: 'area',
  paths: [boxPath({ x0, y0, x1, y1 })],
});
const filled = (id: string, colour: string, shape: MaskShape): Layer => ({
  ...newFill(id, colour),
  ...{ id, mask: newMask(shape) },
});
const DISC = { x: 40, y: 50, r: 20 };
/** Two red discs and a blue one on grey. */
const discs = (): Scene => ({
  ...newScene('', W, H, '#808080'),
  layers: [
    filled('left', '#d02020', oval(20, 30, 60, 70)),
    filled('right', '#d02020', oval(80, 30, 120, 70)),
    filled('blue', '#2030d0', oval(130, 40, 150, 60)),
  ],
});
const reach = (values: Partial<ReachShape> = {}): ReachShape => ({
  ...{ kind: 'reach', of: null, x: 40, y: 50, colour: '#d02020' },
  ...{ tolerance: 8, soft: 4, touching: true },
  ...values,
});
const selecting = (scene: Scene, mask: Mask): Scene => ({ ...scene, selection: mask });
const seen = (scene: Scene, scale = 1, region = REGION) =>
  maskOver(scene, 'selection', request(scale, region))!.data;
const at = (data: Float32Array, x: number, y: number) => data[y * W + x]!;
const sum = (data: Float32Array) => data.reduce((s, v) => s + v, 0);
const coloured = (scene: Scene) => render(scene, request()).data;

describe('a colour reach', () => {
  it('goes as far as the colour hangs together, or everywhere', () => {
    const near = seen(selecting(discs(), newSelection(reach())));
    expect([at(near, 40, 50), at(near, 100, 50), at(near, 140, 50), at(near, 5, 5)]).toEqual([
      1, 0, 0, 0,
    ]);
    expect(Math.abs(sum(near) - Math.PI * DISC.r ** 2)).toBeLessThan(Math.PI * 2 * DISC.r * 0.6);
    const all = seen(selecting(discs(), newSelection(reach({ touching: false }))));
    expect([at(all, 40, 50), at(all, 100, 50), at(all, 140, 50)]).toEqual([1, 1, 0]);
  });
  it('grows with its tolerance', () => {
    const sizes = [1, 10, 30, 60, 100].map((tolerance) =>
      sum(seen(selecting(discs(), newSelection(reach({ tolerance, touching: false }))))),
    );
    expect(sizes).toEqual(sizes.toSorted((a, b) => a - b));
    expect(sizes.at(-1)).toBe(W * H);
  });
  it('looks at one layer alone if it should', () => {
    const one = seen(selecting(discs(), newSelection(reach({ of: 'right', touching: false }))));
    expect([at(one, 40, 50), at(one, 100, 50)]).toEqual([0, 1]);
    const gone = seen(selecting(discs(), newSelection(reach({ of: 'nobody' }))));
    expect(sum(gone)).toBe(0);
  });
  it('is the same in every region, and in its middle at every scale', () => {
    const scene = selecting(discs(), newSelection(reach()));
    const whole = seen(scene);
    const part = { x: 31, y: 22, width: 40, height: 33 };
    const cut = seen(scene, 1, part);
    for (let y = 0; y < part.height; y++)
      for (let x = 0; x < part.width; x++)
        expect(cut[y * part.width + x]).toBeCloseTo(at(whole, x + part.x, y + part.y), 4);
    const double = seen(scene, 2, { x: 0, y: 0, width: 2 * W, height: 2 * H });
    expect(Math.abs(sum(double) / 4 - sum(whole))).toBeLessThan(sum(whole) * 0.03);
  });
  it('that is the mask of a layer sees the scene as it was without that mask', () => {
    const cover = { ...newFill('cover', '#00ff00'), id: 'cover' };
    const scene = selecting(discs(), newSelection(reach()));
    // What was clicked is of the discs; a layer that is masked by it shows just there.
    const grade = { ...scene, layers: [...scene.layers.slice(0, 3)] };
    const masked = edit(grade, '', selectionToMask('left', true)).scene;
    const made = coloured(masked);
    expect(made[4 * (50 * W + 40)]).toBeCloseTo(0x80 / 255, 3);
    expect(masked.selection).toBeNull();
    const above = { ...scene, layers: [...scene.layers, { ...cover, mask: scene.selection }] };
    // It covers the discs itself while it has no mask: there is no red then to be found.
    expect(coloured(above)[4 * (50 * W + 40)]).toBeCloseTo(0xd0 / 255, 3);
  });
});

describe('a selection', () => {
  it('of tones takes what is as light as it says', () => {
    const scene = {
      ...newScene('', W, H, '#000000'),
      layers: [
        filled('grey', '#808080', box(0, 0, 50, 100)),
        filled('white', '#ffffff', box(50, 0, 100, 100)),
      ],
    };
    const of = (from: number, to: number) => {
      const shape = { kind: 'tones', of: null, from, to, soft: 5 } as const;
      const data = seen(selecting(scene, newSelection(shape)));
      return [at(data, 20, 50), at(data, 70, 50), at(data, 120, 50)];
    };
    expect(of(0, 20)).toEqual([0, 0, 1]);
    expect(of(45, 55)).toEqual([1, 0, 0]);
    expect(of(80, 100)).toEqual([0, 1, 0]);
    expect(of(100, 80)).toEqual([0, 1, 0]);
  });
  it('goes by what lines go round', () => {
    const line = newLineOf('line', {
      light: '#ff0000',
      shape: {
        kind: 'path',
        paths: [{ closed: false, anchors: [corner(20, 20), corner(80, 20), corner(80, 80)] }],
      },
      passes: [newPass('p', '', { width: 4 })],
    });
    const scene = { ...newScene('', W, H, null), layers: [{ ...line, id: 'line' }] };
    const shape = { kind: 'layer', of: 'line', what: 'inside' } as const;
    const data = seen(selecting(scene, newSelection(shape)));
    expect([at(data, 70, 30), at(data, 30, 70)]).toEqual([1, 0]);
    expect(sum(data)).toBeCloseTo(1800, 0);
  });
  it('adds, takes away and keeps only, and begins anew', () => {
    const way = (how: 'new' | 'add' | 'subtract' | 'intersect') => {
      const first = edit(discs(), '', selectShape(box(10, 10, 50, 50), 'new')).scene;
      const data = seen(edit(first, '', selectShape(box(30, 30, 70, 70), how)).scene);
      return [at(data, 20, 20), at(data, 40, 40), at(data, 60, 60)];
    };
    expect(way('add')).toEqual([1, 1, 1]);
    expect(way('subtract')).toEqual([1, 0, 0]);
    expect(way('intersect')).toEqual([0, 1, 0]);
    expect(way('new')).toEqual([0, 1, 1]);
  });
  it('moves and turns as one', () => {
    const first = selecting(discs(), newSelection(box(10, 10, 30, 30)));
    const moved = edit(first, '', moveMask('selection', [2, 0, 0, 1, 40, 20])).scene;
    const data = seen(moved);
    expect([at(data, 20, 20), at(data, 61, 31), at(data, 99, 49)]).toEqual([0, 1, 1]);
    expect(sum(data)).toBeCloseTo(800, 3);
  });
  it('with a border is the band about its edge; smoothed it loses its corners and keeps straight edges', () => {
    const disc = newSelection(oval(20, 30, 60, 70));
    const ring = seen(selecting(discs(), { ...disc, border: 6 }));
    const area = Math.PI * (23 ** 2 - 17 ** 2);
    expect(Math.abs(sum(ring) - area)).toBeLessThan(area * 0.01);
    expect(at(ring, 40, 50)).toBe(0);
    const square = seen(selecting(discs(), { ...newSelection(box(30, 20, 90, 80)), smooth: 10 }));
    expect(at(square, 30, 20)).toBeLessThan(0.1);
    expect(at(square, 60, 20)).toBeGreaterThan(0.95);
    expect(at(square, 60, 19)).toBeLessThan(0.05);
  });
  it('can be grown and shrunk by exact distances', () => {
    for (const by of [-9.5, -4, 3, 12.25]) {
      const data = seen(selecting(discs(), { ...newSelection(oval(20, 30, 60, 70)), grow: by }));
      const area = Math.PI * (DISC.r + by) ** 2;
      expect(Math.abs(sum(data) - area)).toBeLessThan(2 * Math.PI * (DISC.r + by) * 0.05);
    }
  });
});

describe('what is selected', () => {
  const start = () => selecting(discs(), newSelection(box(30, 40, 100, 60)));
  const pixel = (scene: Scene, x: number, y: number) =>
    [...coloured(scene).subarray(4 * (y * W + x), 4 * (y * W + x) + 3)].map((v) =>
      Math.round(v * 255),
    );
  it('becomes a mask, or its opposite does', () => {
    const inside = edit(start(), '', selectionToMask('left', false)).scene;
    expect(pixel(inside, 40, 50)).toEqual([0xd0, 0x20, 0x20]);
    expect(pixel(inside, 40, 35)).toEqual([0x80, 0x80, 0x80]);
    const outside = edit(start(), '', selectionToMask('left', true)).scene;
    expect(pixel(outside, 40, 50)).toEqual([0x80, 0x80, 0x80]);
  });
  it('becomes a fill, a layer, and what a layer is clipped to', () => {
    const fill = edit(start(), '', selectionToFill('new', '#00ff00', 'left')).scene;
    expect(fill.layers.map((l) => l.id)).toEqual(['left', 'new', 'right', 'blue']);
    expect(pixel(fill, 70, 50)).toEqual([0, 255, 0]);
    expect(pixel(fill, 70, 30)).toEqual([0x80, 0x80, 0x80]);
    const part = edit(start(), '', selectionToLayer('right', 'new')).scene;
    const alone = edit(part, '', setLayer('right', { visible: false })).scene;
    // The copy has the selection in place of the mask that it was copied with.
    expect(pixel(alone, 70, 50)).toEqual([0xd0, 0x20, 0x20]);
    expect(pixel(alone, 70, 65)).toEqual([0x80, 0x80, 0x80]);
    const clip = edit(start(), '', selectionToClip('right', 'base')).scene;
    expect(pixel(clip, 95, 50)).toEqual([0xd0, 0x20, 0x20]);
    expect(pixel(clip, 110, 50)).toEqual([0x80, 0x80, 0x80]);
  });
  it('lies where it did for a layer in a group that is moved', () => {
    const scene = start();
    const group = {
      ...newGroup('', [scene.layers[0]!], 'one'),
      placement: { ...placed(), x: 25, y: -5, scaleX: 2 },
    };
    const grouped = { ...scene, layers: [group] };
    const masked = edit(grouped, '', selectionToMask('left', false)).scene;
    const made = maskOver(masked, { layer: 'left' }, request())!.data;
    expect([at(made, 31, 41), at(made, 99, 59), at(made, 29, 50), at(made, 101, 50)]).toEqual([
      1, 1, 0, 0,
    ]);
    const back = edit(masked, '', selectMaskOf('left')).scene;
    expect(sum(seen(back))).toBeCloseTo(70 * 20, 2);
  });
  it('limits steps and strokes where it is kept', () => {
    const kept = edit(start(), '', keepSelection('k', 'Band')).scene;
    const step = { ...newStep('grade.light'), within: 'k' };
    Object.assign(step.values, { exposure: -10 });
    const dark = {
      ...kept,
      layers: kept.layers.map((l) => (l.id === 'left' ? { ...l, steps: [step] } : l)),
    };
    expect(pixel(dark, 40, 50)[0]).toBeLessThan(8);
    expect(pixel(dark, 40, 35)).toEqual([0xd0, 0x20, 0x20]);
    const shape = {
      kind: 'strokes',
      within: 'k',
      strokes: [
        {
          ...{ hides: true, size: 200, hardness: 100, flow: 100, opacity: 100 },
          points: [40, 50, 1],
        },
      ],
    } as const;
    const mask = newMask({ kind: 'full' }, shape as unknown as MaskShape);
    const hidden = {
      ...kept,
      layers: kept.layers.map((l) => (l.id === 'left' ? { ...l, mask } : l)),
    };
    const made = maskOver(hidden, { layer: 'left' }, request())!.data;
    expect([at(made, 40, 50), at(made, 40, 35), at(made, 110, 50)]).toEqual([0, 1, 1]);
  });
});

describe('a mask that is shared', () => {
  it('and looks at the scene sees it without itself too', () => {
    const clicked = selecting(discs(), newSelection(reach()));
    const masked = edit(clicked, '', selectionToMask('left', true)).scene;
    const shared = edit(masked, '', shareMask('left', 'k', 'Shared')).scene;
    const of = (scene: Scene) => [...maskOver(scene, { layer: 'left' }, request())!.data];
    const plain = of(masked);
    expect(plain[50 * W + 40]).toBeCloseTo(0, 3);
    of(shared).forEach((v, i) => expect(Math.abs(v - plain[i]!)).toBeLessThan(1e-4));
  });
  it('is the same for all that refer to it, and follows a change', () => {
    const shared = edit(discs(), '', shareMask('left', 'k', 'Shared')).scene;
    const both = edit(shared, '', (s) => {
      s.layers[1]!.mask = { ...newMask({ kind: 'kept', within: 'k' }), moves: false };
    }).scene;
    const of = (scene: Scene, layer: string) => maskOver(scene, { layer }, request())!.data;
    expect(sum(of(both, 'left'))).toBeCloseTo(Math.PI * DISC.r ** 2, -1);
    expect([...of(both, 'right')]).toEqual([...of(both, 'left')]);
    const grown = edit(both, '', setMask({ kept: 'k' }, { grow: 8 })).scene;
    expect(sum(of(grown, 'right'))).toBeGreaterThan(sum(of(both, 'right')) * 1.5);
    expect([...of(grown, 'left')]).toEqual([...of(grown, 'right')]);
  });
  it('that refers to itself, or to what is gone, shows nothing', () => {
    const scene = edit(discs(), '', shareMask('left', 'k', 'Shared')).scene;
    const part = maskFor(scene, { kept: 'k' })!.parts[0]!;
    const loop = edit(
      scene,
      '',
      setPart({ kept: 'k' }, part.id, { shape: { kind: 'kept', within: 'k' } }),
    ).scene;
    expect(sum(maskOver(loop, { layer: 'left' }, request())!.data)).toBe(0);
    const gone = { ...scene, kept: [] };
    expect(sum(maskOver(gone, { layer: 'left' }, request())!.data)).toBe(0);
  });
});

describe('the colour of a place', () => {
  it('is that of the scene or of one layer, however the scene mixes', () => {
    for (const mixing of ['displayed', 'light'] as const) {
      const scene = { ...discs(), mixing };
      const ask = { picture: lookUp };
      expect(colourAt(scene, null, { x: 40, y: 50 }, ask)).toBe('#d02020');
      expect(colourAt(scene, null, { x: 4, y: 4 }, ask)).toBe('#808080');
      expect(colourAt(scene, 'blue', { x: 140, y: 50 }, ask)).toBe('#2030d0');
      expect(colourAt(scene, 'blue', { x: 40, y: 50 }, ask)).toBeNull();
    }
  });
});
