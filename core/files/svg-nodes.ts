import { XMLParser } from 'fast-xml-parser';
import { FileFault } from './fault';
import type { Attributes, SvgNode } from './svg-style';

/** The elements of an SVG's file, within bounds. */

/** The largest file that is read, letters. */
const MAX_TEXT = 20_000_000;
/** As often elements may be come to, by `use` again and again. */
export const MAX_VISITS = 400_000;
export const OFTEN = 'uses parts of itself more often than can be followed';
export const PLAINLY = 'Save it again as a plain SVG, without parts that are used again and again.';
const REMEDY = 'Save it again as a plain SVG, and bring in the new copy.';

/** What the parser calls text that is written as it stands. */
const CDATA = '#cdata';

/** The text right within an element. */
const textIn = (content: readonly Record<string, unknown>[]): string =>
  content
    .map((c) => {
      const cdata = c[CDATA];
      return Array.isArray(cdata)
        ? textIn(cdata as Record<string, unknown>[])
        : String(c['#text'] ?? '');
    })
    .join('');

/** fast-xml-parser's ordered output as nodes, names without their prefix. */
function nodesOf(list: unknown, parent: SvgNode | null): SvgNode[] {
  if (!Array.isArray(list)) return [];
  return (list as Record<string, unknown>[]).flatMap((item) => {
    const tag = Object.keys(item).find((k) => k !== ':@');
    if (!tag || tag === '#text' || tag.startsWith('?')) return [];
    const content = item[tag];
    if (tag === CDATA) return [];
    const text = Array.isArray(content) ? textIn(content as Record<string, unknown>[]) : '';
    const attributes = Object.fromEntries(
      Object.entries((item[':@'] as Attributes | undefined) ?? {}).map(([k, v]) => [k, String(v)]),
    );
    const node: SvgNode = { tag, attributes, children: [], parent, text };
    node.children = nodesOf(content, node);
    return [node];
  });
}

/** Takes the prefix that stands for SVG off the names of elements. */
function unprefixed(node: SvgNode, prefix: string): void {
  if (node.tag.startsWith(prefix)) node.tag = node.tag.slice(prefix.length);
  for (const child of node.children) unprefixed(child, prefix);
}

/** Throws a FileFault if a file is larger than is read. */
export function refuseLarge(text: string, file: string): void {
  if (text.length > MAX_TEXT)
    throw new FileFault(
      file,
      `is too large: ${Math.round(text.length / 1e6)} MB of SVG`,
      `SVGs are read up to ${MAX_TEXT / 1e6} MB; take it apart, or bring it in as a PNG.`,
    );
}

/** Entities that a file defines for itself (XML 1.0, 4.2), which drawing programs put namespaces in. */
function withEntities(text: string): string {
  const head = /<!DOCTYPE[^[>]*\[([\s\S]*?)\]\s*>/.exec(text);
  if (!head) return text;
  const entities = new Map(
    [...head[1]!.matchAll(/<!ENTITY\s+([\w.-]+)\s+(?:"([^"&%]*)"|'([^'&%]*)')\s*>/g)].map(
      ([, name, double, single]) => [name!, double ?? single ?? ''],
    ),
  );
  const rest = text.slice(0, head.index) + text.slice(head.index + head[0].length);
  // None of them is made of others, so that nothing grows.
  const longest = Math.max(0, ...[...entities.values()].map((v) => v.length));
  if (longest > 1000) return rest;
  return rest.replace(/&([\w.-]+);/g, (all, name: string) => entities.get(name) ?? all);
}

/**
 * The text of an SVG as a parser of pages reads it: its own entities written out, and its elements without the prefix that may
 * stand for SVG.
 */
export function plainSvg(text: string): string {
  const whole = withEntities(text);
  const prefix = /<([\w.-]+):svg[\s>/]/.exec(whole)?.[1];
  return prefix
    ? whole
        .replaceAll(`<${prefix}:`, '<')
        .replaceAll(`</${prefix}:`, '</')
        .replaceAll(`xmlns:${prefix}=`, 'xmlns=')
    : whole;
}

/** The root of an SVG. Throws a FileFault if it is no SVG, or has an error. */
export function rootOf(text: string, file: string): SvgNode {
  let nodes: SvgNode[];
  try {
    const parser = new XMLParser({
      preserveOrder: true,
      ignoreAttributes: false,
      attributeNamePrefix: '',
      parseAttributeValue: false,
      parseTagValue: false,
      processEntities: false,
      cdataPropName: CDATA,
    });
    nodes = nodesOf(parser.parse(withEntities(text)), null);
  } catch (cause) {
    // Elements that stand too deep in one another end the parser, too.
    throw new FileFault(file, 'is an SVG with an error', REMEDY, { cause });
  }
  const root = nodes.find((n) => /^([\w.-]+:)?svg$/.test(n.tag));
  if (!root) throw new FileFault(file, 'is no SVG', REMEDY);
  const prefix = root.tag.slice(0, -3);
  if (prefix) unprefixed(root, prefix);
  return root;
}

/** The elements that have ids, the first of each, and the text of all style sheets. */
export function lookedThrough(root: SvgNode): { byId: Map<string, SvgNode>; sheets: string } {
  const byId = new Map<string, SvgNode>();
  let sheets = '';
  const look = (node: SvgNode) => {
    const { id } = node.attributes;
    if (id && !byId.has(id)) byId.set(id, node);
    if (node.tag === 'style') sheets += `${node.text}\n`;
    node.children.forEach(look);
  };
  look(root);
  return { byId, sheets };
}

/** The element of the same file that an attribute points at; undefined if there is none. */
export function pointedAt(
  { href, 'xlink:href': old }: Attributes,
  byId: ReadonlyMap<string, SvgNode>,
): SvgNode | undefined {
  const to = href ?? old;
  return to?.startsWith('#') ? byId.get(to.slice(1)) : undefined;
}

/** The element that `url(#…)` names; undefined if it names none of the file. */
export const namedByUrl = (
  value: string | undefined,
  byId: ReadonlyMap<string, SvgNode>,
): SvgNode | undefined => {
  const id = /^url\(\s*['"]?#([^'")]+)/.exec(value?.trim() ?? '')?.[1];
  return id === undefined ? undefined : byId.get(id);
};

/**
 * Looks through an SVG that a browser is to draw. Throws a FileFault if it is too large, is no SVG, or comes to more elements by
 * `use` than can be drawn.
 */
export function boundSvg(text: string, file: string): void {
  refuseLarge(text, file);
  const root = rootOf(text, file);
  const { byId } = lookedThrough(root);
  const known = new Map<SvgNode, number>();
  const drawn = (node: SvgNode): number => {
    const found = known.get(node);
    if (found !== undefined) return found;
    // What comes round to itself is not drawn by browsers.
    known.set(node, 0);
    const used = node.tag === 'use' ? pointedAt(node.attributes, byId) : undefined;
    const sum = [...node.children, ...(used ? [used] : [])].reduce((n, c) => n + drawn(c), 1);
    known.set(node, sum);
    return sum;
  };
  if (drawn(root) > MAX_VISITS) throw new FileFault(file, OFTEN, PLAINLY);
}
