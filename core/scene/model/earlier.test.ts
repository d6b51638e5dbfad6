import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import type { Earlier } from './earlier';
import { statesOf, withEarlier } from './earlier';

const SECOND = 1000;
const HOUR = 3600 * SECOND;
interface Value {
  id: string;
  n: number;
  list: { id: string; v: number }[];
}

/** Saves values one after another, and returns the chain of the last, and each value by the time it was saved at. */
function saves(gaps: readonly number[], change: (v: Value, i: number) => Value) {
  let value: Value = { id: 'v', n: 0, list: [{ id: 'a', v: 0 }] };
  let at = 1e12;
  let chain: Earlier[] = [];
  const saved = new Map([[at, value]]);
  gaps.forEach((gap, i) => {
    const next = change(value, i);
    chain = withEarlier(chain, value, at, next, at + gap);
    [value, at] = [next, at + gap];
    saved.set(at, value);
  });
  return { value, at, chain, saved };
}

describe('a chain of earlier states', () => {
  it('leads back to exactly what was saved then, however it was thinned out', () => {
    const gap = fc.oneof(fc.integer({ min: 500, max: 20_000 }), fc.integer({ min: 1, max: 2e6 }));
    fc.assert(
      fc.property(fc.array(gap, { maxLength: 120 }), fc.infiniteStream(fc.nat(7)), (gaps, dice) => {
        const { value, chain, saved } = saves(gaps, (v, i) => {
          const at = dice.next().value % (v.list.length + 2);
          return {
            ...v,
            n: i + 1,
            list:
              at < v.list.length
                ? v.list.with(at, { ...v.list[at]!, v: i })
                : at === v.list.length
                  ? [...v.list, { id: `i${i}`, v: i }]
                  : v.list.slice(1),
          };
        });
        // As the database gives them back: other objects.
        const stored = structuredClone(chain);
        for (const state of statesOf(value, stored))
          expect(state.value).toEqual(saved.get(state.at));
        expect(chain.length).toBeLessThanOrEqual(20);
        expect(chain.map((e) => e.at)).toEqual(chain.map((e) => e.at).toSorted((a, b) => b - a));
      }),
      { numRuns: 60 },
    );
  });

  it('is close in the first minutes, and goes back for hours', () => {
    const counting = (v: Value) => ({ ...v, n: v.n + 1 });
    const { chain, at } = saves(Array<number>(4 * 3600).fill(2 * SECOND), counting);
    const ages = chain.map((e) => at - e.at);
    expect(ages.filter((a) => a <= 60 * SECOND).length).toBeGreaterThanOrEqual(3);
    expect(ages.filter((a) => a <= 600 * SECOND).length).toBeGreaterThanOrEqual(6);
    expect(ages.at(-1)).toBeGreaterThanOrEqual(7 * HOUR);
  });

  it('is pruned of what is oldest where the room ends', () => {
    const { chain } = saves(Array<number>(15).fill(HOUR), (v, i) => ({
      ...v,
      list: [{ id: String(i), v: i, text: String(i % 10).repeat(3e6) } as never],
    }));
    expect(chain.length).toBeGreaterThan(2);
    expect(chain.length).toBeLessThan(7);
    expect(chain.reduce((sum, e) => sum + e.size, 0)).toBeLessThanOrEqual(16 * 2 ** 20);
  });
});
