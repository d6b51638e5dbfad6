import { describe, expect, it } from 'vitest';
import { noMemo } from '../definitions/memo';
import type { Grounds, SourceContext } from '../definitions/source';
import { scaling } from '../geometry/affine';
import type { ColourBuffer } from '../pixels/buffer';
import { colourBuffer, crop } from '../pixels/buffer';
import { rgb } from '../pixels/colour';
import type { Region } from '../pixels/region';
import { cacheOf } from '../render/cache';
import { newMist } from '../scene/model/make';
import { pxAt } from '../testing/painted';
import { LAMP } from '../testing/step-context';
import { mistSource } from './mist';
import type { MistValues } from './mist-parameters';

const WHOLE: Region = { x: 0, y: 0, width: 160, height: 120 };

/** A lamp of a few px at (40, 70) in the picture of all lights. */
const lamp: NonNullable<Grounds['lights']> = {
  key: 'lamp',
  colours: (region) => colourBuffer(region),
  paths: () => [],
  coarse: () => {
    const pixels = colourBuffer({ x: 0, y: 0, width: 80, height: 60 });
    for (const [x, y] of [
      [19, 34],
      [20, 34],
      [19, 35],
      [20, 35],
    ])
      pixels.data.set([9, 6, 2, 1], 4 * (y! * 80 + x!));
    return { pixels, map: scaling(2) };
  },
};

function see(
  values: Partial<MistValues>,
  wanted = WHOLE,
  scale = 1,
  rest: Partial<SourceContext> = {},
): ColourBuffer {
  return mistSource.render(newMist('M', { height: 60, size: 70, ...values }).source, {
    ...{ map: scaling(scale), wanted, memo: noMemo, mixing: 'light', lamp: LAMP },
    scene: { x0: 0, y0: 0, x1: 160 * scale, y1: 120 * scale },
    picture: () => {
      throw new Error('There is none.');
    },
    ...rest,
  });
}

const alphas = ({ data }: ColourBuffer) => data.filter((_, i) => i % 4 === 3);

describe('mist', () => {
  it('without patches covers what its formula says, in its colour', () => {
    const horizon = { x: 0, y: 50 };
    const made = see({ patches: 0, near: 30, density: 80, horizon });
    const [r, g, b] = rgb('#7f8ea3', 'light');
    for (const y of [3, 20, 44, 52, 80, 118]) {
      const above = (50 - (y + 0.5)) / 60;
      const t = Math.max(0, Math.min(1, (above - 0.1) / 0.9));
      const standing = 1 - t * t * (3 - 2 * t);
      const lying = 0.3 + 0.7 / (1 + Math.max(0, -above / 0.9) ** 2);
      const cover = 1 - Math.exp(-1.1 * 0.8 * Math.min(standing, lying));
      const px = pxAt(made, 77, y);
      [r * cover, g * cover, b * cover, cover].forEach((v, k) => expect(px[k]).toBeCloseTo(v, 4));
    }
  });

  it('lies 62 % down the scene unless its horizon was dragged', () => {
    expect(see({}).data).toEqual(see({ horizon: { x: 9, y: 0.62 * 120 } }).data);
  });

  it('of a part is the part of the whole, glow and all', () => {
    const part = { x: 31, y: 44, width: 77, height: 51 };
    const grounds = { lights: lamp };
    const [own, whole] = [see({}, part, 1, { grounds }), see({}, WHOLE, 1, { grounds })];
    crop(whole, part).data.forEach((v, i) => expect(own.data[i]).toBeCloseTo(v, 5));
  });

  it('at half the size is nearly the same', () => {
    const half = see({}, { x: 0, y: 0, width: 80, height: 60 }, 0.5);
    const whole = see({});
    let off = 0;
    for (let y = 0; y < 60; y++)
      for (let x = 0; x < 80; x++) {
        const four = [0, 1, 160, 161].map((o) => whole.data[4 * (2 * y * 160 + 2 * x + o) + 3]!);
        off += Math.abs(half.data[4 * (y * 80 + x) + 3]! - four.reduce((a, b) => a + b) / 4);
      }
    expect(off / 4800).toBeLessThan(1 / 255);
  });

  it('glows around a lamp, less with the distance', () => {
    const even = { patches: 0, horizon: { x: 0, y: 70 } };
    const glow = (x: number) => {
      const [lit, plain] = [see(even, WHOLE, 1, { grounds: { lights: lamp } }), see(even)];
      return pxAt(lit, x, 70)[0]! - pxAt(plain, x, 70)[0]!;
    };
    const falls = [40, 60, 90, 150].map(glow);
    falls.forEach((v, i) => expect(v).toBeGreaterThan(i + 1 < falls.length ? falls[i + 1]! : 0));
    const off = see({ ...even, glow: 0 }, WHOLE, 1, { grounds: { lights: lamp } });
    expect(off.data).toEqual(see(even).data);
  });

  it('is more uneven the more patches it has, by the same mean', () => {
    const spread = (patches: number) => {
      const all = alphas(see({ patches, near: 100, height: 20_000 }));
      const mean = all.reduce((a, b) => a + b) / all.length;
      return { mean, by: Math.sqrt(all.reduce((a, b) => a + (b - mean) ** 2, 0) / all.length) };
    };
    const [even, some, most] = [spread(0), spread(40), spread(100)];
    expect(even.by).toBeLessThan(1e-4);
    expect(some.by).toBeGreaterThan(0.02);
    expect(most.by).toBeGreaterThan(1.5 * some.by);
    expect(Math.abs(some.mean - even.mean)).toBeLessThan(0.06);
  });

  it('drifts, and is the same whether its form was cached or not', () => {
    const { memo } = cacheOf(2 ** 26);
    const first = see({ density: 50 }, WHOLE, 1, { memo });
    expect(see({ density: 50 }, WHOLE, 1, { memo }).data).toEqual(first.data);
    const denser = see({ density: 90 }, WHOLE, 1, { memo });
    expect(denser.data).toEqual(see({ density: 90 }).data);
    expect(see({ moment: 3 }).data).not.toEqual(see({}).data);
    expect(see({ seed: 8 }).data).not.toEqual(see({}).data);
  });

  it('at the ends of its ranges is finite, and nothing at no density', () => {
    expect(see({ density: 0 }).data).toHaveLength(0);
    for (const values of [
      { density: 1000, patches: 100, size: 8, stretch: 2000 },
      { size: 20_000, height: 1, wind: 5000, moment: 10_000 },
      { glow: 1000, reach: 20_000 },
      { reach: 4, horizon: { x: 0, y: -30_000 } },
    ]) {
      const { data } = see(values, WHOLE, 1, { grounds: { lights: lamp } });
      expect(data.every((v) => Number.isFinite(v) && v >= 0)).toBe(true);
    }
  });
});
