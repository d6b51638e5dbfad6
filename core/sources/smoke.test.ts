import { describe, expect, it } from 'vitest';
import { noMemo } from '../definitions/memo';
import type { Grounds, SourceContext } from '../definitions/source';
import type { Lamp } from '../definitions/step';
import { scaling } from '../geometry/affine';
import type { ColourBuffer } from '../pixels/buffer';
import { colourBuffer, crop } from '../pixels/buffer';
import { rgb } from '../pixels/colour';
import type { Region } from '../pixels/region';
import { newSmoke } from '../scene/model/make';
import { LAMP } from '../testing/step-context';
import { coverTable, lampThrough } from './smoke-light';
import type { SmokeValues } from './smoke-parameters';
import { smokeSource } from './smoke';

const WIDE: Region = { x: 0, y: 0, width: 140, height: 140 };

const see = (
  values: Partial<SmokeValues>,
  wanted = WIDE,
  rest: Partial<SourceContext> = {},
): ColourBuffer =>
  smokeSource.render(
    newSmoke('S', {
      ...{ from: 'point', centre: { x: 70, y: 120 }, wide: 16, height: 80, tongue: 20, moment: 1 },
      ...values,
    }).source,
    {
      ...{ map: scaling(1), wanted, memo: noMemo, mixing: 'light', lamp: LAMP },
      scene: { x0: 0, y0: 0, x1: 140, y1: 140 },
      picture: () => {
        throw new Error('There is none.');
      },
      ...rest,
    },
  );

const sum = ({ data }: ColourBuffer, channel: number) =>
  data.reduce((a, v, i) => (i % 4 === channel ? a + v : a), 0);

describe('smoke', () => {
  it('rises from its place, covers by no more than all, and thins out', () => {
    const made = crop(see({}), WIDE);
    const rows = (from: number, to: number) =>
      sum(crop(made, { x: 0, y: from, width: 140, height: to - from }), 3);
    expect(rows(126, 140)).toBeLessThan(0.05 * rows(60, 120));
    expect(rows(40, 120)).toBeGreaterThan(30);
    for (let i = 3; i < made.data.length; i += 4) {
      expect(made.data[i]!).toBeGreaterThanOrEqual(0);
      expect(made.data[i]!).toBeLessThanOrEqual(1 + 1e-6);
    }
  });

  it('of a part is the part of the whole', () => {
    const part = { x: 41, y: 37, width: 59, height: 66 };
    expect(crop(see({}, part), part).data).toEqual(crop(see({}), part).data);
  });

  it('is of its colour in the light of the lamp', () => {
    const made = see({ colour: '#804020', glow: 0, shade: 0 });
    const [r, g, b] = rgb('#804020', 'light');
    // In white light and without shade every px has one colour.
    made.data.forEach((v, i) => {
      const [k, alpha] = [i % 4, made.data[i - (i % 4) + 3]!];
      if (k < 3) expect(v).toBeCloseTo([r, g, b][k]! * alpha, 5);
    });
    const dark = see({ colour: '#804020', glow: 0, shade: 0, lamp: 0 });
    expect(sum(dark, 0)).toBe(0);
    expect(sum(dark, 3)).toBeCloseTo(sum(made, 3), 3);
  });

  it('shades itself on the side away from the lamp', () => {
    const lit = (angle: number) => {
      const made = crop(
        see({ shade: 100, glow: 0, wide: 30, density: 300, turbulence: 0 }, WIDE, {
          lamp: { ...LAMP, angle, height: 10 },
        }),
        WIDE,
      );
      const half = (x: number) => {
        const side = crop(made, { x, y: 40, width: 70, height: 80 });
        return sum(side, 0) / sum(side, 3);
      };
      return half(70) / half(0);
    };
    expect(lit(0)).toBeGreaterThan(1.03);
    expect(lit(180)).toBeLessThan(0.97);
  });

  it('takes the colour of a lamp that glows in it', () => {
    const lamp: NonNullable<Grounds['lights']> = {
      key: 'lamp',
      colours: (region) => colourBuffer(region),
      paths: () => [],
      coarse: () => {
        const pixels = colourBuffer({ x: 0, y: 0, width: 70, height: 70 });
        pixels.data.set([0, 900, 0, 1], 4 * (40 * 70 + 35));
        return { pixels, map: scaling(2) };
      },
    };
    const glows = see({}, WIDE, { grounds: { lights: lamp } });
    const plain = see({});
    expect(sum(glows, 1)).toBeGreaterThan(1.02 * sum(plain, 1));
    expect(sum(glows, 0)).toBeCloseTo(sum(plain, 0), 2);
  });

  it('is nothing on a layer that is gone, and finite at the ends of its ranges', () => {
    expect(see({ from: 'upper' }).data).toHaveLength(0);
    for (const values of [
      { moment: 10_000, wind: 5000, gusts: 100 },
      { density: 1000, detail: 200, turbulence: 200, lift: 400 },
      { strength: 0, tongue: 2 },
    ])
      expect(see(values).data.every((v) => Number.isFinite(v))).toBe(true);
  });
});

describe('the light in smoke', () => {
  const lamp: Lamp = { ...LAMP, angle: 180, height: 20 };
  const fire = (fill: (x: number, y: number) => number) => {
    const fuel = new Float32Array(40 * 20);
    for (let y = 0; y < 20; y++) for (let x = 0; x < 40; x++) fuel[y * 40 + x] = fill(x, y);
    return { width: 40, height: 20, fuel, fromX: fuel, fromY: fuel, near: fuel };
  };

  it('comes through clear air whole, and less the more smoke lies before it', () => {
    expect(
      lampThrough(
        fire(() => 0),
        lamp,
        1,
      ).every((v) => v === 1),
    ).toBe(true);
    // From the left, through a wall of smoke.
    const through = lampThrough(
      fire((x) => (x > 10 && x < 20 ? 1 : 0)),
      lamp,
      1,
    );
    const row = through.subarray(10 * 40, 11 * 40);
    expect(row[5]).toBe(1);
    for (let x = 12; x < 20; x++) expect(row[x]!).toBeLessThanOrEqual(row[x - 1]!);
    expect(row[24]!).toBeLessThan(0.5);
    expect(
      lampThrough(
        fire(() => 1),
        lamp,
        0,
      ).every((v) => v === 1),
    ).toBe(true);
  });

  it('covers the more the more smoke there is, by the law of Beer and Lambert', () => {
    const table = coverTable(1);
    const knot = (share: number) => {
      const knots = Array.from({ length: (table.length - 256) / 8 }, (_, i) =>
        table.subarray(256 + 8 * i, 264 + 8 * i),
      );
      return knots.find((k) => k[0]! >= 1 - share - 1e-6)![7]!;
    };
    expect(knot(0)).toBeCloseTo(0, 6);
    expect(knot(1)).toBeCloseTo(1 - Math.exp(-3), 5);
    expect(knot(0.5)).toBeCloseTo(1 - Math.exp(-3 * 0.5 ** 1.5), 5);
  });
});
