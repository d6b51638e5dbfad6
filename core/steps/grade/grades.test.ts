import { converter } from 'culori';
import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { defaultsOf } from '../../definitions/parameter-values';
import type { CurvePoints } from '../../geometry/curve';
import { linear, shown } from '../../pixels/colour';
import type { Mixing } from '../../pixels/colour';
import { nameOfHue, plainBands } from '../../pixels/hue-bands';
import type { StepDefinition } from '../../definitions/step';
import { stepOfKind } from '../index';
import { lightThatMakesGrey, whiteOf } from './white-point';
import type { Straight } from '../../testing/straight-colours';
import { colourStep } from '../../testing/straight-colours';

/** Colours of all kinds, light above white and thin coverage among them. */
const channel = fc.double({ min: 1e-4, max: 1.6, noNaN: true });
const colour = fc.tuple(channel, channel, channel, fc.double({ min: 0.1, max: 1, noNaN: true }));
const colours = fc.array(colour, { minLength: 1, maxLength: 40 });
const mixings: Mixing[] = ['displayed', 'light'];
const percent = (min: number, max: number) => fc.integer({ min, max });

type Rgb = [number, number, number];
const luma = ([r, g, b]: readonly number[]) => 0.2126 * r! + 0.7152 * g! + 0.0722 * b!;
const light = (c: readonly number[]): Rgb => [linear(c[0]!), linear(c[1]!), linear(c[2]!)];
const encoded = (c: readonly number[]): Rgb =>
  c.slice(0, 3).map((v) => shown(Math.max(0, v))) as Rgb;
const toOklch = converter('oklch');
const toRgb = converter('rgb');
const oklch = (c: readonly number[]) => toOklch({ mode: 'rgb', r: c[0]!, g: c[1]!, b: c[2]! });

/** Holds a step against a formula in double precision, for any values and colours, in both ways of mixing. */
function holds<V extends Record<string, unknown>>(
  kind: string,
  values: fc.Arbitrary<V>,
  formula: (colour: Rgb, values: V) => readonly number[],
  within = 2e-4,
) {
  fc.assert(
    fc.property(values, colours, fc.constantFrom(...mixings), (v, all, mixing) => {
      const made = colourStep(kind, v, all, mixing);
      all.forEach((c, i) => {
        const wanted = formula([c[0], c[1], c[2]], v);
        expect(made[i]![3]).toBeCloseTo(c[3], 6);
        for (let k = 0; k < 3; k++) {
          const most = Math.max(0, wanted[k]!);
          const off = Math.abs(made[i]![k]! - most);
          if (!(off <= within * (1 + most)))
            throw new Error(`${kind} ${JSON.stringify(v)} of ${c}: ${made[i]}, not ${wanted}`);
        }
      });
    }),
    { numRuns: 60 },
  );
}

describe('levels', () => {
  const end = percent(0, 40);
  it('stretch tones by their formula, all and single channels', () => {
    const middle = fc.double({ min: 0.3, max: 3, noNaN: true });
    holds(
      'grade.levels',
      fc.record({
        black: end,
        middle,
        white: percent(60, 100),
        outBlack: end,
        outWhite: percent(50, 100),
        redBlack: end,
        greenMiddle: middle,
        blueWhite: percent(60, 100),
      }),
      (c, v) => {
        const own = [
          Math.max(0, (c[0] - v.redBlack / 100) / (1 - v.redBlack / 100)),
          c[1] > 1 ? 1 + (c[1] - 1) / v.greenMiddle : c[1] ** (1 / v.greenMiddle),
          c[2] / (v.blueWhite / 100),
        ];
        return own.map((x) => {
          const t = Math.max(0, (x - v.black / 100) / ((v.white - v.black) / 100));
          const own = t > 1 ? 1 + (t - 1) / v.middle : t ** (1 / v.middle);
          return v.outBlack / 100 + ((v.outWhite - v.outBlack) / 100) * own;
        });
      },
      1e-3,
    );
  });
  it('whose white is at their black part all tones there, and stay finite', () => {
    const [dark, bright] = colourStep('grade.levels', { black: 100, white: 0 }, [
      [0.9, 0.9, 0.9, 1],
      [1.2, 1.2, 1.2, 1],
    ]);
    expect(dark).toEqual([0, 0, 0, 1]);
    expect(bright![0]).toBeGreaterThan(1);
    expect(Number.isFinite(bright![0])).toBe(true);
  });
});

