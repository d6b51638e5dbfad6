import { Worker } from 'node:worker_threads';
import fc from 'fast-check';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import type { Address } from './arguments';
import { strideOf } from './arguments';
import { alphaOf } from './rows';
import { bufferOf } from '../testing/buffer-of';
import { blends } from '../blend/index';
import {
  floats,
  heapUse,
  retained,
  retain,
  isOnHeap,
  release,
  scoped,
  zeros,
} from '../pixels/heap';
import { cacheOf } from '../render/cache';
import { render } from '../render/render';
import { lookUp, scene } from '../testing/scenes';
import { kindsOfSteps, nearStep } from '../testing/near-steps';
import type { ColourBuffer } from '../pixels/buffer';
import { colourBuffer, plane } from '../pixels/buffer';
import { gaussianBlur } from './blur';
import { CHECKED } from './built/checked';
import { composite } from './composite';
import { coverage } from './coverage';
import { distanceField } from './distance';
import {
  newDrops,
  newFill,
  newFlame,
  newHaze,
  newMist,
  newParticles,
  newRain,
  newScene,
  newSmoke,
  newStep,
} from '../scene/model/make';
import type { Layer } from '../scene/model/schema';
import { alone, inviteHelper, run, startKernels, threads, useCode } from './machine';

/** Renders of some scenes at a size that is worth sharing, as their floats. */
const renders = (seed: number) =>
  fc.sample(scene, { numRuns: 12, seed }).map((s) =>
    render(s, {
      region: { x: -30, y: -20, width: 420, height: 310 },
      scale: 3,
      picture: lookUp,
    }),
  );

/** A fill in tiles along its edges, which other things lie on. */
const TILED: Layer = (() => {
  const mosaic = newStep('surface.mosaic');
  Object.assign(mosaic.values, { size: 7, along: 100, turn: 20 });
  return { ...newFill('tiled', '#804020'), steps: [mosaic] };
})();

/** What is made of numbers, at sizes that no piece of work is a multiple of. */
const generators = (): Layer[] => {
  const at = { from: 'point', centre: { x: 45, y: 60 }, wide: 9, height: 31, moment: 0.4 } as const;
  const sprites = newParticles('sprites', { look: 'sprite', count: 20, size: 9 });
  return [
    newFlame('flame', { ...at, tongue: 9, sparks: 5 }),
    newSmoke('smoke', { ...at, tongue: 9 }),
    newHaze('haze', { ...at, ripple: 5 }),
    newMist('mist', { height: 20, size: 11 }),
    newRain('rain', { count: 40 }),
    newDrops('drops', { size: 9 }),
    { ...sprites, source: { ...sprites.source, sprite: TILED.id } },
  ];
};

const different = (a: ColourBuffer[], b: ColourBuffer[]) =>
  a.reduce((n, one, i) => n + one.data.filter((v, k) => v !== b[i]!.data[k]).length, 0);

describe('threads', () => {
  const helpers: Worker[] = [];
  beforeAll(() => {
    startKernels('shared');
    for (let i = 0; i < 3; i++)
      helpers.push(
        new Worker(new URL('../../server/bin/helper.mjs', import.meta.url), {
          workerData: inviteHelper(),
        }),
      );
  });
  afterAll(async () => {
    await Promise.all(helpers.map((h) => h.terminate()));
    startKernels('shared');
  });

  it('many make exactly what one makes', async () => {
    await new Promise((done) => setTimeout(done, 1500));
    expect(threads()).toBe(4);
    const one = alone(() => {
      expect(threads()).toBe(1);
      return renders(5);
    });
    for (let i = 0; i < 3; i++) expect(different(renders(5), one)).toBe(0);
  });

  it('take what their assembly says: a wrong number or order of arguments does not compile', () => {
    const [at, stride] = [0 as Address, strideOf(4)];
    // Nothing of this runs: it is the compiler that is asked.
    const never = () => {
      run('scaleRows', 1, 4, [at, stride, 1, 0.5]);
      // @ts-expect-error -- one too few
      run('scaleRows', 1, 4, [at, stride, 1]);
      // @ts-expect-error -- a stride where a place is wanted
      run('scaleRows', 1, 4, [stride, at, 1, 0.5]);
      // @ts-expect-error -- a plain number where a place is wanted
      run('scaleRows', 1, 4, [0, stride, 1, 0.5]);
      // @ts-expect-error -- a plane is no buffer
      alphaOf(plane({ x: 0, y: 0, width: 1, height: 1 }));
    };
    expect(never).toBeTypeOf('function');
  });

  it('that fail are told of, and the next work is done', () => {
    const [nowhere, still] = [0xf0000000 as Address, strideOf(0)];
    const wrong = () => run('copyRows', 4000, 4000, [nowhere, still, nowhere, still, 4000]);
    expect(wrong).toThrow(/copyRows failed/);
    // What went wrong comes with it, whichever thread it was.
    expect(() => {
      try {
        wrong();
      } catch (error) {
        throw (error as Error).cause;
      }
    }).toThrow(/out of bounds/);
    const blurred = gaussianBlur(colourBuffer({ x: 0, y: 0, width: 600, height: 600 }), 9, {
      x: 0,
      y: 0,
      width: 600,
      height: 600,
    });
    expect(blurred.data.every((v) => v === 0)).toBe(true);
  });
});

