import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { apply, rotation, translation } from '../../geometry/affine';
import type { Box } from '../../geometry/affine';
import { corner } from '../../geometry/path';
import { scene } from '../../testing/scenes';
import {
  alignLayers,
  boxInScene,
  boxOfAll,
  distributeLayers,
  moveLayers,
  outermost,
  repeatLayer,
  sizeLayers,
} from './arrange';
import { edit } from '../edits/edit';
import { centreGuides, putGuide, removeGuide } from '../edits/layer-edits';
import { newEcho, newGroup, newLine, newScene } from '../model/make';
import { placementMap } from '../../definitions/placement';
import { mapAround } from './placement';
import type { Layer, Scene } from '../model/schema';
import { everyLayer } from '../model/schema';
import { snapAnchors, snapAngle, snapBox, snapLines, snapPoint } from './snap';

/** A line with a given box. */
function boxed(name: string, x: number, y: number, width: number, height: number): Layer {
  const path = {
    closed: false,
    anchors: [corner(0, 0), corner(width, 0), corner(width, height)],
  };
  const line = newLine(name, path);
  return { ...line, placement: { ...line.placement, x, y } };
}

const three = (): Scene => ({
  ...newScene('Three', 400, 300, null),
  layers: [boxed('a', 10, 20, 40, 30), boxed('b', 100, 90, 60, 10), boxed('c', 300, 50, 20, 80)],
});
const ids = (s: Scene) => s.layers.map((l) => l.id);
const boxes = (s: Scene): Box[] => s.layers.map((l) => boxInScene(s, l.id)!);
const after = (s: Scene, change: Parameters<typeof edit>[2]) => edit(s, '', change).scene;

describe('an echo that is moved with its original', () => {
  /** A layer, an echo of it, one of that, and one in a group that is moved too. */
  const echoed = (): Scene => {
    const original = boxed('a', 10, 20, 40, 30);
    const first = newEcho(original, 25);
    const group = newGroup('Group', [newEcho(original, -6)], 'one');
    group.placement = { ...group.placement, rotation: 30, x: 50, scaleX: 1.5 };
    return {
      ...newScene('E', 400, 300, null),
      layers: [original, first, newEcho(first, 9), group],
    };
  };
  const all = (s: Scene) => everyLayer(s.layers).filter((l) => !l.layers);
  it('goes along once', () => {
    const s = echoed();
    const before = all(s).map((l) => boxInScene(s, l.id)!);
    const moved = after(s, moveLayers(ids(s), translation(7, 11)));
    all(moved).forEach((l, i) => {
      const box = boxInScene(moved, l.id)!;
      expect(box.x0).toBeCloseTo(before[i]!.x0 + 7, 6);
      expect(box.y1).toBeCloseTo(before[i]!.y1 + 11, 6);
    });
  });
  it('stays beside it, as ever, where that is moved alone', () => {
    const s = echoed();
    const moved = after(s, moveLayers([s.layers[0]!.id], translation(7, 0)));
    expect(moved.layers.slice(1)).toEqual(s.layers.slice(1));
    expect(boxInScene(moved, s.layers[1]!.id)!.x0).toBeCloseTo(
      boxInScene(s, s.layers[1]!.id)!.x0 + 7,
    );
  });
});

describe('several layers', () => {
  it('are lined up on each other or on the scene', () => {
    const s = three();
    expect(boxes(after(s, alignLayers(ids(s), 'left', 'selection'))).map((b) => b.x0)).toEqual([
      10, 10, 10,
    ]);
    expect(boxes(after(s, alignLayers(ids(s), 'bottom', 'scene'))).map((b) => b.y1)).toEqual([
      300, 300, 300,
    ]);
    boxes(after(s, alignLayers(ids(s), 'centre', 'scene'))).forEach((b) =>
      expect((b.y0 + b.y1) / 2).toBeCloseTo(150, 6),
    );
  });

  it('are spread evenly by their middles or their gaps, the outermost staying', () => {
    const s = three();
    const middles = boxes(after(s, distributeLayers(ids(s), 'x', 'middles'))).map(
      (b) => (b.x0 + b.x1) / 2,
    );
    expect(middles[1]! - middles[0]!).toBeCloseTo(middles[2]! - middles[1]!, 6);
    expect([middles[0], middles[2]]).toEqual([30, 310]);
    const [a, b, c] = boxes(after(s, distributeLayers(ids(s), 'x', 'gaps')));
    expect(b!.x0 - a!.x1).toBeCloseTo(c!.x0 - b!.x1, 6);
    expect([a!.x0, c!.x1]).toEqual([10, 320]);
    expect(after(s, distributeLayers(ids(s).slice(0, 2), 'x', 'gaps'))).toEqual(s);
  });

  it('are made as wide as one of them about their middles', () => {
    const s = three();
    const made = boxes(after(s, sizeLayers(ids(s), 'x', ids(s)[1]!)));
    made.forEach((b, i) => {
      expect(b.x1 - b.x0).toBeCloseTo(60, 6);
      expect(b.x0 + b.x1).toBeCloseTo(boxes(s)[i]!.x0 + boxes(s)[i]!.x1, 6);
      expect(b.y1 - b.y0).toBeCloseTo(boxes(s)[i]!.y1 - boxes(s)[i]!.y0, 6);
    });
  });

  it('move as the scene does, whatever groups they stand in, and each once', () => {
    const map = rotation(0.7);
    fc.assert(
      fc.property(scene, fc.array(fc.nat(20), { maxLength: 6 }), (s, some) => {
        const all = everyLayer(s.layers);
        const chosen = all.length > 0 ? some.map((i) => all[i % all.length]!.id) : [];
        const next = after(s, moveLayers(chosen, map));
        const moved = outermost(s, chosen);
        for (const l of all) {
          const at = (t: Scene) => {
            const own = everyLayer(t.layers).find((o) => o.id === l.id)!;
            const p = apply(placementMap(own.placement), { x: 13, y: -4 });
            return apply(mapAround(t.layers, l.id), p);
          };
          const carried =
            moved.includes(l.id) ||
            moved.some((id) => everyLayer(all.find((o) => o.id === id)!.layers ?? []).includes(l));
          const expected = carried ? apply(map, at(s)) : at(s);
          const found = at(next);
          const size = 1 + Math.hypot(expected.x, expected.y);
          expect(Math.hypot(found.x - expected.x, found.y - expected.y)).toBeLessThan(1e-5 * size);
        }
      }),
      { numRuns: 60 },
    );
  });
});

