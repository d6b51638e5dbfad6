import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { noMemo } from '../definitions/memo';
import type { Caster, SourceContext } from '../definitions/source';
import { IDENTITY, scaling } from '../geometry/affine';
import { corner } from '../geometry/path';
import type { Flight } from '../kernels/particles';
import { FLOWN, SOURCE, drawParticles, flown } from '../kernels/particles';
import { newParticles } from '../scene/model/make';
import type { ColourBuffer, Plane } from '../pixels/buffer';
import { colourBuffer, crop, plane } from '../pixels/buffer';
import { flatTable } from '../pixels/ramp-table';
import type { Region } from '../pixels/region';
import { LAMP } from '../testing/step-context';
import type { ParticleValues } from './particles';
import { particlesSource } from './particles';
import { placesInBox, placesOnLayer } from './particle-places';

const STILL: Flight = {
  ...{ seed: 5, moment: 0, life: 2, lifeSpread: 0, direction: 'angle', angle: 0, spread: 0 },
  ...{ speed: 0, speedSpread: 0, gravity: 0, drag: 0, wind: [0, 0], turbulence: 0, eddy: 50 },
  ...{ swirl: 0, centre: [0, 0], clear: 0, size: 4, sizeSpread: 0, growth: 1, depth: 0, focus: 0 },
  ...{ blur: 0, shutter: 0, alongWay: true, spin: 0, byChance: false, jitter: 0, cooling: 0 },
  round: null,
};
const ORIGIN = Float32Array.of(0, 0, 0, -1);

/** What flies: each particle as its head, its tail, and the share of its life. */
const fly = (values: Partial<Flight>, count = 2000, places: Float32Array = ORIGIN) => {
  const list = flown(count, places, { ...STILL, ...values }, IDENTITY);
  return Array.from({ length: count }, (_, n) => {
    const at = n * FLOWN;
    const [x, y, tx, ty, radius] = list.subarray(at, at + 5) as unknown as number[];
    return { x: x!, y: y!, tx: tx!, ty: ty!, radius: radius!, share: list[at + 10]! };
  });
};
const mean = (list: number[]): number => list.reduce((a, b) => a + b, 0) / list.length;
const deviation = (list: number[]): number =>
  Math.sqrt(mean(list.map((v) => (v - mean(list)) ** 2)));

describe('the flight of particles', () => {
  it('is even in age', () => {
    const ages = fly({}).map((p) => p.share);
    expect(mean(ages)).toBeCloseTo(0.5, 1);
    expect(deviation(ages)).toBeCloseTo(Math.sqrt(1 / 12), 1);
    expect(ages.every((a) => a >= 0 && a < 1)).toBe(true);
  });

  it('without forces goes as far as speed times age', () => {
    for (const { x, y, share } of fly({ speed: 30, angle: Math.PI / 2 })) {
      expect(x).toBeCloseTo(0, 3);
      expect(y).toBeCloseTo(30 * 2 * share, 3);
    }
  });

  it('under gravity falls nearly by half of it times age squared', () => {
    for (const { y, share } of fly({ gravity: 100 })) {
      const age = 2 * share;
      // Steps of an eighth of the age: the speed of each is that of its end.
      expect(y).toBeCloseTo(0.5 * 100 * age * age * (1 + 1 / 8), 1);
    }
  });

  it('with drag comes to the wind, and goes with it', () => {
    const late = fly({ drag: 40, wind: [50, -20], speed: 300, life: 10 }).filter(
      (p) => p.share > 0.5,
    );
    for (const { x, tx, y, ty } of late) {
      expect(tx).toBeCloseTo(x, 3);
      expect(ty).toBeCloseTo(y, 3);
    }
    const drawn = fly({ drag: 40, wind: [50, -20], life: 10, shutter: 0.1 }).filter(
      (p) => p.share > 0.5,
    );
    for (const p of drawn) {
      expect(p.x - p.tx).toBeCloseTo(5, 2);
      expect(p.y - p.ty).toBeCloseTo(-2, 2);
    }
  });

  it('spreads evenly over its angle', () => {
    const ways = fly({ speed: 100, spread: 1 })
      .filter((p) => p.share > 0.1)
      .map(({ x, y }) => Math.atan2(y, x));
    expect(Math.max(...ways.map(Math.abs))).toBeLessThan(0.5001);
    expect(deviation(ways)).toBeCloseTo(Math.sqrt(1 / 12), 1);
  });

  it('swirls round the centre, as far from it as before', () => {
    const places = Float32Array.of(10, 0, 0, -1);
    for (const { x, y, share } of fly({ swirl: 0.25 }, 500, places)) {
      expect(Math.hypot(x, y)).toBeCloseTo(10, 3);
      expect(Math.cos(Math.atan2(y, x) - 2 * Math.PI * 0.25 * 2 * share)).toBeCloseTo(1, 4);
    }
  });

  it('keeps clear of a round, in the order of the distances', () => {
    const places = placesInBox({ x0: -100, y0: -100, x1: 100, y1: 100 });
    for (const { x, y } of fly({ clear: 30 }, 1000, places))
      expect(Math.hypot(x, y)).toBeGreaterThanOrEqual(30 - 1e-3);
  });

  it('comes in again on the other side of a box', () => {
    for (const { x, y } of fly({ speed: 5000, spread: 6, round: [-50, -40, 100, 80] })) {
      expect(Math.abs(x)).toBeLessThanOrEqual(50.01);
      expect(Math.abs(y)).toBeLessThanOrEqual(40.01);
    }
  });

  it('in eddies spreads to no side more than to others', () => {
    const places = placesInBox({ x0: -2000, y0: -2000, x1: 2000, y1: 2000 });
    const still = fly({}, 4000, places);
    const carried = fly({ turbulence: 100, eddy: 200 }, 4000, places);
    expect(mean(carried.map((p, i) => p.x - still[i]!.x))).toBeCloseTo(0, -1);
    expect(mean(carried.map((p, i) => p.y - still[i]!.y))).toBeCloseTo(0, -1);
    expect(deviation(carried.map((p, i) => p.x - still[i]!.x))).toBeGreaterThan(10);
  });

  it('goes on from moment to moment', () => {
    const [now, soon] = [fly({ speed: 40, moment: 7 }), fly({ speed: 40, moment: 7.01 })];
    const moved = now.filter((p, i) => soon[i]!.share > p.share);
    expect(moved.length).toBeGreaterThan(1900);
    now.forEach((p, i) => {
      if (soon[i]!.share > p.share) expect(soon[i]!.x - p.x).toBeCloseTo(0.4, 2);
    });
  });
});

