import { describe, expect, it } from 'vitest';
import type { StepDefinition } from '../../definitions/step';
import { defaultsOf } from '../../definitions/parameter-values';
import type { ColourBuffer } from '../../pixels/buffer';
import { colourBuffer } from '../../pixels/buffer';
import { linear, shown } from '../../pixels/colour';
import { stepContext } from '../../testing/step-context';
import { stepOfKind } from '../index';

const region = { x: 0, y: 0, width: 200, height: 120 };
const even = (tone: number): ColourBuffer => {
  const made = colourBuffer(region);
  for (let i = 0; i < made.data.length; i += 4) made.data.set([tone, tone, tone, 1], i);
  return made;
};
const through = (kind: string, values: object, input: ColourBuffer): ColourBuffer => {
  const step = stepOfKind(kind) as StepDefinition;
  const all = { ...defaultsOf(step.parameters), ...values };
  return step.apply(input, all as never, stepContext(region));
};
const at = ({ data, region: r }: ColourBuffer, x: number, y: number, c = 0) =>
  data[((y - r.y) * r.width + x - r.x) * 4 + c]!;
const tones = ({ data }: ColourBuffer, c: number) =>
  Array.from({ length: data.length / 4 }, (_, i) => data[4 * i + c]!);
const deviation = (all: readonly number[]) => {
  const mean = all.reduce((a, b) => a + b) / all.length;
  return Math.sqrt(all.reduce((sum, v) => sum + (v - mean) ** 2, 0) / all.length);
};

describe('grain', () => {
  it('is as strong as it says in middle tones, and weaker in the light and the dark as asked', () => {
    const strength = 5;
    const of = (tone: number, more: object = {}) =>
      deviation(tones(through('finish.grain', { strength, colour: 0, ...more }, even(tone)), 0));
    expect(of(0.5)).toBeGreaterThan(0.04);
    expect(of(0.5)).toBeLessThan(0.06);
    expect(of(0.95, { bright: 0 })).toBeLessThan(0.4 * of(0.5));
    expect(of(0.12, { dark: 0 })).toBeLessThan(0.6 * of(0.5));
  });
  it('is the same in all channels, or in each its own, with the same strength', () => {
    const grey = through('finish.grain', { colour: 0 }, even(0.5));
    expect(tones(grey, 0)).toEqual(tones(grey, 2));
    const own = through('finish.grain', { colour: 100 }, even(0.5));
    const [r, b] = [tones(own, 0), tones(own, 2)];
    const both = r.reduce((sum, v, i) => sum + (v - 0.5) * (b[i]! - 0.5), 0) / r.length;
    expect(Math.abs(both)).toBeLessThan(0.1 * deviation(r) * deviation(b));
    expect(deviation(r) / deviation(tones(grey, 0))).toBeGreaterThan(0.75);
    expect(deviation(r) / deviation(tones(grey, 0))).toBeLessThan(1.25);
  });
  it('changes with its seed, and keeps the mean', () => {
    const [a, b] = [1, 2].map((seed) => through('finish.grain', { seed }, even(0.5)));
    expect([...a!.data]).not.toEqual([...b!.data]);
    const mean = tones(a!, 1).reduce((x, y) => x + y) / (region.width * region.height);
    expect(mean).toBeCloseTo(0.5, 2);
  });
});

describe('a vignette', () => {
  it('leaves the middle, and darkens corners by its stops', () => {
    const values = { light: -2, size: 20, softness: 60, round: 0 };
    const made = through('finish.vignette', values, even(0.6));
    expect(at(made, 100, 60)).toBeCloseTo(0.6, 4);
    expect(at(made, 0, 0)).toBeCloseTo(shown(linear(0.6) / 4), 2);
    // As oval as the picture: the same darkness in the middle of each side.
    expect(at(made, 100, 0)).toBeCloseTo(at(made, 0, 60), 2);
  });
  it('as a circle is darker at the far sides, and goes about its centre', () => {
    const circle = through('finish.vignette', { light: -2, size: 20, round: 100 }, even(0.6));
    expect(at(circle, 0, 60)).toBeLessThan(at(circle, 100, 0) - 0.05);
    const moved = through('finish.vignette', { centre: { x: 0, y: 60 }, size: 20 }, even(0.6));
    expect(at(moved, 0, 60)).toBeCloseTo(0.6, 4);
    expect(at(moved, 199, 60)).toBeLessThan(0.4);
  });
});

