import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import type { ColourBuffer, Plane } from '../pixels/buffer';
import type { StraightImage } from '../pixels/picture';
import { pixelsInMemory } from '../pixels/picture';
import type { Region } from '../pixels/region';
import { contains, intersect } from '../pixels/region';
import { unpack } from './colour';
import { evenTable } from '../testing/even-table';
import { gradeHue, gradeLight, gradeRamp } from './grade';
import {
  alphaOf,
  copied,
  faded,
  fadePlane,
  filled,
  level,
  masked,
  mix,
  toneOf,
  unwrapped,
} from './rows';

/** Plain work on rows, pixel by pixel. */

const place = fc.integer({ min: -9, max: 9 });
const side = fc.integer({ min: 1, max: 12 });
const region: fc.Arbitrary<Region> = fc.record({ x: place, y: place, width: side, height: side });

const buffer = (r: Region): ColourBuffer => ({
  channels: 4,
  region: r,
  data: Float32Array.from({ length: r.width * r.height * 4 }, (_, i) => ((i * 37) % 29) / 29),
});
const plane = (r: Region): Plane => ({
  channels: 1,
  region: r,
  data: Float32Array.from({ length: r.width * r.height }, (_, i) => ((i * 13) % 11) / 11),
});
/** A value of a buffer or plane at a px of the render. */
const value = (
  { region: r, data, channels }: ColourBuffer | Plane,
  x: number,
  y: number,
  c = 0,
): number => data[((y - r.y) * r.width + x - r.x) * channels + c]!;

/** Calls back for every channel of every px of a region. */
function each(r: Region, check: (x: number, y: number, c: number) => void): void {
  for (let y = r.y; y < r.y + r.height; y++)
    for (let x = r.x; x < r.x + r.width; x++) for (let c = 0; c < 4; c++) check(x, y, c);
}

describe('rows of pixels', () => {
  it('are masked over what buffer and plane share', () => {
    fc.assert(
      fc.property(region, region, (a, b) => {
        const from = buffer(a);
        const mask = plane(b);
        const made = masked(from, mask);
        expect(made.region).toEqual(intersect(a, b));
        each(made.region, (x, y, c) =>
          expect(value(made, x, y, c)).toBeCloseTo(value(from, x, y, c) * value(mask, x, y), 6),
        );
      }),
    );
  });
  it('are mixed by an amount and a plane, and left alone where the plane has nothing', () => {
    fc.assert(
      fc.property(region, region, fc.constantFrom(0, 0.25, 1), fc.boolean(), (a, b, k, whole) => {
        const onto = buffer(a);
        const before = copied(onto);
        const other = { channels: 4 as const, region: a, data: onto.data.map((v) => 1 - v) };
        const share = whole ? null : plane(b);
        mix(onto, other, k, share);
        each(a, (x, y, c) => {
          const inside = contains(b, { x, y, width: 1, height: 1 });
          const m = share ? (inside ? value(share, x, y) : 0) : 1;
          const was = value(before, x, y, c);
          expect(value(onto, x, y, c)).toBeCloseTo(was + (1 - 2 * was) * k * m, 5);
        });
      }),
    );
  });
  it('have no colours without edges where next to nothing is left of a blur', () => {
    const from = buffer({ x: 0, y: 0, width: 2, height: 1 });
    from.data.set([0, 1e-40, 0, 2e-40, 0.25, 0, 0.5, 0.5]);
    const open = [...unwrapped(from, 1).data];
    expect(open).toEqual([0, 0, 0, 0, 0.5, 0, 1, 1]);
  });
  it('give their alpha, their tone, themselves weaker, and themselves without edges', () => {
    fc.assert(
      fc.property(region, (r) => {
        const from = buffer(r);
        const [alpha, tone, weak, open] = [
          alphaOf(from),
          toneOf(from),
          faded(from, 0.3),
          unwrapped(from, 0.5),
        ];
        each(r, (x, y, c) => {
          const [red, green, blue, a] = [0, 1, 2, 3].map((k) => value(from, x, y, k)) as [
            number,
            number,
            number,
            number,
          ];
          expect(value(alpha, x, y)).toBe(a);
          expect(value(tone, x, y)).toBeCloseTo(0.2126 * red + 0.7152 * green + 0.0722 * blue, 6);
          const own = value(from, x, y, c);
          expect(value(weak, x, y, c)).toBeCloseTo(own * 0.3, 6);
          expect(value(open, x, y, c)).toBeCloseTo(a > 0 ? (own / a) * 0.5 : own, 4);
        });
      }),
    );
  });
  it('are filled, and levelled', () => {
    const r = { x: 3, y: -2, width: 3, height: 2 };
    expect([...filled(r, [0.25, 0.5, 2]).data.slice(4, 8)]).toEqual([0.25, 0.5, 2, 1]);
    const p = plane(r);
    const before = [...p.data];
    level(p, -0.5, 1);
    p.data.forEach((v, i) => expect(v).toBeCloseTo(1 - before[i]! / 2, 6));
  });
  it('fade along a line, or round a point, the same in every region', () => {
    const whole = { x: -8, y: -8, width: 24, height: 24 };
    for (const radial of [false, true]) {
      const map = [0.1, -0.05, 0.05, 0.1, -0.2, 0.3] as const;
      const all = fadePlane(whole, map, radial);
      const part = { x: 1, y: -3, width: 7, height: 9 };
      const own = fadePlane(part, map, radial);
      each(part, (x, y) => {
        const [px, py] = [x + 0.5, y + 0.5];
        const u = 0.1 * px + 0.05 * py - 0.2;
        const v = -0.05 * px + 0.1 * py + 0.3;
        const t = Math.min(1, Math.max(0, radial ? Math.hypot(u, v) : u));
        expect(value(own, x, y)).toBeCloseTo(1 - t * t * (3 - 2 * t), 6);
        expect(value(own, x, y)).toBe(value(all, x, y));
      });
    }
  });
});

