import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { scene as anyScene } from '../../testing/scenes';
import { sceneFaults } from './check';
import { newFill, newGroup, newMask, newPicture, newScene, newStep, newTextLayer } from './make';
import { assetsOf } from './needs';
import { salvaged, withoutAssets } from './salvage';

const fill = (name: string) => newFill(name, '#203040');
const base = () => ({
  ...newScene('Tide', 300, 200, '#102030'),
  layers: [fill('Ground'), { ...fill('Glow'), steps: [newStep('blur.gaussian')] }, fill('Front')],
});

describe('what is salvaged of a scene', () => {
  it('is all of it if nothing is wrong', () => {
    fc.assert(
      fc.property(anyScene, (s) => {
        expect(salvaged(s)).toEqual({ scene: s, aside: [] });
      }),
      { numRuns: 20 },
    );
  });

  it('is all but the faulty step, mask or layer, each of them named', () => {
    const s = base() as never as { layers: Record<string, unknown>[] };
    (s.layers[1]!.steps as object[]).push({ kind: 'no.such', values: {} });
    s.layers[0]!.mask = { parts: 'none' };
    s.layers[2]!.opacity = 'half';
    const { scene, aside } = salvaged(s)!;
    expect(sceneFaults(scene)).toEqual([]);
    expect(scene.layers.map((l) => l.name)).toEqual(['Ground', 'Glow']);
    expect(scene.layers[1]!.steps).toHaveLength(1);
    expect(aside.map((a) => a.name).sort()).toEqual(
      ['a step of “Glow”', 'the mask of “Ground”', '“Front”'].sort(),
    );
    expect(aside.every((a) => a.path.startsWith('$.layers[') && a.message)).toBe(true);
  });

  it('takes each of many faults, of one layer and of several, once', () => {
    const broken = (n: number) => ({ ...fill(`L${n}`), opacity: 'x', blend: 'x', mask: 7 });
    const steps = Array.from({ length: 6 }, (_, i) => ({
      ...newStep('blur.gaussian'),
      id: `s${i}`,
    }));
    const faulty = steps.map((s, i) => (i % 2 ? { ...s, kind: 'none' } : s));
    const layers = [
      broken(0),
      { ...fill('Whole'), steps: faulty },
      broken(2),
      fill('Last'),
      broken(4),
    ];
    const { scene, aside } = salvaged({ ...base(), layers })!;
    expect(scene.layers.map((l) => l.name)).toEqual(['Whole', 'Last']);
    expect(scene.layers[0]!.steps.map((s) => s.id)).toEqual(['s0', 's2', 's4']);
    expect(aside.filter((a) => a.name === 'a step of “Whole”')).toHaveLength(3);
    for (const n of [0, 2, 4]) expect(aside.some((a) => a.name === `“L${n}”`)).toBe(true);
    expect(scene.layers).toHaveLength(2);
  });

  it('keeps the rest of a group, and the settings of the scene that are sound', () => {
    const group = newGroup('G', [fill('A'), { ...fill('B'), blend: 'nonsense' }], 'through');
    const s = { ...base(), light: { angle: 'up' }, name: 7, layers: [group] };
    const { scene, aside } = salvaged(s)!;
    expect(scene.layers[0]!.layers!.map((l) => l.name)).toEqual(['A']);
    expect(scene.background).toBe('#102030');
    expect(aside.map((a) => a.name).sort()).toEqual(['the scene light', 'the name', '“B”'].sort());
  });

  it('is nothing where there is no size or no list of layers', () => {
    for (const value of [null, 7, 'scene', {}, { ...base(), width: 0 }, { ...base(), layers: 3 }])
      expect(salvaged(value)).toBeNull();
  });

  it('is a scene, or nothing, whatever was overwritten', () => {
    fc.assert(
      fc.property(anyScene, fc.nat(2000), fc.jsonValue({ maxDepth: 1 }), (s, n, junk) => {
        const text = JSON.parse(JSON.stringify(s)) as object;
        const places: [Record<string, unknown>, string][] = [];
        const walk = (v: unknown) => {
          if (typeof v !== 'object' || v === null) return;
          for (const key of Object.keys(v)) {
            places.push([v as Record<string, unknown>, key]);
            walk((v as Record<string, unknown>)[key]);
          }
        };
        walk(text);
        const [at, key] = places[n % places.length]!;
        at[key] = junk;
        const left = salvaged(text);
        if (left) expect(sceneFaults(left.scene)).toEqual([]);
      }),
      { numRuns: 100 },
    );
  });

  it('is a layer less where the style of its letters is no style', () => {
    const text = newTextLayer('Tide');
    const style = [null, { font: 'anton' }];
    const broken = {
      ...text,
      source: { ...text.source, ranges: [{ ...text.source.ranges[0], style }] },
    };
    const { scene, aside } = salvaged({ ...base(), layers: [fill('Ground'), broken] })!;
    expect(scene.layers.map((l) => l.name)).toEqual(['Ground']);
    expect(new Set(aside.map((a) => a.name))).toEqual(new Set(['“Tide”']));
  });

  it('of letters in a font that is gone is the letters, in another', () => {
    const asset = `${'a'.repeat(64)}.ttf`;
    const picture = `${'b'.repeat(64)}.png`;
    const s = newScene('Tide', 300, 200, null);
    const shown = { kind: 'picture', asset: picture, width: 30, height: 20 } as const;
    const masked = { ...fill('Masked'), mask: newMask({ ...shown, kind: 'picture' }) };
    const layers = [
      newPicture('Pier', shown, s, { x: 0, y: 0 }, true),
      masked,
      newTextLayer('Tide', { font: asset }),
    ];
    const { scene, aside } = withoutAssets(
      { ...s, layers },
      new Map([
        [asset, 'It is gone.'],
        [picture, 'It is gone too.'],
      ]),
    );
    expect(sceneFaults(scene)).toEqual([]);
    expect(scene.layers.map((l) => [l.name, l.mask])).toEqual([
      ['Masked', null],
      ['Tide', null],
    ]);
    expect(assetsOf(scene)).toEqual([]);
    expect(aside.map((a) => a.name).sort()).toEqual(
      ['“Pier”', 'the mask of “Masked”', 'the font of “Tide”'].sort(),
    );
  });
});
