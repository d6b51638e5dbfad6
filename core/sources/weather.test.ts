import { describe, expect, it } from 'vitest';
import { noMemo } from '../definitions/memo';
import type { Caster, Grounds, SourceContext } from '../definitions/source';
import { scaling } from '../geometry/affine';
import type { ColourBuffer } from '../pixels/buffer';
import { colourBuffer, crop, plane } from '../pixels/buffer';
import type { Region } from '../pixels/region';
import { grow } from '../pixels/region';
import { newDrops, newHaze, newRain } from '../scene/model/make';
import { pxAt } from '../testing/painted';
import { LAMP } from '../testing/step-context';
import { dropsSource } from './drops';
import { dropForm, dropReach, dropWay } from './drops-form';
import type { DropsValues } from './drops-parameters';
import { hazeSource } from './haze';
import type { HazeValues } from './haze-parameters';
import { rainSource } from './rain';
import type { RainValues } from './rain-parameters';
import { defaultsOf } from '../definitions/parameter-values';
import { dropsParameters } from './drops-parameters';
import { compile } from '../fields/compile';
import { fieldPlanes } from '../kernels/field';

const WIDE: Region = { x: 0, y: 0, width: 150, height: 130 };

/** A scene that is red to the right and green downwards, opaque within its edges. */
const behind: NonNullable<Grounds['beneath']> = {
  key: 'ramps',
  colours: (region) => {
    const out = colourBuffer(region);
    for (let y = 0, p = 0; y < region.height; y++)
      for (let x = 0; x < region.width; x++, p += 4) {
        const [u, v] = [region.x + x, region.y + y];
        if (u >= 0 && v >= 0 && u < 150 && v < 130) out.data.set([u / 150, v / 130, 0.5, 1], p);
      }
    return out;
  },
  paths: () => [],
  coarse: () => ({ pixels: colourBuffer(WIDE), map: scaling(1) }),
};

const context = (wanted: Region, rest: Partial<SourceContext> = {}): SourceContext => ({
  ...{ map: scaling(1), wanted, memo: noMemo, mixing: 'light', lamp: LAMP },
  scene: { x0: 0, y0: 0, x1: 150, y1: 130 },
  grounds: { beneath: behind },
  picture: () => {
    throw new Error('There is none.');
  },
  ...rest,
});
const PART: Region = { x: 33, y: 29, width: 71, height: 64 };

describe('heat haze', () => {
  const see = (values: Partial<HazeValues>, wanted = WIDE, rest: Partial<SourceContext> = {}) =>
    hazeSource.render(
      newHaze('H', {
        ...{
          from: 'point',
          centre: { x: 75, y: 110 },
          wide: 20,
          height: 70,
          amount: 5,
          ripple: 14,
        },
        ...values,
      }).source,
      context(wanted, rest),
    );

  it('bends what lies behind, no farther than asked, and covers nothing else', () => {
    const made = crop(see({}), WIDE);
    let [most, changed] = [0, 0];
    for (let y = 0; y < 130; y++)
      for (let x = 0; x < 150; x++) {
        const [r, , , a] = pxAt(made, x, y) as [number, number, number, number];
        if (a < 0.999) continue;
        const off = Math.abs(r * 150 - x);
        most = Math.max(most, off);
        if (off > 0.5) changed++;
      }
    expect(changed).toBeGreaterThan(300);
    // Bicubic overshoot is none on a ramp.
    expect(most).toBeLessThan(2 * 5 + 0.1);
    expect(pxAt(made, 5, 125)[3]).toBe(0);
  });

  it('of a part is the part of the whole, and nothing without anything behind', () => {
    expect(crop(see({}, PART), PART).data).toEqual(crop(see({}), PART).data);
    expect(see({}, WIDE, { grounds: {} }).data).toHaveLength(0);
    expect(see({ amount: 0 }).data).toHaveLength(0);
    expect(see({ from: 'upper' }).data).toHaveLength(0);
  });
});