describe('a repeated layer', () => {
  it('has its copies in front of it, each a step from the one before', () => {
    const s = three();
    const step = { x: 30, y: 5, turn: 0, scale: 50 };
    const next = after(s, repeatLayer(ids(s)[0]!, 3, step));
    expect(next.layers.map((l) => l.name)).toEqual(['a', 'a 2', 'a 3', 'a 4', 'b', 'c']);
    expect(new Set(everyLayer(next.layers).map((l) => l.id)).size).toBe(6);
    const [a, b, c] = boxes(next);
    expect(b!.x1 - b!.x0).toBeCloseTo((a!.x1 - a!.x0) / 2, 6);
    expect((b!.x0 + b!.x1) / 2 - (a!.x0 + a!.x1) / 2).toBeCloseTo(30, 6);
    // Half as large, it goes half as far.
    expect((c!.x0 + c!.x1) / 2 - (b!.x0 + b!.x1) / 2).toBeCloseTo(15, 6);
  });
});

describe('guides and snapping', () => {
  it('puts guides, moves them, takes them out, and crosses the centre once', () => {
    const s = three();
    const guide = { id: 'g', axis: 'x' as const, at: 40 };
    const put = after(after(s, putGuide(guide)), putGuide({ ...guide, at: 50 }));
    expect(put.guides).toEqual([{ ...guide, at: 50 }]);
    expect(after(put, removeGuide('g')).guides).toEqual([]);
    const centred = after(after(s, centreGuides), centreGuides);
    expect(centred.guides.map(({ axis, at }) => [axis, at])).toEqual([
      ['x', 200],
      ['y', 150],
    ]);
  });

  it('snaps to guides, the scene, the grid and other layers, and never farther than asked', () => {
    const s = after(three(), putGuide({ id: 'g', axis: 'x', at: 77 }));
    const lines = snapLines(s, [ids(s)[0]!], 0);
    expect(lines.x).toEqual(expect.arrayContaining([0, 200, 400, 77, 100, 130, 160]));
    expect(lines.x).not.toContain(10);
    expect(snapLines(s, [], 50).y).toContain(250);
    expect(snapPoint({ x: 75, y: 141 }, lines, 3)).toEqual({
      dx: 2,
      dy: 0,
      lines: { x: [77], y: [] },
    });
    fc.assert(
      fc.property(
        fc.integer({ min: -50, max: 450 }),
        fc.integer({ min: -50, max: 350 }),
        (x, y) => {
          const { dx, dy, lines: met } = snapBox({ x0: x, y0: y, x1: x + 25, y1: y + 9 }, lines, 6);
          expect(Math.max(Math.abs(dx), Math.abs(dy))).toBeLessThanOrEqual(6);
          for (const at of met.x)
            expect([x, x + 12.5, x + 25].some((v) => Math.abs(v + dx - at) < 1e-9)).toBe(true);
        },
      ),
    );
  });

  it('finds the box of layers in groups, and none where there is nothing', () => {
    const line = boxed('a', 10, 20, 40, 30);
    const group = newGroup('g', [line], 'one');
    const moved = { ...group, placement: { ...group.placement, x: 100, scaleX: 2 } };
    const s = { ...newScene('S', 400, 300, null), layers: [moved] };
    expect(boxInScene(s, line.id)).toEqual({ x0: 120, y0: 20, x1: 200, y1: 50 });
    expect(boxOfAll(s, [])).toBeNull();
    expect(outermost(s, [line.id, group.id])).toEqual([group.id]);
  });
});

describe('snapping of anchors and angles', () => {
  it('an anchor meets the others of its line, not itself, and none of very many', () => {
    const path = { closed: false, anchors: [corner(0, 0), corner(40, 10), corner(90, 70)] };
    const map = translation(100, 5);
    const points = snapAnchors([path], [{ path: 0, index: 1 }], map);
    expect(points).toEqual([
      { x: 100, y: 5 },
      { x: 190, y: 75 },
    ]);
    const scene = newScene('', 500, 400, null);
    const lines = snapLines(scene, [], 0, points);
    expect(snapPoint({ x: 187, y: 300 }, lines, 5)).toMatchObject({ dx: 3, lines: { x: [190] } });
    const many = { closed: false, anchors: Array.from({ length: 400 }, (_, i) => corner(i, i)) };
    expect(snapAnchors([many], [], map)).toEqual([]);
  });

  it('an angle near upright, level or slanted becomes that; others stay', () => {
    expect([44, 46.9, -91, 179, 0.5].map(snapAngle)).toEqual([45, 45, -90, 180, 0]);
    expect([40, 12, 47.5].map(snapAngle)).toEqual([40, 12, 47.5]);
  });
});
