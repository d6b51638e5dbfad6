import { softLine } from '../../testing/soft-line';
import { newPass, tubePasses } from '../../sources/pass';
import { newId } from '../model/new-id';
import { putMask, setMask } from './mask-edits';
import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import type { Affine, Point } from '../../geometry/affine';
import { apply, middleOf } from '../../geometry/affine';
import type { BoxHandle } from '../../geometry/box-handle';
import { inBox, opposite } from '../../geometry/box-handle';
import { corner } from '../../geometry/path';
import { path, scene } from '../../testing/scenes';
import { parseScene, sceneFaults, SceneError } from '../model/check';
import type { Edit, History } from './edit';
import { edit, EMPTY_HISTORY, redo, remember, undo } from './edit';
import * as layerEdits from './layer-edits';
import * as lineEdits from './line-edits';
import { sceneJsonSchema } from '../model/json-schema';
import {
  newFill,
  newGroup,
  newMask,
  newModifier,
  newPicture,
  newScene,
  newShape,
  newStep,
} from '../model/make';
import { flipLayer } from '../arrange/arrange';
import { placementMap } from '../../definitions/placement';
import {
  leantPlacement,
  movedBy,
  placed,
  placementOf,
  pulledPlacement,
  repivoted,
} from '../arrange/placement';
import type { LineSource } from '../../sources/line-source';
import type { Layer, Scene } from '../model/schema';
import { everyLayer } from '../model/schema';

const edits = { ...layerEdits, ...lineEdits };

/** Any edit that fits a scene, chosen by numbers. */
function someEdit(s: Scene, n: number, m: number): Edit {
  const all = everyLayer(s.layers);
  const layer = all[m % Math.max(1, all.length)];
  if (!layer)
    return edits.addLayers([
      softLine('New', { closed: false, anchors: [corner(1, 2), corner(3, 4)] }),
    ]);
  const line = layer.source.kind === 'line' ? layer.source : null;
  const other = all[(m + n) % all.length]!;
  const list: Edit[] = [
    edits.setScene({ name: `Name ${m}` }),
    edits.removeLayer(layer.id),
    edits.duplicateLayer(layer.id, `copy${m}x${n}`),
    edits.moveLayer(layer.id, m % 5),
    edits.setLayer(layer.id, { opacity: m % 100 }),
    edits.setPlacement(layer.id, { x: m }),
    flipLayer(layer.id, m % 2 ? 'x' : 'y'),
    edits.addStep(layer.id, newStep('blur.gaussian')),
    edits.setEnd({ exposure: (m % 20) - 10 }),
    edits.groupLayers([layer.id], newGroup(`Group ${m}`, [], 'through')),
    edits.ungroup(layer.id),
    edits.setLands(layer.id, m % 2 ? 'one' : 'through'),
    edits.setFill(layer.id, { colour: '#204060' }),
    edits.clipTo(layer.id, other.id),
    edits.moveLayer(layer.id, m % 3, other.layers ? other.id : null),
    edits.addInFront([newFill('New', '#804020')], layer.id, m % 2 === 0),
    putMask({ layer: layer.id }, m % 3 ? newMask({ kind: 'full' }) : null),
    setMask({ layer: layer.id }, { density: m % 100 }),
    ...layer.steps
      .slice(0, 1)
      .flatMap((st) => [
        edits.setStep(layer.id, st.id, { enabled: m % 2 === 0 }),
        edits.moveStep(layer.id, st.id, m % 3),
        edits.removeStep(layer.id, st.id),
      ]),
    ...(line
      ? [
          edits.setLight(layer.id, '#2fb8ff'),
          edits.setPath(layer.id, { closed: false, anchors: [corner(m, n)] }),
          edits.closeLine(layer.id),
          edits.setPath(layer.id, { closed: false, anchors: [corner(n, m)] }, 1),
          edits.setPaths(layer.id, [{ closed: false, anchors: [corner(n, m), corner(m, n)] }]),
          edits.setShape(layer.id, newShape('star', { points: 3 + (m % 5) })),
          edits.setShapeValues(layer.id, {}),
          edits.toAnchors(layer.id),
          edits.scalePasses(layer.id, (m % 300) / 100, 40),
          edits.addModifier(layer.id, newModifier('ripple', { period: 1 + m })),
          ...line.modifiers
            .slice(0, 1)
            .flatMap((x) => [
              edits.setModifier(layer.id, x.id, { enabled: m % 2 === 0 }),
              edits.moveModifier(layer.id, x.id, m % 3),
              edits.removeModifier(layer.id, x.id),
            ]),
          ...line.passes
            .slice(0, 1)
            .flatMap((p) => [
              edits.setPass(layer.id, p.id, { width: m % 200 }),
              edits.duplicatePass(layer.id, p.id),
              edits.movePass(layer.id, p.id, m % 4),
              edits.removePass(layer.id, p.id),
            ]),
        ]
      : []),
  ];
  return list[n % list.length]!;
}

