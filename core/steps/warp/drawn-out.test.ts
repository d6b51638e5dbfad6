import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { IDENTITY, multiply, rotation, scaling, translation } from '../../geometry/affine';
import { defaultsOf } from '../../definitions/parameter-values';
import type { ColourBuffer } from '../../pixels/buffer';
import { crop } from '../../pixels/buffer';
import type { Region } from '../../pixels/region';
import { grow } from '../../pixels/region';
import { stepContext } from '../../testing/step-context';
import { allDrawn } from './drawn-out';
import { drip } from './drip';
import { fray } from './fray';

const WHOLE: Region = { x: 0, y: 0, width: 240, height: 200 };

/** A bar over the middle, red to the left and blue to the right. */
function bar(region: Region, k = 1): ColourBuffer {
  const data = new Float32Array(region.width * region.height * 4);
  for (let y = 0; y < region.height; y++)
    for (let x = 0; x < region.width; x++) {
      const [u, v] = [(region.x + x + 0.5) / k, (region.y + y + 0.5) / k];
      if (u < 40 || u > 200 || v < 60 || v > 100) continue;
      data.set(u < 120 ? [1, 0, 0, 1] : [0, 0, 1, 1], (y * region.width + x) * 4);
    }
  return { channels: 4, region, data };
}
const drips = { ...defaultsOf(drip.parameters), apart: 24, share: 100, length: 60, width: 10 };
const tongues = { ...defaultsOf(fray.parameters), apart: 20, length: 40, width: 12 };
const at = ({ region, data }: ColourBuffer, x: number, y: number) => {
  const i = ((y - region.y) * region.width + x - region.x) * 4;
  return [...data.subarray(i, i + 4)];
};
const alphaRow = (made: ColourBuffer, y: number) =>
  Array.from({ length: WHOLE.width }, (_, x) => at(made, x, y)[3]!);
const see = (step: typeof drip | typeof fray, values: object, wanted = WHOLE, input = bar(WHOLE)) =>
  crop(step.apply(input, values as never, stepContext(wanted)), wanted);

describe('drips', () => {
  it('hang from the lower edge alone, in the colours of where they hang', () => {
    const made = see(drip, drips);
    expect(Math.max(...alphaRow(made, 110))).toBeGreaterThan(0.9);
    expect(Math.max(...alphaRow(made, 50))).toBe(0);
    for (let x = 0; x < WHOLE.width; x++) {
      const [r, , b, a] = at(made, x, 112);
      if (a! < 0.5) continue;
      if (x < 105) expect(r! / a!).toBeGreaterThan(0.9);
      if (x > 135) expect(b! / a!).toBeGreaterThan(0.9);
    }
    // What was there stays what it was.
    expect(at(made, 60, 80)).toEqual([1, 0, 0, 1]);
  });

  it('are joined to the shape: each px of them hangs together with it', () => {
    const made = see(drip, { ...drips, waves: 0 });
    for (let x = 0; x < WHOLE.width; x++)
      for (let y = 101; y < 170; y++)
        if (at(made, x, y)[3]! > 0.5) {
          // From the middle of a drip up there is no gap.
          const above = [-1, 0, 1].some((d) => at(made, x + d, y - 1)[3]! > 0.5);
          const beside = [-2, -1, 1, 2].some((d) => at(made, x + d, y)[3]! > 0.5);
          expect(above || beside).toBe(true);
        }
  });

  it('are as many as their share says, and others by another seed', () => {
    const count = (share: number, seed = 1) => {
      const row = alphaRow(see(drip, { ...drips, share, seed, spread: 0 }), 130);
      return row.filter((a, x) => a >= 0.5 && (row[x - 1] ?? 0) < 0.5).length;
    };
    expect(count(0)).toBe(0);
    expect(count(100)).toBeGreaterThan(4);
    expect(count(50)).toBeLessThan(count(100));
    expect(see(drip, drips).data).not.toEqual(see(drip, { ...drips, seed: 2 }).data);
  });

  it('are never nearer than half of their width: the work is bounded', () => {
    const many = { ...drips, apart: 2, width: 40, length: 10 };
    const all = allDrawn(bar(WHOLE), drip.drawsOut!(many), IDENTITY);
    expect(all.length).toBeLessThanOrEqual(160 / 20 + 2);
  });

  it('fall the way that gravity does', () => {
    const made = see(drip, { ...drips, direction: 0 });
    const column = Array.from({ length: 200 }, (_, y) => at(made, 212, y)[3]!);
    expect(Math.max(...column)).toBeGreaterThan(0.9);
    expect(Math.max(...alphaRow(made, 115).slice(60, 180))).toBe(0);
  });

  it('end in a bead that is wider than the neck', () => {
    const made = see(drip, { ...drips, bead: 150, waves: 0, spread: 0, apart: 60 });
    const wide = (y: number) => alphaRow(made, y).reduce((s, a) => s + a, 0);
    expect(Math.max(wide(150), wide(153), wide(156))).toBeGreaterThan(1.25 * wide(135));
  });
});

