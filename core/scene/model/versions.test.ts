import { softLine } from '../../testing/soft-line';
import { readFileSync } from 'node:fs';
import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { corner } from '../../geometry/path';
import { rampColour, rampOf, rampOpacity } from '../../pixels/ramp';
import { isPath } from '../../sources/line-shape';
import type { Pass } from '../../sources/pass';
import { parseScene, sceneFaults } from './check';
import {
  newCastShadow,
  newEcho,
  newFill,
  newGroup,
  newModifier,
  newScene,
  newSpill,
  newStep,
} from './make';
import { migrated } from './versions';
import type { Layer, Scene } from './schema';
import { everyLayer } from './schema';
import { VERSION } from './version';

/** What passes of two colours said, up to version 5. */
const OF_TWO = { colourEnd: '#ff5a1f', middle: 50, endOpacity: 100, space: 'oklab' };

/** A scene whose ramps begin with the colours of their passes, as they did up to version 5. */
function begun(...layers: Layer[]): Scene {
  const made = structuredClone({ ...newScene('', 10, 10, null), layers });
  // Nor did the end say how bright light is shown.
  made.end = { exposure: 0, rollOff: false, knee: 80 };
  for (const { source } of everyLayer(made.layers)) {
    const lit = source.kind === 'line' ? source : source.kind === 'echo' ? source.own : null;
    for (const p of lit?.passes ?? [])
      p.ramp = rampOf([
        [0, p.colour],
        [100, OF_TWO.colourEnd],
      ]);
  }
  return made;
}

/** A line as version 2 had it: one path, and passes of eight values. */
function ofSecond(source: Layer['source']): unknown {
  if (source.kind !== 'line' || !isPath(source.shape)) return source;
  const { shape, modifiers, passes, ...rest } = source;
  expect([shape.paths.length, modifiers]).toEqual([1, []]);
  return {
    ...rest,
    path: shape.paths[0],
    passes: passes.map(
      ({ id, name, enabled, width, blur, colour, opacity, blend, cap, join, core }) => ({
        ...{ id, name, enabled, width, blur, colour, opacity, blend, cap, join, core },
      }),
    ),
  };
}

/** A scene as that version saved it. */
const oldScene = (version: number): unknown =>
  JSON.parse(
    readFileSync(
      new URL(`../../testing/saved-scenes/version-${version}.json`, import.meta.url),
      'utf8',
    ),
  );

/** Puts a value in a place of a tree, chosen by numbers: at each turn one of its entries. */
function putAt(tree: unknown, [turn, ...way]: number[], value: unknown): void {
  const entries = Object.keys(tree as object);
  const key = entries[turn! % entries.length]!;
  const inner = (tree as Record<string, unknown>)[key];
  const isTree = typeof inner === 'object' && inner !== null && Object.keys(inner).length > 0;
  if (way.length > 0 && isTree) putAt(inner, way, value);
  else (tree as Record<string, unknown>)[key] = value;
}

