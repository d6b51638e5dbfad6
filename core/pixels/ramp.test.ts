import { converter, interpolate } from 'culori';
import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { luma } from './colour';
import { fittedRamp } from './fitted-ramp';
import { reflectedTable, tableColour } from './ramp-table';
import type { Ramp, RampSpace } from './ramp';
import {
  rampColour,
  rampOf,
  rampOpacity,
  rampTable,
  reversed,
  toneTable,
  withColour,
  withOpacity,
  withoutStop,
  withStop,
} from './ramp';

const redToBlue = (space: RampSpace) =>
  rampOf(
    [
      [25, '#ff0000'],
      [75, '#0000ff'],
    ],
    undefined,
    space,
  );

const hex = fc.integer({ min: 0, max: 0xffffff }).map((n) => `#${n.toString(16).padStart(6, '0')}`);
const place = fc.integer({ min: 0, max: 1000 }).map((n) => n / 10);
const ramp = fc
  .record({
    colours: fc.array(fc.tuple(place, hex), { minLength: 1, maxLength: 6 }),
    opacities: fc.array(fc.tuple(place, fc.integer({ min: 0, max: 100 })), {
      minLength: 1,
      maxLength: 5,
    }),
  })
  .map(({ colours, opacities }) =>
    rampOf(
      colours.sort((a, b) => a[0] - b[0]),
      opacities.sort((a, b) => a[0] - b[0]),
    ),
  );

describe('a ramp', () => {
  it('has its stops where they are, and goes on in their colours beyond them', () => {
    for (const space of ['scene', 'oklab'] as const)
      for (const mixing of ['displayed', 'light'] as const) {
        const table = rampTable(redToBlue(space), mixing);
        for (const i of [0, 0.25])
          tableColour(table, i).forEach((v, c) => expect(v).toBeCloseTo([1, 0, 0, 1][c]!, 4));
        for (const i of [0.75, 1])
          tableColour(table, i).forEach((v, c) => expect(v).toBeCloseTo([0, 0, 1, 1][c]!, 4));
      }
  });
  it('mixes as the scene does: halfway in codes, or halfway in light', () => {
    const ramp = redToBlue('scene');
    expect(tableColour(rampTable(ramp, 'displayed'), 0.5)[0]).toBeCloseTo(0.5, 5);
    expect(tableColour(rampTable(ramp, 'light'), 0.5)[0]).toBeCloseTo(0.5, 5);
    // As tones are read by their codes, half of the light has the code that sRGB gives it.
    const half = 1.055 * 0.5 ** (1 / 2.4) - 0.055;
    expect(tableColour(toneTable(ramp, 'light'), 0.5)[0]).toBeCloseTo(half, 3);
  });
  it('in Oklab passes no darker than its ends, whatever the scene', () => {
    const yellow = rampOf([
      [0, '#ffd000'],
      [100, '#00b0ff'],
    ]);
    const table = toneTable(yellow, 'displayed');
    expect(toneTable(yellow, 'light')).toEqual(table);
    const tones = Array.from({ length: 33 }, (_, i) => {
      const [r, g, b] = tableColour(table, i / 32) as [number, number, number, number];
      return luma(r, g, b);
    });
    expect(Math.min(...tones)).toBeGreaterThanOrEqual(Math.min(tones[0]!, tones[32]!) - 0.01);
  });
  it('is premultiplied by its opacity as it stands in a buffer, and straight as tones', () => {
    const half = rampOf([[0, '#ff8000']], [[0, 50]]);
    const [r, g, b, a] = tableColour(rampTable(half, 'displayed'), 0) as [
      number,
      number,
      number,
      number,
    ];
    [0.5, 64 / 255, 0, 0.5].forEach((v, i) => expect([r, g, b, a][i]).toBeCloseTo(v, 5));
    expect(tableColour(toneTable(half, 'displayed'), 0)[1]).toBeCloseTo(128 / 255, 5);
  });
  it('has done half of a change at the middle that was set', () => {
    const bent = rampOf(
      [
        [0, '#000000'],
        [100, '#ffffff'],
      ],
      [
        [0, 100],
        [100, 0],
      ],
      'scene',
    );
    bent.colours[0]!.middle = 20;
    bent.opacities[0]!.middle = 70;
    expect(rampColour(bent, 20)).toBe('#808080');
    expect(rampOpacity(bent, 70)).toBeCloseTo(50, 6);
  });
});