describe('curves', () => {
  const s = [
    [0, 0],
    [0.25, 0.1],
    [0.75, 0.9],
    [1, 1],
  ];
  it('pass through their points, and rise where these do', () => {
    const ramp = Array.from({ length: 401 }, (_, i): Straight => [i / 400, i / 400, i / 400, 1]);
    const made = colourStep('grade.curves', { all: s }, ramp).map((c) => c[0]);
    for (const [x, y] of s) expect(made[Math.round(x! * 400)]).toBeCloseTo(y!, 3);
    for (let i = 1; i < made.length; i++) expect(made[i]!).toBeGreaterThanOrEqual(made[i - 1]!);
  });
  it('go straight on above white', () => {
    const line = [
      [0, 0],
      [1, 0.5],
    ];
    const [c] = colourStep('grade.curves', { all: line }, [[3, 1, 0.5, 1]]);
    expect(c![0]).toBeCloseTo(1.5, 4);
  });
  it('of one channel leave the others, and of lightness hue and chroma', () => {
    const before: Straight = [0.6, 0.4, 0.3, 1];
    const [red] = colourStep('grade.curves', { red: s }, [before]);
    expect(red![1]).toBeCloseTo(0.4, 5);
    expect(red![0]).not.toBeCloseTo(0.6, 2);
    const [lit] = colourStep('grade.curves', { lightness: s }, [before]);
    expect(oklch(lit!).h!).toBeCloseTo(oklch(before).h!, 0);
    expect(oklch(lit!).c).toBeCloseTo(oklch(before).c, 2);
    expect(oklch(lit!).l).toBeGreaterThan(oklch(before).l);
  });
  it('with points that fall turn tones round; those that are level make one of many', () => {
    const round = [
      [0, 1],
      [1, 0],
    ];
    const [c] = colourStep('grade.curves', { all: round }, [[0.2, 0.5, 0.9, 1]]);
    expect(c!.slice(0, 3)).toEqual([0.8, 0.5, 0.1].map((v) => expect.closeTo(v, 4) as number));
  });
});

