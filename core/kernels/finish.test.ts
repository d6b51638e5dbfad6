import { converter } from 'culori';
import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { pixelsInMemory } from '../pixels/picture';
import { crop } from '../pixels/buffer';
import { straightSteps } from '../testing/reference/quantise';
import { unpack } from './colour';
import type { Ending } from './finish';
import { PLAIN_ENDING, finish } from './finish';

describe('quantising', () => {
  it('gives back an 8- or 16-bit picture exactly, alpha and all', () => {
    fc.assert(
      fc.property(
        fc.constantFrom<8 | 16>(8, 16),
        fc.array(
          fc.tuple(
            fc.double({ min: 0, max: 1, noNaN: true }),
            fc.double({ min: 0, max: 1, noNaN: true }),
          ),
          { minLength: 4, maxLength: 16 },
        ),
        (depth, values) => {
          const top = depth === 8 ? 255 : 65535;
          const data = values.flatMap(([v, a]) => [
            Math.round(v * top),
            Math.round((1 - v) * top),
            7,
            Math.round(a * top),
          ]);
          // Colour under no coverage is not kept.
          for (let i = 0; i < data.length; i += 4) if (data[i + 3] === 0) data.fill(0, i, i + 3);
          const n = data.length / 4;
          const image = {
            width: n,
            height: 1,
            depth,
            data: depth === 8 ? Uint8Array.from(data) : Uint16Array.from(data),
          };
          const back = finish(
            {
              channels: 4,
              region: { x: 3, y: 5, width: n, height: 1 },
              data: unpack(pixelsInMemory(image), { x: 0, y: 0, width: n, height: 1 }, 'displayed')
                .data,
            },
            depth,
          );
          for (let i = 0; i < data.length; i++) {
            // A 16-bit colour under faint coverage has fewer exact steps in 32-bit floats.
            const faint = depth === 16 && data[i | 3]! < 4000;
            expect(Math.abs(back.data[i]! - data[i]!)).toBeLessThanOrEqual(faint ? 4 : 0);
          }
        },
      ),
    );
  });

  it('dithers a wide dark glow so that its averages are true', () => {
    const width = 512;
    const height = 64;
    const data = new Float32Array(width * height * 4).fill(1);
    for (let i = 0; i < width * height; i++)
      data.fill(((i % width) / width) * 0.1, i * 4, i * 4 + 3);
    const out = finish({ channels: 4, region: { x: 0, y: 0, width, height }, data }, 8).data;
    let worst = 0;
    for (let bx = 0; bx < width; bx += 16)
      for (let by = 0; by < height; by += 16) {
        let got = 0;
        let exact = 0;
        for (let y = by; y < by + 16; y++)
          for (let x = bx; x < bx + 16; x++)
            for (let c = 0; c < 3; c++) {
              got += out[(y * width + x) * 4 + c]!;
              exact += data[(y * width + x) * 4 + c]! * 255;
            }
        worst = Math.max(worst, Math.abs(got - exact) / 768);
      }
    expect(worst).toBeLessThan(0.2);
  });

  it('of a part gives the same bytes as of the whole', () => {
    const whole = { x: 0, y: 0, width: 20, height: 20 };
    const data = Float32Array.from({ length: 1600 }, (_, i) =>
      i % 4 === 3 ? 1 : (i * 0.00037) % 1,
    );
    const part = { x: 7, y: 4, width: 9, height: 11 };
    const all = finish({ channels: 4, region: whole, data }, 8);
    const own = finish(crop({ channels: 4, region: whole, data }, part), 8);
    for (let y = 0; y < 11; y++)
      expect([...own.data.slice(y * 36, y * 36 + 36)]).toEqual([
        ...all.data.slice(((4 + y) * 20 + 7) * 4, ((4 + y) * 20 + 16) * 4),
      ]);
  });

  it('stays within a step of the true value, and within half a step at 16 bits', () => {
    fc.assert(
      fc.property(
        fc.constantFrom<8 | 16>(8, 16),
        fc.integer({ min: -300, max: 300 }),
        fc.array(fc.double({ min: -0.2, max: 1.3, noNaN: true }), { minLength: 40, maxLength: 40 }),
        (depth, x, values) => {
          const region = { x, y: 3, width: 10, height: 1 };
          const buffer = { channels: 4 as const, region, data: Float32Array.from(values) };
          for (let i = 3; i < 40; i += 4) buffer.data[i] = 0.01 + Math.abs(buffer.data[i]!);
          const own = finish(buffer, depth).data;
          const steps = straightSteps(buffer, depth);
          // Triangular noise reaches a step to either side, and rounding half of one more.
          const most = depth === 8 ? 1.5 : 0.51;
          for (let i = 0; i < 40; i++)
            expect(Math.abs(own[i]! - steps[i]!)).toBeLessThanOrEqual(most + 0.02);
        },
      ),
    );
  });

  it('is dithered by noise that is even, triangular, apart in every channel, and the same at every place', () => {
    const side = 256;
    const region = { x: 512, y: -256, width: side, height: side };
    const count = side * side;
    /** The mean of a function of the places of the tile. */
    const mean = (of: (i: number) => number) => {
      let sum = 0;
      for (let i = 0; i < count; i++) sum += of(i);
      return sum / count;
    };
    for (const step of [12.25, 100.5]) {
      const data = new Float32Array(count * 4).fill(step / 255);
      for (let i = 3; i < data.length; i += 4) data[i] = 1;
      const made = finish({ channels: 4, region, data }, 8).data;
      const error = (i: number, c: number) => made[4 * (i % count) + c]! - step;
      for (const c of [0, 1, 2]) {
        expect(Math.abs(mean((i) => error(i, c)))).toBeLessThan(0.01);
        // A triangular dither of ±1 step makes the variance a quarter of a step squared, whatever the value.
        expect(mean((i) => error(i, c) ** 2)).toBeCloseTo(0.25, 1.5);
        // Neighbours and channels do not hang together.
        expect(Math.abs(mean((i) => error(i, c) * error(i + 1, c)))).toBeLessThan(0.01);
        expect(Math.abs(mean((i) => error(i, c) * error(i, (c + 1) % 3)))).toBeLessThan(0.01);
      }
      const again = finish({ channels: 4, region: { ...region, x: 512 + side }, data }, 8).data;
      expect(Buffer.compare(Buffer.from(again.buffer), Buffer.from(made.buffer))).toBe(0);
    }
  });
});

