import { describe, expect, it } from 'vitest';
import { byPurpose, isSought, purposeOf } from './purposes';
import { stepOfKind, steps } from './index';

describe('the purposes of steps', () => {
  it('hold every step once', () => {
    const all = byPurpose(steps).flatMap((p) => p.steps.map((s) => s.kind));
    expect(all.sort()).toEqual(steps.map((s) => s.kind).sort());
  });
  it('are what a step says itself, or what its family is for', () => {
    expect(purposeOf(stepOfKind('style.glow'))).toBe('light');
    expect(purposeOf(stepOfKind('style.paint'))).toBe('surface');
    expect(purposeOf(stepOfKind('distort.twirl'))).toBe('bend');
  });
  it('find a step by any words of its name, its purpose and its help', () => {
    const found = (words: string) => steps.filter((s) => isSought(s, words)).map((s) => s.kind);
    expect(found('motion')).toContain('blur.motion');
    expect(found('shutter turned')).toEqual(['blur.spin']);
    expect(found('finish film')).toContain('finish.grain');
    expect(found('no such thing')).toEqual([]);
  });
});