describe('edits and undo', () => {
  it('every edit gives a valid scene; undo takes each back exactly, redo does it again', () => {
    fc.assert(
      fc.property(
        scene,
        fc.array(fc.tuple(fc.nat(60), fc.nat(200)), { maxLength: 12 }),
        (first, moves) => {
          let now = first;
          let history: History = EMPTY_HISTORY;
          const seen = [first];
          moves.forEach(([n, m], i) => {
            const done = edit(now, 'test', someEdit(now, n, m + i * 1000));
            now = done.scene;
            expect(sceneFaults(now)).toEqual([]);
            const longer = remember(history, done.change);
            if (longer !== history) seen.push(now);
            history = longer;
          });
          for (let i = seen.length - 2; i >= 0; i--) {
            const back = undo(now, history)!;
            ({ scene: now, history } = back);
            expect(now).toEqual(seen[i]);
          }
          expect(undo(now, history)).toBeNull();
          for (let i = 1; i < seen.length; i++) {
            ({ scene: now, history } = redo(now, history)!);
            expect(now).toEqual(seen[i]);
          }
          expect(redo(now, history)).toBeNull();
        },
      ),
      { numRuns: 60 },
    );
  });

  it('a new change forgets what had been undone', () => {
    const s = newScene('A', 10, 10, null);
    const one = edit(s, 'one', edits.setScene({ name: 'B' }));
    let history = remember(EMPTY_HISTORY, one.change);
    history = undo(one.scene, history)!.history;
    expect(remember(history, edit(s, 'two', edits.setScene({ name: 'C' })).change).future).toEqual(
      [],
    );
  });

  it('a light colour recolours all passes but those that keep their own', () => {
    const line = softLine('L', { closed: false, anchors: [corner(0, 0), corner(9, 9)] }, '#ff5a1f');
    line.source.passes = tubePasses('#ff5a1f', 14, newId);
    line.source.passes.push(newPass('own', 'Own', { colour: '#ffffff', core: true }));
    const s = { ...newScene('A', 10, 10, null), layers: [line] };
    const { scene: next } = edit(s, '', edits.setLight(line.id, '#2fb8ff'));
    const { passes, light } = next.layers[0]!.source as Extract<Layer['source'], { kind: 'line' }>;
    expect(light).toBe('#2fb8ff');
    expect(passes.find((p) => p.name === 'Own')!.colour).toBe('#ffffff');
    expect(passes.find((p) => p.name === 'Core')!.colour).toBe('#2fb8ff');
    expect(passes.every((p) => p.core || p.colour !== '#ff5a1f')).toBe(true);
  });

  it('a light without colour takes nothing from the passes for good', () => {
    const line = softLine('L', { closed: false, anchors: [corner(0, 0), corner(9, 9)] }, '#ff5a1f');
    const s = { ...newScene('A', 10, 10, null), layers: [line] };
    const colours = (scene: Scene) =>
      (scene.layers[0]!.source as LineSource).passes.map((p) => p.colour);
    const lit = (scene: Scene, light: string) =>
      edit(scene, '', edits.setLight(line.id, light)).scene;
    const white = lit(s, '#ffffff');
    expect(colours(lit(lit(white, '#2fb8ff'), '#ff5a1f'))).toEqual(colours(s));
    // A colour of the artist's own is what is kept from then on.
    const { id } = line.source.kind === 'line' ? line.source.passes[1]! : line;
    const own = edit(white, '', edits.setPass(line.id, id, { colour: '#ffeedd' })).scene;
    expect(colours(lit(own, '#ffffff'))[1]).toBe('#ffeedd');
  });

  it('a list of passes put on another line is a copy with ids of its own', () => {
    const [a, b] = [1, 2].map(() =>
      softLine('L', { closed: false, anchors: [corner(0, 0), corner(9, 9)] }),
    );
    const s = { ...newScene('A', 10, 10, null), layers: [a!, b!] };
    const from = a!.source as Extract<Layer['source'], { kind: 'line' }>;
    const { scene: next } = edit(s, '', edits.copyPasses({ ...from, light: '#00ff00' }, b!.id));
    const to = next.layers[1]!.source as typeof from;
    expect(to.light).toBe('#00ff00');
    expect(to.passes.map((p) => ({ ...p, id: '' }))).toEqual(
      from.passes.map((p) => ({ ...p, id: '' })),
    );
    expect(to.passes.some((p) => from.passes.some((q) => q.id === p.id))).toBe(false);
  });

  it('a flip mirrors what is on the stage about the middle of the layer', () => {
    fc.assert(
      fc.property(path, fc.constantFrom(0, 30, -75), (p, rotation) => {
        const line = softLine('L', p);
        line.placement = { ...placed({ x: 7, y: 3 }), rotation, x: 12, scaleX: 1.5 };
        const s = { ...newScene('A', 100, 100, null), layers: [line] };
        const flipped = edit(s, '', flipLayer(line.id, 'x')).scene.layers[0]!;
        const xs = (l: Layer) => p.anchors.map((a) => apply(placementMap(l.placement), a));
        const [before, after] = [xs(line), xs(flipped)];
        const axis = before[0]!.x + after[0]!.x;
        before.forEach((q, i) => {
          expect(q.x + after[i]!.x).toBeCloseTo(axis, 6);
          expect(q.y).toBeCloseTo(after[i]!.y, 6);
        });
      }),
    );
  });
});