describe('a ramp as the kernels read it', () => {
  const toRgb = converter('rgb');
  const toLight = converter('lrgb');
  /** A ramp by its stops alone, as it is displayed; `at` is none of their places. */
  const exact = ({ colours, opacities, space }: Ramp, at: number, isLight: boolean): number[] => {
    const [a, b, t] = [colours, opacities].map((stops) => {
      const next = stops.findIndex((s) => s.at > at);
      if (next <= 0) return [stops.at(next === 0 ? 0 : -1), stops.at(next === 0 ? 0 : -1), 0];
      const [from, to] = [stops[next - 1]!, stops[next]!];
      const share = (at - from.at) / (to.at - from.at);
      return [from, to, share ** (Math.log(0.5) / Math.log(from.middle / 100))];
    })[0] as [Ramp['colours'][0], Ramp['colours'][0], number];
    const mode = space === 'oklab' ? 'oklab' : isLight ? 'lrgb' : 'rgb';
    const mixed = interpolate([a.colour, b.colour], mode)(t);
    const { r, g, b: blue } = toRgb(mixed);
    return [r, g, blue, rampOpacity({ colours, opacities, space }, at) / 100];
  };
  it('is within half of a step of 8 bits of its stops everywhere, however steep, in either way of mixing', () => {
    const bent = fc.record({
      stops: ramp,
      middles: fc.array(fc.integer({ min: 3, max: 97 }), { minLength: 6, maxLength: 6 }),
      space: fc.constantFrom<RampSpace>('scene', 'oklab'),
    });
    fc.assert(
      fc.property(bent, fc.constantFrom('displayed', 'light'), (r, mixing) => {
        const own: Ramp = {
          ...r.stops,
          space: r.space,
          colours: r.stops.colours.map((c, i) => ({ ...c, middle: r.middles[i]! })),
        };
        const table = rampTable(own, mixing);
        for (let at = 0.013; at < 100; at += 0.93) {
          const wanted = exact(own, at, mixing === 'light');
          const [red, green, blue, a] = tableColour(table, at / 100) as [
            number,
            number,
            number,
            number,
          ];
          expect(Math.abs(a - wanted[3]!)).toBeLessThan(0.5 / 255);
          if (a < 0.02) continue;
          const straight = { r: red / a, g: green / a, b: blue / a };
          const shown = mixing === 'light' ? toRgb({ mode: 'lrgb', ...straight }) : straight;
          [shown.r, shown.g, shown.b].forEach((v, c) =>
            expect(Math.abs(v - wanted[c]!) * a).toBeLessThan(0.5 / 255),
          );
        }
      }),
      { numRuns: 30 },
    );
    expect(toLight('#808080')!.r).toBeCloseTo(0.2159, 4);
  });
  it('has hard stops that are hard', () => {
    const hard = rampOf([
      [0, '#ff0000'],
      [50, '#ff0000'],
      [50, '#0000ff'],
      [100, '#0000ff'],
    ]);
    const table = rampTable(hard, 'displayed');
    expect(tableColour(table, 0.499999).map((v) => Math.round(Math.abs(v) * 255))).toEqual([
      255, 0, 0, 255,
    ]);
    expect(tableColour(table, 0.5).map((v) => Math.round(Math.abs(v) * 255))).toEqual([
      0, 0, 255, 255,
    ]);
    const turned = reflectedTable(table);
    for (const at of [0.1, 0.249, 0.751, 0.9])
      expect(tableColour(turned, at).map((v) => Math.round(Math.abs(v) * 255))).toEqual([
        0, 0, 255, 255,
      ]);
    for (const at of [0.26, 0.5, 0.74])
      expect(tableColour(turned, at).map((v) => Math.round(Math.abs(v) * 255))).toEqual([
        255, 0, 0, 255,
      ]);
  });
});

