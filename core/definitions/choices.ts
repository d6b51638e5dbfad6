import type { OwnValues, Parameters, Values } from './parameter';

/** What comes with a choice: values of its own, and values that it brings. */

/** The values of what a choice has itself: as they were set, and as its definition has them where they were not. */
export const ownOf = <P extends Parameters>(
  parameters: P,
  own: OwnValues | undefined,
  choice: string,
): Required<Values<P>> =>
  ({
    ...Object.fromEntries(Object.entries(parameters).map(([k, p]) => [k, p.default])),
    ...own?.[choice],
  }) as Required<Values<P>>;

/** What changes where a choice takes another option: the choice, and what it brings where that is still as it was brought, or by default. */
export function chosen(
  parameters: Parameters,
  values: Readonly<Record<string, unknown>>,
  key: string,
  option: string,
): Record<string, unknown> {
  const p = parameters[key];
  const brings = p?.kind === 'choice' ? p.brings : undefined;
  if (!brings) return { [key]: option };
  const now = JSON.stringify(values[brings.key]);
  const untouched = [parameters[brings.key]?.default, ...Object.values(brings.values)];
  return untouched.some((v) => JSON.stringify(v) === now)
    ? { [key]: option, [brings.key]: brings.values[option] }
    : { [key]: option };
}
