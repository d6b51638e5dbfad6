import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { stepContext } from '../testing/step-context';
import type { StepDefinition } from '../definitions/step';
import { carriesAll } from '../definitions/step';
import { defaultsOf } from '../definitions/parameter-values';
import { parametersSchema } from '../definitions/parameter-schema';
import * as v from 'valibot';
import type { ColourBuffer } from '../pixels/buffer';
import { grow } from '../pixels/region';
import { gaussian } from './blur/gaussian';
import { hueSaturation } from './grade/hue-saturation';
import { light } from './grade/light';
import { tint } from './grade/tint';
import { pixelSteps, steps, stepOfKind } from './index';

const region = { x: 0, y: 0, width: 4, height: 1 };
const plain = stepContext(region);
const buffer = (...pixels: number[][]): ColourBuffer => ({
  channels: 4,
  region: { ...region, width: pixels.length },
  data: Float32Array.from(pixels.flatMap(([r, g, b, a]) => [r! * a!, g! * a!, b! * a!, a!])),
});
const share = fc.double({ min: 0, max: 1, noNaN: true });
const pixel = fc.tuple(share, share, share, share);

describe('every step', () => {
  for (const step of steps)
    it(`${step.kind} has defaults that fit its own schema`, () => {
      expect(
        v.safeParse(parametersSchema(step.parameters), defaultsOf(step.parameters)).success,
      ).toBe(true);
      expect(step.help).toMatch(/^[A-Z].*\.$/);
    });
  it('that is dragged by arms has their lengths and angles', () => {
    const armed = steps.filter((s) => s.arms);
    expect(armed.length).toBeGreaterThan(4);
    for (const { parameters, arms } of armed)
      for (const { length, angle, needs } of arms!) {
        expect(parameters[length]).toMatchObject({ kind: 'number', unit: 'px' });
        if (angle) expect(parameters[angle]).toMatchObject({ kind: 'number', unit: '°' });
        for (const key of Object.keys(needs ?? {})) expect(parameters).toHaveProperty(key);
      }
  });
  for (const step of pixelSteps) {
    it(`${step.kind} leaves its input alone and stays within its margin`, () => {
      fc.assert(
        fc.property(
          fc.array(pixel, { minLength: 1, maxLength: 4 }),
          fc.double({ min: 0.1, max: 2, noNaN: true }),
          (pixels, scale) => {
            const input = buffer(...pixels);
            const before = [...input.data];
            const values = defaultsOf(step.parameters);
            const far = grow(input.region, 500);
            const out = step.apply(input, values, { ...plain, scale, wanted: far });
            expect([...input.data]).toEqual(before);
            if (carriesAll(step, values)) return;
            const reach = grow(input.region, step.margin(values, scale, scale));
            for (let y = 0; y < out.region.height; y++)
              for (let x = 0; x < out.region.width; x++) {
                const outside =
                  out.region.x + x < reach.x ||
                  out.region.x + x >= reach.x + reach.width ||
                  out.region.y + y < reach.y ||
                  out.region.y + y >= reach.y + reach.height;
                if (outside) expect(out.data[(y * out.region.width + x) * 4 + 3]).toBe(0);
              }
          },
        ),
        { numRuns: 20 },
      );
    });
  }
  it('grade.fringe takes colours at the edge of a mask from within, and leaves the rest', () => {
    // Red under the mask, blue beyond it; between them a px of both.
    const input = buffer([1, 0, 0, 1], [1, 0, 0, 1], [0.5, 0, 0.5, 1], [0, 0, 1, 1]);
    const shown = Float32Array.of(1, 1, 0.5, 0);
    const mask = (wanted: typeof region) => {
      const data = new Float32Array(wanted.width * wanted.height);
      shown.forEach((v, x) => (data[(0 - wanted.y) * wanted.width + x - wanted.x] = v));
      return { channels: 1 as const, region: wanted, data };
    };
    const values = { reach: 2, amount: 100 };
    const step = stepOfKind('grade.fringe') as StepDefinition;
    const out = step.apply(input, values, { ...plain, mask });
    expect([...out.data.subarray(0, 4)]).toEqual([1, 0, 0, 1]);
    const [r, , b, a] = out.data.subarray(8, 12);
    expect(r).toBeCloseTo(1, 3);
    expect(b).toBeCloseTo(0, 3);
    expect(a).toBe(1);
    expect([...step.apply(input, values, plain).data]).toEqual([...input.data]);
  });
  it('is found by its kind, and a kind there is not is answered with those there are', () => {
    expect(stepOfKind('grade.tint').label).toBe('Tint');
    expect(() => stepOfKind('x')).toThrow(/no step "x"; there are blur\.gaussian/);
  });
});

