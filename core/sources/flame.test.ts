import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { noMemo } from '../definitions/memo';
import type { Caster, SourceContext } from '../definitions/source';
import { scaling } from '../geometry/affine';
import { corner } from '../geometry/path';
import type { FluidSetting } from '../kernels/fluid';
import { STATE_PLANES, divergenceOf, flowed, settled, stillFluid } from '../kernels/fluid';
import { alone } from '../kernels/machine';
import type { ColourBuffer, Plane } from '../pixels/buffer';
import { colourBuffer, crop, plane } from '../pixels/buffer';
import type { Region } from '../pixels/region';
import { cacheOf } from '../render/cache';
import { newFlame } from '../scene/model/make';
import { LAMP } from '../testing/step-context';
import type { FlameValues } from './flame-parameters';
import { flameSource } from './flame';
import { radiated } from '../pixels/radiation';
import { glowing, heatTable } from './flame-light';

const [WIDTH, HEIGHT] = [64, 72];
const CELLS = WIDTH * HEIGHT;
const REST: FluidSetting = {
  ...{ width: WIDTH, height: HEIGHT, source: new Float32Array(CELLS), solid: null, seed: 3 },
  ...{ step: 1 / 20, buoyancy: 200, fastest: 60, burn: 0.7, cooling: 0.1, wind: () => [0, 0] },
  ...{ windPull: 0, confinement: 3, stir: 60, eddy: 9, breaks: 0.4, tongue: 10, flicker: 2 },
  forget: 2,
};
const bed = (): Float32Array => {
  const out = new Float32Array(CELLS);
  for (let x = 20; x < 44; x++) for (let y = 60; y < 64; y++) out[y * WIDTH + x] = 1;
  return out;
};
const LIT: FluidSetting = { ...REST, source: bed() };
const part = (state: Float32Array, n: number) => state.subarray(n * CELLS, (n + 1) * CELLS);
const energy = (state: Float32Array): number =>
  part(state, 0).reduce((a, v) => a + v * v, 0) + part(state, 1).reduce((a, v) => a + v * v, 0);

describe('a fluid', () => {
  it('at rest, with nothing that burns, stays at rest', () => {
    expect(flowed(stillFluid(REST), REST, 0, 10).every((v) => v === 0)).toBe(true);
  });

  it('in still air takes no energy out of nothing', () => {
    fc.assert(
      fc.property(fc.infiniteStream(fc.double({ min: -1, max: 1, noNaN: true })), (stream) => {
        let state = stillFluid(REST);
        for (let i = 0; i < 2 * CELLS; i++) state[i] = 4 * stream.next().value!;
        state = settled(state, REST, 0);
        for (let n = 0, before = energy(state); n < 6; n++, before = energy(state)) {
          state = flowed(state, { ...REST, confinement: 0 }, 0, 1);
          expect(energy(state)).toBeLessThanOrEqual(before * 1.0001);
        }
      }),
      { numRuns: 3 },
    );
  });

  it('is pressed together nowhere, on a grid of any size', () => {
    const side = fc.integer({ min: 8, max: 60 });
    fc.assert(
      fc.property(side, side, fc.integer({ min: 1, max: 1e6 }), (width, height, seed) => {
        const setting = { ...REST, width, height, source: new Float32Array(width * height) };
        const state = stillFluid(setting);
        for (let i = 0; i < 2 * width * height; i++)
          state[i] = 30 * (((i * 7919 + seed) % 1009) / 1009 - 0.5);
        expect(divergenceOf(settled(state, setting, 0), setting)).toBeLessThan(1e-3 * 15);
      }),
      { numRuns: 40 },
    );
    const state = flowed(stillFluid(LIT), LIT, 0, 30);
    const most = part(state, 1).reduce((a, v) => Math.max(a, Math.abs(v)), 0);
    expect(divergenceOf(settled(state, LIT, 0), LIT) / most).toBeLessThan(1e-4);
  });

  it('is hardly pressed together round what is solid', () => {
    const solid = new Float32Array(CELLS);
    for (let x = 24; x < 40; x++) for (let y = 36; y < 44; y++) solid[y * WIDTH + x] = 1;
    const state = flowed(stillFluid(LIT), { ...LIT, solid }, 0, 30);
    const most = part(state, 1).reduce((a, v) => Math.max(a, Math.abs(v)), 0);
    const walled = { ...LIT, solid };
    expect(divergenceOf(settled(state, walled, 400), walled) / most).toBeLessThan(1e-3);
  });

  it('rises where it is hot, and no faster than it may', () => {
    const state = flowed(stillFluid(LIT), LIT, 0, 40);
    const up = part(state, 1).reduce((a, v) => Math.min(a, v), 0);
    expect(up).toBeLessThan(-10);
    expect(up).toBeGreaterThan(-2 * LIT.fastest);
  });

  it('has fuel between nothing and all', () => {
    const fuel = part(flowed(stillFluid(LIT), LIT, 0, 40), 2);
    expect(fuel.every((v) => v >= 0 && v <= 1)).toBe(true);
    expect(Math.max(...fuel)).toBeGreaterThan(0.5);
  });

  it('goes with the wind', () => {
    const windy = { ...LIT, wind: () => [30, 0] as const, windPull: 3 };
    const middle = (s: FluidSetting) => {
      const fuel = part(flowed(stillFluid(s), s, 0, 40), 2);
      let [sum, at] = [0, 0];
      fuel.forEach((v, i) => ((sum += v), (at += v * (i % WIDTH))));
      return at / sum;
    };
    expect(middle(windy)).toBeGreaterThan(middle(LIT) + 3);
  });

  it('does not enter what is solid', () => {
    const solid = new Float32Array(CELLS);
    for (let x = 24; x < 40; x++) for (let y = 36; y < 44; y++) solid[y * WIDTH + x] = 1;
    const state = flowed(stillFluid(LIT), { ...LIT, solid }, 0, 40);
    const fuel = part(state, 2);
    solid.forEach((s, i) => s > 0.5 && expect(fuel[i]).toBe(0));
    // Beside it some has gone past.
    let above = 0;
    for (let y = 10; y < 34; y++) for (let x = 0; x < WIDTH; x++) above += fuel[y * WIDTH + x]!;
    expect(above).toBeGreaterThan(1);
  });

  it('is the same in one go and in parts, and on one thread', () => {
    const whole = flowed(stillFluid(LIT), LIT, 1, 12);
    const first = flowed(stillFluid(LIT), LIT, 1, 5);
    expect(flowed(first, LIT, 1 + 5 * LIT.step, 7)).toEqual(whole);
    expect(alone(() => flowed(stillFluid(LIT), LIT, 1, 12))).toEqual(whole);
    expect(whole).toHaveLength(STATE_PLANES * CELLS);
  });
});

