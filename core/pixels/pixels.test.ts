import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { drawPicture } from '../kernels/resample';
import { crop } from './buffer';
import { relight, rgb } from './colour';
import { picture } from './picture';
import { quantise } from './quantise';
import { contains, covering, grow, intersect, isEmpty, unite } from './region';

const side = fc.integer({ min: 0, max: 40 });
const region = fc.record({
  x: fc.integer({ min: -30, max: 30 }),
  y: fc.integer({ min: -30, max: 30 }),
  width: side,
  height: side,
});

describe('regions', () => {
  it('intersect within both and unite round both', () => {
    fc.assert(
      fc.property(region, region, (a, b) => {
        const i = intersect(a, b);
        const u = unite(a, b);
        expect(contains(a, i) && contains(b, i)).toBe(true);
        expect(contains(u, a) && contains(u, b)).toBe(true);
      }),
    );
  });
  it('cover every fraction of a pixel, and grow only where there is something', () => {
    expect(covering(-0.2, 1, 1.01, 2)).toEqual({ x: -1, y: 1, width: 3, height: 1 });
    expect(isEmpty(covering(3, 3, 3, 9))).toBe(true);
    expect(isEmpty(grow({ x: 0, y: 0, width: 0, height: 4 }, 9))).toBe(true);
  });
});

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
          const back = quantise(
            { region: { x: 3, y: 5, width: n, height: 1 }, data: picture(image).level(0).data },
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
    const out = quantise({ region: { x: 0, y: 0, width, height }, data }, 8).data;
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
    const all = quantise({ region: whole, data }, 8);
    const own = quantise(crop({ region: whole, data }, part, 4), 8);
    for (let y = 0; y < 11; y++)
      expect([...own.data.slice(y * 36, y * 36 + 36)]).toEqual([
        ...all.data.slice(((4 + y) * 20 + 7) * 4, ((4 + y) * 20 + 16) * 4),
      ]);
  });
});

describe('a picture drawn', () => {
  const image = picture({
    width: 8,
    height: 6,
    depth: 8,
    data: Uint8Array.from({ length: 192 }, (_, i) => (i % 4 === 3 ? 255 : (i * 37) & 255)),
  });
  const all = { x: -50, y: -50, width: 100, height: 100 };

  it('by whole pixels is copied', () => {
    const { region, data } = drawPicture(image, [1, 0, 0, 1, 5, -3], all);
    expect(region).toEqual({ x: 5, y: -3, width: 8, height: 6 });
    expect(data).toEqual(image.level(0).data);
  });

  it('at half its size is the mean of each four pixels', () => {
    const { region, data } = drawPicture(image, [0.5, 0, 0, 0.5, 0, 0], all);
    const from = image.level(0).data;
    for (let y = 0; y < 3; y++)
      for (let x = 0; x < 4; x++)
        for (let c = 0; c < 4; c++) {
          const at = (u: number, v: number) => from[((2 * y + v) * 8 + 2 * x + u) * 4 + c]!;
          const own = data[((y - region.y) * region.width + x - region.x) * 4 + c];
          expect(own).toBeCloseTo((at(0, 0) + at(1, 0) + at(0, 1) + at(1, 1)) / 4, 5);
        }
  });

  it('keeps its whole coverage under any map that does not flatten it', () => {
    fc.assert(
      fc.property(
        fc.double({ min: 0, max: 6.28, noNaN: true }),
        fc.double({ min: 0.4, max: 3, noNaN: true }),
        (angle, k) => {
          const [c, s] = [Math.cos(angle) * k, Math.sin(angle) * k];
          const { data } = drawPicture(image, [c, s, -s, c, 0.37, 0.21], all);
          let covered = 0;
          for (let i = 3; i < data.length; i += 4) covered += data[i]!;
          expect(Math.abs(covered / (48 * k * k) - 1)).toBeLessThan(0.08);
        },
      ),
    );
  });

  it('is nothing under a map that flattens it', () => {
    expect(drawPicture(image, [0, 0, 0, 1, 0, 0], all).data.length).toBe(0);
  });
});

describe('colour', () => {
  it('reads #rrggbb and says what is wrong with anything else', () => {
    expect(rgb('#ff8000')).toEqual([1, 128 / 255, 0]);
    expect(() => rgb('ember')).toThrow(/"ember" is not a colour/);
  });
  it('relights a tube: the hue follows, the paleness stays', () => {
    const [r, , b] = rgb(relight('#ffb090', '#ff5a1f', '#2fb8ff'));
    expect(b).toBeGreaterThan(r);
    expect(relight('#ff5a1f', '#ff5a1f', '#2fb8ff')).toBe('#2fb8ff');
  });
  it('comes back whole from white, grey and black', () => {
    for (const through of ['#ffffff', '#808080', '#000000'])
      expect(relight(relight('#ff5a1f', '#ff5a1f', through), through, '#ff5a1f')).toBe('#ff5a1f');
  });
});
