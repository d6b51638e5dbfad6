import * as v from 'valibot';
import { describe, expect, it } from 'vitest';
import { type Parameter } from './parameter';
import { percent } from './number-parameters';
import { defaultsOf } from './parameter-values';
import { parameterSchema, parametersSchema } from './parameter-schema';

const size: Parameter = {
  kind: 'number',
  label: 'Size',
  unit: 'px',
  min: 0,
  max: 10,
  step: 1,
  default: 4,
};
const hue: Parameter = { kind: 'colour', label: 'Hue', default: '#102030' };
const side: Parameter = {
  kind: 'choice',
  label: 'Side',
  options: [
    { value: 'in', label: 'Inside' },
    { value: 'out', label: 'Outside' },
  ],
  default: 'in',
};

const message = (p: Parameter, value: unknown) => {
  const result = v.safeParse(parameterSchema(p), value);
  return result.success ? null : result.issues[0].message;
};

describe('a parameter', () => {
  it('takes what fits and names its range to anything else', () => {
    expect(message(size, 10)).toBeNull();
    for (const wrong of [11, -1, NaN, Infinity, '4', null])
      expect(message(size, wrong)).toBe('Size must be a number from 0 to 10 px.');
    expect(message(hue, '#A0b1C2')).toBeNull();
    for (const wrong of ['red', '#12345', 5]) expect(message(hue, wrong)).not.toBeNull();
    expect(message(side, 'out')).toBeNull();
    expect(message(side, 'over')).toBe('Side must be one of in, out.');
    expect(message({ kind: 'switch', label: 'On', default: true }, 1)).toBe(
      'On must be true or false.',
    );
  });
  it('stands in an object that has no other keys', () => {
    const all = { size, hue, share: percent('Share', 50) };
    expect(defaultsOf(all)).toEqual({ size: 4, hue: '#102030', share: 50 });
    const schema = parametersSchema(all);
    expect(v.is(schema, defaultsOf(all))).toBe(true);
    expect(v.is(schema, { ...defaultsOf(all), more: 1 })).toBe(false);
    expect(v.is(schema, { size: 4, hue: '#102030' })).toBe(false);
  });
});