describe('placement', () => {
  it('moves nothing when its pivot does', () => {
    const p = { ...placed({ x: 4, y: 9 }), rotation: 33, scaleX: 2, scaleY: -0.5, x: 11, y: -3 };
    const q = repivoted(p, { x: 50, y: 1 });
    for (const point of [
      { x: 0, y: 0 },
      { x: 20, y: -7 },
    ]) {
      const [a, b] = [apply(placementMap(p), point), apply(placementMap(q), point)];
      expect(a.x).toBeCloseTo(b.x, 9);
      expect(a.y).toBeCloseTo(b.y, 9);
    }
  });
  it('is found again from the map it makes, and moves by any map', () => {
    const number = (min: number, max: number) => fc.double({ min, max, noNaN: true });
    fc.assert(
      fc.property(
        fc.record({
          x: number(-900, 900),
          y: number(-900, 900),
          scaleX: number(0.1, 5),
          scaleY: fc.oneof(number(0.1, 5), number(-5, -0.1)),
          shear: number(-80, 80),
          rotation: number(-179, 179),
        }),
        number(-200, 200),
        number(-3, 3),
        (values, at, lean) => {
          const p = { ...placed({ x: at, y: 3 }), ...values };
          const found = placementOf(placementMap(p), { x: at, y: 3 });
          for (const key of ['x', 'y', 'scaleX', 'scaleY', 'shear', 'rotation'] as const)
            expect(found[key]).toBeCloseTo(p[key], 5);
          const map: Affine = [1.5, 0.2, lean, 0.8 + Math.abs(lean), 7, -9];
          const [a, b] = [
            apply(placementMap(movedBy(p, map)), { x: 31, y: -8 }),
            apply(map, apply(placementMap(p), { x: 31, y: -8 })),
          ];
          expect(Math.hypot(a.x - b.x, a.y - b.y)).toBeLessThan(1e-3);
        },
      ),
    );
  });
  it('is scaled by a handle and leans by a side, what is opposite staying where it stands', () => {
    const box = { x0: -30, y0: 5, x1: 50, y1: 65 };
    const sides: readonly BoxHandle[] = [
      [0.5, 0],
      [1, 0.5],
      [0.5, 1],
      [0, 0.5],
    ];
    fc.assert(
      fc.property(
        fc.constantFrom(...sides),
        fc.integer({ min: -40, max: 40 }),
        fc.integer({ min: -170, max: 170 }),
        fc.constantFrom(1, -1, 2.5),
        (side, by, rotation, scaleX) => {
          const p = { ...placed({ x: 4, y: 9 }), rotation, scaleX, scaleY: 0.7, x: 100 };
          const from = inBox(box, side);
          const to = side[0] === 0.5 ? { ...from, x: from.x + by } : { ...from, y: from.y + by };
          const before = placementMap(p);
          const leant = placementMap(leantPlacement(p, box, side, from, to));
          const scaled = placementMap(pulledPlacement(p, box, side, { x: 200, y: 300 }));
          const still = inBox(box, opposite(side));
          const same = (map: Affine, own: Point, as: Point) => {
            const [a, b] = [apply(map, own), apply(before, as)];
            expect(Math.hypot(a.x - b.x, a.y - b.y)).toBeLessThan(1e-5);
          };
          same(leant, still, still);
          same(scaled, still, still);
          // The side itself comes to where it was pushed.
          same(leant, from, to);
        },
      ),
    );
    // Past what a layer may lean it stays.
    const p = placed();
    expect(leantPlacement(p, box, [0.5, 0], { x: 0, y: 5 }, { x: 9000, y: 5 })).toEqual(p);
  });
  it('fits a large picture into the scene and centres it', () => {
    const s = newScene('A', 100, 80, null);
    const layer = newPicture(
      'P',
      { kind: 'picture', asset: `${'b'.repeat(64)}.png`, width: 400, height: 400 },
      s,
      { x: 30, y: 40 },
      true,
    );
    const middle = apply(
      placementMap(layer.placement),
      middleOf({ x0: 0, y0: 0, x1: 400, y1: 400 }),
    );
    expect(middle).toEqual({ x: 30, y: 40 });
    expect(layer.placement.scaleX).toBe(0.2);
  });
});

