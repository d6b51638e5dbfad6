import { beforeEach, describe, expect, it } from 'vitest';
import { corner } from '@ignis/core/geometry/path';
import { setLayer, setScene } from '@ignis/core/scene/edits/layer-edits';
import { newGrade, newLine, newMask, newScene, newStep } from '@ignis/core/scene/model/make';
import { isLine } from '@ignis/core/scene/model/traits';
import { newPass } from '@ignis/core/sources/pass';
import {
  closeDrawing,
  drawnPath,
  drawingPoint,
  endDrawing,
  putAnchor,
  startDrawing,
  suggest,
} from '../bench/modes/draw/drawing';
import { centred, fitted, zoomedAt } from '../bench/stage/view';
import { pathsOf } from '@ignis/core/sources/line-shape';
import { liveEdit, useBench } from './bench';

const bench = useBench.getState;
const line = () => newLine('Tide', { closed: false, anchors: [corner(10, 10), corner(90, 90)] });

beforeEach(() => {
  const scene = newScene('Night seven', 100, 100, null);
  scene.layers.push(line());
  bench().open('a', scene);
});

describe('the bench', () => {
  it('opens on the layer in front, or on what lies beneath a grade there', () => {
    const scene = newScene('', 100, 80, null);
    const [lower, upper, finish] = [line(), line(), newGrade('', [])];
    bench().open('opened', { ...scene, layers: [lower, upper, finish] });
    expect(bench().selected).toBe(upper.id);
    bench().open('opened', { ...scene, layers: [finish] });
    expect(bench().selected).toBe(finish.id);
  });
  it('selects the frontmost layer and works on what it is', () => {
    expect(bench().selected).toBe(bench().scene.layers[0]!.id);
    expect(bench().mode).toBe('anchors');
    bench().select(null);
    expect(bench().mode).toBe('arrange');
  });

  it('rewrites a scene without a step of undo, and not in the middle of a drag', () => {
    const { id } = bench().scene.layers[0]!;
    bench().rewrite(setScene({ name: 'Night eight' }));
    expect(bench().scene.name).toBe('Night eight');
    expect(bench().undo()).toBeNull();
    bench().drag('Opacity', setLayer(id, { opacity: 50 }));
    bench().rewrite(setScene({ name: 'Night nine' }));
    expect(bench().scene.name).toBe('Night eight');
  });

  it('makes a drag of many moves one step of undo, counted from where it began', () => {
    const { id } = bench().scene.layers[0]!;
    const before = bench().scene;
    for (const opacity of [90, 60, 30]) bench().drag('Opacity', setLayer(id, { opacity }));
    expect(bench().scene.layers[0]!.opacity).toBe(30);
    expect(bench().history.past).toHaveLength(0);
    bench().drop();
    expect(bench().history.past).toHaveLength(1);
    expect(bench().undo()).toBe('Opacity');
    expect(bench().scene).toEqual(before);
    expect(bench().redo()).toBe('Opacity');
    expect(bench().scene.layers[0]!.opacity).toBe(30);
  });

  it('loses nothing of one stream of edits when a control begins another', () => {
    const { id } = bench().scene.layers[0]!;
    const [name, opacity] = [liveEdit('Name'), liveEdit('Opacity')];
    name.change(setScene({ name: 'Tide' }));
    opacity.change(setLayer(id, { opacity: 40 }));
    opacity.change(setLayer(id, { opacity: 30 }));
    opacity.done();
    expect([bench().scene.name, bench().scene.layers[0]!.opacity]).toEqual(['Tide', 30]);
    expect(bench().history.past.map((c) => c.label)).toEqual(['Name', 'Opacity']);
  });

  it('takes a drag back that is called off', () => {
    const before = bench().scene;
    bench().drag('Name', setScene({ name: 'Tide' }));
    bench().cancelDrag();
    expect(bench().scene).toBe(before);
    expect(bench().history.past).toHaveLength(0);
  });

  it('ends a drag before anything else happens', () => {
    bench().drag('Name', setScene({ name: 'One' }));
    bench().change('Name', setScene({ name: 'Two' }));
    expect(bench().history.past.map((c) => c.label)).toEqual(['Name', 'Name']);
    bench().undo();
    expect(bench().scene.name).toBe('One');
  });

  it('lets go, by undo, of whatever is gone: passes, steps, parts of masks, guides and anchors', () => {
    const { id } = bench().scene.layers[0]!;
    const step = newStep('blur.gaussian');
    const pass = newPass('more', 'More', {});
    const mask = newMask({ kind: 'full' });
    bench().change('Add', (s) => {
      const layer = s.layers[0]!;
      layer.steps.push(step);
      layer.mask = mask;
      if (isLine(layer)) layer.source.passes.push(pass);
      s.guides.push({ id: 'guide', axis: 'x', at: 4 });
      s.layers.push({ ...line(), id: 'other' });
    });
    bench().set({
      ...{ step: step.id, pass: pass.id, part: mask.parts[0]!.id, guide: 'guide' },
      ...{ others: ['other'], hovered: 'other', anchors: [{ path: 0, index: 1 }] },
    });
    bench().undo();
    expect(bench()).toMatchObject({
      ...{ selected: id, step: null, pass: null, part: null, guide: null },
      ...{ others: [], hovered: null, anchors: [{ path: 0, index: 1 }] },
    });
    bench().redo();
    bench().set({ step: step.id });
    bench().change('Name', setScene({ name: 'Tide' }));
    bench().undo();
    expect(bench().step).toBe(step.id);
  });

  it('remembers no change that changes nothing', () => {
    bench().change('Name', setScene({ name: bench().scene.name }));
    expect(bench().history.past).toHaveLength(0);
  });

  it('forgets a selection whose layer undo has taken away', () => {
    startDrawing();
    putAnchor({ x: 5, y: 5 }, null);
    bench().drop();
    bench().select(bench().drawn);
    bench().undo();
    expect(bench().selected).toBeNull();
  });
});

