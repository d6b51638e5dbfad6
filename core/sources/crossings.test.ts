import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import '../kernels/load';
import { IDENTITY } from '../geometry/affine';
import { corner } from '../geometry/path';
import type { Strand } from '../geometry/strand';
import { render } from '../render/render';
import { putCrossings, setCrossings, turnCrossing } from '../scene/edits/crossing-edits';
import { edit } from '../scene/edits/edit';
import { newLineOf, newScene } from '../scene/model/make';
import type { Layer, Scene } from '../scene/model/schema';
import { lookUp } from '../testing/scenes';
import { commonRuns, crossingsOf, layering, overs } from './crossings';
import { knotsOf } from './crossed-pass';
import type { LineSource } from './line-source';
import { drawnStrands } from './line-shape';
import { newPass } from './pass';

const strand = (closed: boolean, ...points: number[]): Strand => ({
  ...{ closed, strength: 1 },
  points: Float64Array.from(points),
  width: new Float64Array(points.length / 2).fill(1),
});
/** A loop: along, up, back and down across where it came from, at (30, 40). */
const LOOP = [corner(10, 40), corner(60, 40), corner(60, 10), corner(30, 10), corner(30, 70)];

describe('where strands cross', () => {
  it('is given for the first 200 crossings, and of no scribble', () => {
    // A comb over a level line: each tooth crosses it once.
    const comb = (teeth: number) =>
      Array.from({ length: teeth }, (_, i) => [
        i * 10,
        i % 2 ? 90 : 10,
        i * 10 + 10,
        i % 2 ? 10 : 90,
      ]).flat();
    const level = (long: number) => strand(false, -5, 50, long, 50);
    const first = crossingsOf([strand(false, ...comb(300)), level(4000)]);
    expect(first).toHaveLength(200);
    expect(first.map((c) => c.first.at)).toEqual(
      first.map((c) => c.first.at).toSorted((a, b) => a - b),
    );
    const scribble = Array.from({ length: 1200 }, (_, i) => [
      (i * 7919) % 400,
      (i * 104_729) % 300,
    ]);
    expect(crossingsOf([strand(false, ...scribble.flat())])).toEqual([]);
  });

  it('is told with the shares of both, in the order in which it is come to', () => {
    const [found, ...rest] = crossingsOf([strand(false, 10, 40, 60, 40, 60, 10, 30, 10, 30, 70)]);
    expect(rest).toEqual([]);
    expect(found!.point).toEqual({ x: 30, y: 40 });
    const total = 50 + 30 + 30 + 60;
    expect(found!.first.at).toBeCloseTo(20 / total, 12);
    expect(found!.second.at).toBeCloseTo((50 + 30 + 30 + 30) / total, 12);
    // Along to the right first, and downwards when it comes round.
    expect(found!.ways).toEqual([
      { x: 1, y: 0 },
      { x: 0, y: 1 },
    ]);
  });
  it('is what trying every pair of pieces finds, for strands of any shape', () => {
    const at = fc.integer({ min: 0, max: 100 });
    fc.assert(
      fc.property(
        fc.array(fc.array(at, { minLength: 6, maxLength: 24 }), { minLength: 1, maxLength: 3 }),
        fc.boolean(),
        (lists, closed) => {
          // Off the grid, so that nothing meets at a point or along a piece.
          const strands = lists.map((l, k) =>
            strand(
              closed && l.length % 2 === 0,
              ...l
                .slice(0, l.length - (l.length % 2))
                .map((v, i) => v + Math.sin(i * 12.9898 + k * 78.233) * 0.4),
            ),
          );
          const pieces = strands.flatMap(({ points, closed: c }, s) => {
            const n = points.length / 2;
            return Array.from({ length: c ? n : n - 1 }, (_, i) => {
              const j = (i + 1) % n;
              return {
                s,
                i,
                p: [...points.slice(2 * i, 2 * i + 2)],
                q: [...points.slice(2 * j, 2 * j + 2)],
                n,
                c,
              };
            });
          });
          const side = (a: number[], b: number[], c: number[]) =>
            Math.sign((b[0]! - a[0]!) * (c[1]! - a[1]!) - (b[1]! - a[1]!) * (c[0]! - a[0]!));
          let count = 0;
          pieces.forEach((a, k) =>
            pieces.slice(k + 1).forEach((b) => {
              const joined = a.s === b.s && (b.i - a.i < 2 || (a.c && b.i - a.i === a.n - 1));
              const [ux, uy] = [a.q[0]! - a.p[0]!, a.q[1]! - a.p[1]!];
              const [vx, vy] = [b.q[0]! - b.p[0]!, b.q[1]! - b.p[1]!];
              const sine = Math.abs(ux * vy - uy * vx) / (Math.hypot(ux, uy) * Math.hypot(vx, vy));
              const cross =
                side(a.p, a.q, b.p) !== side(a.p, a.q, b.q) &&
                side(b.p, b.q, a.p) !== side(b.p, b.q, a.q);
              if (!joined && cross && sine > 0.05) count++;
            }),
          );
          expect(crossingsOf(strands)).toHaveLength(count);
        },
      ),
      { numRuns: 60 },
    );
  });
  it('goes over and under in turn along a knot, and as it was chosen', () => {
    // A trefoil: three crossings, each strand over, under, over, …
    const points = Array.from({ length: 240 }, (_, i) => {
      const t = (i * 2 * Math.PI) / 240;
      return [
        100 + 30 * (Math.sin(t) + 2 * Math.sin(2 * t)),
        100 + 30 * (Math.cos(t) - 2 * Math.cos(2 * t)),
      ];
    }).flat();
    const found = crossingsOf([strand(true, ...points)]);
    expect(found).toHaveLength(3);
    const made = overs(found, { way: 'alternate', choices: [] });
    const visits = found
      .flatMap((c, i) => [
        { at: c.first.at, over: made[i]! },
        { at: c.second.at, over: !made[i]! },
      ])
      .sort((a, b) => a.at - b.at);
    visits.forEach((v, i) => expect(v.over).toBe(i % 2 === 0));
    expect(overs(found, { way: 'later', choices: [] })).toEqual([false, false, false]);
    const { first, second } = found[1]!;
    const moved = { first: { ...first, at: first.at + 0.01 }, second, firstOver: true };
    expect(overs(found, { way: 'later', choices: [moved] })).toEqual([false, true, false]);
  });
  it('parts strands into what goes under and the rest, which make up the whole', () => {
    const strands = [strand(false, 10, 40, 60, 40, 60, 10, 30, 10, 30, 70)];
    const crossings = crossingsOf(strands);
    const { under, over, rest } = layering(strands, crossings, [true], 6, 2);
    expect([under.length, over.length]).toEqual([1, 1]);
    // Half the body, the gap and a body more to each side, of 170 px.
    expect((under[0]!.to - under[0]!.from) * 170).toBeCloseTo(2 * (3 + 2 + 6), 9);
    const long = [...under, ...rest].reduce((sum, r) => sum + r.to - r.from, 0);
    expect(long).toBeCloseTo(1, 12);
    expect(commonRuns(under, rest)).toEqual([]);
  });
});

