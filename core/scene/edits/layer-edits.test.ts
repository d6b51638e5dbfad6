import { describe, expect, it } from 'vitest';
import { IDENTITY, apply } from '../../geometry/affine';
import { corner } from '../../geometry/path';
import { sceneFaults } from '../model/check';
import type { Edit } from './edit';
import { edit } from './edit';
import * as layerEdits from './layer-edits';
import * as lineEdits from './line-edits';
import { newFill, newGrade, newGroup, newLine, newMask, newScene, newStep } from '../model/make';
import { placementMap } from '../../definitions/placement';
import { boxOf, mapAround } from '../arrange/placement';
import type { Layer, Scene } from '../model/schema';
import { MAX_DEPTH, depthOf, everyLayer } from '../model/schema';

const edits = { ...layerEdits, ...lineEdits };

/** Layers that stand in groups and on one another. */

const fill = (id: string, clip = false): Layer => ({ ...newFill(id, '#204060'), id, clip });
const group = (id: string, ...layers: Layer[]): Layer => ({
  ...newGroup(id, layers, 'through'),
  id,
});
const scene = (...layers: Layer[]): Scene => ({ ...newScene('', 10, 10, null), layers });

/** A list of layers in short: ids, `+` where clipped, groups in brackets. */
const short = (layers: readonly Layer[]): string =>
  layers
    .map((l) => `${l.id}${l.clip ? '+' : ''}${l.layers ? `[${short(l.layers)}]` : ''}`)
    .join(' ');

const after = (s: Scene, change: Edit): string => {
  const before = JSON.stringify(s);
  const done = edit(s, '', change).scene;
  expect(JSON.stringify(s)).toBe(before);
  expect(sceneFaults(done)).toEqual([]);
  return short(done.layers);
};

/** Groups in one another, `n` deep, the innermost empty. */
const nest = (n: number): Layer => {
  let made = group('g1');
  for (let i = 2; i <= n; i++) made = group(`g${i}`, made);
  return made;
};

describe('layers in groups', () => {
  const s = scene(fill('a'), group('g', fill('b'), group('h', fill('c'))), fill('d'));

  it('are found, wherever they stand, with the group that holds them', () => {
    expect(everyLayer(s.layers).map((l) => l.id)).toEqual(['a', 'g', 'b', 'h', 'c', 'd']);
    expect(edits.standingOf(s, 'c')).toMatchObject({ index: 0, group: { id: 'h' } });
    expect(edits.standingOf(s, 'd')).toMatchObject({ index: 2, group: null });
    expect(edits.findLayer(s, 'x')).toBeUndefined();
    expect(() => edits.standingOf(s, 'x')).toThrow(/no layer "x"/);
  });
  it('are carried into a group, out of it, and never into themselves', () => {
    expect(after(s, edits.moveLayer('a', 0, 'h'))).toBe('g[b h[a c]] d');
    expect(after(s, edits.moveLayer('c', 1))).toBe('a c g[b h[]] d');
    expect(after(s, edits.moveLayer('g', 0, 'h'))).toBe(short(s.layers));
    expect(after(s, edits.moveLayer('g', 0, 'g'))).toBe(short(s.layers));
    expect(after(s, edits.moveLayer('d', 0, 'b'))).toBe(short(s.layers));
  });
  it('are grouped where the frontmost stood, and put back in its place', () => {
    const made = newGroup('New', [], 'one');
    const flat = scene(fill('a'), fill('b'), fill('c'), fill('d'));
    expect(after(flat, edits.groupLayers(['a', 'c'], { ...made, id: 'n' }))).toBe('b n[a c] d');
    expect(after(s, edits.ungroup('g'))).toBe('a b h[c] d');
    expect(after(s, edits.ungroup('a'))).toBe(short(s.layers));
  });
  it('are put in front of another, in its group or outside of all', () => {
    expect(after(s, edits.addInFront([fill('n')], 'c', false))).toBe('a g[b h[c n]] d');
    expect(after(s, edits.addInFront([fill('n')], 'c', true))).toBe('a g[b h[c]] n d');
    expect(after(s, edits.addInFront([fill('n')], null, false))).toBe('a g[b h[c]] d n');
    expect(after(s, edits.addInFront([fill('n')], 'gone', true))).toBe('a g[b h[c]] d n');
  });
  it('get new ids with a copy of their group', () => {
    const done = edit(s, '', edits.duplicateLayer('g', 'copy')).scene;
    const ids = everyLayer(done.layers).map((l) => l.id);
    expect(new Set(ids).size).toBe(10);
    expect(edits.layerOf(done, 'copy').name).toBe('g copy');
  });
  it('stand no deeper than a scene may be read', () => {
    const deep = scene(nest(MAX_DEPTH), fill('a'));
    expect(sceneFaults(deep)).toEqual([]);
    expect(depthOf(deep.layers)).toBe(MAX_DEPTH);
    const same = short(deep.layers);
    const made = newGroup('New', [], 'one');
    expect(after(deep, edits.groupLayers([`g${MAX_DEPTH}`], made))).toBe(same);
    expect(after(deep, edits.groupLayers(['g1'], made))).toBe(same);
    const other = scene(nest(MAX_DEPTH), group('x', fill('b')));
    expect(after(other, edits.moveLayer('x', 0, 'g1'))).toBe(short(other.layers));
    // What is no group adds no depth.
    expect(after(deep, edits.moveLayer('a', 0, 'g1'))).toContain('g1[a]');
  });
});