describe('a scene file', () => {
  it('of version 1 is read as what it was', () => {
    const now = begun(softLine('L', { closed: false, anchors: [corner(1, 1), corner(2, 2)] }));
    const { mixing, end, ...rest } = now;
    const layers = now.layers.map(({ clip, body, mask, source, ...l }) => {
      expect([clip, body, mask]).toEqual([false, 100, null]);
      return { ...l, source: ofSecond(source) };
    });
    expect([mixing, end.rollOff]).toEqual(['displayed', false]);
    const first = { ...rest, version: 1, layers };
    expect(parseScene(first)).toEqual(now);
    expect(parseScene(first).version).toBe(VERSION);
    // Its faults are reported at the places they have in the file.
    expect(sceneFaults({ ...first, layers: [{ ...layers[0], opacity: 'half' }] })[0]!.path).toBe(
      '$.layers[0].opacity',
    );
  });
  it('of version 2 is read as what it was, lines in groups too', () => {
    const line = softLine('L', {
      closed: true,
      anchors: [corner(1, 1), corner(2, 2), corner(3, 1)],
    });
    const now = begun(newGroup('G', [line], 'one'));
    const [group] = now.layers;
    const second = {
      ...now,
      version: 2,
      layers: [{ ...group, layers: [{ ...line, source: ofSecond(line.source) }] }],
    };
    expect(parseScene(second)).toEqual(now);
  });
  it('of version 3 is read as what it was: no guides, gaps, shears or inner stops', () => {
    const line = softLine('L', { closed: false, anchors: [corner(1, 1), corner(2, 2)] });
    const now = begun(newGroup('G', [line], 'one'));
    const without = (value: object, ...keys: string[]) =>
      Object.fromEntries(Object.entries(value).filter(([key]) => !keys.includes(key)));
    const third = (l: Layer): unknown => ({
      ...l,
      placement: without(l.placement, 'shear'),
      ...(l.layers && { layers: l.layers.map(third) }),
      source:
        l.source.kind === 'line'
          ? {
              ...without(l.source, 'gaps'),
              passes: l.source.passes.map((p) => ({
                ...without(p, 'ramp', 'tapers', 'startLength', 'endLength', 'ends', 'kept'),
                ...OF_TWO,
              })),
            }
          : l.source,
    });
    const old = { ...without(now, 'guides'), version: 3, layers: now.layers.map(third) };
    expect(parseScene(old)).toEqual(now);
    expect(parseScene(JSON.parse(JSON.stringify(old)))).toEqual(now);
  });
  it('of version 4 gets straight corners, holes where insides cross, and repeats by steps', () => {
    const line = softLine('a', { closed: false, anchors: [corner(0, 0), corner(9, 9)] });
    if (line.source.kind === 'line')
      line.source.modifiers = [newModifier('repeat', { copies: 3 }), newModifier('ripple')];
    const echo = newEcho(line, 4);
    if (echo.source.kind === 'echo' && line.source.kind === 'line')
      echo.source.own = { light: '#ffffff', passes: line.source.passes };
    const now = begun(newGroup('g', [line], 'one'), echo);
    const old = JSON.parse(JSON.stringify({ ...now, version: 4 }), (key, v: unknown) => {
      if (key === 'passes') return (v as object[]).map((p) => ({ ...p, ...OF_TWO, stops: [] }));
      return ['corners', 'rule', 'how', 'toX', 'toY', 'follow', 'within', 'ramp'].includes(key)
        ? undefined
        : v;
    }) as unknown;
    expect(JSON.stringify(old)).not.toContain('corners');
    expect(parseScene(old)).toEqual(now);
  });
  it('of version 7 has spills that fall on all they are clipped to, and shadows without corners', () => {
    const light = softLine('a', { closed: false, anchors: [corner(0, 0), corner(9, 9)] });
    const now = begun(newGroup('g', [light, newSpill(light), newCastShadow(light)], 'one'));
    const seventh = (l: Layer): unknown => ({
      ...l,
      ...(l.layers && { layers: l.layers.map(seventh) }),
      source:
        l.source.kind === 'spill' || l.source.kind === 'shadow'
          ? {
              ...l.source,
              values: {
                ...l.source.values,
                facing: undefined,
                edge: undefined,
                corners: undefined,
              },
            }
          : l.source,
    });
    const old = JSON.parse(
      JSON.stringify({ ...now, version: 7, layers: now.layers.map(seventh) }),
    ) as unknown;
    expect(JSON.stringify(old)).not.toContain('facing');
    expect(parseScene(old)).toEqual(now);
  });
  it('of version 5 gains a scene light, dials, and fills of one paint', () => {
    const old = {
      ...{ format: 'ignis', version: 5 },
      layers: [
        { source: { kind: 'fill', colour: '#123456' }, layers: [{ source: { kind: 'text' } }] },
      ],
    };
    const now = migrated(old) as unknown as {
      light: unknown;
      layers: {
        dials: unknown[];
        source: { paint: Record<string, unknown> };
        layers: { dials: unknown[] }[];
      }[];
    };
    expect(now.light).toEqual({ angle: -120, height: 40, colour: '#ffffff' });
    expect(now.layers[0]!.source.paint).toMatchObject({ paint: 'one', colour: '#123456' });
    expect([now.layers[0]!.dials, now.layers[0]!.layers[0]!.dials]).toEqual([[], []]);
  });
  it('of version 5 has its colours between, its opacities and its half way in one ramp', () => {
    const line = softLine('a', { closed: false, anchors: [corner(0, 0), corner(9, 9)] });
    const now = begun(line);
    const old = (values: object): Pass => {
      const file = JSON.parse(JSON.stringify({ ...now, version: 5 }), (key, v: unknown) => {
        if (key === 'ramp' || key === 'light' || key === 'dials')
          return typeof v === 'string' ? v : undefined;
        return key === 'passes' ? [{ ...(v as object[])[0], ...OF_TWO, stops: [], ...values }] : v;
      }) as unknown;
      const { source } = parseScene(file).layers[0]!;
      return (source as { passes: Pass[] }).passes[0]!;
    };
    const two = old({ colour: '#ff0000', colourEnd: '#0000ff', middle: 30, endOpacity: 0 });
    expect(two.ramp.colours).toEqual([
      { at: 0, colour: '#ff0000', middle: 30 },
      { at: 100, colour: '#0000ff', middle: 30 },
    ]);
    expect(rampOpacity(two.ramp, 30)).toBeCloseTo(50, 6);
    const stops = [
      { at: 50, colour: '#00ff00', opacity: 40 },
      { at: 20, colour: '#ffffff', opacity: 90 },
    ];
    const kept = { light: '#ff0000', colour: '#ff0000', colourEnd: '#0000ff', stops: ['#00ff00'] };
    const more = old({ colour: '#ff0000', middle: 25, stops, kept });
    // Half of the whole change was done at a quarter of the way: there stood the colour at 50 %.
    expect(more.ramp.colours.map((c) => Math.round(c.at))).toEqual([0, 4, 25, 100]);
    expect(rampColour(more.ramp, 25)).toBe('#00ff00');
    expect(rampOpacity(more.ramp, 25)).toBeCloseTo(40, 6);
    expect(more.kept!.ramp).toEqual(['#ff0000', '#00ff00', '#0000ff']);
  });
  it('of version 5 has the three tones of a gradient map in its ramp', () => {
    const fill = newFill('F', '#204060');
    const step = newStep('grade.gradient-map');
    const three = { dark: '#000011', middle: '#880000', light: '#ffffee', centre: 40 };
    const now = {
      ...newScene('', 10, 10, null),
      ...{ version: 5, light: undefined },
      layers: [
        {
          ...fill,
          ...{ dials: undefined, source: { kind: 'fill', colour: '#204060' } },
          steps: [{ ...step, values: { ...three, amount: 70, space: 'scene' } }],
        },
      ],
    };
    const [made] = parseScene(JSON.parse(JSON.stringify(now))).layers[0]!.steps;
    expect(made!.values).toEqual({
      amount: 70,
      ramp: rampOf(
        [
          [0, '#000011'],
          [40, '#880000'],
          [100, '#ffffee'],
        ],
        undefined,
        'scene',
      ),
    });
  });
  it('that is damaged is reported with the places of its faults, whatever its version', () => {
    const path = fc.array(fc.nat(40), { minLength: 1, maxLength: 7 });
    fc.assert(
      fc.property(
        fc.integer({ min: 1, max: VERSION }),
        path,
        fc.jsonValue(),
        (version, way, put) => {
          const scene = oldScene(version);
          putAt(scene, way, put);
          for (const { path, message } of sceneFaults(scene)) {
            expect(path).toMatch(/^\$/);
            expect(message).not.toBe('');
          }
        },
      ),
      { numRuns: 300 },
    );
  });
});