describe('fringes, scan lines, borders', () => {
  it('move red and blue apart along an angle, and leave green', () => {
    const line = colourBuffer(region);
    for (let y = 0; y < 120; y++) line.data.set([1, 1, 1, 1], (y * 200 + 100) * 4);
    const values = { way: 'along', shift: 4, angle: 0 };
    const made = through('finish.colour-fringe', values, line);
    expect(at(made, 104, 50, 0)).toBeCloseTo(1, 5);
    expect(at(made, 100, 50, 1)).toBeCloseTo(1, 5);
    expect(at(made, 96, 50, 2)).toBeCloseTo(1, 5);
    expect(at(made, 100, 50, 0)).toBeCloseTo(0, 5);
  });
  it('are as bright on the whole as their mean says, however fine', () => {
    const mean = (apart: number) => {
      const values = { apart, strength: 60, sharp: 30 };
      const all = tones(through('finish.scan-lines', values, even(0.7)), 0).map(linear);
      return all.reduce((a, b) => a + b) / all.length / linear(0.7);
    };
    expect(mean(1)).toBeCloseTo(mean(12), 1);
  });
  it('lay a border of a width, and round its corners', () => {
    const values = { width: 10, colour: '#ff0000', corners: 20 };
    const made = through('finish.border', values, even(0.5));
    expect([0, 1, 2, 3].map((c) => at(made, 5, 60, c))).toEqual([1, 0, 0, 1]);
    expect(at(made, 15, 60)).toBeCloseTo(0.5, 5);
    expect(at(made, 0, 0, 3)).toBe(0);
    expect(at(made, 100, 60, 3)).toBe(1);
  });
  it('glow red about what is bright, and nowhere where nothing is', () => {
    const lamp = even(0);
    for (let y = 55; y < 65; y++)
      for (let x = 95; x < 105; x++) lamp.data.set([1.5, 1.5, 1.5, 1], (y * 200 + x) * 4);
    const made = through('finish.halation', { size: 8, threshold: -1 }, lamp);
    expect(at(made, 110, 60, 0)).toBeGreaterThan(2 * at(made, 110, 60, 1));
    expect(at(made, 10, 10, 0)).toBeLessThan(0.01);
  });
});

describe('a light leak', () => {
  const leak = (values: object) => through('finish.light-leak', values, even(0.2));
  it('adds light from its side alone: its colour there, the other where it ends, nothing beyond', () => {
    const own = { uneven: 0, reach: 50, near: '#00ff00', far: '#ff0000', strength: 0 };
    const made = leak({ ...own, side: 'left' });
    const plain = linear(0.2);
    // Falls off as (1 − s(t))², s the smooth step, of what is mixed from the one colour to the other.
    for (const x of [0, 20, 60, 90]) {
      const t = (x + 0.5) / 100;
      const bright = (1 - t * t * (3 - 2 * t)) ** 2;
      expect(linear(at(made, x, 60, 1))).toBeCloseTo(plain + bright * (1 - t), 2);
      expect(linear(at(made, x, 60, 0))).toBeCloseTo(plain + bright * t, 2);
    }
    expect(at(made, 120, 60, 1)).toBeCloseTo(0.2, 4);
    const right = leak({ ...own, side: 'right' });
    expect(at(right, 199 - 20, 60, 1)).toBeCloseTo(at(made, 20, 60, 1), 4);
  });
  it('has clouds by its seed', () => {
    const tone = (seed: number) => at(leak({ seed, side: 'top' }), 100, 30);
    expect(tone(1)).toBe(tone(1));
    expect(tone(1)).not.toBe(tone(2));
  });
});

describe('dust', () => {
  const none = { specks: 0, hairs: 0, scratches: 0 };
  const changed = (values: object) => {
    const all = tones(through('finish.dust', { ...none, ...values }, even(0.5)), 1);
    return {
      lighter: all.filter((v) => v > 0.51).length,
      darker: all.filter((v) => v < 0.49).length,
    };
  };
  it('is nowhere if there is none of it', () => {
    expect(changed({})).toEqual({ lighter: 0, darker: 0 });
  });
  it.each(['specks', 'hairs', 'scratches'])(
    'of %s is light or dark as asked, and more of more',
    (kind) => {
      const light = changed({ [kind]: 100, light: 100 });
      expect(light.lighter).toBeGreaterThan(10);
      expect(light.darker).toBe(0);
      const dark = changed({ [kind]: 100, light: 0 });
      expect(dark.lighter).toBe(0);
      expect(dark.darker).toBe(light.lighter);
      expect(changed({ [kind]: 15, light: 100 }).lighter).toBeLessThan(light.lighter);
    },
  );
  it('of scratches runs from top to bottom', () => {
    const made = through('finish.dust', { ...none, scratches: 100, light: 100 }, even(0.5));
    const along = (dx: number, dy: number) => {
      let both = 0;
      for (let y = 0; y < region.height - 9; y++)
        for (let x = 0; x < region.width - 9; x++)
          if (at(made, x, y) > 0.55 && at(made, x + dx, y + dy) > 0.55) both++;
      return both;
    };
    expect(along(0, 8)).toBeGreaterThan(5 * along(8, 0));
  });
});
