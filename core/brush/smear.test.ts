import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { defaultsOf } from '../definitions/parameter-values';
import { IDENTITY, scaling, type Affine } from '../geometry/affine';
import type { ColourBuffer, Plane } from '../pixels/buffer';
import { crop } from '../pixels/buffer';
import type { Region } from '../pixels/region';
import { grow } from '../pixels/region';
import { smear } from '../steps/warp/smear';
import { cacheOf } from '../render/cache';
import { anyValue } from '../testing/any-values';
import { pushedByHand, smearedByHand } from '../testing/reference/smear';
import { SMEAR_DAB } from '../kernels/smear';
import { smearDabs } from './smear-dabs';
import { smearBrushParameters, smearStrokesSchema } from './smear-stroke';
import type { SmearBrush, SmearStroke, SmearWay } from '../definitions/strokes';
import { smeared, type Keep } from './smeared';
import * as v from 'valibot';

const WHOLE: Region = { x: 0, y: 0, width: 160, height: 120 };

/** Smooth colours, different at every place; `alpha` says how much is there. */
function colours(region: Region, alpha: (x: number, y: number) => number = () => 1): ColourBuffer {
  const data = new Float32Array(region.width * region.height * 4);
  for (let y = 0; y < region.height; y++)
    for (let x = 0; x < region.width; x++) {
      const [u, w] = [region.x + x + 0.5, region.y + y + 0.5];
      const a = alpha(u, w);
      const wave = 0.5 + 0.3 * Math.sin(u / 9) * Math.cos(w / 11);
      data.set(
        [a * wave, (a * (u + 150)) / 600, (a * (w + 150)) / 600, a],
        (y * region.width + x) * 4,
      );
    }
  return { channels: 4, region, data };
}
const disc = (x: number, y: number) => (Math.hypot(x - 60, y - 60) < 25 ? 1 : 0);

let ids = 0;
/** A stroke through points, each written x,y and, if they matter, pressure and time. */
const stroke = (way: SmearWay, points: string, brush: Partial<SmearBrush> = {}): SmearStroke => ({
  ...{ id: `s${ids++}`, enabled: true, way },
  brush: { ...defaultsOf(smearBrushParameters), size: 30, ...brush },
  points: [
    points.split(' ').flatMap((p) => {
      const [x, y, pressure = 1, time = 0] = p.split(',').map(Number);
      return [x!, y!, pressure, 0, 0, time];
    }),
  ],
});

const apart: Keep = (_name, make) => make();
const see = (
  input: ColourBuffer,
  strokes: SmearStroke[],
  wanted = WHOLE,
  { map = IDENTITY, keep = apart }: { map?: Affine; keep?: Keep } = {},
) => smeared(input, strokes, { map, wanted, scene: WHOLE, keep });
const at = ({ region, data }: ColourBuffer, x: number, y: number): number[] => {
  const i = ((y - region.y) * region.width + x - region.x) * 4;
  return [...data.subarray(i, i + 4)];
};
const worst = (a: ArrayLike<number>, b: ArrayLike<number>) =>
  Array.from(a).reduce((m, v, i) => Math.max(m, Math.abs(v - b[i]!)), 0);