describe('white balance', () => {
  /** CIE 15:2018, chromaticities of illuminants; that of A lies on the black bodies, 3.2 below daylight. */
  it.each([
    ['A', 2856, -3.2, 0.44757, 0.40745],
    ['D50', 5003, 0, 0.34567, 0.3585],
    ['D65', 6504, 0, 0.31272, 0.32903],
    ['D75', 7504, 0, 0.29903, 0.31488],
  ])('has the colour of illuminant %s', (_, kelvin, tint, x, y) => {
    const [X, Y, Z] = whiteOf(kelvin, tint);
    expect(X / (X + Y + Z)).toBeCloseTo(x, 2.2);
    expect(Y / (X + Y + Z)).toBeCloseTo(y, 2.2);
  });
  it('adapts by the cones of CAT16, in linear light', () => {
    const M = [
      [0.401288, 0.650173, -0.051461],
      [-0.250268, 1.204414, 0.045854],
      [-0.002079, 0.048952, 0.953127],
    ];
    const S = [
      [0.4123908, 0.3575843, 0.1804808],
      [0.212639, 0.7151687, 0.0721923],
      [0.0193308, 0.1191948, 0.9505322],
    ];
    const times = (m: number[][], v: readonly number[]) =>
      m.map((row) => row.reduce((sum, a, i) => sum + a * v[i]!, 0));
    /** Solves m·x = v by Cramer's rule. */
    const solved = (m: number[][], v: readonly number[]) => {
      const det = (n: number[][]) =>
        n[0]![0]! * (n[1]![1]! * n[2]![2]! - n[1]![2]! * n[2]![1]!) -
        n[0]![1]! * (n[1]![0]! * n[2]![2]! - n[1]![2]! * n[2]![0]!) +
        n[0]![2]! * (n[1]![0]! * n[2]![1]! - n[1]![1]! * n[2]![0]!);
      return [0, 1, 2].map(
        (k) => det(m.map((row, r) => row.map((a, c) => (c === k ? v[r]! : a)))) / det(m),
      );
    };
    holds(
      'grade.white-balance',
      fc.record({ temperature: percent(2500, 12_000), tint: percent(-20, 20) }),
      (c, { temperature, tint }) => {
        const own = times(M, whiteOf(temperature, tint));
        const screen = times(M, whiteOf(6500, 0));
        const cones = times(M, times(S, light(c))).map((v, i) => (v * screen[i]!) / own[i]!);
        return encoded(solved(S, solved(M, cones)));
      },
      2e-3,
    );
  });
  it('makes grey what was picked as grey', () => {
    fc.assert(
      fc.property(
        fc.tuple(
          fc.double({ min: 0.3, max: 0.9, noNaN: true }),
          fc.double({ min: 0.4, max: 0.8, noNaN: true }),
          fc.double({ min: 0.3, max: 0.9, noNaN: true }),
        ),
        (cast) => {
          const found = lightThatMakesGrey(light(cast));
          fc.pre(
            found.temperature > 1750 && found.temperature < 24_000 && Math.abs(found.tint) < 49,
          );
          const [c] = colourStep('grade.white-balance', found, [[...cast, 1]]);
          expect(oklch(c!).c).toBeLessThan(0.004);
        },
      ),
    );
  });
  it('makes grey what is picked on the stage, whatever the step was set to', () => {
    const { picks } = stepOfKind('grade.white-balance') as StepDefinition;
    const cast: Straight = [0.62, 0.5, 0.38, 1];
    for (const set of [
      { temperature: 6500, tint: 0 },
      { temperature: 9200, tint: -8 },
    ]) {
      const [seen] = colourStep('grade.white-balance', set, [cast]);
      const asked = picks!.values(light(seen!), set);
      const [c] = colourStep('grade.white-balance', asked, [cast]);
      expect(oklch(c!).c).toBeLessThan(0.006);
    }
  });
  it('is warmer for a hotter light, and more magenta for a greener one', () => {
    const grey: Straight = [0.5, 0.5, 0.5, 1];
    const [warm] = colourStep('grade.white-balance', { temperature: 9000, tint: 0 }, [grey]);
    expect(warm![0]).toBeGreaterThan(warm![2]);
    const [tinted] = colourStep('grade.white-balance', { temperature: 6500, tint: 20 }, [grey]);
    expect(tinted![1]).toBeLessThan(Math.min(tinted![0], tinted![2]));
  });
});

describe('exposure by tone', () => {
  it('multiplies light by the stops that its luminance asks for', () => {
    const two = fc.integer({ min: -20, max: 20 }).map((v) => v / 10);
    const rise = (from: number, to: number, v: number) => {
      const t = Math.min(1, Math.max(0, (v - from) / (to - from)));
      return t * t * (3 - 2 * t);
    };
    holds(
      'grade.tones',
      fc.record({ exposure: two, bright: two, middle: two, dark: two }),
      (c, v) => {
        const lit = light(c);
        const above = Math.log2(Math.max(1e-12, luma(lit)) / 0.18);
        const [b, d] = [rise(-1, 5, above), 1 - rise(-7, -1, above)];
        const stops = v.exposure + v.middle + (v.bright - v.middle) * b + (v.dark - v.middle) * d;
        return encoded(lit.map((x) => x * 2 ** stops));
      },
      1e-3,
    );
  });
  it('never makes a brighter tone darker than one below it', () => {
    const ramp = Array.from({ length: 500 }, (_, i): Straight => {
      const v = shown(2 ** (-12 + (20 * i) / 499));
      return [v, v, v, 1];
    });
    const made = colourStep('grade.tones', { dark: 2, middle: -2, bright: 2 }, ramp);
    const other = colourStep('grade.tones', { dark: 2, middle: 0, bright: -2 }, ramp);
    for (const all of [made, other])
      all.forEach((c, i) => expect(c[0]).toBeGreaterThanOrEqual((all[i - 1]?.[0] ?? 0) - 1e-6));
  });
});