describe('drips that are changed by hand', () => {
  const values = { ...drips, waves: 0, spread: 0, apart: 40 };
  const all = (own: object) =>
    allDrawn(bar(WHOLE), drip.drawsOut!({ ...values, ...own }), IDENTITY);
  const [one] = all({});
  const change = (own: object) => [{ ...one!.found, across: 0, longer: 1, removed: false, ...own }];

  it('hang where they are said to: their roots on the edge, their ends below', () => {
    for (const { at: root, end } of all({})) {
      expect(root.y).toBeCloseTo(100, 5);
      expect(end.x).toBeCloseTo(root.x, 5);
      expect(end.y - root.y).toBeCloseTo(60, 5);
    }
  });

  it('are longer, moved along the edge, or gone, and the others stay', () => {
    const others = (own: object) => all(own).slice(1);
    const [longer] = all({ drips: change({ longer: 1.5 }) });
    expect(longer!.end.y - longer!.at.y).toBeCloseTo(90, 5);
    const [moved] = all({ drips: change({ across: 12 }) });
    expect(Math.abs(moved!.at.x - one!.at.x)).toBeCloseTo(12, 5);
    expect(moved!.found).toEqual(one!.found);
    expect(all({ drips: change({ removed: true }) })).toEqual(others({}));
    expect(others({ drips: change({ longer: 1.5 }) })).toEqual(others({}));
  });

  it('follow the layer under any map', () => {
    const map = multiply(translation(20, 10), scaling(0.5));
    const small = bar({ x: 20, y: 10, width: 120, height: 100 }, 1);
    // The bar at half its size, moved.
    for (let y = 0; y < 100; y++)
      for (let x = 0; x < 120; x++) {
        const px = at(bar(WHOLE), 2 * x, 2 * y);
        small.data.set(px, (y * 120 + x) * 4);
      }
    const seen = allDrawn(small, drip.drawsOut!(values), map);
    expect(seen).toHaveLength(all({}).length);
    seen.forEach(({ at: root }, i) => {
      expect(Math.abs(root.x - all({})[i]!.at.x)).toBeLessThan(1.5);
      expect(Math.abs(root.y - 100)).toBeLessThan(1.5);
    });
  });
});

describe('tongues', () => {
  it('stand on the upper edge, and end in points', () => {
    const made = see(fray, tongues);
    expect(Math.max(...alphaRow(made, 110))).toBe(0);
    const wide = (y: number) => alphaRow(made, y).reduce((s, a) => s + a, 0);
    expect(wide(55)).toBeGreaterThan(wide(40));
    expect(wide(55)).toBeGreaterThan(20);
  });
});

describe.each([
  ['drip', drip, drips],
  ['fray', fray, tongues],
] as const)('%s', (_, step, values) => {
  it('is of a part of the picture what it is of the whole, to the last bit', () => {
    const maps = [IDENTITY, multiply(translation(70, -10), rotation(0.5))];
    fc.assert(
      fc.property(
        fc.integer({ min: 0, max: 200 }),
        fc.integer({ min: 0, max: 160 }),
        fc.constantFrom(...maps),
        fc.integer({ min: 0, max: 50 }),
        (x, y, map, seed) => {
          const wanted = { x, y, width: 37, height: 29 };
          const own = { ...values, seed } as never;
          const margin = step.margin(own, 1, 1);
          const all = grow(WHOLE, margin);
          const part = step.apply(
            crop(bar(all), grow(wanted, margin)),
            own,
            stepContext(wanted, { map }),
          );
          const whole = step.apply(bar(all), own, stepContext(WHOLE, { map }));
          expect(crop(part, wanted).data).toEqual(crop(crop(whole, WHOLE), wanted).data);
        },
      ),
      { numRuns: 12 },
    );
  });

  it('is at twice the size the same, twice as large', () => {
    const small = see(step, values);
    const large = { x: 0, y: 0, width: 480, height: 400 };
    const made = crop(
      step.apply(bar(large, 2), values as never, stepContext(large, { map: scaling(2) })),
      large,
    );
    let sum = 0;
    for (let y = 0; y < 200; y++)
      for (let x = 0; x < 240; x++) {
        const four = [0, 1].flatMap((j) => [0, 1].map((i) => at(made, 2 * x + i, 2 * y + j)[3]!));
        sum += Math.abs(at(small, x, y)[3]! - four.reduce((a, b) => a + b) / 4);
      }
    expect(sum / (240 * 200)).toBeLessThan(0.01);
  });
});
