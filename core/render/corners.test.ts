import { describe, expect, it } from 'vitest';
import { apply } from '../geometry/affine';
import { inverseOf, project } from '../geometry/homography';
import { corner } from '../geometry/path';
import { boxToQuad, mapQuad, quadOf } from '../geometry/quad';
import { crop } from '../pixels/buffer';
import { newEcho, newGroup, newLine, newMask, newPicture, newScene } from '../scene/model/make';
import { placementMap } from '../definitions/placement';
import { cornered, laidFlat, placed, placedPoint, placedTwice } from '../scene/arrange/placement';
import type { Corners } from '../definitions/placement';
import type { Layer, Scene } from '../scene/model/schema';
import { ASSET, lookUp, sample } from '../testing/scenes';
import { render } from './render';

const region = { x: 0, y: 0, width: 160, height: 120 };
const ask = { region, scale: 1, picture: lookUp, background: false };
const corners: Corners = {
  box: { x0: 0, y0: 0, x1: 60, y1: 44 },
  to: [
    { x: 20, y: 12 },
    { x: 92, y: 4 },
    { x: 130, y: 96 },
    { x: 6, y: 74 },
  ],
};
const pixel = (data: Float32Array, x: number, y: number) => [
  ...data.subarray((y * 160 + x) * 4, (y * 160 + x) * 4 + 4),
];

const sceneOf = (...layers: Layer[]): Scene => ({ ...newScene('', 160, 120, null), layers });

function picture(): Layer {
  const source = { kind: 'picture' as const, asset: ASSET, width: 60, height: 44 };
  const layer = newPicture('', source, newScene('', 160, 120, null), { x: 0, y: 0 }, false);
  return { ...layer, placement: { ...placed(), corners } };
}

/** A filled square of one colour, 60 × 44, as a line. */
function square(): Layer {
  const anchors = [corner(0, 0), corner(60, 0), corner(60, 44), corner(0, 44)];
  const line = newLine('', { closed: true, anchors }, '#ffffff');
  if (line.source.kind === 'line')
    line.source.passes = [
      { ...line.source.passes[0]!, draws: 'inside', blur: 0, opacity: 100, colour: '#ffffff' },
    ];
  return { ...line, placement: { ...placed(), corners } };
}

describe('a layer with free corners', () => {
  const back = inverseOf(boxToQuad(corners.box, corners.to)!)!;

  it('shows of a picture, at each px, what its own map says', () => {
    const { data } = render(sceneOf(picture()), ask);
    const flat = render(
      sceneOf({ ...picture(), placement: { ...placed(), corners: null } }),
      ask,
    ).data;
    let seen = 0;
    for (let y = 20; y < 80; y += 3)
      for (let x = 24; x < 100; x += 3) {
        const at = project(back, { x: x + 0.5, y: y + 0.5 })!;
        const [u, v] = [at.x - 0.5, at.y - 0.5];
        const [i, j] = [Math.floor(u), Math.floor(v)];
        if (i < 2 || j < 2 || i > 56 || j > 40) continue;
        seen++;
        for (let c = 0; c < 3; c++) {
          const of = (dx: number, dy: number) => pixel(flat, i + dx, j + dy)[c]!;
          const around = [of(0, 0), of(1, 0), of(0, 1), of(1, 1)];
          // A spline between px goes a little beyond them.
          expect(pixel(data, x, y)[c]).toBeGreaterThan(Math.min(...around) - 0.15);
          expect(pixel(data, x, y)[c]).toBeLessThan(Math.max(...around) + 0.15);
        }
      }
    expect(seen).toBeGreaterThan(200);
    expect(sample.width).toBe(60);
  });

  it('covers the quadrilateral of its corners, drawn by lines or held in a group', () => {
    const inGroup = newGroup('', [{ ...square(), placement: placed() }], 'through');
    for (const layer of [square(), { ...inGroup, placement: { ...placed(), corners } }]) {
      const { data } = render(sceneOf(layer), ask);
      let area = 0;
      for (let i = 3; i < data.length; i += 4) area += data[i]!;
      const q = corners.to;
      const shoelace = q.reduce((sum, p, i) => {
        const n = q[(i + 1) % 4]!;
        return sum + (p.x * n.y - n.x * p.y) / 2;
      }, 0);
      expect(area / shoelace).toBeCloseTo(1, 2);
      expect(pixel(data, 60, 50)[3]).toBeCloseTo(1, 3);
      expect(pixel(data, 2, 2)[3]).toBe(0);
    }
  });

  it('is the same by parts as in one', () => {
    const scene = sceneOf(picture(), { ...square(), opacity: 50 });
    const whole = render(scene, ask).data;
    const part = render(scene, { ...ask, region: { x: 31, y: 22, width: 40, height: 30 } }).data;
    for (let y = 0; y < 30; y++)
      for (let x = 0; x < 40; x++)
        for (let c = 0; c < 4; c++)
          expect(part[(y * 40 + x) * 4 + c]).toBeCloseTo(
            whole[((y + 22) * 160 + x + 31) * 4 + c]!,
            4,
          );
  });

  it('is masked alike in every part, also where its mask is drawn coarser than it', () => {
    // So large that the whole of its mask would be more px than are drawn of it; the scene shows a part.
    const box = { x0: 0, y0: 0, x1: 400, y1: 300 };
    const to = mapQuad(corners.to, ({ x, y }) => ({ x: 16 * x - 1000, y: 16 * y - 700 }));
    const line = newLine(
      '',
      { closed: true, anchors: quadOf(box).map((p) => corner(p.x, p.y)) },
      '#ffffff',
    );
    if (line.source.kind === 'line')
      line.source.passes = [{ ...line.source.passes[0]!, draws: 'inside', blur: 0, opacity: 100 }];
    // A fringe of narrow teeth, so that there are edges all over.
    const teeth = Array.from({ length: 161 }, (_, i) => corner(100 + i * 1.5, i % 2 ? 60 : 240));
    const layer: Layer = {
      ...line,
      placement: { ...placed(), corners: { box, to } },
      mask: newMask({ kind: 'area', paths: [{ closed: true, anchors: teeth }] }),
    };
    const all = render(sceneOf(layer), ask);
    const shown = all.data.filter((v, i) => i % 4 === 3 && v > 0.05 && v < 0.95).length;
    expect(shown).toBeGreaterThan(1000);
    for (const part of [
      { x: 0, y: 0, width: 40, height: 40 },
      { x: 70, y: 50, width: 33, height: 21 },
      { x: 120, y: 90, width: 40, height: 30 },
    ]) {
      const own = render(sceneOf(layer), { ...ask, region: part });
      const same = crop(all, part).data;
      own.data.forEach((v, i) => expect(Math.abs(v - same[i]!)).toBeLessThan(1e-5));
    }
  });
  it('is followed by its echo, corners and all', () => {
    const base = picture();
    const echo = { ...newEcho(base, 0), placement: { ...placed(), x: 11, y: 5 } };
    const alone = render(sceneOf({ ...base, placement: { ...base.placement, x: 11, y: 5 } }), ask);
    const both = render(sceneOf({ ...base, visible: false }, echo), ask);
    expect(both.data.every((v, i) => Math.abs(v - alone.data[i]!) < 1e-4)).toBe(true);
  });
});

