import { softLine } from '../testing/soft-line';
import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { crop } from '../pixels/buffer';
import type { Region } from '../pixels/region';
import { picture } from '../kernels/picture';
import {
  newFill,
  newGrade,
  newGroup,
  newMask,
  newPicture,
  newScene,
  newStep,
} from '../scene/model/make';
import type { Scene } from '../scene/model/schema';
import { steps } from '../steps/index';
import { corner } from '../geometry/path';
import { ASSET, lookUp, scene } from '../testing/scenes';
import { cacheOf } from './cache';
import { exportScene } from './export';
import { render, Stopped } from './render';

const whole: Region = { x: 0, y: 0, width: 100, height: 100 };
const part: fc.Arbitrary<Region> = fc.record({
  x: fc.integer({ min: -20, max: 90 }),
  y: fc.integer({ min: -20, max: 90 }),
  width: fc.integer({ min: 1, max: 40 }),
  height: fc.integer({ min: 1, max: 40 }),
});

function greatestDifference(a: Float32Array, b: Float32Array): number {
  expect(a.length).toBe(b.length);
  let worst = 0;
  for (let i = 0; i < a.length; i++) worst = Math.max(worst, Math.abs(a[i]! - b[i]!));
  return worst;
}

describe('render', () => {
  it('of a part equals the same crop of the whole', () => {
    fc.assert(
      fc.property(scene, part, (s, region) => {
        const wide = { x: -20, y: -20, width: 160, height: 160 };
        const all = render(s, { region: wide, scale: 1, picture: lookUp });
        const own = render(s, { region, scale: 1, picture: lookUp });
        expect(own.region).toEqual(region);
        expect(greatestDifference(own.data, crop(all, region).data)).toBeLessThan(1e-5);
      }),
      // Some blends jump (dodge at black under white, burn at white under black), where the rounding of
      // floats decides: the scenes are the same in every run.
      { numRuns: 60, seed: 20_261_124 },
    );
  });

  it('with a cache equals a render without one, exactly', () => {
    const { memo } = cacheOf(2 ** 24);
    fc.assert(
      fc.property(scene, fc.nat(4), (s, chosen) => {
        const focus = s.layers[chosen % (s.layers.length || 1)]?.id ?? null;
        const plain = render(s, { region: whole, scale: 1, picture: lookUp });
        for (let i = 0; i < 2; i++) {
          const cachedResult = render(s, { region: whole, scale: 1, picture: lookUp, memo, focus });
          expect(greatestDifference(cachedResult.data, plain.data)).toBe(0);
        }
      }),
      { numRuns: 40 },
    );
  });

  it('gives finite, non-negative colour and coverage of at most 1', () => {
    fc.assert(
      fc.property(scene, (s) => {
        const { data } = render(s, { region: whole, scale: 1, picture: lookUp });
        const bad = data.findIndex(
          // What is left below 0 is the rounding of 32-bit floats.
          (v, i) => !(v >= -1e-6 && Number.isFinite(v)) || (i % 4 === 3 && v > 1 + 1e-5),
        );
        expect(bad).toBe(-1);
      }),
      { numRuns: 40 },
    );
  });

  describe('at half scale is near the area average of the render at full scale', () => {
    const smooth = picture({
      width: 96,
      height: 96,
      depth: 8,
      data: Uint8Array.from({ length: 96 * 96 * 4 }, (_, i) => {
        const [x, y] = [(i >> 2) % 96, ((i >> 2) / 96) | 0];
        const wave = (k: number) => 128 + 100 * Math.sin((x * k + y * (3 - k)) / 17);
        return i % 4 === 3 ? (x > 80 ? 255 - (x - 80) * 15 : 255) : wave(i & 3);
      }),
    });
    const own = () => {
      const s = newScene('', 96, 96, '#102030');
      const line = { closed: true, anchors: [corner(20, 20), corner(80, 30), corner(40, 84)] };
      const at = { x: 48, y: 48 };
      return {
        scene: s,
        picture: newPicture(
          '',
          { kind: 'picture', asset: ASSET, width: 96, height: 96 },
          s,
          at,
          false,
        ),
        line: softLine('', line, '#ff5a1f', 6),
        fill: newFill('', '#7744aa'),
        grade: newGrade('', [newStep('grade.light')]),
      };
    };
    const check = (s: Scene, within = 1 / 255) => {
      const ask = { picture: () => smooth };
      const whole = { x: 0, y: 0, width: 96, height: 96 };
      const full = render(s, { ...ask, region: whole, scale: 1 }).data;
      const half = render(s, {
        ...ask,
        region: { x: 0, y: 0, width: 48, height: 48 },
        scale: 0.5,
      }).data;
      let difference = 0;
      for (let i = 0; i < half.length; i++) {
        const [c, x, y] = [i % 4, (i >> 2) % 48, ((i >> 2) / 48) | 0];
        const at = (u: number, v: number) => full[((2 * y + v) * 96 + 2 * x + u) * 4 + c]!;
        difference += Math.abs(half[i]! - (at(0, 0) + at(1, 0) + at(0, 1) + at(1, 1)) / 4);
      }
      expect(difference / half.length).toBeLessThan(within);
    };
    /** Steps that change single tones or fine grain or take out what is thin, which no picture of half the size can have, and one that magnifies. */
    const COARSER = [
      ...['grade.posterise', 'grade.threshold', 'finish.grain', 'finish.broken-signal'],
      ...['blur.median', 'distort.swell'],
    ];
    for (const kind of ['picture', 'line', 'fill', 'grade'] as const)
      for (const step of [null, ...steps])
        it(`${kind}${step ? ` through ${step.kind}` : ''}`, () => {
          const made = own();
          const layer = made[kind];
          if (step) {
            const values = { sigma: 5, exposure: 0.6, contrast: 20, hue: 40, saturation: 30 };
            const next = newStep(step.kind);
            for (const [key, value] of Object.entries(values))
              if (key in next.values) next.values[key] = value;
            layer.steps.push(next);
          }
          made.scene.layers.push(...(kind === 'grade' ? [made.picture, layer] : [layer]));
          check(made.scene, step && COARSER.includes(step.kind) ? 5 / 255 : 1 / 255);
        });
    it('a masked, clipped group placed aslant', () => {
      const { scene: s, picture: base, line } = own();
      line.clip = true;
      const group = newGroup('', [base, line], 'one');
      group.placement = { ...group.placement, scaleX: 0.8, scaleY: 0.8, rotation: 20, x: 9 };
      group.mask = {
        ...newMask({ kind: 'fade', radial: true, x0: 40, y0: 40, x1: 90, y1: 60 }),
        feather: 4,
      };
      s.layers.push(group);
      check(s);
    });
  });

  it('leaves out what is hidden and what was not asked for', () => {
    const s = newScene('', 40, 40, '#804020');
    const line = softLine('', { closed: false, anchors: [corner(5, 5), corner(35, 35)] });
    s.layers.push(line);
    const region = { x: 0, y: 0, width: 40, height: 40 };
    const ground = render({ ...s, layers: [] }, { region, scale: 1, picture: lookUp });
    expect(render(s, { region, scale: 1, picture: lookUp, layers: [] }).data).toEqual(ground.data);
    expect(
      render({ ...s, layers: [{ ...line, visible: false }] }, { region, scale: 1, picture: lookUp })
        .data,
    ).toEqual(ground.data);
    expect(render(s, { region, scale: 1, picture: lookUp }).data).not.toEqual(ground.data);
    expect(
      render(
        { ...s, layers: [] },
        { region, scale: 1, picture: lookUp, background: false },
      ).data.every((v) => v === 0),
    ).toBe(true);
  });

  it('stops when told to', () => {
    const s = newScene('', 40, 40, null);
    s.layers.push(softLine('', { closed: false, anchors: [corner(5, 5), corner(35, 35)] }));
    expect(() =>
      render(s, { region: whole, scale: 1, picture: lookUp, shouldStop: () => true }),
    ).toThrow(Stopped);
  });
});

