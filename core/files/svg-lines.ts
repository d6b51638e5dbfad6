import { formatHex, parse } from 'culori';
import { XMLParser } from 'fast-xml-parser';
import type { Path } from '../geometry/path';
import { MAX_SIDE } from '../scene/model/bounds';
import { FileFault } from './fault';
import type { SvgGradient } from './svg-gradients';
import { gradientOf } from './svg-gradients';
import type { Attributes } from './svg-style';
import { MAX_SHEETS, declarations, rulesOf } from './svg-style';
import { dataOfElement, pathsOfData } from './svg-paths';

/** One element of an SVG: its paths, px of the drawing, and how they are painted. */
export interface SvgElement {
  name: string;
  paths: Path[];
  /** `#rrggbb`, or null for none. */
  fill: string | null;
  /** What it is filled with instead of one colour. */
  gradient: SvgGradient | null;
  rule: 'nonzero' | 'evenodd';
  stroke: string | null;
  strokeWidth: number;
  cap: 'round' | 'flat';
  join: 'round' | 'bevel' | 'miter';
  /** 0–1. */
  opacity: number;
}

/** What an SVG draws. */
export interface SvgDrawing {
  width: number;
  height: number;
  elements: SvgElement[];
}

/** The largest file that is read, letters, and the most elements and anchors. */
const MAX_TEXT = 20_000_000;
const MAX_ELEMENTS = 20_000;
const MAX_ANCHORS = 500_000;
/** As often elements may be come to, by `use` again and again. */
const MAX_VISITS = 400_000;
const OFTEN = 'uses parts of itself more often than can be followed';
const PLAINLY = 'Save it again as a plain SVG, without parts that are used again and again.';
/** How deep `use` may point on to others. */
const MAX_USES = 12;

interface Node {
  tag: string;
  attributes: Attributes;
  children: Node[];
  text: string;
}

/** What elements take over from those around them. */
const INHERITED = [
  ...['fill', 'fill-rule', 'stroke', 'stroke-width', 'stroke-linecap', 'stroke-linejoin'],
  ...['color', 'visibility'],
];

const SKIPPED = new Set([
  ...['defs', 'symbol', 'clipPath', 'mask', 'pattern', 'marker', 'linearGradient'],
  ...['radialGradient', 'filter', 'metadata', 'title', 'desc', 'style', 'script', 'text', 'image'],
]);

/** fast-xml-parser's ordered output as nodes. */
function nodesOf(list: unknown): Node[] {
  if (!Array.isArray(list)) return [];
  return (list as Record<string, unknown>[]).flatMap((item) => {
    const tag = Object.keys(item).find((k) => k !== ':@');
    if (!tag || tag === '#text' || tag.startsWith('?')) return [];
    const content = item[tag];
    const text = Array.isArray(content)
      ? (content as Record<string, unknown>[])
          .map((c) => ('#text' in c ? String(c['#text']) : ''))
          .join('')
      : '';
    const attributes = Object.fromEntries(
      Object.entries((item[':@'] as Attributes | undefined) ?? {}).map(([k, v]) => [k, String(v)]),
    );
    return [{ tag: tag.replace(/^svg:/, ''), attributes, children: nodesOf(content), text }];
  });
}

/** A colour as `#rrggbb`; null for none. What is no plain colour is white. */
function colourOf(value: string | undefined, current: string): string | null {
  const v = value?.trim();
  if (!v || v === 'none' || v === 'transparent') return null;
  if (v === 'currentColor') return colourOf(current, '#ffffff');
  const c = parse(v);
  return c ? formatHex(c) : '#ffffff';
}

const lengthOf = (v: string | undefined, fallback: number): number => {
  const n = Number.parseFloat(v ?? '');
  return Number.isFinite(n) && !v!.includes('%') ? n : fallback;
};

/** The longer side of a drawing is at least so many px, that it can fill the largest scene. */
const SMALLEST = 16;
/** Whether a drawing may be so wide or high: of the rest nothing sensible could be drawn. */
const isSide = (n: number): boolean => n >= 1e-6 && n <= 1e9;
const sideOf = (v: string | undefined, fallback: number): number => {
  const n = lengthOf(v, fallback);
  return isSide(n) ? n : fallback;
};