describe('the builds', () => {
  afterAll(() => startKernels('shared'));

  it('for one thread and for several make exactly the same', () => {
    startKernels('shared');
    const shared = renders(11);
    startKernels('plain');
    expect(different(renders(11), shared)).toBe(0);
  });

  it('with every access checked read and write nothing but what the heap has given out', () => {
    useCode({ checked: CHECKED });
    startKernels('checked');
    const region = { x: -7, y: 3, width: 37, height: 23 };
    const noise = (n: number) =>
      Float32Array.from({ length: n }, (_, i) => ((i * 7919) % 101) / 101);
    for (const s of fc.sample(scene, { numRuns: 15, seed: 5 })) {
      render(s, { region: { x: -9, y: -4, width: 61, height: 47 }, scale: 0.7, picture: lookUp });
    }
    for (const { mode } of blends)
      composite(
        { channels: 4, region, data: noise(37 * 23 * 4) },
        { channels: 4, region: { ...region, x: -3 }, data: noise(37 * 23 * 4) },
        mode,
        0.7,
      );
    for (const sigma of [0.6, 3, 4, 9, 40, 300])
      for (const channels of [1, 4] as const)
        gaussianBlur(bufferOf(channels, region, noise(37 * 23 * channels)), sigma, {
          x: -99,
          y: -80,
          width: 201,
          height: 177,
        });
    distanceField({ channels: 1, region, data: noise(37 * 23) });
    coverage([Float64Array.of(-5, 2, 30, 9, 11, 30, 4, -8)], 'evenodd', region);
    for (const layer of generators())
      render(
        { ...newScene('', 90, 70, '#203040'), layers: [TILED, layer] },
        { region: { x: -3, y: -2, width: 95, height: 75 }, scale: 1, picture: lookUp },
      );
    for (const kind of kindsOfSteps)
      render(
        { ...newScene('', 90, 70, '#203040'), layers: [{ ...TILED, steps: [nearStep(kind)] }] },
        { region: { x: -3, y: -2, width: 95, height: 75 }, scale: 1, picture: lookUp },
      );
    // The check itself must bite.
    expect(() =>
      run('scaleRows', 1, 4, [(heapUse().size - 4096) as Address, strideOf(4), 1, 2]),
    ).toThrow();
  });
});

describe('the heap', () => {
  it('gives back what a scope took, save its result', () => {
    const before = heapUse().inUse;
    scoped(() => {
      const cachedResult = scoped(() => {
        floats(1000);
        return { data: floats(500) };
      });
      expect(isOnHeap(cachedResult.data)).toBe(true);
      expect(heapUse().inUse - before).toBe(2048);
    });
    expect(heapUse().inUse).toBe(before);
  });

  it('copies the result of the outermost scope out', () => {
    const made = scoped(() => ({ data: floats(3).fill(7) }));
    expect(isOnHeap(made.data)).toBe(false);
    expect([...made.data]).toEqual([7, 7, 7]);
  });

  it('never gives one block out twice, whatever comes and goes', () => {
    const before = heapUse().inUse;
    fc.assert(
      fc.property(fc.array(fc.tuple(fc.nat(5000), fc.boolean()), { maxLength: 60 }), (steps) => {
        const live: { data: Float32Array; mark: number }[] = [];
        steps.forEach(([size, give], i) => {
          if (give && live.length > 0) {
            const one = live.splice(size % live.length, 1)[0]!;
            expect(one.data.every((v) => v === one.mark)).toBe(true);
            release(one);
          } else live.push({ ...retained(() => ({ data: floats(size + 1).fill(i) })), mark: i });
        });
        for (const one of live) {
          expect(one.data.every((v) => v === one.mark)).toBe(true);
          release(one);
        }
        expect(heapUse().inUse).toBe(before);
      }),
      { numRuns: 60 },
    );
  });

  it('says how much it lacks when it is full, and goes on', () => {
    const before = heapUse().inUse;
    expect(() => scoped(() => void floats(700_000_000))).toThrow(
      /no memory left for 2671 MB.*Hide/,
    );
    expect(heapUse().inUse).toBe(before);
    expect(scoped(() => ({ data: zeros(5) })).data).toEqual(new Float32Array(5));
  });

  it('keeps what is held twice until it is let go of twice', () => {
    const before = heapUse().inUse;
    const one = retained(() => ({ data: floats(100) }));
    retain(one);
    release(one);
    expect(heapUse().inUse).toBeGreaterThan(before);
    release(one);
    expect(heapUse().inUse).toBe(before);
  });

  it('holds nothing of a cache that was cleared, whatever was rendered through it', () => {
    const before = heapUse().inUse;
    const cache = cacheOf(2 ** 22);
    const pictures = lookUp();
    for (const s of fc.sample(scene, { numRuns: 20, seed: 2 }))
      render(s, {
        region: { x: 0, y: 0, width: 90, height: 90 },
        scale: 1,
        picture: () => pictures,
        memo: cache.memo,
        focus: s.layers[0]?.id ?? null,
      });
    expect(cache.bytes()).toBeGreaterThan(0);
    cache.clear();
    pictures.release();
    expect(heapUse().inUse).toBeLessThanOrEqual(before);
  });
});
