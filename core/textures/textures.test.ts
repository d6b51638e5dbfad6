import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { defaultsOf } from '../definitions/parameter-values';
import type { Affine } from '../geometry/affine';
import { scaling } from '../geometry/affine';
import { signedDistance } from '../kernels/contour';
import { textureCover, texturePlane, textured } from '../paint/textured';
import type { Plane } from '../pixels/buffer';
import { crop, plane } from '../pixels/buffer';
import { rampOf } from '../pixels/ramp';
import type { Region } from '../pixels/region';
import { anyValues } from '../testing/any-values';
import { noiseAt } from '../testing/reference/field';
import { LAMP } from '../testing/step-context';
import { textureOfKind, textures } from './index';

const UNIT = 1 / 400;
const BACK = scaling(UNIT);
const WIDE: Region = { x: 0, y: 0, width: 256, height: 128 };
const of = (texture: string, own: Record<string, unknown> = {}, rest: object = {}) => ({
  ...{ texture, seed: 3, textureValues: { [texture]: own }, ...rest },
});
const kinds = textures.map((t) => t.kind);
const GREYS = rampOf([
  [0, '#000000'],
  [100, '#ffffff'],
]);
const laid = (texture: string, rest: object = {}) => ({
  ...{ ...of(texture), size: 100, turn: 0, moveX: 0, moveY: 0, ramp: GREYS, ...rest },
});
const frame = { map: [1, 0, 0, 1, 0, 0] as Affine, mixing: 'displayed' as const, lamp: LAMP };

/** Noise of several sizes as it was first defined, each half as large and half as strong. */
function fractal(x: number, y: number, seed: number, px: number, count: number): number {
  let [sum, whole] = [0, 0];
  for (let i = 0; i < count; i++) {
    const seen = Math.max(0, Math.min(1, 2 - 2 * px * 2 ** i));
    sum += 0.5 ** i * (0.5 + (noiseAt(x * 2 ** i, y * 2 ** i, seed + i) - 0.5) * seen);
    whole += 0.5 ** i;
  }
  return sum / whole;
}

/** What the first textures are, from a place in units. */
const FIRST: Record<string, (u: number, v: number, s: number) => number> = {
  speckle: (u, v, s) => fractal(u * 16, v * 16, s, UNIT * 16, 2),
  clouds: (u, v, s) => fractal(u * 2, v * 2, s, UNIT * 2, 6) * 1.6 - 0.3,
  brushed: (u, v, s) =>
    0.5 +
    ((fractal(u * 1.5, v * 90, s, UNIT * 90, 3) - 0.5) * 0.6 +
      (fractal(u * 0.5, v * 22, s + 9, UNIT * 22, 3) - 0.5) * 0.8) *
      2.4,
  stone: (u, v, s) =>
    0.75 -
    Math.abs(fractal(u * 4, v * 4, s, UNIT * 4, 6) * 2 - 1) * 1.4 +
    0.35 * fractal(u * 30, v * 30, s + 20, UNIT * 30, 3),
  marble: (u, v, s) =>
    0.5 +
    0.5 * Math.sin((u * 3 + v * 1.3 + fractal(u * 3, v * 3, s, UNIT * 3, 6) * 3.2) * 2 * Math.PI),
  flakes: (u, v, s) => (fractal(u * 3, v * 3, s, UNIT * 3, 6) - 0.5) * 9 + 0.5,
};

describe('the first textures', () => {
  it.each(Object.entries(FIRST))('%s is as it always was', (kind, formula) => {
    const made = texturePlane(of(kind), BACK, WIDE);
    for (let i = 0; i < made.data.length; i += 41) {
      const [x, y] = [i % WIDE.width, Math.floor(i / WIDE.width)];
      const wanted = formula((x + 0.5) * UNIT, (y + 0.5) * UNIT, 3);
      expect(made.data[i]).toBeCloseTo(Math.max(0, Math.min(1, wanted)), 3.5);
    }
  });
});

describe('every texture', () => {
  it.each(kinds)('%s of any values is a share of 0 to 1 everywhere', (kind) => {
    const { parameters } = textureOfKind(kind);
    fc.assert(
      fc.property(anyValues(parameters), fc.boolean(), (values, seamless) => {
        for (const size of [0.01, 1, 100]) {
          const back = scaling(UNIT / size);
          const named = of(kind, values, { seamless });
          const region = { x: 900, y: -40, width: 40, height: 9 };
          for (const made of [texturePlane(named, back, region), textureCover(named, back, region)])
            expect(made.data.every((v) => v >= 0 && v <= 1)).toBe(true);
        }
      }),
      { numRuns: 15 },
    );
  });

  it.each(kinds)('%s of a part is the part of the whole', (kind) => {
    const part = { x: 33, y: 21, width: 130, height: 40 };
    const whole = textured(laid(kind, { relief: 150 }), WIDE, { frame, edges: null });
    const own = textured(laid(kind, { relief: 150 }), part, { frame, edges: null });
    expect(own.data).toEqual(crop(whole, part).data);
  });

  it.each(kinds)('%s repeats after its size without a seam, if asked', (kind) => {
    const named = of(kind, {}, { seamless: true });
    const row = { x: 0, y: 0, width: 800, height: 24 };
    const column = { x: 0, y: 0, width: 24, height: 800 };
    const [across, down] = [texturePlane(named, BACK, row), texturePlane(named, BACK, column)];
    let most = 0;
    for (let y = 0; y < 24; y++)
      for (let x = 0; x < 400; x++) {
        const beside = Math.abs(across.data[y * 800 + x]! - across.data[y * 800 + x + 400]!);
        const beneath = Math.abs(down.data[x * 24 + y]! - down.data[(x + 400) * 24 + y]!);
        most = Math.max(most, beside, kind === 'halftone' ? 0 : beneath);
      }
    // Places are in single precision: where a texture is steep, one unit on is a little beside.
    expect(most).toBeLessThan(0.02);
  });

  it.each(kinds)('%s at half the size is near the whole, averaged', (kind) => {
    const whole = textured(
      laid(kind),
      { x: 0, y: 0, width: 256, height: 256 },
      { frame, edges: null },
    );
    const half = textured(
      laid(kind),
      { x: 0, y: 0, width: 128, height: 128 },
      { frame: { ...frame, map: scaling(0.5) }, edges: null },
    );
    const mean = ({ data }: { data: Float32Array }) =>
      data.reduce((a, b) => a + b, 0) / data.length;
    expect(Math.abs(mean(whole) - mean(half))).toBeLessThan(2.5 / 255);
  });
});