/**
 * Reads an SVG's paths, basic shapes, transforms, groups and `use`, with fills, strokes and plain style
 * sheets. Throws a FileFault if it is too large, is no SVG, or draws nothing that a line can be.
 */
export function readSvg(text: string, file: string): SvgDrawing {
  refuseLarge(text, file);
  const root = rootOf(text, file);
  const byId = new Map<string, Node>();
  let sheets = '';
  const look = (node: Node) => {
    const { id } = node.attributes;
    if (id && !byId.has(id)) byId.set(id, node);
    if (node.tag === 'style') sheets += node.text;
    node.children.forEach(look);
  };
  look(root);
  if (sheets.length > MAX_SHEETS)
    throw new FileFault(
      file,
      `has style sheets of more than ${MAX_SHEETS / 1e6} MB`,
      'Save it again as a plain SVG, or bring it in as a picture.',
    );
  const rules = rulesOf(sheets);

  const box = (root.attributes.viewBox ?? '')
    .trim()
    .split(/[\s,]+/)
    .map(Number);
  const isBox =
    box.length === 4 && box.every(Number.isFinite) && isSide(box[2]!) && isSide(box[3]!);
  const [x0, y0, w, h] = isBox ? (box as [number, number, number, number]) : [0, 0, 0, 0];
  const given = {
    width: sideOf(root.attributes.width, w || 300),
    height: sideOf(root.attributes.height, h || 150),
  };
  // In px that a layer can hold and be scaled by: a drawing may be a single unit wide.
  const longest = Math.max(given.width, given.height);
  const fit = Math.min(Math.max(longest, SMALLEST), MAX_SIDE) / longest;
  const [width, height] = [given.width * fit, given.height * fit];
  const k = isBox ? Math.min(width / w, height / h) : fit;
  const base = `scale(${k}) translate(${-x0} ${-y0})`;

  const elements: SvgElement[] = [];
  let anchors = 0;
  let visits = 0;
  const full = () => elements.length >= MAX_ELEMENTS || anchors >= MAX_ANCHORS;

  const draw = (
    node: Node,
    around: Attributes,
    transforms: string[],
    opacity: number,
    uses: number,
  ) => {
    if (full()) return;
    if (++visits > MAX_VISITS) throw new FileFault(file, OFTEN, PLAINLY);
    const own: Attributes = {
      ...around,
      ...rules.get(node.tag),
      ...node.attributes,
      ...Object.assign(
        {},
        ...(node.attributes.class ?? '').split(/\s+/).map((c) => rules.get(`.${c}`)),
      ),
      ...(node.attributes.id ? rules.get(`#${node.attributes.id}`) : undefined),
      ...declarations(node.attributes.style),
    };
    if (own.display === 'none' || own.visibility === 'hidden') return;
    const chain = node.attributes.transform
      ? [node.attributes.transform, ...transforms]
      : transforms;
    const shown = opacity * Math.min(1, Math.max(0, lengthOf(own.opacity, 1)));
    const passed = Object.fromEntries(
      INHERITED.flatMap((name) => (own[name] === undefined ? [] : [[name, own[name]]])),
    );
    if (node.tag === 'use') {
      const href = own.href ?? own['xlink:href'];
      const target = href?.startsWith('#') ? byId.get(href.slice(1)) : undefined;
      const moved = `translate(${lengthOf(own.x, 0)} ${lengthOf(own.y, 0)})`;
      if (!target || uses >= MAX_USES) return;
      // What is defined to be used shows where it is used.
      if (target.tag === 'symbol')
        for (const child of target.children)
          draw(child, passed, [moved, ...chain], shown, uses + 1);
      else draw(target, passed, [moved, ...chain], shown, uses + 1);
      return;
    }
    if (SKIPPED.has(node.tag)) return;
    const data = dataOfElement(node.tag, own);
    if (data === null) {
      for (const child of node.children) draw(child, passed, chain, shown, uses);
      return;
    }
    const paths = pathsOfData(data, [...chain, base]);
    if (paths.length === 0) return;
    anchors += paths.reduce((n, p) => n + p.anchors.length, 0);
    const colour = own.color ?? '#ffffff';
    elements.push({
      name: node.attributes.id ?? node.tag,
      paths,
      fill: colourOf(own.fill ?? '#000000', colour),
      gradient: gradientOf(own.fill, node, own, [...chain, base], byId),
      rule: own['fill-rule'] === 'evenodd' ? 'evenodd' : 'nonzero',
      stroke: colourOf(own.stroke, colour),
      strokeWidth: Math.min(
        5000,
        Math.max(0, lengthOf(own['stroke-width'], 1)) * scaleOf([...chain, base]),
      ),
      cap: own['stroke-linecap'] === 'round' ? 'round' : 'flat',
      join:
        own['stroke-linejoin'] === 'round'
          ? 'round'
          : own['stroke-linejoin'] === 'bevel'
            ? 'bevel'
            : 'miter',
      opacity: shown,
    });
  };
  for (const child of root.children) draw(child, inheritedOf(root, rules), [], 1, 0);
  const seen = elements.filter(
    (e) => e.opacity > 0 && (e.fill !== null || (e.stroke !== null && e.strokeWidth > 0)),
  );
  if (seen.length === 0)
    throw new FileFault(
      file,
      'draws nothing that a line of light could follow',
      'It needs paths or basic shapes; turn its texts into paths, or bring it in as a picture.',
    );
  return { width, height, elements: seen };
}