describe('a smear', () => {
  it('is what a finger does px by px, to 1/1000', () => {
    const input = colours(WHOLE, disc);
    for (const [strength, pickUp, hardness] of [
      [90, 100, 30],
      [100, 20, 0],
      [60, 70, 90],
      [100, 0, 60],
    ] as const) {
      const s = stroke('smear', '60,55 90,50,0.6 120,80,0.9', { strength, pickUp, hardness });
      const expected = smearedByHand(input, smearDabs(s, IDENTITY), s.brush);
      expect(worst(see(input, [s]).data, expected)).toBeLessThan(1e-3);
    }
  });

  it('draws a shape out into a tongue, beyond what it was', () => {
    const letter = crop(colours(WHOLE, disc), { x: 35, y: 35, width: 50, height: 50 });
    const out = crop(see(letter, [stroke('smear', '60,60 60,10', { strength: 100 })]), WHOLE);
    expect(at(out, 60, 20)[3]).toBeGreaterThan(0.9);
    expect(at(out, 100, 20)[3]).toBe(0);
  });

  it('carries what it began with for ever if it picks up nothing and loses nothing', () => {
    const input = colours(WHOLE, (x) => (x < 60 ? 1 : 0));
    const brush = { strength: 100, pickUp: 0, hardness: 95 };
    const out = see(input, [stroke('smear', '40,60 140,60', brush)]);
    expect(worst(at(out, 140, 60), at(input, 40, 60))).toBeLessThan(1e-5);
  });

  it('carries a colour as far as it is wide at 50 %, and four times as far at 80 %', () => {
    const input = colours({ ...WHOLE, width: 260 }, (x) => (x < 60 ? 1 : 0));
    const wide = { ...WHOLE, width: 260 };
    for (const [strength, far] of [
      [50, 1],
      [80, 4],
    ] as const) {
      const brush = { size: 20, strength, hardness: 95 };
      const s = stroke('smear', '40,60 240,60', brush);
      const out = smeared(input, [s], { map: IDENTITY, wanted: wide, scene: wide, keep: apart });
      expect(at(out, 60 + 20 * far * 0.8, 60)[3]).toBeGreaterThan(0.5);
      expect(at(out, 60 + 20 * far * 1.25, 60)[3]).toBeLessThan(0.5);
    }
  });
});

describe('a push', () => {
  it('moves what is there as its ways say, composed dab by dab, to 1/1000', () => {
    const ways = new Float32Array(WHOLE.width * WHOLE.height * 4);
    // Ways are seen through colours that rise evenly: what comes to a px tells from where.
    ways.forEach((_, i) => {
      const [x, y] = [(i >> 2) % WHOLE.width, Math.floor((i >> 2) / WHOLE.width)];
      ways[i] = [x / 160, y / 160, 0, 1][i & 3]!;
    });
    const input: ColourBuffer = { channels: 4, region: WHOLE, data: ways };
    const s = stroke('push', '50,60 80,50,0.7 100,70', { hardness: 40 });
    const expected = pushedByHand(WHOLE, smearDabs(s, IDENTITY), s.brush);
    const out = see(input, [s]);
    for (let y = 20; y < 100; y += 3)
      for (let x = 20; x < 140; x += 3) {
        const i = (y * WHOLE.width + x) * 4;
        const [u, w] = at(out, x, y);
        expect(u! - x / 160).toBeCloseTo(expected[i]! / 160, 3);
        expect(w! - y / 160).toBeCloseTo(expected[i + 1]! / 160, 3);
      }
  });

  it('followed by its opposite brings all back, to 1/255', () => {
    const input = colours(WHOLE);
    const way = '60,60 75,52 90,60';
    const there = stroke('push', way, { size: 60, strength: 80 });
    const back = stroke('push', '90,60 75,52 60,60', { size: 60, strength: 80 });
    const moved = see(input, [there]);
    expect(worst(moved.data, input.data)).toBeGreaterThan(0.05);
    expect(worst(see(input, [there, back]).data, input.data)).toBeLessThan(1 / 255);
  });

  it('folds nothing, at any hardness', () => {
    fc.assert(
      fc.property(
        fc.integer({ min: 0, max: 95 }),
        fc.integer({ min: 8, max: 60 }),
        (hardness, size) => {
          const data = new Float32Array(WHOLE.width * WHOLE.height * 4);
          data.forEach((_, i) => (data[i] = (i & 3) === 3 ? 1 : ((i >> 2) % WHOLE.width) / 160));
          const s = stroke('push', '40,60 110,60', { hardness, size, strength: 100 });
          const out = see({ channels: 4, region: WHOLE, data }, [s]);
          // Along the way what comes from farther right stands farther right.
          for (let x = 1; x < 159; x++)
            expect(at(out, x + 1, 60)[0]! - at(out, x, 60)[0]!).toBeGreaterThan(-0.002);
        },
      ),
      { numRuns: 15 },
    );
  });
});

