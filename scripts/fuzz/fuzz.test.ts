import { describe, expect, it } from 'vitest';
import { formats } from './formats';
import { damagedBytes, damagedValue, diceOf } from './mutate';
import { LONGEST, fuzz } from './run';

describe('damaged files', async () => {
  it.each(await formats())(
    'of the format $name are opened or refused in the artist’s words',
    async (format) => {
      const { faults, opened, refused } = await fuzz(format, 100);
      // How long it took is for `npm run fuzz` to say: this machine may be busy with other tests.
      expect(faults.filter((f) => !f.fault.startsWith('takes'))).toEqual([]);
      expect(opened + refused).toBe(100);
      expect(refused).toBeGreaterThan(0);
    },
    100 * LONGEST,
  );

  it('are the same from the same seed, and others than what they were', () => {
    const bytes = Uint8Array.from({ length: 200 }, (_, i) => i);
    const value = { list: [1, 2, { deep: 'x' }], name: 'Tide' };
    const all = Array.from({ length: 50 }, (_, seed) => [
      damagedBytes(bytes, diceOf(seed)).join(),
      JSON.stringify(damagedValue(value, diceOf(seed))),
    ]);
    expect(
      all.map((_, seed) => [
        damagedBytes(bytes, diceOf(seed)).join(),
        JSON.stringify(damagedValue(value, diceOf(seed))),
      ]),
    ).toEqual(all);
    expect(new Set(all.map(([b]) => b)).size).toBeGreaterThan(45);
    expect(all.filter(([b]) => b === bytes.join()).length).toBeLessThan(3);
    expect(value).toEqual({ list: [1, 2, { deep: 'x' }], name: 'Tide' });
  });
});