describe('contrast about a grey', () => {
  const values = fc.record({ contrast: percent(-100, 100), grey: percent(10, 90) });
  it('leaves the tone that is picked, whatever it was set to', () => {
    const { picks } = stepOfKind('grade.contrast') as StepDefinition;
    const tone: Straight = [0.3, 0.3, 0.3, 1];
    const set = { contrast: 60, grey: 60, of: 'tone' };
    const [seen] = colourStep('grade.contrast', set, [tone]);
    expect(picks!.values(light(seen!), set)).toEqual({ grey: 30 });
  });
  /** A power about the grey, above white on as straight as it is there. */
  const curve = (v: number, grey: number, contrast: number) => {
    const g = linear(grey / 100);
    const k = 2.5 ** (contrast / 100);
    const at = (x: number) => g * (x / g) ** k;
    return v <= 1 ? at(v) : at(1) + k * at(1) * (v - 1);
  };
  it('is a power about the grey, of each channel or of the luminance', () => {
    holds(
      'grade.contrast',
      values.map((v) => ({ ...v, of: 'channels' })),
      (c, v) => encoded(light(c).map((x) => curve(x, v.grey, v.contrast))),
      3e-3,
    );
    holds(
      'grade.contrast',
      values.map((v) => ({ ...v, of: 'tone' })),
      (c, v) => {
        const lit = light(c);
        const tone = Math.max(1e-6, luma(lit));
        return encoded(lit.map((x) => (x * curve(tone, v.grey, v.contrast)) / tone));
      },
      3e-3,
    );
  });
});

describe('vibrance, saturation and hues', () => {
  const inside = fc.array(
    fc.tuple(
      fc.double({ min: 0.2, max: 0.8, noNaN: true }),
      fc.double({ min: 0.2, max: 0.8, noNaN: true }),
      fc.double({ min: 0.2, max: 0.8, noNaN: true }),
      fc.constant(1),
    ),
    { minLength: 1, maxLength: 20 },
  );
  const turnBetween = (a: number, b: number) => Math.abs(((a - b + 540) % 360) - 180);
  it('keep hue and lightness while colours become stronger within sRGB', () => {
    fc.assert(
      fc.property(inside, percent(-90, 20), percent(-90, 20), (all, saturation, vibrance) => {
        const made = colourStep('grade.vibrance', { saturation, vibrance }, all);
        all.forEach((c, i) => {
          const weak = Math.max(0, 1 - oklch(c).c / 0.3);
          const gain = (1 + saturation / 100) * (1 + (vibrance / 100) * weak);
          const { r, g, b } = toRgb({ ...oklch(c), c: oklch(c).c * gain });
          if (Math.min(r, g, b) < 0 || oklch(c).c < 0.02) return;
          expect(oklch(made[i]!).l).toBeCloseTo(oklch(c).l, 3);
          if (oklch(made[i]!).c > 0.01)
            expect(turnBetween(oklch(made[i]!).h!, oklch(c).h!)).toBeLessThan(0.5);
          expect(oklch(made[i]!).c).toBeCloseTo(oklch(c).c * gain, 3);
        });
      }),
    );
  });
  it('turn no hue where sRGB ends either', () => {
    const strong: Straight[] = [
      [0.8, 0.3, 0.2, 1],
      [0.7, 0.6, 0.2, 1],
      [0.2, 0.6, 0.3, 1],
      [0.2, 0.55, 0.6, 1],
      [0.6, 0.2, 0.6, 1],
    ];
    const made = colourStep('grade.vibrance', { saturation: 100, vibrance: 0 }, strong);
    made.forEach((c, i) => {
      expect(Math.min(...c)).toBeGreaterThanOrEqual(0);
      expect(turnBetween(oklch(c).h!, oklch(strong[i]!).h!)).toBeLessThan(1);
    });
  });
  it('leave greys, whatever is asked of hues', () => {
    const bands = plainBands().map((b) => ({ ...b, turn: 90, chroma: 100, lightness: -100 }));
    const grey: Straight = [0.5, 0.5, 0.5, 1];
    const [c] = colourStep('grade.hues', { bands }, [grey]);
    c!.forEach((v, i) => expect(v).toBeCloseTo(grey[i]!, 3));
  });
  it('change the colours of a band by what it says, and those of others not', () => {
    const red: Straight = [0.75, 0.3, 0.28, 1];
    const blue: Straight = [0.3, 0.4, 0.7, 1];
    const hue = Math.round(oklch(red).h!);
    const bands = plainBands().map((b) => ({ ...b }));
    bands[0] = { hue, turn: 30, chroma: -50, lightness: 0 };
    const [a, b] = colourStep('grade.hues', { bands }, [red, blue]);
    expect(turnBetween(oklch(a!).h!, oklch(red).h! + 30)).toBeLessThan(1);
    expect(oklch(a!).c).toBeCloseTo(oklch(red).c / 2, 2);
    b!.forEach((v, i) => expect(v).toBeCloseTo(blue[i]!, 3));
  });
  it('name the hue that is nearest', () => {
    expect([10, 62, 270, 359, 0].map(nameOfHue)).toEqual([
      'Red',
      'Orange',
      'Blue',
      'Magenta',
      'Magenta',
    ]);
  });
});

