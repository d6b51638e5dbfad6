import { describe, expect, it } from 'vitest';
import { boxPath } from '../../geometry/box-paths';
import { maskParameters } from '../../masks/mask';
import type { MaskShape } from '../../masks/index';
import { cutOutOf, freshCutOut, putCutOut } from './cut-edits';
import type { Edit } from './edit';
import { edit } from './edit';
import { newFill, newMask, newPart, newPicture, newScene } from '../model/make';
import {
  addPart,
  addStroke,
  maskFor,
  putMask,
  removePart,
  setMask,
  setPart,
  setPartShape,
} from './mask-edits';
import { migrated } from '../model/versions';
import { sceneFaults } from '../model/check';
import { placementMap } from '../../definitions/placement';
import type { Layer, Scene } from '../model/schema';
import { VERSION } from '../model/version';
import {
  copyMask,
  invertSelection,
  keptForSelection,
  maskInScene,
  moveMask,
  newSelection,
  removeKept,
  renameKept,
  selectKept,
} from './selection-edits';

const box: MaskShape = { kind: 'area', paths: [boxPath({ x0: 0, y0: 0, x1: 9, y1: 9 })] };
const fill = (id: string): Layer => ({ ...newFill(id, '#203040'), id });
const start = (): Scene => ({ ...newScene('', 100, 80, null), layers: [fill('a'), fill('b')] });
const after = (scene: Scene, ...edits: Edit[]): Scene =>
  edits.reduce((s, e) => edit(s, '', e).scene, scene);

describe('masks by whose they are', () => {
  const owners = [{ layer: 'a' }, { kept: 'k' }, 'selection'] as const;
  const kept = { id: 'k', name: 'K', mask: newSelection() };

  it('are changed alike: parts, values, strokes', () => {
    for (const owner of owners) {
      const part = newPart(box);
      const stroke = {
        hides: true,
        size: 9,
        hardness: 50,
        flow: 100,
        opacity: 100,
        points: [1, 1, 1],
      };
      const scene = after(
        { ...start(), kept: [kept] },
        addPart(owner, part),
        setPart(owner, part.id, { way: 'subtract' }),
        addStroke(owner, stroke, 'strokes'),
        addStroke(owner, stroke, 'never'),
        addStroke(owner, stroke, 'within', 'k'),
        setMask(owner, { feather: 4 }),
      );
      expect(sceneFaults(scene)).toEqual([]);
      const mask = maskFor(scene, owner)!;
      expect(mask.feather).toBe(4);
      expect(mask.parts.map((p) => [p.shape.kind, p.way])).toEqual([
        ['area', 'subtract'],
        ['strokes', 'add'],
        ['strokes', 'add'],
      ]);
      // Strokes go on with those that keep within the same.
      expect(
        mask.parts.map((p) => (p.shape.kind === 'strokes' ? p.shape.strokes.length : 0)),
      ).toEqual([0, 2, 1]);
      // What is selected lies in the scene; a mask of a layer begins by moving along.
      expect(mask.moves).toBe(typeof owner === 'object' && 'layer' in owner);
      const bare = after(scene, removePart(owner, part.id));
      expect(maskFor(bare, owner)!.parts).toHaveLength(2);
    }
  });

  it('are taken away, but those that are kept; a change to the same is none', () => {
    const scene = after({ ...start(), kept: [kept] }, addPart({ layer: 'a' }, newPart(box)));
    const part = maskFor(scene, { layer: 'a' })!.parts[0]!;
    const same = edit(scene, '', setPartShape({ layer: 'a' }, part.id, part.shape, part.shape));
    expect(same.change.patches).toEqual([]);
    const other = edit(
      scene,
      '',
      setPartShape<MaskShape>({ layer: 'a' }, part.id, { kind: 'full' }, {}),
    );
    expect(other.change.patches).toEqual([]);
    for (const owner of owners) {
      const gone = after(scene, putMask(owner, null));
      expect(maskFor(gone, owner)).toEqual(
        typeof owner === 'object' && 'kept' in owner ? kept.mask : null,
      );
    }
    // No such kept selection: nothing happens.
    expect(edit(scene, '', addPart({ kept: 'nobody' }, newPart(box))).change.patches).toEqual([]);
    expect(maskFor(scene, { kept: 'nobody' })).toBeNull();
  });
});

