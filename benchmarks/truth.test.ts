import { describe, expect, it } from 'vitest';
import { differenceOf } from '../demo/truths/compare';
import { GOALS, picturesOf } from './truth';

describe('light in Ignis, against the same traced', () => {
  for (const [name, label, all, near] of GOALS)
    it(`${label}: is near the truth, and nearer than soft strokes and a wash`, async () => {
      const { made, traced } = await picturesOf(name);
      const is = differenceOf(name, made, traced, 4);
      expect(is.all).toBeLessThan(all);
      expect(is.near).toBeLessThan(near);
      const before = differenceOf(name, (await picturesOf(name, true)).made, traced, 4);
      expect(is.all).toBeLessThan(before.all);
      expect(is.near).toBeLessThan(before.near);
      // A picture is no way off from itself.
      expect(differenceOf(name, traced, traced, 8)).toEqual({ all: 0, near: 0 });
    });
});
