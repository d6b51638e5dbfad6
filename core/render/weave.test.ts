import { describe, expect, it } from 'vitest';
import '../kernels/load';
import { corner } from '../geometry/path';
import { crop } from '../pixels/buffer';
import type { Region } from '../pixels/region';
import { asDrawn } from '../scene/bound/bind';
import { edit } from '../scene/edits/edit';
import { removeLayer, setPlacement } from '../scene/edits/layer-edits';
import { newFill, newGroup, newLineOf, newScene, newShape } from '../scene/model/make';
import type { Layer, Scene } from '../scene/model/schema';
import type { LineSource } from '../sources/line-source';
import { newPass } from '../sources/pass';
import { putCrossings, setCrossings } from '../scene/edits/crossing-edits';
import { correctWeave, putWeave } from '../scene/edits/weave-edits';
import { lookUp } from '../testing/scenes';
import type { Weave } from '../weave/weave';
import { render } from './render';

const REGION: Region = { x: 0, y: 0, width: 200, height: 100 };

/** A filled shape, hard-edged. */
function solid(name: string, shape: ReturnType<typeof newShape>, x: number, y: number): Layer {
  const made = newLineOf(name, {
    light: '#0000ff',
    shape,
    passes: [newPass('p', '', { draws: 'inside', colour: '#0000ff' })],
  });
  Object.assign(made, { id: name, blend: 'normal' });
  Object.assign(made.placement, { x, y });
  return made;
}

const disc = (x: number, y = 50) =>
  solid('disc', newShape('ellipse', { width: 40, height: 40 }), x, y);

const weave = (values: Partial<Weave> = {}): Weave => ({
  ...{ enabled: true, with: 'disc', way: 'behind', spill: 0, choices: [] },
  ...values,
});

/** A level line through the scene over a disc, woven with it. */
function crossed(values: Partial<Weave> = {}, more: Partial<Parameters<typeof newPass>[2]>[] = []) {
  const line = newLineOf('line', {
    light: '#ff0000',
    shape: { kind: 'path', paths: [{ closed: false, anchors: [corner(0, 50), corner(200, 50)] }] },
    passes: [
      ...more.map((m, i) => newPass(`m${i}`, '', m)),
      newPass('core', '', { width: 6, colour: '#ff0000' }),
    ],
  });
  Object.assign(line, { id: 'line', blend: 'normal', weave: weave(values) });
  return { ...newScene('', 200, 100, '#000000'), layers: [disc(100), line] } satisfies Scene;
}

const see = (scene: Scene, region = REGION, scale = 1) =>
  render(scene, { region, scale, picture: lookUp });
const red = (scene: Scene, x: number, y: number) => see(scene).data[4 * (y * 200 + x)]!;