describe('grading', () => {
  const out = (o: ColourBuffer) => [...o.data].map((n) => Number(n.toFixed(5)));
  it('changes nothing at its defaults', () => {
    const input = buffer([0.2, 0.5, 0.9, 1], [1.7, 0.4, 0.1, 0.5]);
    for (const step of [hueSaturation, light] as const) {
      const same = step.apply(input, defaultsOf(step.parameters) as never, plain);
      same.data.forEach((n, i) => expect(n).toBeCloseTo(input.data[i]!, 5));
    }
  });
  it('keeps alpha in every step', () => {
    fc.assert(
      fc.property(pixel, (p) => {
        for (const step of [hueSaturation, light, tint] as const)
          expect(
            step.apply(
              buffer(p),
              { ...defaultsOf(step.parameters), hue: 40, exposure: 1 } as never,
              plain,
            ).data[3],
          ).toBeCloseTo(p[3]);
      }),
    );
  });
  it('without saturation is grey of the same luma', () => {
    const { data } = hueSaturation.apply(
      buffer([0.8, 0.3, 0.1, 1]),
      { ...defaultsOf(hueSaturation.parameters), saturation: -100 },
      plain,
    );
    const y = 0.2126 * 0.8 + 0.7152 * 0.3 + 0.0722 * 0.1;
    expect(out({ channels: 4, region, data }).slice(0, 3)).toEqual(
      [y, y, y].map((n) => Number(n.toFixed(5))),
    );
  });
  it('colorize gives a grey the hue that was asked for', () => {
    const { data } = hueSaturation.apply(
      buffer([0.5, 0.5, 0.5, 1]),
      { hue: 0, saturation: 0, lightness: 0, colorize: true },
      plain,
    );
    expect(data[0]).toBeGreaterThan(data[1]!);
    expect(data[1]).toBeCloseTo(data[2]!, 5);
  });
  it('exposure of one stop doubles linear light', () => {
    const { data } = light.apply(
      buffer([0.5, 0.5, 0.5, 1]),
      { exposure: 1, brightness: 0, contrast: 0 },
      plain,
    );
    const linear = ((0.5 + 0.055) / 1.055) ** 2.4 * 2;
    expect(data[0]).toBeCloseTo(1.055 * linear ** (1 / 2.4) - 0.055, 5);
  });
  it('exposure is true to 1e-5 at any strength and any value', () => {
    const decode = (v: number) => (v <= 0.04045 ? v / 12.92 : ((v + 0.055) / 1.055) ** 2.4);
    const encode = (v: number) => (v <= 0.0031308 ? v * 12.92 : 1.055 * v ** (1 / 2.4) - 0.055);
    fc.assert(
      fc.property(
        fc.double({ min: -10, max: 10, noNaN: true }),
        fc.double({ min: 0, max: 3, noNaN: true }),
        (exposure, value) => {
          const v = Math.fround(value);
          const { data } = light.apply(
            buffer([v, v, v, 1]),
            { exposure, brightness: 0, contrast: 0 },
            plain,
          );
          const exact = encode(decode(v) * 2 ** exposure);
          expect(Math.abs(data[0]! - exact)).toBeLessThan(1e-5 * Math.max(1, exact));
        },
      ),
      { numRuns: 400 },
    );
  });
  it('tint at full strength makes mid-grey the colour itself', () => {
    const { data } = tint.apply(
      buffer([0.5, 0.5, 0.5, 0.4]),
      { colour: '#ff8000', amount: 100, keepLight: true },
      plain,
    );
    expect(out({ channels: 4, region, data })).toEqual([
      0.4,
      Number(((128 / 255) * 0.4).toFixed(5)),
      0,
      0.4,
    ]);
  });
  it('a blur keeps the sum of light', () => {
    fc.assert(
      fc.property(fc.double({ min: 0, max: 30, noNaN: true }), pixel, (sigma, p) => {
        const input = buffer(p);
        const blurred = gaussian.apply(
          input,
          { sigma },
          { ...plain, wanted: grow(input.region, 400) },
        );
        const sum = (b: ColourBuffer, c: number) =>
          b.data.reduce((s, n, i) => (i % 4 === c ? s + n : s), 0);
        for (let c = 0; c < 4; c++) expect(sum(blurred, c)).toBeCloseTo(sum(input, c), 3);
      }),
      { numRuns: 40 },
    );
  });
});
