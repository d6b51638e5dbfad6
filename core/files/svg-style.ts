import { generate, parse, walk } from 'css-tree';
import type { CssNode } from 'css-tree';

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

/** The longest style sheets that are read, letters. */
export const MAX_SHEETS = 1_000_000;

/** The rules of style sheets that name a class, an id or an element alone. What cannot be read of them is left out. */
export function rulesOf(sheets: string): Map<string, Attributes> {
  const rules = new Map<string, Attributes>();
  const tree = parse(sheets, { parseValue: false, parseAtrulePrelude: false });
  walk(tree, {
    visit: 'Rule',
    enter({ prelude, block }) {
      if (prelude.type !== 'SelectorList') return;
      const own: Attributes = {};
      block.children.forEach((d) => {
        if (d.type === 'Declaration') own[d.property] = generate(d.value).trim();
      });
      prelude.children.forEach((selector) => {
        const name = plainName(selector);
        if (name === null) return;
        const rule = rules.get(name);
        if (rule) Object.assign(rule, own);
        else rules.set(name, { ...own });
      });
    },
  });
  return rules;
}

/** A selector that is one class, id or element, as it is written; null for any other. */
function plainName(selector: CssNode): string | null {
  if (selector.type !== 'Selector' || selector.children.size !== 1) return null;
  const part = selector.children.first;
  return part && ['ClassSelector', 'IdSelector', 'TypeSelector'].includes(part.type)
    ? generate(part)
    : null;
}