describe('a woven line', () => {
  it('is hidden where it lies behind its subject, and nowhere else', () => {
    const scene = crossed();
    expect(red(scene, 100, 50)).toBeCloseTo(0, 5);
    expect(red(scene, 60, 50)).toBeCloseTo(1, 5);
    expect(red(crossed({ way: 'front' }), 100, 50)).toBeCloseTo(1, 5);
    expect(red(crossed({ enabled: false }), 100, 50)).toBeCloseTo(1, 5);
  });
  it('has the edge of the subject: what is covered by half shows by half', () => {
    const scene = crossed();
    const alone = see({ ...scene, background: null, layers: [disc(100)] });
    for (let x = 70; x < 130; x++) {
      const covered = alone.data[4 * (50 * 200 + x) + 3]!;
      expect(Math.abs(red(scene, x, 50) - (1 - covered))).toBeLessThan(0.01);
    }
  });
  it('is corrected by strokes on top: hidden beyond its subject, shown within it', () => {
    const stroke = (hides: boolean, x: number) => ({
      ...{ hides, size: 16, hardness: 100, flow: 100, opacity: 100 },
      points: [x, 50, 1, x + 2, 50, 1],
    });
    const scene = crossed({ strokes: [stroke(false, 110), stroke(true, 74)] });
    expect(red(scene, 110, 50)).toBeCloseTo(1, 3);
    expect(red(scene, 90, 50)).toBeCloseTo(0, 3);
    expect(red(scene, 74, 50)).toBeCloseTo(0, 3);
    expect(red(scene, 40, 50)).toBeCloseTo(1, 3);
    const plain = edit(scene, '', correctWeave('line', null)).scene;
    expect([...see(plain).data]).toEqual([...see(crossed()).data]);
  });
  it('is woven as it was where it is broken elsewhere: the glow of what is in front stays whole', () => {
    const scene = crossed({ way: 'alternate', spill: 60 });
    const [subject, line] = scene.layers;
    const source = line!.source as LineSource;
    // Along over the disc, behind it, round beside it, and down in front of it.
    const anchors = [
      ...[corner(0, 50), corner(180, 50), corner(180, 10), corner(100, 10)],
      corner(100, 95),
    ];
    const wide = newPass('wide', '', { width: 20, blur: 8, colour: '#ff0000', opacity: 60 });
    const own: LineSource = {
      ...source,
      shape: { kind: 'path', paths: [{ closed: false, anchors }] },
      passes: [wide, ...source.passes],
    };
    const [whole, broken] = [[], [{ strand: 0, at: 0.03, size: 8 }]].map(
      (gaps) => see({ ...scene, layers: [subject!, { ...line!, source: { ...own, gaps } }] }).data,
    );
    const at = (x: number, y: number) => 4 * (y * 200 + x);
    expect(broken![at(12, 50)]).toBeLessThan(whole![at(12, 50)]! - 0.1);
    for (let y = 30; y < 76; y += 5)
      for (let x = 70; x < 170; x += 6) expect(broken![at(x, y)]).toBeCloseTo(whole![at(x, y)]!, 3);
  });
  it('woven with itself as well, is not parted by a strand that lies behind the subject', () => {
    const scene = crossed();
    const [subject, line] = scene.layers;
    const source = line!.source as LineSource;
    // Along over the disc, round beside it, and down through the same place.
    const anchors = [
      ...[corner(20, 50), corner(180, 50), corner(180, 10), corner(100, 10)],
      corner(100, 95),
    ];
    const looped: Layer = {
      ...line!,
      // Its first stretch, along, lies behind, and the second, down, in front.
      weave: weave({ way: 'alternate' }),
      source: { ...source, shape: { kind: 'path', paths: [{ closed: false, anchors }] } },
    };
    const plain: Scene = { ...scene, layers: [subject!, looped] };
    expect([red(plain, 90, 50), red(plain, 100, 60)].map((v) => Math.round(v))).toEqual([0, 1]);
    const over = [putCrossings('line', true), setCrossings('line', { way: 'earlier', gap: 4 })];
    const itself = over.reduce((now, change) => edit(now, '', change).scene, plain);
    // What goes along would go over, but is not there.
    for (const y of [44, 50, 56]) expect(red(itself, 100, y)).toBeCloseTo(1, 4);
  });
  it('keeps what was chosen when the subject moves', () => {
    const choices = [{ of: 'line', strand: 0, at: 0.5, behind: true } as const];
    const scene = crossed({ way: 'front', choices });
    expect(red(scene, 100, 50)).toBeCloseTo(0, 5);
    const moved = edit(scene, '', setPlacement('disc', { x: 40 })).scene;
    expect(red(moved, 40, 50)).toBeCloseTo(0, 5);
    expect(red(moved, 100, 50)).toBeCloseTo(1, 5);
  });
  it('waits, all in front, while its subject is gone; and minds no subject that is hidden', () => {
    const scene = crossed();
    const gone = edit(scene, '', removeLayer('disc')).scene;
    expect(red(gone, 100, 50)).toBeCloseTo(1, 5);
    expect(gone.layers[0]!.weave).toEqual(scene.layers[1]!.weave);
    const hidden = {
      ...scene,
      layers: [{ ...scene.layers[0]!, visible: false }, scene.layers[1]!],
    };
    expect(red(hidden, 100, 50)).toBeCloseTo(0, 5);
  });
  it('lets its wide passes spill over the edge by a share, its narrow ones not at all', () => {
    const halo = { width: 30, blur: 14, colour: '#00ff00' };
    const green = (spill: number) =>
      see(crossed({ spill }, [halo])).data[4 * (50 * 200 + 100) + 1]!;
    const inFront = see(crossed({ way: 'front' }, [halo])).data;
    const whole = inFront[4 * (56 * 200 + 100) + 1]!;
    const beside = see(crossed({ spill: 50 }, [halo])).data[4 * (56 * 200 + 100) + 1]!;
    expect(green(0)).toBeCloseTo(0, 5);
    expect(green(100)).toBeGreaterThan(0.3);
    expect(beside / whole).toBeCloseTo(0.5, 1);
    expect(red(crossed({ spill: 100 }, [halo]), 100, 50)).toBeLessThan(0.01);
  });
  /** Down the left side of a wide box, and up its right: behind it first, then in front. */
  const upAndDown = (pass: Partial<Parameters<typeof newPass>[2]>) => {
    const scene = crossed();
    const anchors = [corner(80, 0), corner(80, 99), corner(120, 99), corner(120, 0)];
    const line = scene.layers[1]!;
    if (line.source.kind === 'line') {
      line.source.shape = { kind: 'path', paths: [{ closed: false, anchors }] };
      line.source.passes = [newPass('halo', '', { colour: '#ff0000', ...pass })];
    }
    line.weave = weave({ way: 'alternate' });
    scene.layers[0] = solid('disc', newShape('rectangle', { width: 120, height: 40 }), 100, 50);
    return scene;
  };
  it('goes over and under in turn; what lies in front is whole, also over what lies behind', () => {
    const scene = upAndDown({ width: 60 });
    expect(red(scene, 84, 50)).toBeCloseTo(0, 5);
    for (const x of [95, 105, 116]) expect(red(scene, x, 50)).toBeCloseTo(1, 5);
    expect(red(scene, 84, 10)).toBeCloseTo(1, 5);
  });
  // Where it is parted its edges meet within a px; the colours of a ramp are mixed there.
  it.each<[string, number, Partial<Parameters<typeof newPass>[2]>]>([
    ['a soft halo', 0.015, { width: 30, blur: 9 }],
    ['a line that thins', 0.015, { width: 24, start: 60, end: 40 }],
    ['a ramp along it', 0.04, { width: 16, paint: 'along', blur: 2 }],
    ['dashes', 0.04, { width: 10, dashes: true, dash: 9, gap: 7, cap: 'flat' }],
    ['round ends', 0.015, { width: 20, blur: 1, cap: 'round' }],
  ])('is the line that it was beside its subject: %s', (_what, most, pass) => {
    const scene = upAndDown(pass);
    const [woven, plain] = [scene, edit(scene, '', putWeave('line', null)).scene].map(
      (s) => see(s).data,
    );
    const alone = see({ ...scene, background: null, layers: [scene.layers[0]!] }).data;
    woven!.forEach((v, i) => {
      if (alone[i - (i % 4) + 3] === 0) expect(Math.abs(v - plain![i]!)).toBeLessThan(most);
    });
  });
  it('of a part of the picture, or at another scale, is the same', () => {
    const scene = crossed({ spill: 40 }, [{ width: 30, blur: 9, colour: '#00ff00' }]);
    const whole = see(scene);
    const part = { x: 71, y: 33, width: 50, height: 31 };
    const own = see(scene, part);
    const same = crop(whole, part).data;
    own.data.forEach((v, i) => expect(Math.abs(v - same[i]!)).toBeLessThan(1e-5));
    const half = see(scene, { x: 0, y: 0, width: 100, height: 50 }, 0.5);
    let sum = 0;
    for (let y = 0; y < 50; y++)
      for (let x = 0; x < 100; x++)
        for (let c = 0; c < 4; c++) {
          const at = (dx: number, dy: number) =>
            whole.data[4 * ((2 * y + dy) * 200 + 2 * x + dx) + c]!;
          const mean = (at(0, 0) + at(1, 0) + at(0, 1) + at(1, 1)) / 4;
          sum += Math.abs(half.data[4 * (y * 100 + x) + c]! - mean);
        }
    expect(sum / (100 * 50 * 4)).toBeLessThan(1 / 255);
  });
});