describe('swirl, pinch and swell', () => {
  const rest = '80,60,1,0 80,60,1,200';
  /** From where the colours of a place come. */
  const source = (s: SmearStroke, x: number, y: number) => {
    const data = new Float32Array(WHOLE.width * WHOLE.height * 4);
    data.forEach((_, i) => {
      const [u, w] = [(i >> 2) % WHOLE.width, Math.floor((i >> 2) / WHOLE.width)];
      data[i] = [u / 160, w / 160, 0, 1][i & 3]!;
    });
    const [u, w] = at(see({ channels: 4, region: WHOLE, data }, [s]), x, y);
    return { x: u! * 160 + 0.5 - 80, y: w! * 160 + 0.5 - 60 };
  };

  it('turn to the right, or to the left, farther the longer they rest', () => {
    const brush = { size: 60, hardness: 80, strength: 100 };
    const angle = (s: SmearStroke) => {
      const from = source(s, 90, 60);
      return Math.atan2(from.y, from.x) - Math.atan2(0.5, 10.5);
    };
    // What stands right of the middle came from above it.
    const short = angle(stroke('swirl', '80,60', brush));
    const long = angle(stroke('swirl', rest, brush));
    expect(short).toBeLessThan(-0.1);
    expect(long).toBeLessThan(3 * short);
    expect(angle(stroke('swirl', rest, { ...brush, left: true }))).toBeCloseTo(-long, 1);
  });

  it('draw together, and make larger', () => {
    const brush = { size: 60, hardness: 80, strength: 100 };
    expect(source(stroke('pinch', rest, brush), 90, 60).x).toBeGreaterThan(14);
    expect(source(stroke('swell', rest, brush), 90, 60).x).toBeLessThan(7);
  });
});

describe('smooth and restore', () => {
  it('restore brings back what was there, after colours were mixed and after they were moved', () => {
    const input = colours(WHOLE);
    const over = '60,60,1,0 60,60,1,2000';
    for (const way of ['smear', 'push'] as const) {
      const first = stroke(way, '50,60 75,60', { size: 20 });
      const back = stroke('restore', over, { size: 110, hardness: 95, strength: 100 });
      expect(worst(see(input, [first]).data, input.data)).toBeGreaterThan(0.03);
      expect(worst(see(input, [first, back]).data, input.data)).toBeLessThan(1e-3);
    }
  });

  it('smooth evens out what was pushed, and leaves what was not', () => {
    const input = colours(WHOLE);
    const push = stroke('push', '60,60 80,60', { size: 24 });
    const even = stroke('smooth', '70,60,1,0 70,60,1,1500', { size: 80, strength: 100 });
    const [before, after] = [see(input, [push]), see(input, [push, even])];
    expect(worst(after.data, input.data)).toBeLessThan(worst(before.data, input.data));
    expect(see(input, [even]).data).toEqual(input.data);
  });
});