describe('export', () => {
  it('in bands has no seam: it equals one render', () => {
    const s = newScene('', 2100, 1200, '#0b0d12');
    s.layers.push(
      softLine(
        '',
        { closed: false, anchors: [corner(100, 100), corner(1900, 1100)] },
        '#2fb8ff',
        30,
      ),
    );
    const shares: number[] = [];
    const image = exportScene(s, {
      scale: 1,
      depth: 16,
      background: true,
      picture: lookUp,
      progress: (d) => shares.push(d),
    });
    expect(shares.length).toBeGreaterThan(1);
    expect(shares.at(-1)).toBe(1);
    const band = { x: 0, y: 900, width: 2100, height: 200 };
    const direct = render(s, { region: band, scale: 1, picture: lookUp });
    let worst = 0;
    for (let i = 0; i < direct.data.length; i++)
      worst = Math.max(worst, Math.abs(image.data[900 * 2100 * 4 + i]! - direct.data[i]! * 65535));
    expect(worst).toBeLessThan(1.5);
  });

  it('refuses scales and regions that cannot be made, and says why', () => {
    const s = newScene('', 10_000, 9_000, null);
    const options = { depth: 8, background: true, picture: lookUp } as const;
    expect(() => exportScene(s, { ...options, scale: 2 })).toThrow(/at most 16384 px a side/);
    expect(() => exportScene(s, { ...options, scale: 0 })).toThrow(/above 0/);
    expect(() =>
      exportScene(s, { ...options, scale: 1, region: { x: -50, y: 0, width: 20, height: 20 } }),
    ).toThrow(/outside the scene/);
  });
});

describe('cache', () => {
  it('forgets what was used longest ago, and never holds more than its budget', () => {
    const { memo, bytes } = cacheOf(100);
    let made = 0;
    const ask = (key: string, size = 40) =>
      memo(
        key,
        () => (made++, key),
        () => size,
      );
    ask('a');
    ask('b');
    ask('a');
    ask('c');
    expect(bytes()).toBeLessThanOrEqual(100);
    made = 0;
    ask('a');
    expect(made).toBe(0);
    ask('b');
    expect(made).toBe(1);
    ask('huge', 500);
    expect(bytes()).toBeLessThanOrEqual(100);
  });
  it('lets what was cheap for its size go before what was dear, however fresh', () => {
    let clock = 0;
    const { memo } = cacheOf(100, () => clock);
    let made: string[] = [];
    const ask = (key: string, takes: number) =>
      memo(
        key,
        () => {
          clock += takes;
          made.push(key);
          return key;
        },
        () => 40,
      );
    ask('dear', 500);
    ask('cheap', 1);
    ask('cheap too', 1);
    made = [];
    ask('dear', 500);
    expect(made).toEqual([]);
    ask('cheap', 1);
    expect(made).toEqual(['cheap']);
    // Even the dear goes when it has not been asked for through enough of others.
    for (let i = 0; i < 2000; i++) ask(`other ${i}`, 1);
    made = [];
    ask('dear', 500);
    expect(made).toEqual(['dear']);
  });
  it('forgets everything when it is cleared', () => {
    const cache = cacheOf(100);
    let made = 0;
    const ask = () =>
      cache.memo(
        'a',
        () => ++made,
        () => 8,
      );
    ask();
    ask();
    expect([made, cache.bytes()]).toEqual([1, 8]);
    cache.clear();
    expect(cache.bytes()).toBe(0);
    expect(ask()).toBe(2);
  });
});