describe('rain', () => {
  const see = (values: Partial<RainValues>, wanted = WIDE, rest: Partial<SourceContext> = {}) =>
    rainSource.render(
      newRain('R', { count: 300, size: 2, splashes: 0, ...values }).source,
      context(wanted, rest),
    );
  const sum = ({ data }: ColourBuffer) => data.reduce((a, b) => a + b, 0);

  it('falls at its angle', () => {
    /** How much more neighbours differ across a way than along it. */
    const along = (angle: number) => {
      const made = see({ angle, gusts: 0, blur: 0, depth: 0, count: 60 });
      const [dx, dy] = [Math.cos((angle * Math.PI) / 180), Math.sin((angle * Math.PI) / 180)];
      const differs = (u: number, v: number) => {
        let off = 0;
        for (let y = 10; y < 120; y++)
          for (let x = 10; x < 140; x++)
            off += Math.abs(
              pxAt(made, x, y)[3]! - pxAt(made, Math.round(x + 6 * u), Math.round(y + 6 * v))[3]!,
            );
        return off;
      };
      return differs(-dy, dx) / differs(dx, dy);
    };
    expect(along(90)).toBeGreaterThan(2);
    expect(along(45)).toBeGreaterThan(1.5);
  });

  it('is as much everywhere and always, and of a part as of the whole', () => {
    const at = [0, 0.3, 5, 100].map((moment) => sum(see({ moment, count: 2000 })));
    const mean = at.reduce((a, b) => a + b) / at.length;
    for (const v of at) expect(Math.abs(v / mean - 1)).toBeLessThan(0.15);
    expect(crop(see({}, PART), PART).data).toEqual(crop(see({}), PART).data);
    expect(see({ seed: 5 }).data).not.toEqual(see({}).data);
  });

  it('splashes on the upper edges of its layer alone', () => {
    const bar: Caster = {
      key: 'bar',
      under(to, region) {
        const out = plane(region);
        for (let y = 0, i = 0; y < region.height; y++)
          for (let x = 0; x < region.width; x++, i++) {
            const [u, v] = [
              (region.x + x + 0.5 - to[4]) / to[0],
              (region.y + y + 0.5 - to[5]) / to[3],
            ];
            out.data[i] = u > 40 && u < 110 && v > 80 && v < 100 ? 1 : 0;
          }
        return out;
      },
      within: (_, region) => plane(region),
      ...{ paths: [], coverage: (region: Region) => plane(region), box: () => null, colour: null },
      ...{ colours: (region: Region) => colourBuffer(region), lamp: LAMP },
    };
    const values = { splashes: 800, splashHeight: 12, count: 1, opacity: 100 };
    const made = see(values, WIDE, { light: bar });
    const falls = see({ ...values, splashes: 0 }, WIDE, { light: bar });
    const rows = (from: number, to: number) => {
      const part = { x: 40, y: from, width: 70, height: to - from };
      return sum(crop(made, part)) - sum(crop(falls, part));
    };
    expect(rows(62, 83)).toBeGreaterThan(20);
    expect(rows(90, 128)).toBeLessThan(0.05 * rows(62, 83));
    // They leap no higher than asked.
    expect(rows(0, 60)).toBeLessThan(0.05 * rows(62, 83));
    // On no layer it does not splash.
    expect(see(values).data).toEqual(see({ ...values, splashes: 0 }).data);
  });

  it('that would take too long is refused in words', () => {
    expect(() =>
      see({ count: 50_000, size: 60, shutter: 100, speed: 20_000 }, grow(WIDE, 2000)),
    ).toThrow(/50,000 streaks of this length would take too long/);
  });
});

