import { softLine } from '../testing/soft-line';
import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { blends } from '../blend/index';
import type { Path } from '../geometry/path';
import { corner } from '../geometry/path';
import { startKernels } from '../kernels/machine';
import { heapUse, scoped } from '../pixels/heap';
import { contains } from '../pixels/region';
import { scaling } from '../geometry/affine';
import { newGroup, newLineOf, newModifier, newScene, newShape, newStep } from '../scene/model/make';
import { newSelection } from '../scene/edits/selection-edits';
import type { Layer, Scene } from '../scene/model/schema';
import { everyLayer } from '../scene/model/schema';
import { isPath } from '../sources/line-shape';
import type { Pass } from '../sources/pass';
import { newPass } from '../sources/pass';
import { lookUp, scene } from '../testing/scenes';
import { traced } from '../testing/traced';
import { cacheOf } from './cache';
import { asDrawn } from '../scene/bound/bind';
import { menderOf } from './mend';
import { extentOf } from './reach';
import { render } from './render';

const region = { x: 0, y: 0, width: 100, height: 100 };
const ask = { region, scale: 1, picture: lookUp };

/** Something that is done to a layer. */
const change: fc.Arbitrary<(l: Layer) => Layer> = fc.oneof(
  fc.constantFrom(0, 30, 100).map((opacity) => (l: Layer) => ({ ...l, opacity })),
  fc.constantFrom(...blends.map((b) => b.name)).map((blend) => (l: Layer) => ({ ...l, blend })),
  fc.constantFrom(0, 50, 100).map((body) => (l: Layer) => ({ ...l, body })),
  fc.boolean().map((visible) => (l: Layer) => ({ ...l, visible })),
  fc.boolean().map((clip) => (l: Layer) => ({ ...l, clip })),
  fc.constant((l: Layer) => ({ ...l, mask: null })),
  fc
    .constantFrom('blur.gaussian', 'grade.light')
    .map((kind) => (l: Layer) => ({ ...l, steps: [newStep(kind)] })),
  fc
    .tuple(fc.integer({ min: -60, max: 60 }), fc.constantFrom(0.3, 1, 1.6))
    .map(([x, scaleX]) => (l: Layer) => ({ ...l, placement: { ...l.placement, x, scaleX } })),
);

const replaced = (layers: readonly Layer[], id: string, by: (l: Layer) => Layer): Layer[] =>
  layers.map((l) =>
    l.id === id ? by(l) : l.layers ? { ...l, layers: replaced(l.layers, id, by) } : l,
  );

