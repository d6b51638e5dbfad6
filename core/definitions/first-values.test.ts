import { describe, expect, it } from 'vitest';
import { steps } from '../steps/index';
import { firstValues } from './first-values';
import { percent } from './number-parameters';
import type { Parameters } from './parameter';
import { completed, defaultsOf, isAtFirst } from './parameter-values';

const many: Parameters = Object.fromEntries(
  ['a', 'b', 'c', 'd', 'e', 'f', 'g'].map((key) => [key, percent(key, 1)]),
);

describe('the values of a step that come first', () => {
  it('are those that its definition says, in its order, or the first three', () => {
    expect(firstValues(many, {}, ['f', 'b'])).toEqual({
      first: ['b', 'f'],
      rest: ['a', 'c', 'd', 'e', 'g'],
    });
    expect(firstValues(many, {}).first).toEqual(['a', 'b', 'c']);
  });

  it('are all where there are few that count', () => {
    const only = { ...many.a!, needs: { a: 'some' as const } };
    const few = { ...many, e: only, f: only };
    expect(firstValues(few, { a: 0 }, ['a'])).toEqual({
      first: ['a', 'b', 'c', 'd', 'g'],
      rest: [],
    });
    expect(firstValues(few, { a: 1 }, ['a']).rest).toHaveLength(6);
  });

  it('that do not count are not among them', () => {
    const parameters = { ...many, a: { ...many.a!, needs: { b: 'some' as const } } };
    expect(firstValues(parameters, { b: 0 }, ['a', 'c']).first).toEqual(['c']);
    expect(firstValues(parameters, { b: 0 }, ['a']).first).toEqual(['b', 'c', 'd']);
  });

  it.each(steps.map((s) => [s.kind, s] as const))('of %s are some that it has', (_, step) => {
    for (const key of step.first ?? []) expect(Object.keys(step.parameters)).toContain(key);
    const values = completed(step.parameters, defaultsOf(step.parameters));
    const { first, rest } = firstValues(step.parameters, values, step.first);
    expect(first.length).toBeLessThanOrEqual(5);
    expect(new Set([...first, ...rest]).size).toBe(first.length + rest.length);
  });
});

it('values are at first where they are what a definition has, lists by what is in them', () => {
  const p = { kind: 'curve', label: 'Curve', default: [] } as const;
  expect(isAtFirst(many.a!, 1)).toBe(true);
  expect(isAtFirst(many.a!, 2)).toBe(false);
  expect(isAtFirst({ ...p, default: [[0, 0]] as never }, [[0, 0]])).toBe(true);
  expect(isAtFirst({ ...p, default: [[0, 0]] as never }, [[0, 1]])).toBe(false);
  expect(isAtFirst({ kind: 'mesh', label: 'Mesh', default: null }, null)).toBe(true);
});