describe('drops on glass', () => {
  const see = (values: Partial<DropsValues>, wanted = WIDE, rest: Partial<SourceContext> = {}) =>
    dropsSource.render(newDrops('D', { size: 30, ...values }).source, context(wanted, rest));

  it('show what lies behind upside down, from no farther than they reach', () => {
    const values = { ...defaultsOf(dropsParameters), size: 40, uneven: 0, trails: 0, density: 100 };
    const form = dropForm(values, 1);
    const way = dropWay(form, values.bends);
    const [cover, u, w, wayX, wayY] = fieldPlanes(
      compile([form.cover, form.u, form.v, way.x, way.y]),
      scaling(1),
      WIDE,
    );
    let seen = 0;
    cover!.data.forEach((c, i) => {
      if (c < 0.9) return;
      seen++;
      expect(Math.hypot(u!.data[i]!, w!.data[i]!)).toBeLessThan(1.1);
      // Away from the place by more than it lies from the middle: on the other side of that.
      expect(wayX!.data[i]! * u!.data[i]!).toBeLessThanOrEqual(1e-6);
      expect(wayY!.data[i]! * w!.data[i]!).toBeLessThanOrEqual(1e-6);
      expect(Math.hypot(wayX!.data[i]!, wayY!.data[i]!)).toBeLessThan(dropReach(values));
    });
    expect(seen).toBeGreaterThan(1000);
  });

  it('are the denser the more there are, and none at no density', () => {
    const covered = (density: number) => {
      const form = dropForm({ ...defaultsOf(dropsParameters), density, trails: 0 }, 1);
      const [cover] = fieldPlanes(compile([form.cover]), scaling(1), WIDE);
      return cover!.data.reduce((a, b) => a + b, 0);
    };
    expect(covered(0)).toBe(0);
    expect(covered(30)).toBeGreaterThan(100);
    expect(covered(90)).toBeGreaterThan(1.8 * covered(30));
  });

  it('without drops is the glass alone, blurred and as bright at the edges of the scene', () => {
    const made = see({ density: 0, trails: 0, steam: 5 });
    for (const [x, y] of [
      [0, 0],
      [149, 65],
      [75, 129],
      [75, 65],
    ] as const) {
      const [, , b, a] = pxAt(made, x, y);
      expect(b).toBeCloseTo(0.5, 4);
      expect(a).toBeCloseTo(1, 4);
    }
    expect(pxAt(made, 75, 65)[0]).toBeCloseTo(0.5, 2);
    expect(see({ density: 0, trails: 0, steam: 0 }).data.every((v) => v === 0)).toBe(true);
  });

  it('of a part are the part of the whole, and nothing without anything behind', () => {
    const [whole, part] = [crop(see({}), PART), see({}, PART)];
    let most = 0;
    whole.data.forEach((v, i) => (most = Math.max(most, Math.abs(v - part.data[i]!))));
    expect(most).toBeLessThan(1e-5);
    expect(see({}, WIDE, { grounds: {} }).data).toHaveLength(0);
  });

  it('catch the lamp on the side that it stands on', () => {
    const bright = (angle: number) => {
      const lamp = { ...LAMP, angle, height: 30 };
      const lit = see({ steam: 0, rim: 0, uneven: 0, trails: 0, bright: 200 }, WIDE, { lamp });
      const dull = see({ steam: 0, rim: 0, uneven: 0, trails: 0, bright: 0 }, WIDE, { lamp });
      return lit.data.map((v, i) => v - dull.data[i]!);
    };
    const [left, right] = [bright(180), bright(0)];
    expect(left.reduce((a, b) => a + b, 0)).toBeGreaterThan(50);
    expect(left).not.toEqual(right);
  });

  it('at the ends of their ranges are finite', () => {
    for (const values of [
      { size: 2, density: 100, uneven: 100 },
      { size: 1000, bends: 400, trails: 100 },
      { steam: 200, bright: 400 },
    ])
      expect([values, see(values).data.findIndex((v) => !Number.isFinite(v))]).toEqual([
        values,
        -1,
      ]);
  });
});
