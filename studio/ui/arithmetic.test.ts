import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { arithmetic } from './arithmetic';

describe('sums in number fields', () => {
  it('come out as written', () => {
    for (const [text, value] of [
      ['12', 12],
      ['120*2+8', 248],
      ['(1+2)*3', 9],
      ['-4', -4],
      ['7,5', 7.5],
      ['40 px', 40],
      ['50%', 50],
      ['10/4', 2.5],
    ] as const)
      expect(arithmetic(text)).toBe(value);
  });
  it('that are none are null, whatever is typed', () => {
    for (const text of ['', 'wide', '1/0', 'alert(1)', 'a.b', '1;2', '[1]', '2**3'])
      expect(arithmetic(text)).toBeNull();
    fc.assert(
      fc.property(fc.string(), (text) => {
        const v = arithmetic(text);
        expect(v === null || Number.isFinite(v)).toBe(true);
      }),
    );
  });
});
