import { describe, expect, it } from 'vitest';
import type { ColourBuffer } from '../pixels/buffer';
import { colourBuffer } from '../pixels/buffer';
import { linear, shown } from '../pixels/colour';
import { withGrain } from './film-grain';
import { alone } from './machine';

const region = { x: -7, y: 3, width: 300, height: 200 };
const even = (tone: number): ColourBuffer => {
  const made = colourBuffer(region);
  for (let i = 0; i < made.data.length; i += 4) made.data.set([tone, tone, tone, 1], i);
  return made;
};
const grain = {
  ...{ size: 3, from: { x: 0, y: 0 }, seed: 5, rough: 0.5, colour: 0 },
  ...{ dark: 0.02, middle: 0.05, bright: 0.01 },
};
const channel = ({ data }: ColourBuffer, c: number) =>
  Array.from({ length: data.length / 4 }, (_, i) => data[4 * i + c]!);
const mean = (all: readonly number[]) => all.reduce((a, b) => a + b) / all.length;
const deviation = (all: readonly number[]) => {
  const middle = mean(all);
  return Math.sqrt(mean(all.map((v) => (v - middle) ** 2)));
};
const correlation = (a: readonly number[], b: readonly number[]) => {
  const [ma, mb] = [mean(a), mean(b)];
  return mean(a.map((v, i) => (v - ma) * (b[i]! - mb))) / deviation(a) / deviation(b);
};

describe('the grain of film', () => {
  it('has the deviation that is asked for in middle tones, dark and bright ones', () => {
    const of = (tone: number) =>
      deviation(channel(withGrain(even(tone), region, grain, 'displayed'), 1));
    expect(of(0.5) / 0.05).toBeGreaterThan(0.8);
    expect(of(0.5) / 0.05).toBeLessThan(1.3);
    // At a tenth of white: 0.36 of the middle and 0.64 of what lies between black and white there.
    const dark = 0.36 * 0.05 + 0.64 * (0.9 * 0.02 + 0.1 * 0.01);
    expect(of(0.1) / of(0.5)).toBeCloseTo(dark / 0.05, 1);
    expect(of(1) / of(0.5)).toBeCloseTo(0.01 / 0.05, 1);
  });

  it.each([0, 0.5, 1])(
    'is as much alike in the channels as is left by a colour of %d',
    (colour) => {
      const made = withGrain(even(0.5), region, { ...grain, rough: 0, colour }, 'displayed');
      const [r, g, b] = [0, 1, 2].map((c) => channel(made, c));
      for (const [one, other] of [[r!, g!] as const, [g!, b!] as const, [b!, r!] as const])
        expect(Math.abs(correlation(one, other) - (1 - colour))).toBeLessThan(0.06);
      expect(deviation(b!) / deviation(r!)).toBeCloseTo(1, 1);
    },
  );

  it('of light is that of the tones it is shown as', () => {
    const made = withGrain(even(0.4), region, grain, 'displayed');
    const light = withGrain(even(linear(0.4)), region, grain, 'light');
    const [a, b] = [channel(made, 2), channel(light, 2).map(shown)];
    expect(Math.max(...a.map((v, i) => Math.abs(v - b[i]!)))).toBeLessThan(1e-4);
  });

  it('is the same wherever a region begins, by one thread or more', () => {
    const whole = withGrain(even(0.5), region, grain, 'displayed');
    expect(alone(() => withGrain(even(0.5), region, grain, 'displayed')).data).toEqual(whole.data);
    for (const x of [-6, 1, 2, 40]) {
      const part = { x, y: 50, width: 61, height: 20 };
      const piece = withGrain(even(0.5), part, grain, 'displayed');
      for (let y = 0; y < part.height; y++) {
        const from = 4 * ((part.y + y - region.y) * region.width + part.x - region.x);
        expect(piece.data.subarray(4 * y * part.width, 4 * (y + 1) * part.width)).toEqual(
          whole.data.subarray(from, from + 4 * part.width),
        );
      }
    }
  });
});