describe('any two layers', () => {
  it('are woven overlap by overlap', () => {
    const bar = solid('bar', newShape('rectangle', { width: 180, height: 10 }), 100, 50);
    const pair = newGroup('disc', [disc(50), { ...disc(150), id: 'other' }], 'one');
    pair.id = 'pair';
    const front = newFill('', '#ff0000');
    Object.assign(front, { clip: true });
    const scene: Scene = { ...newScene('', 200, 100, '#000000'), layers: [pair, bar, front] };
    const woven = edit(scene, '', putWeave('bar', weave({ with: 'pair', way: 'alternate' }))).scene;
    expect(red(woven, 50, 50)).toBeCloseTo(0, 4);
    expect(red(woven, 150, 50)).toBeCloseTo(1, 4);
    expect(red(woven, 100, 50)).toBeCloseTo(1, 4);
  });
  it('may be woven with each other, and never with themselves or a group that holds them', () => {
    const scene = crossed();
    const both = edit(scene, '', putWeave('disc', weave({ with: 'line' }))).scene;
    expect(() => see(both)).not.toThrow();
    const own = edit(scene, '', putWeave('line', weave({ with: 'line' }))).scene;
    expect(see(own).data).toEqual(see(edit(scene, '', putWeave('line', null)).scene).data);
    const group = newGroup('G', [scene.layers[1]!], 'one');
    const lastMade = { ...scene, layers: [{ ...group, id: 'disc' }] };
    expect(() => see(lastMade)).not.toThrow();
    expect(asDrawn(lastMade).layers[0]!.layers![0]!.weave).toEqual(scene.layers[1]!.weave);
  });
});