describe('the light of flames', () => {
  it('is redder the cooler it is', () => {
    const ratio = (kelvin: number) => {
      const [r, g, b] = glowing(kelvin);
      return [g / r, b / r];
    };
    for (let k = 1200; k < 4000; k += 200) {
      expect(ratio(k + 200)[0]).toBeGreaterThan(ratio(k)[0]!);
      // The reddest have no blue that a screen could show.
      expect(ratio(k + 200)[1]).toBeGreaterThanOrEqual(ratio(k)[1]!);
    }
    expect(ratio(4000)[1]).toBeGreaterThan(0.1);
  });

  it('without soot has the colours of black bodies', () => {
    // Where they lie between 2,222 and 4,000 K, as Kim, Moon and Kwon fitted it (2002).
    for (let k = 2300; k <= 4000; k += 100) {
      const x = -0.2661239e9 / k ** 3 - 0.2343589e6 / k ** 2 + 0.8776956e3 / k + 0.17991;
      const y = -0.9549476 * x ** 3 - 1.37418593 * x ** 2 + 2.09137015 * x - 0.16748867;
      const [X, Y, Z] = radiated(k);
      expect(Math.abs(X / (X + Y + Z) - x)).toBeLessThan(0.006);
      expect(Math.abs(Y / (X + Y + Z) - y)).toBeLessThan(0.006);
    }
  });

  it('ends in nothing, and is blue without soot', () => {
    const knot = (table: Float32Array, burnt: number) => {
      // Knots of eight floats stand after 256 places to begin at.
      const knots = Array.from({ length: (table.length - 256) / 8 }, (_, i) =>
        table.subarray(256 + 8 * i, 264 + 8 * i),
      );
      return knots.find((k) => k[0]! >= burnt - 1e-6)!.subarray(4, 8);
    };
    expect([...knot(heatTable(2400, 0.7, 'light'), 1)].slice(0, 3)).toEqual([0, 0, 0]);
    const [r, , b] = knot(heatTable(2400, 0, 'light'), 0.1);
    expect(b! / r!).toBeGreaterThan(3);
  });
});

const WIDE: Region = { x: 0, y: 0, width: 160, height: 160 };

/** A caster that covers a bar. */
const bar: Caster = {
  key: 'bar',
  under(to, region) {
    const out: Plane = plane(region);
    for (let y = 0, i = 0; y < region.height; y++)
      for (let x = 0; x < region.width; x++, i++) {
        const u = (region.x + x + 0.5 - to[4]) / to[0];
        const v = (region.y + y + 0.5 - to[5]) / to[3];
        out.data[i] = u > 40 && u < 120 && v > 110 && v < 130 ? 1 : 0;
      }
    return out;
  },
  coverage: (region) => plane(region),
  colours: (region) => colourBuffer(region),
  within: (_, region) => plane(region),
  paths: [],
  box: () => null,
  colour: null,
  lamp: LAMP,
};

