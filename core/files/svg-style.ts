/** What elements of an SVG say of themselves, and what style sheets say of them. */
export type Attributes = Record<string, string>;

/** Declarations of a style, `a: b; c: d`. */
export const declarations = (style: string | undefined): Attributes =>
  Object.fromEntries(
    (style ?? '')
      .split(';')
      .map((d) => d.split(':').map((s) => s.trim()))
      .filter((d): d is [string, string] => d.length === 2 && d[0] !== '' && d[1] !== ''),
  );

/** The rules of style sheets that name a class, an id or an element alone. */
export function rulesOf(sheets: string): Map<string, Attributes> {
  const rules = new Map<string, Attributes>();
  for (const [, selectors, body] of sheets
    .replace(/\/\*[\s\S]*?\*\//g, '')
    .matchAll(/([^{}]+)\{([^{}]*)\}/g))
    for (const selector of selectors!.split(',').map((s) => s.trim()))
      if (/^[.#]?[\w-]+$/.test(selector))
        rules.set(selector, { ...rules.get(selector), ...declarations(body) });
  return rules;
}
