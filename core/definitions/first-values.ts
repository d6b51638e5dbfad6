import type { Parameters } from './parameter';
import { counts } from './parameter-values';

/** So many values come first, where a definition does not say which. */
const FIRST = 3;
/** Definitions with no more values than these show them all. */
const FEW = 5;

/**
 * The keys of the values that come first, and of the rest, each in the order of the definition: of those that count as the
 * values are. `said` are those that matter most, as the definition has them; where none of them counts, or it says none, the first ones. Where there are few there is no rest.
 */
export function firstValues(
  parameters: Parameters,
  values: Readonly<Record<string, unknown>>,
  said: readonly string[] = [],
): { first: readonly string[]; rest: readonly string[] } {
  const keys = Object.keys(parameters).filter((key) => counts(parameters[key]!, values));
  if (keys.length <= FEW) return { first: keys, rest: [] };
  const chosen = keys.filter((key) => said.includes(key));
  const first = chosen.length > 0 ? chosen : keys.slice(0, FIRST);
  return { first, rest: keys.filter((key) => !first.includes(key)) };
}
