/**
 * The words of the app in the artist's language. They stand in English where they are used, marked by `t`; that English is the
 * key of the catalogues (words/<language>/<screen>.po), as in gettext, and what stands there until it is translated. Values
 * and plurals are written as ICU MessageFormat has them.
 */

/** A value within a text. */
export type Value = string | number;

/** Words in another language: the catalogue, and how a message with values or plurals is formatted. */
export interface Translation {
  catalogue: ReadonlyMap<string, string>;
  format(message: string, values: readonly Value[]): string;
}

let translation: Translation | null = null;

/** Sets the language of everything that `t` gives from now on; null: English. */
export function setTranslation(to: Translation | null): void {
  translation = to;
}

/** The key of a template: its text with {0}, {1}… in the places of its values. */
export const keyOf = (parts: readonly string[]): string =>
  parts.reduce((key, part, i) => `${key}{${i - 1}}${part}`);

const keys = new WeakMap<TemplateStringsArray, string>();

function cachedKey(parts: TemplateStringsArray): string {
  let key = keys.get(parts);
  if (key === undefined) keys.set(parts, (key = keyOf(parts)));
  return key;
}

const translated = (key: string, values: readonly Value[], english: () => string): string => {
  const message = translation?.catalogue.get(key);
  if (!translation || message === undefined) return english();
  return values.length > 0 ? translation.format(message, values) : message;
};

/**
 * The words in the artist's language: of a template with its values, or of a text that is only known when it runs, such as the
 * name of a value. What no catalogue has stays English.
 */
export function t(text: TemplateStringsArray, ...values: Value[]): string;
export function t(text: string): string;
export function t(text: string | undefined): string | undefined;
export function t(
  text: string | TemplateStringsArray | undefined,
  ...values: Value[]
): string | undefined {
  if (text === undefined) return undefined;
  if (typeof text === 'string') return translated(text, [], () => text);
  return translated(cachedKey(text), values, () =>
    text.reduce((said, part, i) => `${said}${values[i - 1]!}${part}`),
  );
}

/** A name within a sentence: English writes it small there. */
export const midSentence = (name: string): string => (translation ? name : name.toLowerCase());

/** The key of a plural: an ICU message, in which # stands for the count. */
export const pluralKey = (one: string, other: string): string =>
  `{0, plural, one {${one}} other {${other}}}`;

/** Words for a count of things, such as `plural(n, '# layer', '# layers')`; # stands for the count. */
export function plural(count: number, one: string, other: string): string {
  return translated(pluralKey(one, other), [count], () =>
    (count === 1 ? one : other).replaceAll('#', String(count)),
  );
}