describe('drawing a line of light', () => {
  beforeEach(startDrawing);
  const put = (x: number, y: number, handle: { x: number; y: number } | null = null) => {
    putAnchor({ x, y }, null);
    if (handle) putAnchor({ x, y }, handle);
    bench().drop();
  };

  it('makes each anchor one step of undo', () => {
    put(10, 10);
    put(50, 10);
    put(50, 50);
    expect(drawnPath()!.anchors).toHaveLength(3);
    bench().undo();
    expect(drawnPath()!.anchors).toHaveLength(2);
    bench().undo();
    bench().undo();
    expect(drawnPath()).toBeNull();
    expect(bench().scene.layers).toHaveLength(1);
  });

  it('keeps one layer while the handle of its first anchor is pulled', () => {
    putAnchor({ x: 10, y: 10 }, null);
    putAnchor({ x: 10, y: 10 }, { x: 4, y: 0 });
    putAnchor({ x: 10, y: 10 }, { x: 9, y: 3 });
    bench().drop();
    expect(bench().scene.layers).toHaveLength(2);
    expect(drawnPath()!.anchors).toEqual([
      expect.objectContaining({ kind: 'smooth', out: { x: 9, y: 3 }, in: { x: -9, y: -3 } }),
    ]);
  });

  it('stands in front of what was selected', () => {
    const back = bench().scene.layers[0]!.id;
    put(10, 10);
    put(20, 20);
    expect(bench().scene.layers.map((l) => l.id)).toEqual([back, bench().drawn]);
  });

  it('lights the next segment without keeping it', () => {
    put(10, 10);
    suggest({ x: 70, y: 10 });
    const shown = bench().ghost!.layers.at(-1)!.source;
    expect(shown.kind === 'line' && pathsOf(shown.shape)[0]!.anchors).toHaveLength(2);
    expect(drawnPath()!.anchors).toHaveLength(1);
  });

  it('closes, and works on the anchors afterwards', () => {
    put(10, 10);
    put(50, 10);
    put(30, 50);
    closeDrawing(null);
    endDrawing();
    const { source } = bench().scene.layers.at(-1)!;
    expect(source.kind === 'line' && pathsOf(source.shape)[0]!.closed).toBe(true);
    expect(bench().mode).toBe('anchors');
    expect(bench().drawn).toBeNull();
  });

  it('takes a lone anchor back', () => {
    put(10, 10);
    endDrawing();
    expect(bench().scene.layers).toHaveLength(1);
  });

  it('holds to 15° from the last anchor only when asked', () => {
    put(10, 10);
    expect(drawingPoint({ x: 60, y: 12 }, false)).toEqual({ x: 60, y: 12 });
    expect(drawingPoint({ x: 60, y: 12 }, true).y).toBeCloseTo(10);
  });
});

describe('the view', () => {
  it('leaves the place under the pointer where it is', () => {
    const view = { zoom: 0.5, x: 40, y: -20 };
    const next = zoomedAt(view, 3, 200, 100);
    expect((200 - next.x) / next.zoom).toBeCloseTo((200 - view.x) / view.zoom);
    expect((100 - next.y) / next.zoom).toBeCloseTo((100 - view.y) / view.zoom);
  });
  it('shows the whole scene, and never zooms beyond its ends', () => {
    const stage = { width: 960, height: 600 };
    for (const scene of [
      { width: 1920, height: 1200 },
      { width: 30, height: 9000 },
    ]) {
      const v = fitted(scene, stage);
      expect(v.x).toBeGreaterThanOrEqual(0);
      expect(v.y).toBeGreaterThanOrEqual(0);
      expect(v.y + scene.height * v.zoom).toBeLessThanOrEqual(stage.height);
    }
    expect(zoomedAt(centred({ width: 9, height: 9 }, stage, 1), 1e9, 0, 0).zoom).toBe(32);
  });
});
