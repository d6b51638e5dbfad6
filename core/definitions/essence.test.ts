import { describe, expect, it } from 'vitest';
import { essenceOf } from './essence';
import { angle, length, percent } from './number-parameters';
import type { Parameters } from './parameter';

const parameters = {
  side: {
    kind: 'choice',
    label: 'Side',
    options: [
      { value: 'in', label: 'Inside' },
      { value: 'out', label: 'Outside' },
    ],
    default: 'out',
  },
  size: length('Size', 24),
  amount: percent('Amount', 75),
  turn: angle('Turn', 0),
  width: { ...length('Width', 3), needs: { side: ['in'] } },
  colour: { kind: 'colour', label: 'Colour', default: '#ffffff' },
} as const satisfies Parameters;
const usual = { side: 'out', size: 24, amount: 75, turn: 0, width: 3, colour: '#ff8800' };

describe('the essence of some values', () => {
  it('is the first three numbers and words, in their order', () =>
    expect(essenceOf(parameters, usual)).toBe('outside · 24 px · amount 75 %'));
  it('is what was changed, if anything was', () =>
    expect(essenceOf(parameters, { ...usual, turn: 12.34, amount: 50.04 })).toBe(
      'amount 50 % · 12°',
    ));
  it('leaves out what does not count, and is short', () => {
    expect(essenceOf(parameters, { ...usual, width: 7.25, size: 8.12 })).toBe('8.1 px');
    expect(essenceOf(parameters, { ...usual, side: 'in', width: 7.25 })).toBe('inside · 7.3 px');
    expect(essenceOf({}, usual)).toBe('');
  });
});
