import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import type { Affine } from '../geometry/affine';
import type { Homography } from '../geometry/homography';
import { compose, inverseOf, project, projective } from '../geometry/homography';
import type { ColourBuffer } from '../pixels/buffer';
import { colourBuffer, crop } from '../pixels/buffer';
import type { StraightImage } from '../pixels/picture';
import { pyramid } from '../testing/reference/pyramid';
import { drawPyramid } from '../testing/reference/resample';
import { picture } from './picture';
import { drawPicture, warped } from './resample';

describe('a picture drawn', () => {
  const straight: StraightImage = {
    width: 8,
    height: 6,
    depth: 8,
    data: Uint8Array.from({ length: 192 }, (_, i) => (i % 4 === 3 ? 255 : (i * 37) & 255)),
  };
  const image = picture(straight);
  const levels = pyramid(straight);
  const draw = (m: Affine) => drawPicture(image, projective(m), all, 'displayed');
  const all = { x: -50, y: -50, width: 100, height: 100 };

  it('by whole pixels is copied', () => {
    const { region, data } = draw([1, 0, 0, 1, 5, -3]);
    expect(region).toEqual({ x: 5, y: -3, width: 8, height: 6 });
    expect(data).toEqual(levels.level(0).data);
  });

  it('at half its size is the mean of each four pixels', () => {
    const { region, data } = draw([0.5, 0, 0, 0.5, 0, 0]);
    const from = levels.level(0).data;
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
          const { data } = draw([c, s, -s, c, 0.37, 0.21]);
          let covered = 0;
          for (let i = 3; i < data.length; i += 4) covered += data[i]!;
          expect(Math.abs(covered / (48 * k * k) - 1)).toBeLessThan(0.08);
        },
      ),
    );
  });

  it('is nothing under a map that flattens it', () => {
    expect(draw([0, 0, 0, 1, 0, 0]).data.length).toBe(0);
  });

  it('is what plain TypeScript draws, under any affine map', () => {
    const noise: StraightImage = {
      width: 61,
      height: 47,
      depth: 8,
      data: Uint8Array.from({ length: 61 * 47 * 4 }, (_, i) => (i * 7919 + (i >> 4)) & 255),
    };
    const own = picture(noise);
    const plain = pyramid(noise);
    const number = (min: number, max: number) => fc.double({ min, max, noNaN: true });
    fc.assert(
      fc.property(
        number(0, 6.28),
        number(0.06, 3),
        number(0.06, 3),
        number(-9, 9),
        (angle, sx, sy, move) => {
          const [c, s] = [Math.cos(angle), Math.sin(angle)];
          const m: Affine = [c * sx, s * sx, -s * sy, c * sy, move, 0.4];
          const ours = drawPicture(own, projective(m), all, 'displayed');
          const exact = drawPyramid(plain, m, all);
          expect(ours.region).toEqual(exact.region);
          let worst = 0;
          for (let i = 0; i < exact.data.length; i++)
            worst = Math.max(worst, Math.abs(ours.data[i]! - exact.data[i]!));
          expect(worst).toBeLessThan(1e-4);
        },
      ),
    );
  });

  it('in perspective takes its four corners where they are told to go', () => {
    // A square of one colour: what is drawn is the quadrilateral of its corners.
    const flat = picture({
      width: 16,
      height: 16,
      depth: 8,
      data: new Uint8Array(16 * 16 * 4).fill(255),
    });
    const m: Homography = [1.8, 0.3, -12, 0.2, 1.5, -9, 0.02, 0.01, 1];
    const corners = (
      [
        [0, 0],
        [16, 0],
        [16, 16],
        [0, 16],
      ] as const
    ).map(([x, y]) => project(m, { x, y })!);
    const area = corners.reduce((sum, p, i) => {
      const q = corners[(i + 1) % 4]!;
      return sum + (p.x * q.y - q.x * p.y) / 2;
    }, 0);
    const { data } = drawPicture(flat, m, all, 'displayed');
    let covered = 0;
    for (let i = 3; i < data.length; i += 4) covered += data[i]!;
    expect(Math.abs(covered / area - 1)).toBeLessThan(0.03);
  });

  it('in perspective shrinks to the mean of what each pixel covers', () => {
    // Stripes finer than a pixel of the render must come out grey.
    const stripes = picture({
      width: 256,
      height: 256,
      depth: 8,
      data: Uint8Array.from({ length: 256 * 256 * 4 }, (_, i) =>
        i % 4 === 3 ? 255 : (i >> 2) % 2 === 0 ? 255 : 0,
      ),
    });
    const m: Homography = [0.2, 0.02, -20, 0, 0.2, -20, 0, 0.001, 1];
    const { region, data } = drawPicture(stripes, m, all, 'displayed');
    const at = (x: number, y: number) => data[((y - region.y) * region.width + x - region.x) * 4]!;
    for (const [x, y] of [
      [-5, -5],
      [2, 4],
      [8, 10],
    ] as const)
      expect(Math.abs(at(x, y) - 0.5)).toBeLessThan(0.1);
  });
});

