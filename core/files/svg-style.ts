import { compile } from 'css-select';
import type { Options } from 'css-select';
import { generate, parse, walk } from 'css-tree';
import type { CssNode, DeclarationList, Selector } from 'css-tree';

/** What elements of an SVG say of themselves, and what style sheets say of them (CSS Cascading and Inheritance, level 4). */
export type Attributes = Record<string, string>;

/** An element of an SVG. */
export interface SvgNode {
  tag: string;
  attributes: Attributes;
  children: SvgNode[];
  parent: SvgNode | null;
  text: string;
}

/** The longest style sheets that are read, letters, and the most rules. */
export const MAX_SHEETS = 1_000_000;
const MAX_RULES = 20_000;

interface Declared {
  property: string;
  value: string;
  important: boolean;
}

const declaredIn = (list: Pick<DeclarationList, 'children'>): Declared[] =>
  list.children
    .toArray()
    .flatMap((d) =>
      d.type === 'Declaration'
        ? [{ property: d.property, value: generate(d.value).trim(), important: !!d.important }]
        : [],
    );

/** The declarations of an element's own style. */
const declaredBy = (style: string | undefined): Declared[] =>
  style
    ? declaredIn(parse(style, { context: 'declarationList', parseValue: false }) as DeclarationList)
    : [];

/** Declarations of a style, `a: b; c: d`. */
export const declarations = (style: string | undefined): Attributes =>
  Object.fromEntries(declaredBy(style).map((d) => [d.property, d.value]));

interface Rule {
  matches(node: SvgNode): boolean;
  /** Ids, then classes, attributes and pseudo-classes, then elements: as one number. */
  specificity: number;
  declared: Declared[];
}

/** How a selector counts against others (Selectors, level 4, section 17). */
function specificityOf(selector: CssNode): number {
  let [ids, classes, elements] = [0, 0, 0];
  walk(selector, (part) => {
    if (part.type === 'IdSelector') ids++;
    else if (part.type === 'TypeSelector') elements += part.name === '*' ? 0 : 1;
    else if (/^(Class|Attribute|PseudoClass)Selector$/.test(part.type)) classes++;
  });
  return ids * 1e6 + classes * 1e3 + elements;
}

const options: Options<SvgNode, SvgNode> & { xmlMode: true } = {
  xmlMode: true,
  adapter: {
    isTag: (node): node is SvgNode => node.tag !== '',
    getAttributeValue: (node, name) => node.attributes[name],
    getChildren: (node) => node.children,
    getName: (node) => node.tag,
    getParent: (node) => node.parent,
    getSiblings: (node) => node.parent?.children ?? [node],
    getText: (node) => node.text,
    hasAttrib: (node, name) => name in node.attributes,
    removeSubsets: (nodes) => nodes,
  },
};

/** The id, class or element that the last part of a selector asks for, as it is written; '' if none. */
function keyOf(selector: Selector): string {
  const parts = selector.children.toArray();
  const last = parts.slice(parts.findLastIndex((p) => p.type === 'Combinator') + 1);
  for (const type of ['IdSelector', 'ClassSelector', 'TypeSelector'] as const) {
    const found = last.find((p) => p.type === type);
    if (found && !(found.type === 'TypeSelector' && found.name === '*')) return generate(found);
  }
  return '';
}

/** Whether what stands in an at-rule counts on a screen. */
const isForScreens = (name: string, prelude: string): boolean =>
  name === 'media' && /^(all|screen|only screen)?$/.test(prelude.trim());

/**
 * The rules of style sheets, found by the id, class or element that the last part of their selector asks for. What cannot be
 * read of them is left out.
 */
function rulesOf(sheets: string): Map<string, Rule[]> {
  const rules = new Map<string, Rule[]>();
  let count = 0;
  const tree = parse(sheets, { parseValue: false, parseAtrulePrelude: false });
  walk(tree, {
    visit: 'Rule',
    enter({ prelude, block }) {
      const around = this.atrule;
      const isHere =
        !around || isForScreens(around.name, around.prelude ? generate(around.prelude) : '');
      if (prelude.type !== 'SelectorList' || !isHere) return;
      const declared = declaredIn(block);
      prelude.children.forEach((selector) => {
        if (selector.type !== 'Selector' || count >= MAX_RULES) return;
        count++;
        try {
          const matches = compile(generate(selector), options);
          const rule = { matches, specificity: specificityOf(selector), declared };
          const key = keyOf(selector);
          const known = rules.get(key);
          if (known) known.push(rule);
          else rules.set(key, [rule]);
        } catch {
          // A selector that is not known counts for nothing, as CSS has it.
        }
      });
    },
  });
  return rules;
}

/** What is said of elements by themselves and by style sheets: what counts of it, as attributes. */
export function cascade(sheets: string): (node: SvgNode) => Attributes {
  const rules = rulesOf(sheets);
  return (node) => {
    const { id, class: classes, style } = node.attributes;
    const keys = [
      ...['', node.tag, ...(id ? [`#${id}`] : [])],
      ...(classes?.split(/\s+/).map((c) => `.${c}`) ?? []),
    ];
    const matching = keys
      .flatMap((key) => rules.get(key) ?? [])
      .filter((rule) => rule.matches(node))
      .sort((a, b) => a.specificity - b.specificity);
    // Of equals the last counts: what is important after all else, and the style of one's own after sheets.
    const said = [...matching.flatMap((rule) => rule.declared), ...declaredBy(style)];
    const out = { ...node.attributes };
    for (const important of [false, true])
      for (const d of said) if (d.important === important) out[d.property] = d.value;
    // What is inherited is what stands around it.
    for (const [name, value] of Object.entries(out))
      if (value === 'inherit') Reflect.deleteProperty(out, name);
    return out;
  };
}

/** A style sheet without what asks for anything outside its file: imports, fonts, and addresses other than `#…`. */
export function ownSheet(sheet: string): string {
  const tree = parse(sheet, { parseAtrulePrelude: false });
  walk(tree, (node, item, list) => {
    const isOutside =
      (node.type === 'Atrule' && node.name !== 'media') ||
      node.type === 'Raw' ||
      (node.type === 'Declaration' && asksOutside(node));
    if (isOutside) list?.remove(item);
  });
  return generate(tree);
}

/** Whether a declaration has an address that is not of its own file, or what could not be read. */
function asksOutside(declaration: CssNode): boolean {
  let found = false;
  walk(declaration, (node) => {
    if (node.type === 'Url' && !node.value.startsWith('#')) found = true;
    if (node.type === 'Raw' && /url|image|src/i.test(node.value)) found = true;
    if (node.type === 'Function' && /^(image|image-set|src|element)$/i.test(node.name))
      found = true;
  });
  return found;
}
