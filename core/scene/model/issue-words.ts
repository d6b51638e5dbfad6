import type * as v from 'valibot';

/** What is wrong, in the artist's words, and the library's own where they differ. */
interface Words {
  message: string;
  raw?: string;
}

/** What values of each type are called. */
const KINDS: Readonly<Record<string, string>> = {
  ...{ number: 'a number', string: 'text', boolean: 'true or false', array: 'a list' },
  ...{ strict_object: 'an object', object: 'an object', strict_tuple: 'a list', null: 'null' },
};

/** What a value is called. */
const kindOf = (value: unknown): string =>
  value === undefined
    ? 'missing'
    : value === null
      ? 'null'
      : Array.isArray(value)
        ? 'a list'
        : (KINDS[typeof value] ?? 'an object');

/** What each kind of limit asks for; `need` is the limit. */
const LIMITS: Readonly<Record<string, (need: unknown) => string>> = {
  min_value: (need) => `This is at least ${String(need)}.`,
  max_value: (need) => `This is at most ${String(need)}.`,
  min_length: (need) => `This has at least ${String(need)} letters or entries.`,
  max_length: (need) => `This has at most ${String(need)} letters or entries.`,
  integer: () => 'This is a whole number.',
  finite: () => 'This is a finite number.',
  regex: () => 'This is not written as it must be.',
  check: () => 'This is not as it must be.',
};

/**
 * An issue of the schema in the artist's words. Messages that the schema gives itself are such; those of the library, all of
 * which begin with Invalid, are put in words.
 */
export function inWords(issue: v.BaseIssue<unknown>): Words {
  const { message: raw, type, input, expected, requirement } = issue;
  if (!raw.startsWith('Invalid ')) return { message: raw };
  const limit = LIMITS[type];
  if (limit) return { message: limit(requirement), raw };
  const key = String(issue.path?.at(-1)?.key ?? '');
  if (expected === 'never') return { message: `There is nothing called “${key}” here.`, raw };
  if (input === undefined) return { message: `“${key}” is missing.`, raw };
  const kind = KINDS[type];
  if (kind) return { message: `This must be ${kind}, and is ${kindOf(input)}.`, raw };
  const options = (expected ?? '').replaceAll(' | ', ', ');
  return {
    message: options ? `This must be one of ${options}.` : 'This is not as it must be.',
    raw,
  };
}