const WIDE: Region = { x: 0, y: 0, width: 160, height: 120 };
const SCENE = { x0: 0, y0: 0, x1: 160, y1: 120 };

/** A caster that covers a disc. */
const disc = (x: number, y: number, r: number): Caster => ({
  key: 'disc',
  under(to, region) {
    const out: Plane = plane(region);
    const k = Math.hypot(to[0], to[1]);
    for (let j = 0, i = 0; j < region.height; j++)
      for (let n = 0; n < region.width; n++, i++) {
        const d = Math.hypot(
          region.x + n + 0.5 - (to[0] * x + to[4]),
          region.y + j + 0.5 - (to[3] * y + to[5]),
        );
        out.data[i] = Math.max(0, Math.min(1, r * k - d + 0.5));
      }
    return out;
  },
  within: (_, region) => plane(region),
  paths: [],
  coverage: (region) => plane(region),
  colours: (region) => colourBuffer(region),
  box: () => null,
  colour: null,
  lamp: LAMP,
});

/** What a source that begins on a caster is given. */
const on = (light: Caster) => ({ light, scene: SCENE, map: IDENTITY, memo: noMemo });

describe('places on a layer', () => {
  const places = (where: 'area' | 'edge' | 'upper') => {
    const all = placesOnLayer(on(disc(80, 60, 40)), where);
    return Array.from({ length: all.length / SOURCE }, (_, n) => [
      ...all.subarray(n * SOURCE, (n + 1) * SOURCE),
    ]);
  };

  it('fill it evenly', () => {
    const far = places('area').map(([x, y]) => Math.hypot(x! - 80, y! - 60));
    expect(Math.max(...far)).toBeLessThan(41);
    // The mean distance from the middle of a disc is two thirds of its radius.
    expect(mean(far)).toBeCloseTo((2 / 3) * 40, 0);
  });

  it('lie at its edges, and look outwards', () => {
    for (const [x, y, dx, dy] of places('edge')) {
      expect(Math.hypot(x! - 80, y! - 60)).toBeGreaterThan(37.5);
      expect((dx! * (x! - 80) + dy! * (y! - 60)) / 40).toBeGreaterThan(0.8);
    }
  });

  it('lie at edges that look up alone', () => {
    for (const [, y] of places('upper')) expect(y).toBeLessThan(61);
  });

  it('lie along a line, evenly, and look to either side', () => {
    const path = { closed: false, anchors: [corner(10, 20), corner(90, 20), corner(90, 100)] };
    const all = placesOnLayer(on({ ...disc(80, 60, 40), key: 'line', paths: [path] }), 'line');
    const [down, aside] = [[] as number[], [] as number[]];
    for (let n = 0; n < all.length; n += SOURCE) {
      const [x, y, dx, dy] = [...all.subarray(n, n + SOURCE)] as [number, number, number, number];
      expect(Math.min(Math.abs(y - 20), Math.abs(x - 90))).toBeLessThan(1e-3);
      if (Math.abs(y - 20) < 1e-3 && x < 80) {
        expect(Math.abs(dx)).toBeLessThan(1e-6);
        down.push(dy);
      } else if (y > 30) aside.push(dx);
    }
    // Seventy px of 160, and as many again.
    expect(down.length / (all.length / SOURCE)).toBeCloseTo(70 / 160, 2);
    expect(aside.length / (all.length / SOURCE)).toBeCloseTo(70 / 160, 2);
    expect(mean(down)).toBeCloseTo(0, 2);
    expect(mean(aside.map(Math.abs))).toBeCloseTo(1, 6);
  });

  it('are none on a layer that covers nothing', () => {
    expect(placesOnLayer(on(disc(80, 60, 0)), 'edge')).toHaveLength(0);
  });
});