describe('grades by formulas of one px', () => {
  it('mix channels in linear light', () => {
    const one = percent(-100, 150);
    holds(
      'grade.channel-mix',
      fc.record({ redRed: one, redGreen: one, greenBlue: one, blueMore: percent(-20, 20) }),
      (c, v) => {
        const [r, g, b] = light(c);
        return encoded([
          (v.redRed * r + v.redGreen * g) / 100,
          g + (v.greenBlue * b) / 100,
          b + v.blueMore / 100,
        ]);
      },
      2e-3,
    );
  });
  it('take colour away by the tone that was chosen', () => {
    const tones: Record<string, (c: Rgb) => number> = {
      luma,
      lightness: (c) => (Math.max(...c) + Math.min(...c)) / 2,
      average: (c) => (c[0] + c[1] + c[2]) / 3,
      greatest: (c) => Math.max(...c),
      least: (c) => Math.min(...c),
    };
    holds(
      'grade.desaturate',
      fc.record({ by: fc.constantFrom(...Object.keys(tones)) }),
      (c, { by }) => Array<number>(3).fill(tones[by]!(c)),
    );
  });
  it('invert colours, and lightness without them', () => {
    holds('grade.invert', fc.constant({ of: 'colours' }), (c) => c.map((v) => 1 - Math.min(1, v)));
    const before: Straight = [0.5, 0.4, 0.3, 1];
    const [c] = colourStep('grade.invert', { of: 'lightness' }, [before]);
    expect(oklch(c!).l).toBeCloseTo(1 - oklch(before).l, 3);
    expect(oklch(c!).h!).toBeCloseTo(oklch(before).h!, 0);
  });
  it('give each hue a brightness of its own in black and white', () => {
    const shares = { reds: 100, yellows: 10, greens: 0, cyans: 0, blues: -50, magentas: 0 };
    const [red, orange, blue, grey] = colourStep('grade.black-white', shares, [
      [1, 0, 0, 1],
      [1, 0.5, 0, 1],
      [0.2, 0.2, 1, 1],
      [0.4, 0.4, 0.4, 1],
    ]);
    expect(red![0]).toBeCloseTo(1, 5);
    // Orange is half pure red and half yellow.
    expect(orange![1]).toBeCloseTo(0.5 * 1 + 0.5 * 0.1, 5);
    expect(blue![2]).toBe(0);
    expect(grey![0]).toBeCloseTo(0.4, 5);
  });
  it('leave few tones, even steps apart', () => {
    const ramp = Array.from({ length: 1000 }, (_, i): Straight => [i / 999, 0, 0, 1]);
    const made = colourStep('grade.posterise', { tones: 5, softness: 0 }, ramp).map((c) => c[0]);
    const near = made.filter((v) => Math.abs(v * 4 - Math.round(v * 4)) < 1e-3);
    expect(near.length).toBeGreaterThan(970);
    expect(new Set(near.map((v) => Math.round(v * 4))).size).toBe(5);
  });
  it('make two colours at a threshold', () => {
    const [a, b] = colourStep('grade.threshold', { at: 40, dark: '#102030', bright: '#ffeedd' }, [
      [0.3, 0.3, 0.3, 1],
      [0.5, 0.5, 0.5, 0.5],
    ]);
    expect(a!.map((v) => Math.round(v * 255))).toEqual([16, 32, 48, 255]);
    expect(b!.slice(0, 3).map((v) => Math.round(v * 255))).toEqual([255, 238, 221]);
    expect(b![3]).toBeCloseTo(0.5, 6);
  });
  it('print in two inks, from one to the other', () => {
    const inks = { dark: '#200040', bright: '#ffe0a0', balance: 0 };
    const [black, white] = colourStep('grade.duotone', inks, [
      [0, 0, 0, 1],
      [1, 1, 1, 1],
    ]);
    expect(black!.slice(0, 3).map((v) => Math.round(v * 255))).toEqual([32, 0, 64]);
    expect(white!.slice(0, 3).map((v) => Math.round(v * 255))).toEqual([255, 224, 160]);
    const grey: Straight = [0.5, 0.5, 0.5, 1];
    const [less] = colourStep('grade.duotone', { ...inks, balance: -60 }, [grey]);
    const [more] = colourStep('grade.duotone', { ...inks, balance: 60 }, [grey]);
    expect(luma(less!)).toBeLessThan(luma(more!) - 0.1);
  });
  it('balance colours by tone, keeping tones if asked', () => {
    fc.assert(
      fc.property(percent(-60, 60), percent(-60, 60), (red, darkBlue) => {
        const before: Straight = [0.45, 0.5, 0.55, 1];
        const even = colourStep('grade.colour-balance', { red, darkBlue }, [before])[0]!;
        expect(luma(even)).toBeCloseTo(luma(before), 4);
        const free = colourStep('grade.colour-balance', { red, darkBlue, keepLight: false }, [
          before,
        ])[0]!;
        const t = luma(before);
        expect(free[0]).toBeCloseTo(0.45 + 0.35 * (red / 100) * 2 * t * (1 - t), 4);
        expect(free[2]).toBeCloseTo(0.55 + 0.35 * (darkBlue / 100) * (1 - t) ** 2, 4);
      }),
    );
  });
});