describe('a mended picture', () => {
  it('is exactly what a render makes, whatever was done to the layer in focus', () => {
    fc.assert(
      fc.property(scene, fc.nat(20), fc.array(change, { maxLength: 4 }), (s, chosen, changes) => {
        const ids = everyLayer(s.layers).map((l) => l.id);
        const focus = ids[chosen % (ids.length || 1)] ?? null;
        const { memo, clear } = cacheOf(2 ** 24);
        const mender = menderOf();
        let now: Scene = s;
        let before: Float32Array | null = null;
        for (const by of [(l: Layer) => l, ...changes]) {
          now = { ...now, layers: replaced(now.layers, focus ?? '', by) };
          const whole = render(now, ask).data;
          scoped(() => {
            const { picture, changed } = mender.mend(now, { ...ask, memo, focus });
            expect(picture.region).toEqual(region);
            expect(picture.data.every((v, i) => v === whole[i])).toBe(true);
            // Elsewhere it is what it was.
            if (before)
              for (let i = 0; i < whole.length; i++) {
                const [x, y] = [(i >> 2) % 100, ((i >> 2) / 100) | 0];
                if (!contains(changed, { x, y, width: 1, height: 1 }))
                  if (whole[i] !== before[i]) throw new Error(`${x}, ${y} changed too.`);
              }
          });
          before = whole;
        }
        mender.clear();
        clear();
      }),
      { numRuns: 30 },
    );
  });

  it('is right for a layer within a group that is turned by its corners', () => {
    const line = softLine(
      '',
      { closed: false, anchors: [corner(10, 10), corner(50, 40)] },
      '#ff5a1f',
      2,
    );
    if (line.source.kind === 'line') line.source.passes = line.source.passes.slice(-1);
    const group = newGroup('', [line], 'one');
    group.placement = {
      ...group.placement,
      x: 260,
      y: 240,
      corners: {
        box: { x0: 0, y0: 0, x1: 60, y1: 44 },
        to: [
          { x: -20, y: 20 },
          { x: 40, y: 4 },
          { x: 50, y: 90 },
          { x: -30, y: 70 },
        ],
      },
    };
    const s = { ...newScene('', 400, 400, '#102030'), layers: [group] };
    const mender = menderOf();
    const wide = { ...ask, region: { x: 0, y: 0, width: 400, height: 400 } };
    mender.mend(s, { ...wide, focus: line.id });
    for (const x of [-25, 30, 0]) {
      const moved = {
        ...s,
        layers: replaced(s.layers, line.id, (l) => ({ ...l, placement: { ...l.placement, x } })),
      };
      const whole = render(moved, wide).data;
      scoped(() => {
        const { data } = mender.mend(moved, { ...wide, focus: line.id }).picture;
        expect(data.every((v, i) => v === whole[i])).toBe(true);
      });
    }
  });

  it('is made anew only where the layer reaches, now or before', () => {
    const s = newScene('', 400, 400, '#102030');
    const line = (x: number) =>
      softLine('', { closed: false, anchors: [corner(x, 20), corner(x, 60)] }, '#ff5a1f', 2);
    s.layers.push(line(40), line(200), line(360));
    const focus = s.layers[0]!.id;
    const mender = menderOf();
    const wide = { ...ask, region: { x: 0, y: 0, width: 400, height: 400 }, focus };
    expect(mender.mend(s, wide).changed).toEqual(wide.region);
    expect(mender.mend(s, wide).changed.width).toBeLessThan(160);
    const moved = {
      ...s,
      layers: replaced(s.layers, focus, (l) => ({ ...l, placement: { ...l.placement, y: 250 } })),
    };
    const { changed } = mender.mend(moved, wide);
    expect(changed.height).toBeGreaterThan(250);
    expect(changed.width).toBeLessThan(160);
    // What is selected is no part of the picture, whatever it looks at.
    const tones = { kind: 'tones', of: null, from: 50, to: 100, soft: 5 } as const;
    const selected = { ...moved, selection: newSelection(tones) };
    expect(mender.mend(selected, wide).changed.width).toBeLessThan(160);
    // Another layer changed as well: nothing is known.
    expect(mender.mend({ ...s, layers: s.layers.slice(0, 2) }, wide).changed).toEqual(wide.region);
  });
});

