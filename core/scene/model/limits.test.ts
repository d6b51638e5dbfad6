import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { EDITS, editOf, type Wild } from '../../testing/edits';
import { scene as anyScene } from '../../testing/scenes';
import { readSvg } from '../../files/svg-lines';
import { layersOfSvg } from '../../files/svg-layers';
import { edit, limited, redo, remember, undo, EMPTY_HISTORY } from '../edits/edit';
import { SceneError, parseScene, sceneFaults } from './check';
import { withinLimits } from './limits';
import { shortened } from './bounds';
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

/** Numbers and texts that no control would give. */
const wild = fc
  .record({ seed: fc.nat(), numbers: fc.array(fc.double(), { minLength: 20, maxLength: 20 }) })
  .map(({ seed, numbers }): Wild => {
    let n = seed;
    const next = (below: number) => {
      n = (Math.imul(n, 1664525) + 1013904223) >>> 0;
      return (n >>> 8) % below;
    };
    return {
      below: next,
      // Most as they come, some that fit, a few that are none.
      number: () =>
        next(3) === 0 ? next(400) - 200 : next(12) === 0 ? NaN : numbers[next(numbers.length)]!,
      text: () => '🏮 lantern'.repeat(next(60)),
    };
  });

describe('an edit of any kind, with any values', () => {
  it('ends in a scene that opens again, or is refused; one undo takes it back', () => {
    const kinds = Object.keys(EDITS);
    const made = new Map<string, number>();
    fc.assert(
      fc.property(
        anyScene,
        wild,
        fc.array(fc.nat(kinds.length - 1), { minLength: 12, maxLength: 24 }),
        (first, w, order) => {
          let now = first;
          let history = EMPTY_HISTORY;
          for (const k of order) {
            const e = editOf(kinds[k]!, now, w);
            if (!e) continue;
            const raw = edit(now, kinds[k]!, e);
            let done: ReturnType<typeof limited>;
            try {
              done = limited(raw.scene, raw.change);
            } catch (error) {
              expect(error, kinds[k]).toBeInstanceOf(SceneError);
              continue;
            }
            expect(reopened(done.scene), kinds[k]).toEqual(JSON.parse(JSON.stringify(done.scene)));
            if (raw.change.patches.length > 0) {
              made.set(kinds[k]!, (made.get(kinds[k]!) ?? 0) + 1);
              history = remember(history, done.change);
              const back = undo(done.scene, history)!;
              expect(back.scene, kinds[k]).toEqual(now);
              expect(redo(back.scene, back.history)!.scene).toEqual(done.scene);
            }
            now = done.scene;
          }
        },
      ),
      { numRuns: 260 },
    );
    expect(kinds.filter((k) => !made.has(k))).toEqual([]);
  }, 60_000);

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