describe('corners', () => {
  const box = { x0: 0, y0: 0, x1: 60, y1: 44 };

  it('are carried to where they are pulled, and never cross', () => {
    const p = cornered(placed(), box, 2, { x: 80, y: 60 }, false);
    expect(placedPoint(p, { x: 60, y: 44 }).x).toBeCloseTo(80, 8);
    expect(placedPoint(p, { x: 0, y: 0 })).toEqual({ x: 0, y: 0 });
    expect(cornered(p, box, 2, { x: -20, y: -20 }, false)).toBe(p);
  });

  it('of a layer and of the groups round it are set aside to work on it, and nothing else is', () => {
    const [inner, other] = [picture(), picture()];
    const group = { ...newGroup('', [inner], 'one'), placement: { ...placed(), corners } };
    const scene = sceneOf(other, group);
    const flat = laidFlat(scene, inner.id);
    expect(flat.layers[0]).toBe(other);
    expect(flat.layers[1]!.placement.corners).toBeNull();
    expect(flat.layers[1]!.layers![0]!.placement.corners).toBeNull();
    expect(laidFlat(scene, 'nobody')).toBe(scene);
    expect(laidFlat(flat, inner.id)).toBe(flat);
    const around = laidFlat(scene, inner.id, false);
    expect(around.layers[1]!.placement.corners).toBeNull();
    expect(around.layers[1]!.layers![0]).toBe(inner);
  });

  it('of two placements after one another become those of one', () => {
    const inner = { ...placed({ x: 30, y: 22 }), x: 12, rotation: 20, scaleX: 1.4, corners };
    const outer = {
      ...cornered(
        placed({ x: 80, y: 60 }),
        { x0: 0, y0: 0, x1: 160, y1: 120 },
        1,
        { x: 140, y: 20 },
        false,
      ),
      rotation: -15,
      y: 9,
    };
    const both = placedTwice(outer, inner);
    for (const at of [...quadOf(box), { x: 20, y: 30 }, { x: 51, y: 9 }]) {
      const [a, b] = [placedPoint(outer, placedPoint(inner, at)), placedPoint(both, at)];
      expect(Math.hypot(a.x - b.x, a.y - b.y)).toBeLessThan(1e-6);
    }
    const plain = placedTwice({ ...outer, corners: null }, inner);
    expect(plain.corners).toEqual(corners);
    expect(apply(placementMap(plain), { x: 1, y: 2 })).toBeDefined();
  });
});