describe('the schema', () => {
  it('takes back what JSON made of a scene', () => {
    fc.assert(
      fc.property(scene, (s) => void expect(parseScene(JSON.parse(JSON.stringify(s)))).toEqual(s)),
    );
  });

  const line = () => ({
    ...newScene('A', 100, 100, null),
    layers: [softLine('L', { closed: false, anchors: [corner(0, 0), corner(9, 9)] })],
  });
  const cases: [string, (s: ReturnType<typeof line>) => void, string, RegExp][] = [
    [
      'a wrong type deep inside',
      (s) =>
        Object.assign((s.layers[0]!.source as { passes: object[] }).passes[2]!, { width: 'wide' }),
      '$.layers[0].source.passes[2].width',
      /Width must be a number from 0 to 5000 px/,
    ],
    [
      'a blend there is not',
      (s) => Object.assign(s.layers[0]!, { blend: 'glitter' }),
      '$.layers[0].blend',
      /one of normal, screen/,
    ],
    [
      'an unknown step',
      (s) => s.layers[0]!.steps.push({ kind: 'blur.magic' } as never),
      '$.layers[0].steps[0].kind',
      /no such step/,
    ],
    [
      'an unknown source',
      (s) => Object.assign(s.layers[0]!.source, { kind: 'hologram' }),
      '$.layers[0].source.kind',
      /no such source/,
    ],
    [
      'a key that does not belong',
      (s) => Object.assign(s, { glow: 1 }),
      '$.glow',
      /nothing called “glow”/,
    ],
    [
      'a newer version',
      (s) => Object.assign(s, { version: 99 }),
      '$.version',
      /newer Ignis \(version 99/,
    ],
    ['a size of nothing', (s) => Object.assign(s, { width: 0 }), '$.width', /at least 1 px/],
    [
      'an infinite number',
      (s) => Object.assign(s.layers[0]!.placement, { x: Infinity }),
      '$.layers[0].placement.x',
      /./,
    ],
    [
      'a picture outside the file',
      (s) =>
        Object.assign(s.layers[0]!, {
          source: { kind: 'picture', asset: '../../secret.png', width: 3, height: 3 },
        }),
      '$.layers[0].source.asset',
      /64 hexadecimal digits/,
    ],
  ];
  for (const [name, spoil, path, message] of cases)
    it(`names the place of ${name}`, () => {
      const s = line();
      spoil(s);
      const faults = sceneFaults(s);
      expect(faults.map((f) => f.path)).toContain(path);
      expect(faults.find((f) => f.path === path)!.message).toMatch(message);
      expect(() => parseScene(s)).toThrow(SceneError);
    });

  it('tells every fault, not only the first', () => {
    expect(
      sceneFaults({ ...newScene('A', 0, 0, 'red'), format: 'other' }).length,
    ).toBeGreaterThanOrEqual(4);
  });
  it('has no place for two layers of one id', () => {
    const s = line();
    s.layers.push(s.layers[0]!);
    expect(sceneFaults(s)).toEqual([{ path: '$', message: 'Two layers have the same id.' }]);
  });
  it('can be written as JSON Schema with every step and source in it', () => {
    const text = JSON.stringify(sceneJsonSchema());
    for (const kind of ['blur.gaussian', 'grade.tint', 'picture', 'line'])
      expect(text).toContain(`"const":"${kind}"`);
  });
});
