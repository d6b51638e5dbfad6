import { describe, expect, it } from 'vitest';
import { corner } from '../../geometry/path';
import { drawnTooMuch, tooMany } from './amounts';
import { parseScene, sceneFaults } from './check';
import { withinLimits } from './limits';
import {
  newEcho,
  newFill,
  newGroup,
  newLine,
  newMask,
  newScene,
  newStep,
  newTextLayer,
} from './make';
import { salvaged } from './salvage';
import type { Layer, Scene } from './schema';

const of = (...layers: Layer[]): Scene => ({ ...newScene('S', 100, 100, null), layers });
const PATH = { closed: false, anchors: [corner(0, 0), corner(50, 50)] };
const message = (value: unknown) => sceneFaults(value)[0]?.message;

describe('how much a scene holds', () => {
  it('is bounded before anything looks into it', () => {
    const fill = newFill('F', '#112233');
    const fills = (n: number) => Array.from({ length: n }, (_, i) => ({ ...fill, id: `f${i}` }));
    expect(tooMany(of(...fills(2000)))).toBeNull();
    expect(message(of(...fills(100_000)))).toBe(
      'A scene has at most 2,000 layers; this one has 100,000.',
    );
    // Wherever they stand, and in whatever else there is.
    const inGroups = of(
      newGroup('a', fills(1500), 'through'),
      newGroup('b', fills(1500), 'through'),
    );
    expect(message(inGroups)).toContain('this one has 3,002');
    const line = newLine('L', PATH);
    const anchors = Array.from({ length: 500_001 }, () => ({ x: 0 }));
    const large = {
      ...line,
      source: { ...line.source, shape: { kind: 'path', paths: [{ anchors }] } },
    };
    expect(message(of(large as never))).toContain('at most 500,000 anchors');
    expect(() => withinLimits(of(...fills(2001)))).toThrow('at most 2,000 layers');
  });

  it('may be as deep as files can be made', () => {
    const deep = JSON.parse(`${'{"a":'.repeat(5000)}1${'}'.repeat(5000)}`) as object;
    expect(sceneFaults({ ...of(), deep }).length).toBeGreaterThan(0);
    expect(sceneFaults({ ...of(), layers: deep }).length).toBeGreaterThan(0);
  });

  it('is at most 100 steps or passes a layer', () => {
    const steps = Array.from({ length: 101 }, () => newStep('blur.gaussian'));
    expect(message(of({ ...newFill('F', '#112233'), steps }))).toBe(
      'A layer has at most 100 steps.',
    );
  });
});

describe('what a scene comes to when it is drawn', () => {
  /** Groups that each hold two echoes of the one before. */
  function doubling(times: number): Scene {
    let last: Layer = newFill('0', '#112233');
    const layers = [last];
    for (let i = 1; i <= times; i++) {
      last = newGroup(String(i), [newEcho(last, 0), newEcho(last, 0)], 'through');
      layers.push(last);
    }
    return of(...layers);
  }

  it('counts echoes as often as they are drawn', () => {
    expect(drawnTooMuch(doubling(8))).toBeNull();
    expect(drawnTooMuch(doubling(14))).toMatch(
      /^Echoes come to at most 3,000 layers .* these come to \d/,
    );
    expect(message(doubling(14))).toContain('Echoes come to');
  });

  it('counts kept selections as often as they are named', () => {
    const kept = [{ id: 'k0', name: '0', mask: newMask({ kind: 'full' }) }];
    for (let i = 1; i <= 14; i++) {
      const named = { kind: 'kept' as const, within: `k${i - 1}` };
      kept.push({ id: `k${i}`, name: String(i), mask: newMask(named, named) as never });
    }
    expect(drawnTooMuch({ ...of(), kept: kept.slice(0, 9) })).toBeNull();
    expect(drawnTooMuch({ ...of(), kept })).toMatch(
      /^Saved selections come to at most 3,000 parts/,
    );
    const loop = { id: 'x', name: 'x', mask: newMask({ kind: 'kept', within: 'x' }) };
    expect(drawnTooMuch({ ...of(), kept: [loop] })).toBeNull();
  });
});

describe('what older programs let pass', () => {
  it('two steps or passes of one id get ids of their own', () => {
    const step = newStep('blur.gaussian');
    const line = newLine('L', PATH);
    const pass = line.source.passes[0]!;
    const scene = of({
      ...line,
      steps: [step, step, step],
      source: { ...line.source, passes: [pass, pass] },
    });
    const read = parseScene(JSON.parse(JSON.stringify(scene)));
    expect(read.layers[0]!.steps.map((s) => s.id)).toEqual([
      step.id,
      `${step.id}-2`,
      `${step.id}-3`,
    ]);
    expect(() => withinLimits(scene)).toThrow(
      /Two (steps|passes) of a (layer|line) have the same id/,
    );
  });

  it('a font of no name is refused, and one that is none of ours', () => {
    for (const font of ['constructor', '__proto__', 'toString', 'no-such-family'])
      expect(message(of(newTextLayer('Tide', { font })))).toMatch(
        /^(The font must be a family that ships|Font must be the name of a family)/,
      );
  });

  it('an old scene that is no scene is a fault, and no crash', () => {
    for (const version of ['constructor', '__proto__', '6'])
      expect(salvaged({ ...of(), version })).toBeNull();
    for (const version of [1, 2, 3, 4, 5, 6, 7, 8])
      for (const layers of [
        7,
        [null],
        [{ source: { kind: 'line', passes: [null], paths: 3 } }],
        [[]],
      ])
        expect(sceneFaults({ ...of(), version, layers }).length).toBeGreaterThan(0);
  });
});
