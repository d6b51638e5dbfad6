import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { scene as anyScene } from '../../testing/scenes';
import { readSvg } from '../../files/svg-lines';
import { layersOfSvg } from '../../files/svg-layers';
import { edit, limited, redo, remember, undo, EMPTY_HISTORY } from '../edits/edit';
import { duplicateLayer, setPlacement, setScene } from '../edits/layer-edits';
import { parseScene, sceneFaults } from './check';
import { withinLimits } from './limits';
import { shortened } from './schema';
import { newEcho, newFill, newGroup, newScene, newStep } from './make';
import type { Layer, Scene, Step } from './schema';

const blurOf = (sigma: number): Step => ({ ...newStep('blur.gaussian'), values: { sigma } });
const of = (...layers: Layer[]): Scene => ({ ...newScene('S', 100, 100, null), layers });
const reopened = (s: Scene) => parseScene(JSON.parse(JSON.stringify(s)));

describe('a scene beyond its limits', () => {
  it('is the very same if it is within them', () => {
    fc.assert(
      fc.property(anyScene, (s) => {
        expect(withinLimits(s)).toEqual({ scene: s, clamped: [] });
        expect(withinLimits(s).scene).toBe(s);
      }),
      { numRuns: 30 },
    );
  });

  it('has long names shortened, wherever they are, and half characters never', () => {
    const deep = newGroup('g', [newFill('x'.repeat(240), '#112233')], 'through');
    const { scene, clamped } = withinLimits({ ...of(deep), name: 'y'.repeat(500) });
    expect(scene.name).toHaveLength(200);
    expect(scene.layers[0]!.layers![0]!.name).toBe('x'.repeat(200));
    // A name is shortened without a word.
    expect(clamped).toEqual([]);
    expect(shortened('ab🏮', 3)).toBe('ab');
    expect(shortened('ab🏮', 4)).toBe('ab🏮');
  });

  it('has numbers clamped, and the limits said', () => {
    const fill = newFill('F', '#112233');
    const placement = { ...fill.placement, scaleX: 3072, scaleY: -Infinity, x: 4e9 };
    const { scene, clamped } = withinLimits(of({ ...fill, placement, steps: [blurOf(1e9)] }));
    expect(scene.layers[0]!.placement).toMatchObject({ scaleX: 1000, scaleY: -1000, x: 1e6 });
    expect(sceneFaults(scene)).toEqual([]);
    expect(clamped).toContain('A layer is at most 1000 times as large as it was made.');
    expect(clamped).toContain('Nothing lies farther out than a million px.');
  });

  it('is refused, with the reason, if it is none at all', () => {
    const fill = newFill('F', '#112233');
    const placement = { ...fill.placement, x: Number.NaN };
    expect(() => withinLimits(of({ ...fill, placement }))).toThrow(/number/);
    expect(() => withinLimits(of(fill, { ...fill }))).toThrow('Two layers have the same id.');
    const echo = { ...newEcho(fill, 10), name: 'E' };
    const loop = { ...echo, source: { ...echo.source, of: echo.id } };
    expect(() => withinLimits(of(loop))).toThrow('“E” would follow itself');
    let nested: Layer = fill;
    for (let i = 0; i < 17; i++) nested = newGroup(`g${i}`, [nested], 'through');
    expect(() => withinLimits(of(nested))).toThrow('at most 16 deep');
  });
});

describe('an edit beyond the limits', () => {
  it('ends in a scene that opens again; one undo takes all of it back', () => {
    fc.assert(
      fc.property(
        anyScene,
        fc.nat(20),
        fc.string({ minLength: 150, maxLength: 400, unit: 'binary' }),
        fc.double({ noNaN: true }),
        (s, chosen, name, wild) => {
          const layer = s.layers[chosen % (s.layers.length || 1)];
          const edits = [
            setScene({ name }),
            ...(layer
              ? [
                  setPlacement(layer.id, { x: wild, scaleX: wild, shear: wild }),
                  (d: Scene) =>
                    void d.layers.find((l) => l.id === layer.id)!.steps.push(blurOf(wild)),
                  duplicateLayer(layer.id, 'copy'),
                  (d: Scene) => void (d.layers.find((l) => l.id === layer.id)!.name = name),
                ]
              : []),
          ];
          let now = s;
          let history = EMPTY_HISTORY;
          for (const e of edits) {
            const raw = edit(now, 'wild', e);
            const done = limited(raw.scene, raw.change);
            expect(reopened(done.scene)).toEqual(JSON.parse(JSON.stringify(done.scene)));
            history = remember(history, done.change);
            if (raw.change.patches.length > 0) {
              const back = undo(done.scene, history)!;
              expect(back.scene).toEqual(now);
              expect(redo(back.scene, back.history)!.scene).toEqual(done.scene);
            }
            now = done.scene;
          }
        },
      ),
      { numRuns: 60 },
    );
  });

  it('of an SVG, whatever size it says it has, is lines that open again', () => {
    const path = '<path d="M0 0H1V1Z" fill="#ff8800"/>';
    const heads = [
      'viewBox="0 0 1 1"',
      'width="0.5" height="0.5"',
      'width="-0" height="-0"',
      'width="10" height="-1e308"',
      'viewBox="0 0 1e-300 1e300"',
      'viewBox="0 0 1e8 1e8"',
    ];
    for (const head of heads) {
      const large = newScene('S', 3840, 2160, null);
      const drawing = readSvg(`<svg ${head}>${path}</svg>`, 'a.svg');
      const done = { ...large, layers: layersOfSvg(drawing, large, false) };
      expect(sceneFaults(JSON.parse(JSON.stringify(done))), head).toEqual([]);
    }
  });
});
