import * as v from 'valibot';
import { inWords } from '../scene/model/issue-words';

/** Files that hold one thing of a book, as JSON: a recipe, a brush. */
interface BookFile<T> {
  /** One of them, as `recipe`. */
  what: string;
  /** How such a file comes to be: kept, saved. */
  made: string;
  schema: v.GenericSchema<unknown, T>;
  /** The version that this program writes. */
  version: number;
  /** The longest text of one, letters. */
  longest: number;
  /** Makes the error that is thrown. */
  fault(message: string, options?: { cause: unknown }): Error;
}

/** What a text should hold; `name` is that of its file. Throws the file's own error, which says what is wrong and where. */
export function parseBookFile<T>(
  { what, made, schema, version, longest, fault }: BookFile<T>,
  text: string,
  name: string,
): T {
  const instead = `Bring in one that was ${made} here.`;
  if (text.length > longest) throw fault(`"${name}" is larger than any ${what}. ${instead}`);
  let value: unknown;
  try {
    value = JSON.parse(text);
  } catch (cause) {
    throw fault(`"${name}" is no ${what}. ${instead}`, { cause });
  }
  const own = (value as { version?: unknown } | null)?.version;
  if (typeof own === 'number' && own > version)
    throw fault(
      `"${name}" was ${made} by a newer Ignis (version ${own}; this one reads up to ${version}). Bring it in there.`,
    );
  const result = v.safeParse(schema, value);
  if (result.success) return result.output;
  const issue = result.issues[0];
  const inner = issue.issues?.[0] ?? issue;
  throw fault(
    `"${name}" cannot be read at ${v.getDotPath(issue) ?? 'its start'}: ${inWords(inner).message}`,
    { cause: new Error(inner.message) },
  );
}