describe('pictures as floats', () => {
  const byte = fc.integer({ min: 0, max: 255 });
  it('are premultiplied exactly, and linear where light mixes as light', () => {
    fc.assert(
      fc.property(byte, byte, fc.constantFrom(8 as const, 16 as const), (v, a, depth) => {
        const [top, up] = depth === 8 ? [255, 1] : [65535, 257];
        const values = [v * up, 0, top, a * up];
        const image: StraightImage = {
          width: 1,
          height: 1,
          depth,
          data: depth === 8 ? Uint8Array.from(values) : Uint16Array.from(values),
        };
        const part = { x: 0, y: 0, width: 1, height: 1 };
        const shown = unpack(pixelsInMemory(image), part, 'displayed').data;
        expect(shown[0]).toBeCloseTo((v / 255) * (a / 255), 6);
        expect(shown[3]).toBe(Math.fround(a / 255));
        const c = v / 255;
        const linear = c <= 0.04045 ? c / 12.92 : ((c + 0.055) / 1.055) ** 2.4;
        expect(unpack(pixelsInMemory(image), part, 'light').data[0]).toBeCloseTo(
          (linear * a) / 255,
          5,
        );
      }),
    );
  });
});

describe('grades', () => {
  const one = (v: number[]): ColourBuffer => ({
    channels: 4,
    region: { x: 0, y: 0, width: 1, height: 1 },
    data: Float32Array.from(v),
  });
  const decode = (v: number) => (v <= 0.04045 ? v / 12.92 : ((v + 0.055) / 1.055) ** 2.4);
  const share = fc.double({ min: 0, max: 1, noNaN: true });
  it('do to linear light what they do to the colour it shows', () => {
    const ramp = evenTable([0.1, 0, 0.3, 1, 0.9, 0.4, 0.2, 1, 1, 1, 0.8, 1]);
    const turn = [0.6, 0.3, 0.1, 0.2, 0.7, 0.1, 0.1, 0.3, 0.6];
    const grades: ((b: ColourBuffer, mixing: 'displayed' | 'light') => void)[] = [
      (b, m) => gradeLight(b, m, { gain: 1.7, slope: 1.2, lift: 0.05 }),
      (b, m) => gradeHue(b, m, turn, { gain: 1.3, lift: -0.2, around: null }),
      (b, m) => gradeHue(b, m, turn, { gain: 1, lift: 0.1, around: [0.3, -0.1, 0] }),
      (b, m) => gradeRamp(b, m, ramp, 0.7),
    ];
    fc.assert(
      fc.property(share, share, share, fc.constantFrom(...grades), (r, g, b, grade) => {
        const shown = one([r, g, b, 1]);
        const light = one([decode(r), decode(g), decode(b), 1]);
        grade(shown, 'displayed');
        grade(light, 'light');
        for (let c = 0; c < 3; c++)
          expect(Math.abs(light.data[c]! - decode(shown.data[c]!))).toBeLessThan(5e-5);
      }),
      { numRuns: 300 },
    );
  });
});