describe('a curve that is picked from the stage', () => {
  const { picks } = stepOfKind('grade.curves') as StepDefinition;
  const picked = (all: CurvePoints, tone: number) => {
    const light = linear(tone);
    const values = { ...defaultsOf(stepOfKind('grade.curves').parameters), all };
    return picks!.values([light, light, light], values as never).all as CurvePoints;
  };
  it('gets a point where it makes that tone, and stays as it is', () => {
    expect(
      picked(
        [
          [0, 0],
          [1, 1],
        ],
        0.4,
      ),
    ).toEqual([
      [0, 0],
      [0.4, 0.4],
      [1, 1],
    ]);
    // Half of the tones: what is seen at 0.3 came in at 0.6.
    const [, point] = picked(
      [
        [0, 0],
        [1, 0.5],
      ],
      0.3,
    );
    expect(point![0]).toBeCloseTo(0.6, 2);
    expect(point![1]).toBeCloseTo(0.3, 2);
  });
  it('gets none beside another, and none for a tone that it does not make', () => {
    const points: CurvePoints = [
      [0, 0],
      [0.41, 0.41],
      [1, 1],
    ];
    expect(picked(points, 0.4)).toBe(points);
    const dark: CurvePoints = [
      [0, 0],
      [1, 0.5],
    ];
    expect(picked(dark, 0.9)).toBe(dark);
  });
});