describe('a flame', () => {
  const see = (
    values: Partial<FlameValues>,
    wanted = WIDE,
    scale = 1,
    rest: Partial<SourceContext> = {},
  ): ColourBuffer =>
    flameSource.render(
      newFlame('F', { height: 70, tongue: 18, sparks: 0, moment: 1, ...values }).source,
      {
        ...{ map: scaling(scale), wanted, memo: noMemo, mixing: 'light', lamp: LAMP, light: bar },
        scene: { x0: 0, y0: 0, x1: 160 * scale, y1: 160 * scale },
        picture: () => {
          throw new Error('There is none.');
        },
        ...rest,
      },
    );
  const sum = ({ data }: { data: Float32Array }) => data.reduce((a, b) => a + b, 0);
  const rows = ({ region, data }: ColourBuffer, from: number, to: number) => {
    let total = 0;
    for (let y = from; y < to; y++)
      for (let x = 0; x < region.width; x++) total += data[4 * (y * region.width + x)]!;
    return total;
  };

  it('burns above the upper edges of its layer, not beneath', () => {
    const made = see({});
    expect(rows(made, 40, 112)).toBeGreaterThan(20 * rows(made, 130, 160));
  });

  it('burns along a line, and inside one', () => {
    const path = { closed: false, anchors: [corner(30, 60), corner(130, 120)] };
    const drawn: Caster = { ...bar, key: 'line', paths: [path], within: bar.under };
    const along = see({ from: 'line', height: 40 }, WIDE, 1, { light: drawn });
    /** The lowest light of so many columns: the foot of the fire. */
    const foot = (from: number, to: number) => {
      for (let y = 159; y >= 0; y--)
        for (let x = from; x < to; x++) if (along.data[4 * (160 * y + x)]! > 0.05) return y;
      return -1;
    };
    expect(Math.abs(foot(40, 60) - 78)).toBeLessThan(9);
    expect(Math.abs(foot(90, 110) - 108)).toBeLessThan(9);
    const inside = see({ from: 'within' }, WIDE, 1, { light: drawn });
    expect(inside.data).toEqual(see({ from: 'area' }).data);
  });

  it('of a part is the part of the whole', () => {
    const region = { x: 37, y: 45, width: 71, height: 60 };
    expect(see({ sparks: 30 }, region).data).toEqual(crop(see({ sparks: 30 }), region).data);
  });

  it('is the same whether its stages are cached or not, and another at another moment or by another seed', () => {
    const { memo } = cacheOf(2 ** 26);
    const before = see({ moment: 1.3 }, WIDE, 1, { memo });
    expect(see({ moment: 1.3 }, WIDE, 1, { memo }).data).toEqual(before.data);
    expect(see({ moment: 1.3 }).data).toEqual(before.data);
    // A moment beside it begins from what was cached.
    const beside = see({ moment: 1.5 }, WIDE, 1, { memo });
    expect(beside.data).toEqual(see({ moment: 1.5 }).data);
    expect(beside.data).not.toEqual(before.data);
    expect(see({ seed: 9 }).data).not.toEqual(see({}).data);
  });

  it('at half the size is nearly the same, averaged over 8 × 8 px', () => {
    const [whole, half] = [see({}), see({}, { x: 0, y: 0, width: 80, height: 80 }, 0.5)];
    let off = 0;
    for (let by = 0; by < 10; by++)
      for (let bx = 0; bx < 10; bx++) {
        let [a, b] = [0, 0];
        for (let j = 0; j < 16; j++)
          for (let i = 0; i < 16; i++) a += whole.data[4 * ((by * 16 + j) * 160 + bx * 16 + i)]!;
        for (let j = 0; j < 8; j++)
          for (let i = 0; i < 8; i++) b += half.data[4 * ((by * 8 + j) * 80 + bx * 8 + i)]!;
        off += Math.abs(a / 256 - b / 64);
      }
    expect(off / 100).toBeLessThan(0.06 * (sum(whole) / WIDE.width / WIDE.height));
  });

  it('is rougher while something is dragged, and burns all the same', () => {
    const [well, rough] = [see({}), see({}, WIDE, 1, { draft: true })];
    expect(rough.data).not.toEqual(well.data);
    expect(sum(rough) / sum(well)).toBeGreaterThan(0.2);
    expect(sum(rough) / sum(well)).toBeLessThan(2.5);
  });

  it('is nothing on a layer that is gone, or that covers nothing', () => {
    const empty: Caster = { ...bar, key: 'none', under: (_, region) => plane(region) };
    expect(sum(see({}, WIDE, 1, { light: empty }))).toBe(0);
    const { source } = newFlame('F', {});
    expect(
      sum(
        flameSource.render(source, {
          ...{ map: scaling(1), wanted: WIDE, memo: noMemo, mixing: 'light', lamp: LAMP },
          scene: { x0: 0, y0: 0, x1: 160, y1: 160 },
          picture: () => {
            throw new Error('There is none.');
          },
        }),
      ),
    ).toBe(0);
  });

  it('with the wind at both ends, and at moments 0 and 10,000, is finite', () => {
    for (const values of [
      { moment: 0 },
      { moment: 10_000 },
      { wind: 5000, gusts: 100 },
      { wind: 5000, windAngle: 180, turbulence: 200, lift: 400 },
      { lift: 0 },
    ])
      expect(see({ sparks: 20, ...values }).data.every((v) => Number.isFinite(v))).toBe(true);
  });
});