function refuseLarge(text: string, file: string): void {
  if (text.length > MAX_TEXT)
    throw new FileFault(
      file,
      `is too large: ${Math.round(text.length / 1e6)} MB of SVG`,
      `SVGs are read up to ${MAX_TEXT / 1e6} MB; take it apart, or bring it in as a PNG.`,
    );
}

const inheritedOf = (root: Node, rules: Map<string, Attributes>): Attributes => {
  const own: Attributes = {
    ...rules.get('svg'),
    ...root.attributes,
    ...declarations(root.attributes.style),
  };
  return Object.fromEntries(
    INHERITED.flatMap((name) => (own[name] === undefined ? [] : [[name, own[name]]])),
  );
};

/** How much lengths grow under transforms: the square root of how much a unit square does. */
function scaleOf(transforms: readonly string[]): number {
  const [path] = pathsOfData('M0 0H1V1Z', transforms);
  const [a, b, c] = path?.anchors ?? [];
  if (!a || !b || !c) return 1;
  return Math.sqrt(Math.abs((b.x - a.x) * (c.y - a.y) - (b.y - a.y) * (c.x - a.x)));
}

const REMEDY = 'Save it again as a plain SVG, and bring in the new copy.';

function rootOf(text: string, file: string): Node {
  let nodes: Node[];
  try {
    const parser = new XMLParser({
      preserveOrder: true,
      ignoreAttributes: false,
      attributeNamePrefix: '',
      parseAttributeValue: false,
      parseTagValue: false,
      processEntities: false,
    });
    nodes = nodesOf(parser.parse(text));
  } catch (cause) {
    // Elements that stand too deep in one another end the parser, too.
    throw new FileFault(file, 'is an SVG with an error', REMEDY, { cause });
  }
  const root = nodes.find((n) => n.tag === 'svg');
  if (!root) throw new FileFault(file, 'is no SVG', REMEDY);
  return root;
}

/**
 * Looks through an SVG that a browser is to draw. Throws a FileFault if it is too large, is no SVG, or comes to more elements by
 * `use` than can be drawn.
 */
export function boundSvg(text: string, file: string): void {
  refuseLarge(text, file);
  const root = rootOf(text, file);
  const byId = new Map<string, Node>();
  const look = (node: Node) => {
    if (node.attributes.id && !byId.has(node.attributes.id)) byId.set(node.attributes.id, node);
    node.children.forEach(look);
  };
  look(root);
  const known = new Map<Node, number>();
  const drawn = (node: Node): number => {
    const found = known.get(node);
    if (found !== undefined) return found;
    // What comes round to itself is not drawn by browsers.
    known.set(node, 0);
    const href = node.attributes.href ?? node.attributes['xlink:href'];
    const used = node.tag === 'use' && href?.startsWith('#') ? byId.get(href.slice(1)) : undefined;
    const sum = [...node.children, ...(used ? [used] : [])].reduce((n, c) => n + drawn(c), 1);
    known.set(node, sum);
    return sum;
  };
  if (drawn(root) > MAX_VISITS) throw new FileFault(file, OFTEN, PLAINLY);
}