describe('the end of a picture', () => {
  const decode = (v: number) => (v <= 0.04045 ? v / 12.92 : ((v + 0.055) / 1.055) ** 2.4);
  const encode = (v: number) => (v <= 0.0031308 ? v * 12.92 : 1.055 * v ** (1 / 2.4) - 0.055);
  const region = { x: 0, y: 0, width: 1, height: 1 };
  const ending = (values: Partial<Ending>): Ending => ({ ...PLAIN_ENDING, ...values });
  /** A colour as 16 bits show it, 0–1. */
  const shown = (colour: readonly number[], alpha: number, values: Partial<Ending>): number[] => {
    const data = Float32Array.of(...colour.map((v) => v * alpha), alpha);
    const made = finish({ channels: 4, region, data }, 16, ending(values)).data;
    return [...made.subarray(0, 3)].map((v) => v / 65535);
  };
  const word = (v: number, alpha: number, values: Partial<Ending>) =>
    shown([v, 0, 0], alpha, values)[0]!;
  const value = fc.double({ min: 0, max: 4, noNaN: true });
  const alpha = fc.double({ min: 0.05, max: 1, noNaN: true });

  it('doubles linear light for each stop of exposure', () => {
    fc.assert(
      fc.property(value, alpha, fc.integer({ min: -4, max: 4 }), (v, a, exposure) => {
        const made = word(v, a, { exposure });
        expect(made).toBeCloseTo(Math.min(1, encode(decode(v) * 2 ** exposure)), 4);
      }),
    );
  });

  it('encodes linear light', () => {
    fc.assert(
      fc.property(value, alpha, (v, a) => {
        expect(word(v, a, { mixing: 'light' })).toBeCloseTo(Math.min(1, encode(v)), 4);
      }),
    );
  });

  it('rolls highlights off: nothing below the knee, rising above it, never flat white', () => {
    const rolled = { knee: 0.8 };
    for (const v of [0, 0.3, 0.79]) expect(word(v, 1, rolled)).toBeCloseTo(v, 4);
    let before = 0.8;
    for (let v = 0.85; v < 20; v *= 1.2) {
      const made = word(v, 1, rolled);
      expect(made).toBeGreaterThan(before);
      expect(made).toBeLessThan(1);
      before = made;
    }
    // As steep where it begins as what lies below.
    expect((word(0.81, 1, rolled) - word(0.8, 1, rolled)) / 0.01).toBeGreaterThan(0.9);
  });

  it('rolls off to a white that is reached: the brightest comes out white, and white alone stays white', () => {
    for (const white of [1, 1.3, 4, 10]) {
      expect(word(white, 1, { knee: 0.8, white })).toBeGreaterThan(0.999);
      let before = 0;
      for (let v = 0.5; v <= white; v += white / 200) {
        const made = word(v, 1, { knee: 0.8, white });
        expect(made).toBeGreaterThanOrEqual(before);
        before = made;
      }
    }
    // With nothing brighter than the screen can show nothing is bent.
    for (const v of [0.5, 0.8, 0.9, 0.97, 1])
      expect(word(v, 1, { knee: 0.8, white: 1 })).toBeCloseTo(v, 4);
  });

  describe('that burns to white', () => {
    /** Hues all round, pure and pale, linear light; the brightest channel is 1. */
    const hues = Array.from({ length: 72 }, (_, i) => {
      const h = i / 12;
      const part = (n: number) => Math.min(1, Math.max(0, Math.abs(((h + n) % 6) - 3) - 1));
      return [part(0), part(4), part(2)];
    }).flatMap((pure) => [1, 0.8, 0.4].map((s) => pure.map((v) => decode(1 - s * (1 - v)))));
    const luminance = ([r, g, b]: number[]) => 0.2126 * r! + 0.7152 * g! + 0.0722 * b!;
    const toOklch = converter('oklch');
    const oklch = ([r, g, b]: number[]) => {
      const { c, h = 0 } = toOklch({ mode: 'lrgb', r: r!, g: g!, b: b! });
      return { c, h };
    };
    for (const mixing of ['displayed', 'light'] as const) {
      const burn = (light: readonly number[], a = 1) =>
        shown(mixing === 'light' ? light : light.map(encode), a, { mixing, burn: true });

      it(`leaves alone what the screen can show, and white (${mixing})`, () => {
        const unit = fc.double({ min: 0, max: 1, noNaN: true });
        fc.assert(
          fc.property(unit, unit, unit, alpha, (r, g, b, a) => {
            const light = [r, g, b];
            const plain = shown(mixing === 'light' ? light : light.map(encode), a, { mixing });
            // A hair above 1 by the rounding of floats it may be.
            burn(light, a).forEach((v, i) => expect(Math.abs(v - plain[i]!)).toBeLessThan(3e-5));
          }),
        );
        expect(burn([1, 1, 1])).toEqual([1, 1, 1]);
        expect(burn([40, 40, 40])).toEqual([1, 1, 1]);
      });

      it(`goes on to white, no channel and no brightness falling, without a kink (${mixing})`, () => {
        const STEPS = 4096;
        for (const hue of hues.filter((_, i) => i % 4 === 0)) {
          // From nothing to 256 times, evenly as it is displayed.
          const data = Float32Array.from({ length: 4 * (STEPS + 1) }, (_, i) => {
            const light = hue[i % 4]! * decode((encode(256) * (i >> 2)) / STEPS);
            return i % 4 === 3 ? 1 : mixing === 'light' ? light : encode(light);
          });
          const wide = { ...region, width: STEPS + 1 };
          const made = finish(
            { channels: 4, region: wide, data },
            16,
            ending({ mixing, burn: true }),
          ).data;
          const at = (i: number, c: number) => made[4 * i + c]! / 65535;
          const bright = (i: number) => luminance([0, 1, 2].map((c) => decode(at(i, c))));
          let [falls, fades, bends] = [0, 0, 0];
          for (let i = 1; i <= STEPS; i++) {
            fades = Math.max(fades, bright(i - 1) - bright(i));
            for (let c = 0; c < 3; c++) {
              falls = Math.max(falls, at(i - 1, c) - at(i, c));
              const bend = i > 1 ? at(i, c) - 2 * at(i - 1, c) + at(i - 2, c) : 0;
              bends = Math.max(bends, Math.abs(bend));
            }
          }
          // 16 bits round, and the cones' matrices are inverse to each other to 1/10,000.
          expect(falls).toBeLessThan(1.5e-4);
          expect(fades).toBeLessThan(1e-4);
          expect(bends).toBeLessThan(0.6 / 255);
          for (let c = 0; c < 3; c++) expect(at(STEPS, c)).toBeGreaterThan(254 / 255);
        }
      });

      it(`keeps its hue within 4° until half of its chroma is gone (${mixing})`, () => {
        for (const hue of hues) {
          const own = oklch(hue);
          for (let stops = 0; stops < 8; stops += 0.25) {
            const { c, h } = oklch(burn(hue.map((v) => v * 2 ** stops)).map(decode));
            const off = Math.abs(((h - own.h + 540) % 360) - 180);
            if (c > own.c / 2 && own.c > 0.02) expect(off).toBeLessThan(4);
          }
        }
      });
    }
  });

  it('that burns has light cover as much as it is seen over black, and keep its colour there', () => {
    for (const mixing of ['displayed', 'light'] as const)
      for (const [bright, a] of [
        [4, 0.1],
        [9, 0.05],
        [3, 0.9],
      ] as const) {
        const data = Float32Array.of(bright * a, (bright * a) / 2, 0, a);
        const image = finish({ channels: 4, region, data }, 16, ending({ mixing, burn: true }));
        const [r, g, , made] = [...image.data].map((v) => v / 65535) as [
          number,
          number,
          number,
          number,
        ];
        expect(made).toBeCloseTo(Math.min(1, bright * a), 4);
        if (bright * a > 1) continue;
        expect(r).toBeCloseTo(1, 4);
        expect(g).toBeCloseTo(mixing === 'light' ? encode(0.5) : 0.5, 4);
      }
  });

  it('marks what is black, falling the other way, and not what is the darkest that shows', () => {
    const decoded = (v: number) => v / 12.92;
    for (const mixing of ['displayed', 'light'] as const) {
      const at = (v: number) => (mixing === 'light' ? decoded(v) : v);
      const seen = (v: number) => shown([at(v), 0, 0], 1, { mixing, marks: true });
      const plain = (v: number) => shown([at(v), 0, 0], 1, { mixing });
      expect(seen(0.4 / 255)).not.toEqual(plain(0.4 / 255));
      expect(seen(0.6 / 255)).toEqual(plain(0.6 / 255));
    }
  });

  it('marks what is beyond the screen, whatever becomes of it, and nothing else', () => {
    for (const mixing of ['displayed', 'light'] as const) {
      const seen = (v: number, values: Partial<Ending>) =>
        shown([v, v / 2, 0], 1, { mixing, marks: true, ...values });
      for (const values of [{}, { burn: true }, { knee: 0.8 }]) {
        expect(seen(2, values)).not.toEqual(shown([2, 1, 0], 1, { mixing, ...values }));
        expect(seen(1, values)).toEqual(shown([1, 0.5, 0], 1, { mixing, ...values }));
      }
      expect(seen(0.9, { exposure: 1 })).toEqual(seen(2, {}));
    }
  });
});