describe('noise', () => {
  const spread = (own: object): { mean: number; deviation: number } => {
    const { data } = texturePlane(of('noise', { grains: 400, ...own }), scaling(UNIT / 4), {
      ...{ x: 0, y: 0, width: 400, height: 400 },
    });
    // One grain is four px wide.
    const grains = [...Array(100 * 100).keys()].map(
      (i) => data[(4 * Math.floor(i / 100) + 1) * 400 + 4 * (i % 100) + 1]!,
    );
    const mean = grains.reduce((a, b) => a + b) / grains.length;
    const deviation = Math.sqrt(grains.reduce((a, b) => a + (b - mean) ** 2, 0) / grains.length);
    return { mean, deviation };
  };

  it('that is uniform has the spread of even chances', () => {
    const { mean, deviation } = spread({ spread: 'uniform', strength: 100 });
    expect(mean).toBeCloseTo(0.5, 1.5);
    expect(deviation / Math.sqrt(1 / 12)).toBeCloseTo(1, 1.2);
  });

  it('that is Gaussian has a sixth of the range as its deviation', () => {
    const { mean, deviation } = spread({ spread: 'gaussian', strength: 100 });
    expect(mean).toBeCloseTo(0.5, 1.5);
    expect(deviation * 6).toBeCloseTo(1, 1.2);
  });

  it('of each channel differs from channel to channel', () => {
    const named = laid('noise', { textureValues: { noise: { channels: true, grains: 400 } } });
    const { data } = textured(named, { x: 0, y: 0, width: 64, height: 1 }, { frame, edges: null });
    expect([...data].some((v, i) => i % 4 === 0 && Math.abs(v - data[i + 1]!) > 0.05)).toBe(true);
  });
});

describe('rust', () => {
  it('begins at the edges of what it lies on, as far in as it reaches', () => {
    const region = { x: 0, y: 0, width: 400, height: 400 };
    const shape: Plane = plane(region);
    for (let y = 50; y < 350; y++) shape.data.fill(1, y * 400 + 50, y * 400 + 350);
    const rusty = { amount: 30, edges: 100, reach: 60, patches: 100 };
    const made = textured(laid('rust', { textureValues: { rust: rusty } }), region, {
      frame,
      edges: shape,
    });
    const bare = textured(
      laid('rust', { textureValues: { rust: { ...rusty, edges: 0 } } }),
      region,
      { frame, edges: shape },
    );
    const distance = signedDistance(shape, region);
    const share = (near: (d: number) => boolean, { data }: { data: Float32Array }) => {
      const all = [...distance.data.keys()].filter((i) => near(-distance.data[i]!));
      return all.reduce((sum, i) => sum + data[4 * i + 3]!, 0) / all.length;
    };
    const atEdge = (d: number) => d > 0 && d < 15;
    const inside = (d: number) => d > 65;
    expect(share(atEdge, made)).toBeGreaterThan(share(atEdge, bare) + 0.3);
    expect(share(inside, made)).toBeCloseTo(share(inside, bare), 6);
  });
});

describe('halftone', () => {
  it.each([8, 30, 50, 72, 90])('covers %i % where it says so', (percent) => {
    const named = of('halftone', { from: percent, to: percent });
    const { data } = textureCover(named, BACK, { x: 0, y: 0, width: 400, height: 400 });
    expect(data.reduce((a, b) => a + b, 0) / data.length).toBeCloseTo(percent / 100, 1.6);
  });
});

describe('relief', () => {
  it('lights what faces the lamp and leaves level ground as it is', () => {
    const plain = textured(laid('lattice'), WIDE, { frame, edges: null });
    const lit = textured(laid('lattice', { relief: 100 }), WIDE, { frame, edges: null });
    const deep = textured(laid('lattice', { relief: -100 }), WIDE, { frame, edges: null });
    const sum = ({ data }: { data: Float32Array }, x0: number) => {
      let total = 0;
      for (let y = 0; y < 120; y++)
        for (let x = x0; x < x0 + 10; x++) total += data[4 * (y * 256 + x)]!;
      return total;
    };
    // The lamp is at the upper left: the left flank of a band is lit where it stands out, the right one where it lies deep.
    expect(sum(lit, 6)).toBeGreaterThan(sum(deep, 6));
    expect(sum(lit, 34)).toBeLessThan(sum(deep, 34));
    expect(plain.data.filter((_, i) => i % 4 === 3)).toEqual(
      lit.data.filter((_, i) => i % 4 === 3),
    );
  });
});

it('has no two textures of a kind, and a name, a sentence and sound defaults for each', () => {
  expect(new Set(kinds).size).toBe(kinds.length);
  for (const t of textures) {
    expect(t.label).not.toBe('');
    expect(t.help).toMatch(/\.$/);
    expect(() => defaultsOf(t.parameters)).not.toThrow();
  }
});