describe('the stops of a ramp', () => {
  it('stay in order and all there, however one is moved; it is told where it stands', () => {
    fc.assert(
      fc.property(ramp, fc.nat(), place, (r, n, to) => {
        const index = n % r.colours.length;
        const [moved, now] = withStop(r, { kind: 'colours', index }, { at: to });
        const places = moved.colours.map((c) => c.at);
        expect(places).toEqual(places.toSorted((a, b) => a - b));
        expect(moved.colours).toHaveLength(r.colours.length);
        expect(moved.colours[now.index]).toEqual({ ...r.colours[index]!, at: to });
        expect(moved.opacities).toBe(r.opacities);
      }),
    );
  });
  it('one that is added has the colour that was there, and taking it out gives the ramp back', () => {
    fc.assert(
      fc.property(ramp, place, (r, to) => {
        const before = rampColour(r, to);
        const [more, stop] = withColour(r, to);
        expect(more.colours[stop.index]!.colour).toBe(before);
        expect(withoutStop(more, stop)).toEqual(r);
        const [clearer, opacity] = withOpacity(r, to, 33);
        expect(clearer.opacities[opacity.index]).toEqual({ at: to, opacity: 33, middle: 50 });
        expect(withoutStop(clearer, opacity)).toEqual(r);
      }),
    );
  });
  it('the last of a kind cannot be taken out', () => {
    const one = rampOf([[50, '#ff0000']]);
    expect(withoutStop(one, { kind: 'colours', index: 0 })).toBe(one);
    expect(withoutStop(one, { kind: 'opacities', index: 0 })).toBe(one);
  });
  it('turned round twice are as they were', () => {
    fc.assert(
      fc.property(ramp, (r) => {
        const twice = reversed(reversed(r));
        twice.colours.forEach((c, i) => expect(c.at).toBeCloseTo(r.colours[i]!.at, 9));
        expect(twice.colours.map((c) => c.colour)).toEqual(r.colours.map((c) => c.colour));
      }),
    );
  });
});

describe('a ramp fitted to colours that were seen', () => {
  const seen = (r: ReturnType<typeof rampOf>) =>
    Array.from({ length: 101 }, (_, i) => rampColour(r, i));
  const channels = (h: string) => [1, 3, 5].map((i) => Number.parseInt(h.slice(i, i + 2), 16));
  it('finds the stops that made them', () => {
    const made = rampOf([
      [0, '#101830'],
      [40, '#e05a20'],
      [100, '#fff4d0'],
    ]);
    const found = fittedRamp(seen(made));
    expect(found.colours.map((c) => c.at)).toEqual([0, 40, 100]);
    found.colours.forEach((c, i) => expect(c.colour).toBe(made.colours[i]!.colour));
  });
  it('comes near whatever has few enough turns, with twelve stops at most', () => {
    fc.assert(
      fc.property(fc.array(hex, { minLength: 1, maxLength: 200 }), (colours) => {
        const found = fittedRamp(colours);
        expect(found.colours.length).toBeLessThanOrEqual(12);
        expect(found.colours[0]!.colour).toBe(colours[0]);
        expect(found.colours.at(-1)!.colour).toBe(colours.at(-1));
        if (colours.length > 12) return;
        colours.forEach((c, i) => {
          const there = channels(
            rampColour(found, colours.length === 1 ? 0 : (100 * i) / (colours.length - 1)),
          );
          channels(c).forEach((v, k) => expect(Math.abs(v - there[k]!)).toBeLessThan(48));
        });
      }),
    );
  });
});