describe('pixels warped', () => {
  it('are in every pixel the mean of what it sees of them, out to where it sees nothing', () => {
    const source = colourBuffer({ x: 3, y: -2, width: 21, height: 17 });
    source.data.forEach((_, i) => (source.data[i] = ((i * 7919) % 97) / 97));
    const texel = (x: number, y: number) => {
      const [u, v] = [x - 3, y + 2];
      return u >= 0 && v >= 0 && u < 21 && v < 17 ? source.data[(v * 21 + u) * 4]! : 0;
    };
    const bilinear = (x: number, y: number) => {
      const [u, v] = [Math.floor(x - 0.5), Math.floor(y - 0.5)];
      const [s, t] = [x - 0.5 - u, y - 0.5 - v];
      const top = texel(u, v) * (1 - s) + texel(u + 1, v) * s;
      return top * (1 - t) + (texel(u, v + 1) * (1 - s) + texel(u + 1, v + 1) * s) * t;
    };
    // From the render to the source: the farther down, the more a pixel sees.
    const seen: Homography = [5, 1, -8, 0.5, 4, -14, 0.02, -0.05, 1];
    const wanted = { x: -6, y: -6, width: 40, height: 24 };
    const { data } = warped(source, inverseOf(seen)!, wanted);
    let [worst, touched] = [0, 0];
    for (let y = 0; y < wanted.height; y++)
      for (let x = 0; x < wanted.width; x++) {
        const [px, py] = [wanted.x + x, wanted.y + y];
        const to = (dx: number, dy: number) => project(seen, { x: px + dx, y: py + dy });
        const corners = [to(0, 0), to(1, 0), to(0, 1), to(1, 1)];
        // Where the horizon crosses, or more is seen than is sampled, the plain mean is another.
        if (corners.some((c) => !c || Math.hypot(c.x, c.y) > 400)) continue;
        const fine = 48;
        let sum = 0;
        for (let k = 0; k < fine * fine; k++) {
          const p = to(((k % fine) + 0.5) / fine, (Math.floor(k / fine) + 0.5) / fine)!;
          sum += bilinear(p.x, p.y);
        }
        if (sum > 0) touched += 1;
        const own = data[(y * wanted.width + x) * 4]!;
        worst = Math.max(worst, Math.abs(own - sum / fine / fine));
        if (sum === 0) expect(own).toBe(0);
      }
    expect(touched).toBeGreaterThan(20);
    expect(worst).toBeLessThan(0.03);
  });
});

describe('homographies', () => {
  const near = fc.double({ min: -0.002, max: 0.002, noNaN: true });
  const free = fc.double({ min: -2, max: 2, noNaN: true });
  it('are undone by their inverse', () => {
    fc.assert(
      fc.property(free, free, near, near, (a, b, g, h) => {
        const m: Homography = [2 + a / 4, b / 4, 5, -b / 4, 2 - a / 4, -3, g, h, 1];
        const back = compose(inverseOf(m)!, m);
        const p = project(back, { x: 7, y: -4 })!;
        expect(p.x).toBeCloseTo(7, 6);
        expect(p.y).toBeCloseTo(-4, 6);
      }),
    );
  });
  it('that flatten the plane have none', () => {
    expect(inverseOf(projective([0, 0, 0, 1, 0, 0]))).toBeNull();
  });
});

describe('what is drawn upright', () => {
  const side = fc.integer({ min: 1, max: 12 });
  // Of the source a px is half as wide, or up to six times.
  const scale = fc
    .tuple(fc.double({ min: 0.5, max: 6, noNaN: true }), fc.boolean())
    .map(([s, isMirrored]) => (isMirrored ? -s : s));
  const move = fc.double({ min: -9, max: 9, noNaN: true });
  const wanted = { x: -7, y: -5, width: 41, height: 37 };
  /** Pixels with coverage of all kinds, and a map of them. */
  const cases = fc
    .tuple(side, side, scale, scale, move, move)
    .map(([width, height, a, d, x, y]): [ColourBuffer, Affine] => {
      const pixels = colourBuffer({ x: 2, y: -1, width, height });
      pixels.data.forEach((_, i) => (pixels.data[i] = ((i * 7919) % 256) / 255));
      return [pixels, [a, 0, 0, d, x, y]];
    });

  it('is what any other map that comes so near would draw', () => {
    fc.assert(
      fc.property(cases, ([pixels, map]) => {
        const near: Affine = [map[0], 1e-13, 1e-13, map[3], map[4], map[5]];
        const made = warped(pixels, projective(map), wanted).data;
        const other = warped(pixels, projective(near), wanted).data;
        expect(Math.max(...made.map((v, i) => Math.abs(v - other[i]!)))).toBeLessThan(2e-5);
      }),
    );
  });

  it('is the same px in a part as in the whole', () => {
    fc.assert(
      fc.property(cases, ([pixels, map]) => {
        const part = { x: 1, y: 3, width: 17, height: 9 };
        const whole = warped(pixels, projective(map), wanted);
        expect(warped(pixels, projective(map), part).data).toEqual(crop(whole, part).data);
      }),
    );
  });
});