describe('selections that are kept', () => {
  const selecting = (scene: Scene, mask = newSelection(box)): Scene => ({
    ...scene,
    selection: mask,
  });

  it('are named apart, and not kept twice', () => {
    const first = selecting(start());
    const one = keptForSelection(first)!;
    const kept = after(first, one.keep);
    expect(kept.kept.map((k) => [k.id, k.name])).toEqual([[one.id, 'Selection 1']]);
    const again = keptForSelection(kept)!;
    expect(again.id).toBe(one.id);
    expect(after(kept, again.keep).kept).toHaveLength(1);
    // Another, where the name that would come next is taken already.
    const named = after(kept, renameKept(one.id, 'Selection 2'));
    const other = keptForSelection(selecting(named, newSelection({ kind: 'full' })))!;
    const both = after(selecting(named, newSelection({ kind: 'full' })), other.keep);
    expect(both.kept.map((k) => k.name)).toEqual(['Selection 2', 'Selection 3']);
    expect(keptForSelection(start())).toBeNull();
  });
  it('are selected again, and forgotten', () => {
    const first = selecting(start());
    const { id, keep } = keptForSelection(first)!;
    const kept = after(first, keep, putMask('selection', null));
    expect(after(kept, selectKept(id)).selection).toEqual(first.selection);
    expect(after(kept, selectKept('nobody')).selection).toBeNull();
    expect(after(kept, removeKept(id)).kept).toEqual([]);
  });
  it('are turned round; of nothing that is everything', () => {
    expect(after(start(), invertSelection).selection!.parts[0]!.shape.kind).toBe('full');
    const first = selecting(start());
    expect(after(first, invertSelection).selection!.invert).toBe(true);
    expect(after(first, invertSelection, invertSelection).selection).toEqual(first.selection);
  });
});

describe('a mask that is moved or copied', () => {
  it('is carried by the map, one move after another', () => {
    const scene = after(
      { ...start(), selection: newSelection(box) },
      moveMask('selection', [1, 0, 0, 1, 30, 5]),
      moveMask('selection', [2, 0, 0, 2, 0, 0]),
    );
    expect(placementMap(scene.selection!.place!)).toEqual([2, 0, 0, 2, 60, 10]);
  });
  it('lies where it did for another layer, and is that layer’s own', () => {
    const scene = start();
    scene.layers[0]!.mask = newMask(box);
    scene.layers[0]!.placement = { ...scene.layers[0]!.placement, x: 12, y: 7 };
    const copied = after(scene, copyMask('a', 'b'));
    const mask = copied.layers[1]!.mask!;
    expect(placementMap(mask.place!)).toEqual([1, 0, 0, 1, 12, 7]);
    expect(mask.moves).toBe(false);
    const changed = after(copied, setMask({ layer: 'b' }, { feather: 9 }));
    expect(changed.layers[0]!.mask!.feather).toBe(0);
    expect(maskInScene(scene, 'b')).toBeNull();
  });
});

describe('the cut-out of a picture', () => {
  const asset = `${'a'.repeat(64)}.png`;
  const scene = start();
  const picture = {
    ...newPicture(
      'p',
      { kind: 'picture', asset, width: 50, height: 40 },
      scene,
      { x: 50, y: 40 },
      true,
    ),
    id: 'p',
  };
  const cut = freshCutOut(picture)!;
  it('is one part of its mask, put in place of the last', () => {
    const first = after({ ...scene, layers: [picture] }, putCutOut('p', cut, 'part'));
    expect(sceneFaults(first)).toEqual([]);
    expect(first.layers[0]!.mask!.parts).toMatchObject([{ id: 'part', way: 'add' }]);
    const next = after(first, putCutOut('p', { ...cut, shift: 30 }, 'never'));
    expect(next.layers[0]!.mask!.parts).toHaveLength(1);
    expect(cutOutOf(next.layers[0]!)!.shape.shift).toBe(30);
  });
  it('keeps only its part of a mask that there is; other layers have none', () => {
    const masked = { ...picture, mask: newMask(box) };
    const both = after({ ...scene, layers: [masked] }, putCutOut('p', cut, 'part'));
    expect(both.layers[0]!.mask!.parts.map((p) => p.way)).toEqual(['add', 'intersect']);
    expect(freshCutOut(fill('f'))).toBeNull();
    expect(cutOutOf(fill('f'))).toBeNull();
  });
});

describe('a scene of version 6', () => {
  it('gets masks that are neither smoothed, bordered nor moved, and nothing selected', () => {
    const now = start();
    now.layers[0]!.mask = newMask(box);
    // As it was written then: without what there was not yet.
    const since = new Set(['selection', 'kept', 'smooth', 'border', 'place']);
    const old = JSON.parse(
      JSON.stringify(now, (key, value: unknown) => (since.has(key) ? undefined : value)),
    ) as object;
    const read = migrated({ ...old, version: 6 }) as Scene;
    expect(sceneFaults(read)).toEqual([]);
    expect(read).toMatchObject({ version: VERSION, selection: null, kept: [] });
    expect(read.layers[0]!.mask).toEqual(now.layers[0]!.mask);
    expect(Object.keys(maskParameters).every((k) => k in read.layers[0]!.mask!)).toBe(true);
  });
});