describe('a mended picture of a line whose anchors move', () => {
  const wide = { ...ask, region: { x: 0, y: 0, width: 300, height: 300 } };

  /** A scene of a line in a group, with a step of its own, between two others. */
  function around(path: Path, passes: Partial<Pass>): { s: Scene; id: string } {
    const s = newScene('', 300, 300, '#102030');
    const line = softLine('', path, '#ff5a1f', 2);
    if (line.source.kind === 'line')
      line.source.passes = line.source.passes.map((p) => ({ ...p, ...passes }));
    line.placement = { ...line.placement, x: 150, y: 150 };
    line.steps.push(newStep('blur.gaussian'));
    line.steps[0]!.values = { sigma: 1.5 };
    const other = softLine('', { closed: false, anchors: [corner(0, 0), corner(300, 300)] });
    s.layers.push(other, newGroup('', [line], 'one'), { ...other, id: 'above', blend: 'multiply' });
    return { s, id: line.id };
  }

  const move = (s: Scene, id: string, at: number, dx: number): Scene => ({
    ...s,
    layers: replaced(s.layers, id, (l) => {
      if (l.source.kind !== 'line' || !isPath(l.source.shape)) return l;
      const [p] = l.source.shape.paths;
      const anchors = p!.anchors.map((a, i) => (i === at ? { ...a, x: a.x + dx } : a));
      return {
        ...l,
        source: { ...l.source, shape: { kind: 'path', paths: [{ ...p!, anchors }] } },
      };
    }),
  });

  it.each([
    ['few anchors', traced(24, 60, true), {}],
    ['very many', traced(900, 60, true), {}],
    ['very many, filled', traced(900, 60, true), { draws: 'both' as const }],
    ['very many, tapered', traced(900, 60, false), { start: 40 }],
    // Its box has no height.
    ['two, level', { closed: false, anchors: [corner(-60, 0), corner(60, 0)] }, {}],
    ['few, with a gradient', traced(24, 60, true), { paint: 'linear' as const }],
  ])('is what a render makes: %s', (_name, path, passes) => {
    const { s, id } = around(path, passes);
    const { memo, clear } = cacheOf(2 ** 26);
    const mender = menderOf();
    let now = s;
    for (const [at, dx] of [
      [5, 0],
      [5, 9],
      [6, -14],
      [path.anchors.length - 1, 6],
      [6, 14],
    ] as const) {
      now = move(now, id, at, dx);
      const whole = render(now, wide).data;
      scoped(() => {
        const { data } = mender.mend(now, { ...wide, memo, focus: id }).picture;
        // A plane that is gone on from is blurred in another window: no more than rounding.
        expect(data.reduce((m, v, i) => Math.max(m, Math.abs(v - whole[i]!)), 0)).toBeLessThan(
          1 / 2048,
        );
      });
    }
    mender.clear();
    clear();
  });

  it('holds one plane for each pass, however often they change', () => {
    const { s, id } = around(traced(24, 60, true), {});
    startKernels('shared');
    const mender = menderOf();
    const inUse: number[] = [];
    for (let width = 4; width < 12; width++) {
      const now = {
        ...s,
        layers: replaced(s.layers, id, (l) =>
          l.source.kind === 'line'
            ? {
                ...l,
                source: { ...l.source, passes: l.source.passes.map((p) => ({ ...p, width })) },
              }
            : l,
        ),
      };
      mender.mend(now, { ...wide, focus: id });
      inUse.push(heapUse().inUse);
    }
    // The picture is four channels; what is beyond it are the planes the next change goes on from.
    const plane = 300 * 300 * 4;
    expect(inUse[0]).toBeGreaterThanOrEqual(5 * plane);
    expect(inUse.at(-1)! - inUse[0]!).toBeLessThan(2 * plane);
    mender.clear();
    expect(heapUse().inUse).toBe(0);
  });

  it('is made anew only round the anchor', () => {
    const { s, id } = around(traced(900, 110, true), { width: 2, blur: 0 });
    const mender = menderOf();
    mender.mend(s, { ...wide, focus: id });
    const { changed } = mender.mend(move(s, id, 450, 3), { ...wide, focus: id });
    expect(changed.width * changed.height).toBeLessThan(0.25 * 300 * 300);
    expect(changed.width).toBeGreaterThan(3);
  });
});

describe('the extent of a layer', () => {
  it('holds every pixel it has, at any scale', () => {
    fc.assert(
      fc.property(scene, fc.constantFrom(0.25, 0.5, 1, 2), (s, scale) => {
        for (const layer of asDrawn(s).layers) {
          if (layer.source.kind === 'grade') continue;
          const extent = extentOf(layer, { map: scaling(scale), scale, around: [] });
          if (!extent) continue;
          const alone = { ...s, layers: [{ ...layer, clip: false, blend: 'normal' }] };
          const wide = { x: -300, y: -300, width: 700, height: 700 };
          const { data } = render(alone, { ...ask, region: wide, scale, background: false });
          const at = data.findIndex((v, i) => {
            const [x, y] = [((i >> 2) % 700) - 300, (((i >> 2) / 700) | 0) - 300];
            return v !== 0 && !contains(extent, { x, y, width: 1, height: 1 });
          });
          expect(at).toBe(-1);
        }
      }),
      { numRuns: 24 },
    );
  });

  it('holds what is thrown off a corner, however finely it is drawn', () => {
    const line = newLineOf('', {
      light: '#2fb8ff',
      shape: newShape('heart', { size: 50 }),
      modifiers: [newModifier('wobble'), newModifier('bend')],
      passes: [newPass('x', '', { width: 12 })],
    });
    line.placement = { ...line.placement, scaleX: 0.4, scaleY: 0.5 };
    const s = { ...newScene('', 100, 100, null), layers: [line] };
    const standing = { map: scaling(0.5), scale: 0.5, around: [] };
    const extent = extentOf(asDrawn(s).layers[0]!, standing)!;
    const wide = { x: -100, y: -100, width: 200, height: 200 };
    const { data } = render(s, { ...ask, region: wide, scale: 0.5, background: false });
    const lost = data.findIndex((v, i) => {
      const [x, y] = [((i >> 2) % 200) - 100, (((i >> 2) / 200) | 0) - 100];
      return v !== 0 && !contains(extent, { x, y, width: 1, height: 1 });
    });
    expect(lost).toBe(-1);
  });
});
