import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import '../kernels/load';
import { touching } from './touching';

const [width, height] = [9, 7];
const region = { x: 3, y: -2, width, height };

/** Px that hang together, by the plainest of floods: again and again, until nothing is added. */
function slowly(open: readonly boolean[], at: number): Set<number> {
  const found = new Set(open[at] ? [at] : []);
  for (let before = -1; before !== found.size;) {
    before = found.size;
    for (const i of [...found]) {
      const x = i % width;
      for (const j of [x > 0 ? i - 1 : -1, x < width - 1 ? i + 1 : -1, i - width, i + width])
        if (j >= 0 && j < open.length && open[j]) found.add(j);
    }
  }
  return found;
}

describe('what hangs together', () => {
  it('is what a flood reaches, and the eight px round each of its px', () => {
    const cells = fc.array(fc.boolean(), { minLength: width * height, maxLength: width * height });
    fc.assert(
      fc.property(cells, fc.nat({ max: width * height - 1 }), (open, seed) => {
        const data = Float32Array.from(open, (o) => (o ? 0.5 : 0));
        const at = { x: region.x + (seed % width) + 0.4, y: region.y + Math.floor(seed / width) };
        const found = slowly(open, seed);
        const expected = open.map((_, i) =>
          [...found].some(
            (j) =>
              Math.abs((i % width) - (j % width)) <= 1 &&
              Math.abs(Math.floor(i / width) - Math.floor(j / width)) <= 1,
          ),
        );
        expect([...touching({ channels: 1, region, data }, at).data].map(Boolean)).toEqual(
          expected,
        );
      }),
      { numRuns: 300 },
    );
  });
  it('is nothing from a place outside', () => {
    const data = new Float32Array(width * height).fill(1);
    expect(touching({ channels: 1, region, data }, { x: 0, y: 0 }).data.some(Boolean)).toBe(false);
  });
});
