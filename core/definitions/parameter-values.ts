import isEqual from 'fast-deep-equal';
import type { Parameter, ParameterNeeds, Parameters, Value, Values } from './parameter';

/** What values mean for the parameters that they belong to. */

/** Every parameter's default; what means the same where it is left out is left out. */
export function defaultsOf<P extends Parameters>(parameters: P): Values<P> {
  return Object.fromEntries(
    Object.entries(parameters).flatMap(([k, p]) =>
      absentOf(p) === p.default ? [] : [[k, p.default]],
    ),
  ) as Values<P>;
}

/** What a parameter is where it is left out; undefined if it may not be. */
export const absentOf = (p: Parameter): Value | undefined => ('absent' in p ? p.absent : undefined);

/** Values with what they leave out as it counts. */
export const completed = (
  parameters: Parameters,
  values: Readonly<Record<string, unknown>>,
): Record<string, unknown> => ({
  ...Object.fromEntries(
    Object.entries(parameters).flatMap(([k, p]) =>
      absentOf(p) === undefined ? [] : [[k, absentOf(p)]],
    ),
  ),
  ...Object.fromEntries(Object.entries(values).filter(([, v]) => v !== undefined)),
});

/** Of an object that holds the values of a set of parameters and more, those values that it says. */
export const valuesOf = <P extends Parameters>(parameters: P, all: Values<P>): Values<P> =>
  Object.fromEntries(
    Object.keys(parameters).flatMap((k) => {
      const value = (all as Readonly<Record<string, unknown>>)[k];
      return value === undefined ? [] : [[k, value]];
    }),
  ) as Values<P>;

/** The key of the parameter that says how lengths are meant; undefined if they are px. */
export const lengthsKey = (parameters: Parameters): string | undefined =>
  Object.entries(parameters).find(([, p]) => p.kind === 'choice' && p.setsLengths)?.[0];

/** How the lengths among some values are meant. */
export function lengthsIn(
  parameters: Parameters,
  values: Readonly<Record<string, unknown>>,
): 'px' | 'share' {
  const key = lengthsKey(parameters);
  return key !== undefined && values[key] === 'share' ? 'share' : 'px';
}

/** Whether a parameter counts, for the values of the others. */
export const counts = (
  p: { needs?: ParameterNeeds },
  values: Readonly<Record<string, unknown>>,
): boolean =>
  Object.entries(p.needs ?? {}).every(([key, ok]) =>
    ok === 'some' ? Number(values[key]) > 0 : ok.includes(values[key] as string | boolean),
  );

/** Whether a value is what it is at first: for lists and the like, whether all in it is. */
export const isAtFirst = (p: Parameter, value: unknown): boolean => isEqual(value, p.default);