/** The loop as one pass of 8 px, white and half there, so that what adds up shows. */
function looped(): Scene {
  const layer = newLineOf('loop', {
    light: '#ffffff',
    shape: { kind: 'path', paths: [{ closed: false, anchors: LOOP }] },
    passes: [newPass('p', '', { width: 8, colour: '#ffffff', cap: 'flat' })],
  });
  const grey: Layer = { ...layer, id: 'loop', blend: 'normal' };
  return { ...newScene('', 80, 80, null), layers: [grey] };
}
const at = (scene: Scene, x: number, y: number) =>
  render(scene, { region: { x: 0, y: 0, width: 80, height: 80 }, scale: 1, picture: lookUp }).data[
    4 * (y * 80 + x) + 3
  ]!;

describe('a line that goes over itself', () => {
  it('leaves a gap in the strand beneath, and none in the one above', () => {
    const crossed = edit(looped(), '', putCrossings('loop', true)).scene;
    const first = edit(crossed, '', setCrossings('loop', { way: 'earlier', gap: 3 })).scene;
    // The level strand comes first: it goes over, and parts the upright one above and below.
    expect(at(first, 30, 40)).toBeCloseTo(1, 4);
    expect(at(first, 22, 40)).toBeCloseTo(1, 4);
    expect([at(first, 30, 34), at(first, 30, 46)]).toEqual([0, 0]);
    expect([at(first, 30, 28), at(first, 30, 52)].every((v) => v > 0.99)).toBe(true);
    const second = edit(first, '', setCrossings('loop', { way: 'later' })).scene;
    expect([at(second, 24, 40), at(second, 36, 40)]).toEqual([0, 0]);
    expect(at(second, 30, 34)).toBeCloseTo(1, 4);
    // By a click, the same.
    const { source } = first.layers[0]!;
    const { crossings } = knotsOf(source as LineSource);
    const turned = edit(first, '', turnCrossing('loop', crossings, 0)).scene;
    expect(at(turned, 24, 40)).toBe(0);
    const back = edit(turned, '', putCrossings('loop', false)).scene;
    expect(at(back, 24, 40)).toBeCloseTo(1, 4);
  });
  it('parts no more than the core of what goes over, and less where that thins to a point', () => {
    const crossed = edit(looped(), '', putCrossings('loop', true)).scene;
    const set = edit(crossed, '', setCrossings('loop', { way: 'earlier', gap: 3 })).scene;
    const layer = set.layers[0]!;
    const source = layer.source as LineSource;
    const [core] = source.passes;
    const halo = newPass('h', '', { width: 40, blur: 12, colour: '#ffffff', opacity: 1 });
    const withHalo: Scene = {
      ...set,
      layers: [{ ...layer, source: { ...source, passes: [halo, core!] } }],
    };
    // As wide as without: the halo is no body.
    expect(at(withHalo, 30, 31)).toBeGreaterThan(0.99);
    expect(at(withHalo, 30, 35)).toBeLessThan(0.05);
    // The level strand comes from a point: at the crossing, 20 px on, it is a fifth as wide.
    const thin: LineSource = {
      ...source,
      passes: [{ ...core!, tapers: 'length', startLength: 100, point: 'pointed' }],
    };
    const pointed: Scene = { ...set, layers: [{ ...layer, source: thin }] };
    expect(at(pointed, 30, 44)).toBeGreaterThan(0.9);
    // Half of its 14 px there, a fifth of that: it ends 1.435 px off its middle.
    expect(at(pointed, 30, 41)).toBeCloseTo(1 - (7 * 0.205 - 1), 2);
  });
  it('does so as well where it is broken elsewhere', () => {
    const crossed = edit(looped(), '', putCrossings('loop', true)).scene;
    const set = edit(crossed, '', setCrossings('loop', { way: 'earlier', gap: 3 })).scene;
    const [layer] = set.layers;
    // At the far corner of the loop: what goes over and what goes under are strands of their own.
    const gaps = [{ strand: 0, at: 0.47, size: 16 }];
    const source = { ...(layer!.source as LineSource), gaps };
    const broken: Scene = { ...set, layers: [{ ...layer!, source }] };
    expect(knotsOf(source).strands).toHaveLength(2);
    expect(at(broken, 60, 10)).toBe(0);
    for (const y of [28, 34, 38, 40, 46, 52])
      expect(at(broken, 30, y)).toBeCloseTo(at(set, 30, y), 4);
    for (const x of [22, 26, 34, 40]) expect(at(broken, x, 40)).toBeCloseTo(at(set, x, 40), 4);
  });
  it('is elsewhere what it was, and nothing changes where nothing crosses', () => {
    const plain = looped();
    const crossed = edit(plain, '', putCrossings('loop', true)).scene;
    for (const [x, y] of [
      [14, 40],
      [60, 25],
      [45, 10],
      [30, 66],
    ] as const)
      expect(at(crossed, x, y)).toBeCloseTo(at(plain, x, y), 5);
    const source = plain.layers[0]!.source as LineSource;
    const straight: LineSource = {
      ...source,
      shape: { kind: 'path', paths: [{ closed: false, anchors: LOOP.slice(0, 2) }] },
    };
    const strands = drawnStrands(straight, IDENTITY, { tolerance: 0.25, turn: Infinity });
    expect(crossingsOf(strands)).toEqual([]);
  });
});