describe('the step', () => {
  const context = (wanted: Region) => ({ map: IDENTITY, wanted, scene: WHOLE, keep: apart });

  it('without strokes, or with none that is on, changes nothing', () => {
    const input = colours(WHOLE);
    expect(see(input, []).data).toEqual(input.data);
    const off = {
      ...stroke('smear', '20,20 90,90'),
      enabled: false,
    };
    expect(see(input, [off]).data).toEqual(input.data);
  });

  it('leaves alone what no stroke touches, to the last bit', () => {
    const input = colours(WHOLE);
    const out = see(input, [stroke('push', '40,40 60,40', { size: 20 })]);
    for (let y = 0; y < 120; y += 7)
      for (let x = 0; x < 160; x += 7)
        if (y > 54 || x > 74) expect(at(out, x, y)).toEqual(at(input, x, y));
  });

  it('is of a part of the picture what it is of the whole, to the last bit', () => {
    const input = colours(grow(WHOLE, 60), disc);
    fc.assert(
      fc.property(
        anyValue(smear.parameters.strokes),
        fc.integer({ min: -10, max: 90 }),
        fc.integer({ min: -10, max: 70 }),
        (strokes, x, y) => {
          const list = strokes as SmearStroke[];
          const wanted = { x, y, width: 41, height: 33 };
          const margin = smear.margin({ strokes: list }, 1, 1);
          const part = smeared(crop(input, grow(wanted, margin)), list, context(wanted));
          const whole = smeared(input, list, context(grow(WHOLE, 20)));
          expect(crop(part, wanted).data).toEqual(crop(whole, wanted).data);
        },
      ),
      { numRuns: 40 },
    );
  });

  it('comes out the same from what is cached, while a stroke grows and after it is taken back', () => {
    const input = colours(WHOLE, disc);
    const { memo } = cacheOf(1e9);
    const keep: Keep = (name, make) =>
      memo(name, make, (m: ColourBuffer | Plane) => m.data.byteLength);
    const first = stroke('smear', '60,60 60,20');
    const push = stroke('push', '30,60 90,60');
    const way = Array.from({ length: 30 }, (_, i) => `${30 + 4 * i},${70 + (i % 5)}`);
    for (const n of [1, 8, 20, 30]) {
      const grown = stroke('smear', way.slice(0, n).join(' '));
      const strokes = [first, push, grown];
      expect(see(input, strokes, WHOLE, { keep }).data).toEqual(see(input, strokes).data);
    }
    expect(see(input, [first, push], WHOLE, { keep }).data).toEqual(see(input, [first, push]).data);
    expect(see(input, [push], WHOLE, { keep }).data).toEqual(see(input, [push]).data);
  });

  it('does at twice the size the same, twice as large', () => {
    const strokes = [stroke('smear', '60,60 60,20'), stroke('push', '40,70 90,70')];
    const small = see(colours(WHOLE, disc), strokes);
    const large: Region = { x: 0, y: 0, width: 320, height: 240 };
    const fine = colours(large);
    for (let y = 0; y < 240; y++)
      for (let x = 0; x < 320; x++) {
        const px = at(colours({ x: x >> 1, y: y >> 1, width: 1, height: 1 }, disc), x >> 1, y >> 1);
        fine.data.set(px, (y * 320 + x) * 4);
      }
    const out = smeared(fine, strokes, {
      map: scaling(2),
      wanted: large,
      scene: large,
      keep: apart,
    });
    let sum = 0;
    for (let y = 0; y < 120; y++)
      for (let x = 0; x < 160; x++) {
        const four = [0, 1].flatMap((j) => [0, 1].map((i) => at(out, 2 * x + i, 2 * y + j)[3]!));
        sum += Math.abs(at(small, x, y)[3]! - four.reduce((a, b) => a + b) / 4);
      }
    expect(sum / (160 * 120)).toBeLessThan(0.01);
  });

  it('refuses what is no stroke, in words', () => {
    const good = stroke('smear', '1,1');
    const said = (strokes: unknown) => v.safeParse(smearStrokesSchema, strokes).issues?.[0].message;
    expect(said([good])).toBeUndefined();
    expect(said([good, good])).toBe('Two strokes of a step have the same id.');
    expect(said([{ ...good, points: [[1, 2, NaN, 0, 0, 0]] }])).toBeDefined();
    expect(said([{ ...good, points: [[1, 2]] }])).toBeDefined();
  });

  it('bounds its work: a stroke far out of the scene costs nothing', () => {
    const far = stroke('smear', '9e5,9e5 9e5 + 50,9e5');
    const long = stroke('push', '60,60 9e5,60');
    const out = see(colours(WHOLE), [far, long]);
    expect(out.data.length).toBe(WHOLE.width * WHOLE.height * 4);
    expect(smearDabs(long, IDENTITY).length / SMEAR_DAB).toBeLessThanOrEqual(20_000);
  });
});
