import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { corner } from '../../geometry/path';
import { render } from '../../render/render';
import { menderOf } from '../../render/mend';
import { ASSET, lookUp, scene } from '../../testing/scenes';
import { parseScene, sceneFaults } from '../model/check';
import { edit } from '../edits/edit';
import { addLayers } from '../edits/layer-edits';
import { drawnLayer, ownBox, asDrawn } from './bind';
import { setLight, setOwnPasses } from '../edits/line-edits';
import { newEcho, newGroup, newLine, newPicture, newScene, newStep } from '../model/make';
import { placed } from '../arrange/placement';
import type { Layer, Scene } from '../model/schema';
import { everyLayer } from '../model/schema';

const region = { x: 0, y: 0, width: 100, height: 100 };
const pixels = (s: Scene) => render(s, { region, scale: 1, picture: lookUp }).data;
const line = (): Layer =>
  newLine('Line', { closed: false, anchors: [corner(10, 20), corner(60, 40)] }, '#ff5a1f', 4);
const of = (...layers: Layer[]): Scene => ({ ...newScene('S', 100, 100, '#101010'), layers });

describe('an echo', () => {
  it('draws just what a copy of its original would, wherever it stands', () => {
    fc.assert(
      fc.property(scene, fc.nat(30), fc.integer({ min: -30, max: 30 }), (s, chosen, offset) => {
        const all = everyLayer(s.layers);
        fc.pre(all.length > 0);
        // A copy by hand has the ids of its original: what is woven with it would not know which is meant.
        for (const layer of all) layer.weave = null;
        const original = all[chosen % all.length]!;
        const echo = newEcho(original, offset);
        const copy: Layer = {
          ...echo,
          source: original.source,
          steps: original.steps,
          ...(original.layers && { layers: original.layers }),
          placement: {
            ...original.placement,
            x: original.placement.x + offset,
            y: original.placement.y + offset,
          },
        };
        const one = pixels({ ...s, layers: [...s.layers, echo] });
        const other = pixels({ ...s, layers: [...s.layers, copy] });
        let worst = 0;
        one.forEach((v, i) => (worst = Math.max(worst, Math.abs(v - other[i]!))));
        expect(worst).toBeLessThan(1e-3);
      }),
      { numRuns: 25, seed: 7, endOnFailure: true },
    );
  });

  it('follows its original as it changes, through chains, and adds its own steps', () => {
    const a = line();
    const b = { ...newEcho(a, 10), steps: [newStep('blur.gaussian')] };
    const c = newEcho(b, 5);
    const s = of(a, b, c);
    const drawn = drawnLayer(s, c.id)!;
    expect(drawn.source).toBe(a.source);
    expect(drawn.steps).toEqual(b.steps);
    expect(drawn.placement).toMatchObject({ x: 15, y: 15 });
    const next = edit(s, '', setLight(a.id, '#2fb8ff')).scene;
    const found = drawnLayer(next, c.id)!.source;
    expect(found.kind === 'line' && found.light).toBe('#2fb8ff');
    expect(ownBox(s, c)).toEqual({ x0: 20, y0: 30, x1: 70, y1: 50 });
  });

  it('keeps passes of its own when it is given them', () => {
    const a = line();
    const b = newEcho(a, 10);
    const s = of(a, b);
    const own = a.source.kind === 'line' ? a.source : null;
    const given = edit(s, '', setOwnPasses(b.id, own)).scene;
    const recoloured = edit(given, '', setLight(b.id, '#00ff88')).scene;
    const light = (scene: Scene, id: string) => {
      const { source } = drawnLayer(scene, id)!;
      return source.kind === 'line' ? source.light : null;
    };
    expect([light(recoloured, a.id), light(recoloured, b.id)]).toEqual(['#ff5a1f', '#00ff88']);
    expect(light(edit(recoloured, '', setOwnPasses(b.id, null)).scene, b.id)).toBe('#ff5a1f');
  });

  it('is refused where it would follow itself, and draws nothing when its original is gone', () => {
    const a = line();
    const group = newGroup('Group', [a], 'one');
    const within = { ...group, layers: [a, newEcho(group, 3)] };
    expect(sceneFaults(of(within))[0]!.message).toMatch(/would follow itself/);
    const [b, c] = [newEcho(a, 1), newEcho(a, 2)];
    const ring = of(
      { ...b, source: { kind: 'echo', of: c.id, own: null } },
      { ...c, source: { kind: 'echo', of: b.id, own: null } },
    );
    expect(sceneFaults(ring)).toHaveLength(1);
    // Even so it is drawn, and ends.
    expect(pixels(ring)).toEqual(pixels(of()));
    expect(pixels(of(b))).toEqual(pixels(of()));
    expect(() => parseScene(of(a, b, c))).not.toThrow();
  });

  it('of a group has layers with ids of their own', () => {
    const group = newGroup('Group', [line(), line()], 'through');
    const made = asDrawn(of(group, newEcho(group, 4)));
    const ids = everyLayer(made.layers).map((l) => l.id);
    expect(new Set(ids).size).toBe(6);
  });

  it('is made anew with its original when that alone changes', () => {
    const picture = newPicture(
      'P',
      { kind: 'picture', asset: ASSET, width: 60, height: 44 },
      of(),
      { x: 30, y: 30 },
      true,
    );
    const s = of(picture, newEcho(picture, 30));
    const mender = menderOf();
    const ask = { region, scale: 1, picture: lookUp, focus: picture.id };
    mender.mend(s, ask);
    const moved = {
      ...s,
      layers: [{ ...picture, placement: { ...placed(), x: 3 } }, s.layers[1]!],
    };
    expect(mender.mend(moved, ask).picture.data).toEqual(pixels(moved));
    mender.clear();
  });

  it('comes in a scene by its original’s id', () => {
    const a = line();
    const next = edit(of(a), '', addLayers([newEcho(a, 8)])).scene;
    expect(next.layers[1]!.source).toEqual({ kind: 'echo', of: a.id, own: null });
  });
});
