import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { blends } from '../blend/index';
import { corner } from '../geometry/path';
import { scoped } from '../pixels/heap';
import { contains } from '../pixels/region';
import { scaling } from '../geometry/affine';
import { newLine, newScene, newStep } from '../scene/make';
import type { Layer, Scene } from '../scene/schema';
import { everyLayer } from '../scene/schema';
import { lookUp, scene } from '../testing/scenes';
import { cacheOf } from './cache';
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
      { numRuns: 100 },
    );
  });

  it('is made anew only where the layer reaches, now or before', () => {
    const s = newScene('', 400, 400, '#102030');
    const line = (x: number) =>
      newLine('', { closed: false, anchors: [corner(x, 20), corner(x, 60)] }, '#ff5a1f', 2);
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
    // Another layer changed as well: nothing is known.
    expect(mender.mend({ ...s, layers: s.layers.slice(0, 2) }, wide).changed).toEqual(wide.region);
  });
});

describe('the extent of a layer', () => {
  it('holds every pixel it has, at any scale', () => {
    fc.assert(
      fc.property(scene, fc.constantFrom(0.25, 0.5, 1, 2), (s, scale) => {
        for (const layer of s.layers) {
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
      { numRuns: 40 },
    );
  });
});
