import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { crop } from '../pixels/buffer';
import { straightSteps } from '../testing/reference/quantise';
import { unpack } from './colour';
import { finish } from './finish';

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
              data: unpack(image, { x: 0, y: 0, width: n, height: 1 }, 'displayed').data,
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
  const word = (v: number, alpha: number, ending: Parameters<typeof finish>[2]) =>
    finish({ channels: 4, region, data: Float32Array.of(v * alpha, 0, 0, alpha) }, 16, ending)
      .data[0]! / 65535;
  const value = fc.double({ min: 0, max: 4, noNaN: true });
  const alpha = fc.double({ min: 0.05, max: 1, noNaN: true });

  it('doubles linear light for each stop of exposure', () => {
    fc.assert(
      fc.property(value, alpha, fc.integer({ min: -4, max: 4 }), (v, a, exposure) => {
        const made = word(v, a, { mixing: 'displayed', exposure, knee: 1 });
        expect(made).toBeCloseTo(Math.min(1, encode(decode(v) * 2 ** exposure)), 4);
      }),
    );
  });

  it('encodes linear light', () => {
    fc.assert(
      fc.property(value, alpha, (v, a) => {
        const made = word(v, a, { mixing: 'light', exposure: 0, knee: 1 });
        expect(made).toBeCloseTo(Math.min(1, encode(v)), 4);
      }),
    );
  });

  it('rolls highlights off: nothing below the knee, rising above it, never flat white', () => {
    const ending = { mixing: 'displayed', exposure: 0, knee: 0.8 } as const;
    for (const v of [0, 0.3, 0.79]) expect(word(v, 1, ending)).toBeCloseTo(v, 4);
    let before = 0.8;
    for (let v = 0.85; v < 20; v *= 1.2) {
      const made = word(v, 1, ending);
      expect(made).toBeGreaterThan(before);
      expect(made).toBeLessThan(1);
      before = made;
    }
    // As steep where it begins as what lies below.
    expect((word(0.81, 1, ending) - word(0.8, 1, ending)) / 0.01).toBeGreaterThan(0.9);
  });
});