describe('clipped layers', () => {
  const s = scene(fill('a'), fill('b', true), fill('c', true), fill('d'));

  it('go right in front of what stands on their base already', () => {
    expect(after(s, edits.clipTo('d', 'a'))).toBe('a b+ c+ d+');
    expect(after(s, edits.clipTo('d', 'b'))).toBe('a b+ c+ d+');
    expect(after(s, edits.clipTo('a', 'd'))).toBe('b+ c+ d a+');
  });
  it('know their base, and that a grade is none', () => {
    expect(edits.clipBase(s, 'c')?.id).toBe('a');
    expect(edits.clipBase(s, 'a')).toBeUndefined();
    expect(edits.clipBase(s, 'gone')).toBeUndefined();
    const graded = scene(
      fill('a'),
      { ...newGrade('', [newStep('grade.light')]), id: 'm' },
      fill('b'),
    );
    expect(edits.clipBase(graded, 'b')).toBeUndefined();
  });
  it('keep their base when something is put or copied in front of it', () => {
    expect(after(s, edits.addInFront([fill('n')], 'a', false))).toBe('a b+ c+ n d');
    expect(after(s, edits.duplicateLayer('a', 'n'))).toBe('a b+ c+ n d');
    expect(after(s, edits.duplicateLayer('b', 'n'))).toBe('a b+ n+ c+ d');
  });
  it('stay so among themselves, and are free elsewhere', () => {
    expect(after(s, edits.moveLayer('b', 2))).toBe('a c+ b+ d');
    expect(after(s, edits.moveLayer('c', 3))).toBe('a b+ d c');
    expect(after(scene(fill('a'), fill('b', true)), edits.moveLayer('b', 0))).toBe('b a');
  });
});

describe('a group on the stage', () => {
  const line = newLine('', { closed: false, anchors: [corner(0, 0), corner(10, 20)] });
  line.placement = { ...line.placement, x: 5 };
  const inner = { ...group('h', line), placement: { ...line.placement, scaleX: 2, scaleY: 2 } };
  const outer = group('g', inner, fill('a'));

  it('has the box of all its layers, where they stand in it', () => {
    expect(boxOf(inner)).toEqual({ x0: 5, y0: 0, x1: 15, y1: 20 });
    expect(boxOf(outer)).toEqual({ x0: 15, y0: 0, x1: 35, y1: 40 });
    expect(boxOf(group('e'))).toBeNull();
    expect(boxOf(fill('f'))).toBeNull();
  });
  it('carries what stands in it', () => {
    const map = mapAround([outer], line.id);
    const p = apply(map, apply(placementMap(line.placement), { x: 10, y: 20 }));
    expect(p).toEqual({ x: 35, y: 40 });
    expect(mapAround([outer], outer.id)).toEqual(IDENTITY);
    expect(mapAround([outer], 'gone')).toEqual(IDENTITY);
  });
});

describe('a scene file', () => {
  it('with groups too deep in one another is refused, however deep', () => {
    const fault = sceneFaults(scene(nest(MAX_DEPTH + 1)));
    expect(fault).toHaveLength(1);
    expect(fault[0]!.message).toMatch(/at most 16 deep/);
    expect(sceneFaults(scene(nest(20_000)))[0]!.message).toMatch(/at most 16 deep/);
  });
  it('tells the place of a fault within groups and masks', () => {
    const bad = scene(group('g', { ...fill('a'), mask: newMask({ kind: 'full' }) }));
    const a = bad.layers[0]!.layers![0]!;
    a.mask!.density = 140;
    a.blend = 'glitter';
    expect(sceneFaults(bad).map((f) => f.path)).toEqual([
      '$.layers[0].layers[0].blend',
      '$.layers[0].layers[0].mask.density',
    ]);
  });
  it('has layers only in groups, and in every group', () => {
    expect(sceneFaults(scene({ ...fill('a'), layers: [] }))[0]!.message).toMatch(/A group has/);
    const empty = group('g');
    delete empty.layers;
    expect(sceneFaults(scene(empty))[0]!.message).toMatch(/A group has/);
  });
  it('has no two layers of one id, in groups neither', () => {
    expect(sceneFaults(scene(fill('a'), group('g', fill('a'))))[0]!.message).toMatch(/same id/);
  });
});