describe('particles', () => {
  const see = (values: Partial<ParticleValues>, wanted = WIDE, scale = 1): ColourBuffer =>
    particlesSource.render(newParticles('P', values).source, {
      ...{ map: scaling(scale), wanted, memo: noMemo, mixing: 'light', lamp: LAMP },
      scene: { x0: 0, y0: 0, x1: 160 * scale, y1: 120 * scale },
      light: disc(80, 60, 40),
      picture: () => {
        throw new Error('There is none.');
      },
    } satisfies SourceContext);

  it.each([
    'dot',
    'soft',
    'spark',
    'flake',
    'snow',
    'petal',
    'bubble',
    'dust',
    'star',
    'paper',
  ] as const)('that look like a %s are of a part as of the whole', (look) => {
    const values = { look, count: 300, size: 14, shutter: 6, blur: 4, moment: 3 };
    const part = { x: 31, y: 17, width: 70, height: 55 };
    expect(see(values, part).data).toEqual(crop(see(values), part).data);
  });

  it('have as much light as their number and size say', () => {
    // Dots of 6 px across, none beside the picture, fully opaque.
    const out = colourBuffer(WIDE);
    const places = placesInBox({ x0: 20, y0: 20, x1: 140, y1: 100 });
    const list = flown(40, places, { ...STILL, size: 6 }, IDENTITY);
    drawParticles(out, list, { look: 'dot', light: true, ramp: flatTable([1, 1, 1, 1]) });
    const sum = out.data.reduce((a, v, i) => (i % 4 === 0 ? a + v : a), 0);
    expect(sum / (40 * Math.PI * 9)).toBeCloseTo(1, 1);
  });

  it('that are smaller than px keep their light', () => {
    const light = (size: number) => {
      const out = colourBuffer(WIDE);
      const list = flown(
        400,
        placesInBox({ x0: 20, y0: 20, x1: 140, y1: 100 }),
        { ...STILL, size },
        IDENTITY,
      );
      drawParticles(out, list, { look: 'dot', light: true, ramp: flatTable([1, 1, 1, 1]) });
      return out.data.reduce((a, v, i) => (i % 4 === 0 ? a + v : a), 0);
    };
    expect(light(0.5) / light(1)).toBeCloseTo(0.25, 1);
  });

  it('at half the size have nearly the same light, averaged over 8 × 8 px', () => {
    const values = { count: 200, size: 20, look: 'soft', moment: 3, from: 'area' } as const;
    const [whole, half] = [see(values), see(values, { x: 0, y: 0, width: 80, height: 60 }, 0.5)];
    for (let by = 0; by < 15; by += 2)
      for (let bx = 0; bx < 20; bx += 2) {
        const block = ({ region, data }: ColourBuffer, x: number, y: number, side: number) => {
          let sum = 0;
          for (let j = 0; j < side; j++)
            for (let i = 0; i < side; i++) sum += data[4 * ((y + j) * region.width + x + i)]!;
          return sum / side ** 2;
        };
        if (by * 8 + 16 > 120) continue;
        expect(
          Math.abs(block(whole, bx * 8, by * 8, 16) - block(half, bx * 4, by * 4, 8)),
        ).toBeLessThan(0.03);
      }
  });

  it('wait for their layer, and are nothing without it', () => {
    const { source } = newParticles('P', { from: 'edge' });
    const made = particlesSource.render(source, {
      ...{ map: IDENTITY, wanted: WIDE, memo: noMemo, mixing: 'light', lamp: LAMP, scene: SCENE },
      picture: () => {
        throw new Error('There is none.');
      },
    });
    expect(made.data.every((v) => v === 0)).toBe(true);
  });

  it('that would take too long are refused in plain words', () => {
    expect(() => see({ count: 100_000, size: 400 })).toThrow(/fewer or smaller/);
    expect(() => see({ count: 100_000, size: 4 })).not.toThrow();
  });

  it('of any number of moments are finite', () => {
    fc.assert(
      fc.property(fc.double({ min: 0, max: 10_000, noNaN: true }), (moment) => {
        const made = see({
          moment,
          count: 50,
          speed: 20_000,
          gravity: -20_000,
          swirl: 1000,
          turbulence: 20_000,
        });
        expect(made.data.every((v) => Number.isFinite(v))).toBe(true);
      }),
      { numRuns: 20 },
    );
  });
});
