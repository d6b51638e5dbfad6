import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { apply } from '../../geometry/affine';
import { placementMap } from '../../definitions/placement';
import { placedBox } from '../arrange/placement';
import { sceneFaults } from '../model/check';
import { newGroup, newMask, newPicture, newScene, newStep } from '../model/make';
import type { Scene } from '../model/schema';
import { edit } from './edit';
import { askingAgain, emptyWells, hasCutOut, replacePicture, setWell } from './picture-edits';

const asset = (letter: string) => `${letter.repeat(64)}.png`;
const file = (width: number, height: number) => ({ asset: asset('b'), width, height });

function scene(width = 40, height = 30): Scene {
  const made = newScene('One', 200, 100, '#000000');
  const source = { kind: 'picture', asset: asset('a'), width, height } as const;
  const layer = newPicture('Heron', source, made, { x: 70, y: 40 }, false);
  layer.steps.push(newStep('blur.gaussian'));
  made.layers.push(layer);
  return made;
}
const replaced = (s: Scene, with_: ReturnType<typeof file>) =>
  edit(s, '', replacePicture(s.layers[0]!.id, with_)).scene;

describe('another picture in the place of one', () => {
  it('lies within it, about the same middle, however it is turned, and keeps its steps', () => {
    const side = fc.integer({ min: 1, max: 4000 });
    fc.assert(
      fc.property(side, side, fc.integer({ min: -180, max: 180 }), (width, height, turn) => {
        const before = scene();
        Object.assign(before.layers[0]!.placement, { rotation: turn, scaleX: 1.5, scaleY: 1.5 });
        const after = replaced(before, file(width, height));
        const [old, now] = [before.layers[0]!, after.layers[0]!];
        const middle = (p: typeof now.placement, w: number, h: number) =>
          apply(placementMap(p), { x: w / 2, y: h / 2 });
        const [m, n] = [middle(old.placement, 40, 30), middle(now.placement, width, height)];
        expect(n.x).toBeCloseTo(m.x, 6);
        expect(n.y).toBeCloseTo(m.y, 6);
        const k = now.placement.scaleX;
        expect(Math.max((k * width) / (1.5 * 40), (k * height) / (1.5 * 30))).toBeCloseTo(1, 6);
        expect(now.placement.scaleY).toBeCloseTo(k, 6);
        expect(now.steps).toEqual(old.steps);
        expect(now.source).toEqual({ kind: 'picture', ...file(width, height) });
      }),
    );
  });

  it('covers the scene if the old one did', () => {
    const before = scene(200, 100);
    Object.assign(before.layers[0]!.placement, { x: 0, y: 0 });
    const { placement } = replaced(before, file(100, 100)).layers[0]!;
    expect(placedBox(placement, { x0: 0, y0: 0, x1: 100, y1: 100 })).toEqual({
      ...{ x0: 0, y0: -50, x1: 200, y1: 150 },
    });
  });

  it('in perspective is carried to the same corners', () => {
    const before = scene();
    const to = [
      { x: 2, y: 3 },
      { x: 50, y: 0 },
      { x: 44, y: 31 },
      { x: 0, y: 25 },
    ] as [{ x: number; y: number }, ...{ x: number; y: number }[]];
    Object.assign(before.layers[0]!.placement, {
      corners: { box: { x0: 0, y0: 0, x1: 40, y1: 30 }, to },
    });
    const { placement } = replaced(before, file(80, 90)).layers[0]!;
    expect(placement.corners).toEqual({ box: { x0: 0, y0: 0, x1: 80, y1: 90 }, to });
    expect(placementMap(placement)).toEqual(placementMap(before.layers[0]!.placement));
  });

  it('leaves behind what was cut out of the old one, and no more of its mask', () => {
    const cutOut = {
      ...{ kind: 'cut-out', asset: asset('a'), width: 40, height: 30, around: null },
      ...{ marks: [], found: null },
    };
    const fade = { kind: 'fade', radial: false, x0: 0, y0: 0, x1: 9, y1: 9 } as const;
    const cut = scene();
    cut.layers[0]!.mask = newMask(cutOut as unknown as typeof fade);
    expect(hasCutOut(cut.layers[0]!)).toBe(true);
    expect(replaced(cut, file(9, 9)).layers[0]!.mask).toBeNull();
    const faded = scene();
    faded.layers[0]!.mask = newMask(fade);
    expect(replaced(faded, file(9, 9)).layers[0]!.mask).toEqual(faded.layers[0]!.mask);
  });
});

describe('a well', () => {
  it('asks when it comes out of the library, within groups too, and is filled once', () => {
    const one = scene();
    const marked = edit(one, '', setWell(one.layers[0]!.id, 'Your subject')).scene;
    // What it was made with fills it.
    expect(emptyWells(marked.layers)).toEqual([]);
    const group = newGroup('Look', askingAgain(marked.layers), 'through');
    const asking = { ...marked, layers: askingAgain([group]) };
    const { id } = marked.layers[0]!;
    expect(emptyWells(asking.layers)).toEqual([{ id, asks: 'Your subject' }]);
    expect(sceneFaults(asking)).toEqual([]);
    const filled = edit(asking, '', replacePicture(id, file(10, 10))).scene;
    expect(emptyWells(filled.layers)).toEqual([]);
    const again = askingAgain(filled.layers);
    expect(emptyWells(again)).toHaveLength(1);
    const plain = edit(marked, '', setWell(id, null)).scene;
    expect(plain.layers[0]!.source).toEqual(one.layers[0]!.source);
  });
});
