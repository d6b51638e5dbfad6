import { formatHex, parse } from 'culori';
import type { Path } from '../geometry/path';
import { MAX_SIDE } from '../scene/model/bounds';
import { FileFault } from './fault';
import type { SvgGradient } from './svg-gradients';
import { gradientOf } from './svg-gradients';
import type { Viewport } from './svg-lengths';
import { diagonalOf, fitted, isSide, lengthIn, plainTransform, viewBoxOf } from './svg-lengths';
import {
  MAX_VISITS,
  OFTEN,
  PLAINLY,
  lookedThrough,
  namedByUrl,
  pointedAt,
  refuseLarge,
  rootOf,
} from './svg-nodes';
import type { Attributes, SvgNode } from './svg-style';
import { MAX_SHEETS, cascade } from './svg-style';
import { dataOfElement, pathsOfData } from './svg-paths';

/** What paints the inside or the outline of an element. */
export interface SvgPaint {
  /** `#rrggbb`; of a gradient, one that stands for it. */
  colour: string;
  /** 0–1. */
  opacity: number;
  gradient: SvgGradient | null;
}

/** One element of an SVG: its paths, px of the drawing, and how they are painted. */
export interface SvgElement {
  name: string;
  paths: Path[];
  fill: SvgPaint | null;
  rule: 'nonzero' | 'evenodd';
  stroke: SvgPaint | null;
  strokeWidth: number;
  cap: 'round' | 'flat';
  join: 'round' | 'bevel' | 'miter';
  /** 1 to 40: how many widths long a miter may be. */
  miterLimit: number;
  /** The length of a dash, of the gap after it, and how far they are moved on; null for none. */
  dashes: { dash: number; gap: number; phase: number } | null;
  /** σ, px. */
  blur: number;
  blend: string;
  /** 0–1. */
  opacity: number;
}

/** What an SVG draws. */
export interface SvgDrawing {
  width: number;
  height: number;
  elements: SvgElement[];
  /** What it has that lines cannot have, each once. */
  left: string[];
}

/** The most elements and anchors. */
const MAX_ELEMENTS = 20_000;
const MAX_ANCHORS = 500_000;
/** How deep `use` may point on to others. */
const MAX_USES = 12;

/** What elements take over from those around them. */
const INHERITED = [
  ...['fill', 'fill-rule', 'fill-opacity', 'stroke', 'stroke-width', 'stroke-opacity'],
  ...[
    'stroke-linecap',
    'stroke-linejoin',
    'stroke-miterlimit',
    'stroke-dasharray',
    'stroke-dashoffset',
  ],
  ...['color', 'visibility'],
];

/** What is not drawn where it stands. */
const SKIPPED = new Set([
  ...['defs', 'symbol', 'clipPath', 'mask', 'pattern', 'marker', 'linearGradient'],
  ...['radialGradient', 'filter', 'metadata', 'title', 'desc', 'style', 'script'],
  ...['sodipodi:namedview', 'foreignObject'],
]);

/** What lines cannot have: elements, and properties that name something. */
const LEFT_ELEMENTS: Readonly<Record<string, string>> = {
  text: 'texts',
  image: 'pictures',
  foreignObject: 'texts',
};
const LEFT_PROPERTIES: Readonly<Record<string, string>> = {
  ...{ 'clip-path': 'clips', mask: 'masks' },
  ...{ 'marker-start': 'markers', 'marker-mid': 'markers', 'marker-end': 'markers' },
};

/** The longer side of a drawing is at least so many px, that it can fill the largest scene. */
const SMALLEST = 16;

/** A colour and how much of it shows; null for none. What is no plain colour is white. */
function colourOf(value: string | undefined, current: string): SvgPaint | null {
  const v = value?.trim();
  if (!v || v === 'none' || v === 'transparent') return null;
  if (v === 'currentColor') return colourOf(current, '#ffffff');
  // Behind a reference may stand what counts if there is nothing at its end.
  const c = parse(v.replace(/^url\([^)]*\)\s*/, '').replace(/\s+icc-color\(.*$/, ''));
  return { colour: c ? formatHex(c) : '#ffffff', opacity: c?.alpha ?? 1, gradient: null };
}

const shareOf = (v: string | undefined): number => Math.min(1, Math.max(0, lengthIn(v, 1) ?? 1));

/** How an element is blurred by its filter, in its own units; null if the filter does anything else. */
function blurOf(filter: SvgNode): number | null {
  const [only, ...more] = filter.children;
  if (only?.tag !== 'feGaussianBlur' || more.length > 0) return null;
  return Math.max(0, Number.parseFloat(only.attributes.stdDeviation ?? '0') || 0);
}

/** How much lengths grow under transforms: the square root of how much a unit square does. */
function scaleOf(transforms: readonly string[]): number {
  const [path] = pathsOfData('M0 0H1V1Z', transforms);
  const [a, b, c] = path?.anchors ?? [];
  if (!a || !b || !c) return 1;
  return Math.sqrt(Math.abs((b.x - a.x) * (c.y - a.y) - (b.y - a.y) * (c.x - a.x)));
}

/** Where an element stands: what it takes over, and what leads from it to px of the drawing, innermost first. */
interface Around {
  inherited: Attributes;
  transforms: readonly string[];
  viewport: Viewport;
  opacity: number;
  uses: number;
}

/**
 * Reads an SVG's paths, basic shapes, transforms, groups, `use` and SVGs within it, with fills, strokes, gradients, dashes,
 * plain blurs and style sheets. Throws a FileFault if it is too large, is no SVG, or draws nothing that a line can be.
 */
export function readSvg(text: string, file: string): SvgDrawing {
  refuseLarge(text, file);
  const root = rootOf(text, file);
  const { byId, sheets } = lookedThrough(root);
  if (sheets.length > MAX_SHEETS)
    throw new FileFault(
      file,
      `has style sheets of more than ${MAX_SHEETS / 1e6} MB`,
      'Save it again as a plain SVG, or bring it in as a picture.',
    );
  const styled = cascade(sheets);
  const { width, height, base, viewport } = frameOf(root);

  const elements: SvgElement[] = [];
  const left = new Set<string>();
  let anchors = 0;
  let visits = 0;
  const full = () => elements.length >= MAX_ELEMENTS || anchors >= MAX_ANCHORS;

  const draw = (node: SvgNode, around: Around) => {
    if (full()) return;
    if (++visits > MAX_VISITS) throw new FileFault(file, OFTEN, PLAINLY);
    const own: Attributes = { ...around.inherited, ...styled(node) };
    if (own.display === 'none') return;
    const leaves = LEFT_ELEMENTS[node.tag];
    if (leaves) left.add(leaves);
    if (SKIPPED.has(node.tag) || leaves) return;
    for (const [property, name] of Object.entries(LEFT_PROPERTIES))
      if (namedByUrl(own[property], byId)) left.add(name);
    const filter = namedByUrl(own.filter, byId);
    const blur = filter ? blurOf(filter) : 0;
    if (blur === null) left.add('filters');
    const turned = own.transform && plainTransform(own.transform, own['transform-origin']);
    const transforms = turned ? [turned, ...around.transforms] : around.transforms;
    const within: Around = {
      ...around,
      transforms,
      opacity: around.opacity * shareOf(own.opacity),
      inherited: Object.fromEntries(
        INHERITED.flatMap((name) => (own[name] === undefined ? [] : [[name, own[name]]])),
      ),
    };
    const length = (name: string, whole: number, fallback: number) =>
      lengthIn(own[name], whole) ?? fallback;
    const { viewport } = around;
    if (node.tag === 'use') {
      const target = pointedAt(own, byId);
      const moved = `translate(${length('x', viewport.width, 0)} ${length('y', viewport.height, 0)})`;
      if (!target || around.uses >= MAX_USES) return;
      const there = { ...within, transforms: [moved, ...transforms], uses: around.uses + 1 };
      // What is defined to be used shows where it is used.
      if (target.tag === 'symbol') nested(target, { ...target.attributes, ...sized(own) }, there);
      else draw(target, there);
      return;
    }
    if (node.tag === 'svg') {
      const moved = `translate(${length('x', viewport.width, 0)} ${length('y', viewport.height, 0)})`;
      nested(node, own, { ...within, transforms: [moved, ...transforms] });
      return;
    }
    const data = dataOfElement(node.tag, own, viewport);
    if (data === null) {
      for (const child of node.children) draw(child, within);
      return;
    }
    const chain = [...transforms, base];
    const paths = pathsOfData(data, chain);
    if (paths.length === 0 || own.visibility === 'hidden' || own.visibility === 'collapse') return;
    anchors += paths.reduce((n, p) => n + p.anchors.length, 0);
    const paint = (property: 'fill' | 'stroke', usual?: string): SvgPaint | null => {
      const value = own[property] ?? usual;
      const plain = colourOf(value, own.color ?? '#ffffff');
      const named = namedByUrl(value, byId);
      if (named?.tag === 'pattern') {
        left.add('patterns');
        // In the first of its colours, so that its place is seen.
        return { ...(firstFill(named) ?? colourOf('#808080', '')!), gradient: null };
      }
      if (!plain) return null;
      const gradient = gradientOf(value, node, own, chain, byId, viewport);
      return { ...plain, gradient, opacity: plain.opacity * shareOf(own[`${property}-opacity`]) };
    };
    const scale = scaleOf(chain);
    const diagonal = diagonalOf(viewport);
    elements.push({
      name: node.attributes.id ?? node.tag,
      paths,
      fill: paint('fill', '#000000'),
      rule: own['fill-rule'] === 'evenodd' ? 'evenodd' : 'nonzero',
      stroke: paint('stroke'),
      strokeWidth: Math.min(5000, Math.max(0, length('stroke-width', diagonal, 1)) * scale),
      cap: own['stroke-linecap'] === 'round' ? 'round' : 'flat',
      join: joinOf(own['stroke-linejoin']),
      miterLimit: Math.min(40, Math.max(1, length('stroke-miterlimit', 1, 4))),
      dashes: dashesOf(own, diagonal, scale),
      blur: (blur ?? 0) * scale,
      blend: own['mix-blend-mode'] ?? 'normal',
      opacity: within.opacity,
    });
  };

  /** The colour of the first element within one that is filled with one; null if none is. */
  const firstFill = (node: SvgNode): SvgPaint | null => {
    for (const child of node.children) {
      const { fill } = styled(child);
      const own = dataOfElement(child.tag, child.attributes, viewport) !== null;
      const found = own && !fill?.startsWith('url') ? colourOf(fill ?? '#000000', '#000000') : null;
      const paint = found ?? firstFill(child);
      if (paint) return paint;
    }
    return null;
  };

  /** Draws what a viewport holds: an SVG in another, or a symbol where it is used. */
  const nested = (node: SvgNode, own: Attributes, around: Around) => {
    const { viewport } = around;
    const size = {
      width: lengthIn(own.width, viewport.width) ?? viewport.width,
      height: lengthIn(own.height, viewport.height) ?? viewport.height,
    };
    const box = viewBoxOf(own.viewBox);
    const there: Around = {
      ...around,
      viewport: box ? { width: box[2], height: box[3] } : size,
      transforms: box
        ? [fitted(box, size, own.preserveAspectRatio), ...around.transforms]
        : around.transforms,
    };
    for (const child of node.children) draw(child, there);
  };

  const own = styled(root);
  const inherited = Object.fromEntries(
    INHERITED.flatMap((name) => (own[name] === undefined ? [] : [[name, own[name]]])),
  );
  const outermost = { inherited, transforms: [], viewport, opacity: 1, uses: 0 };
  for (const child of root.children) draw(child, outermost);
  const seen = elements.filter(
    (e) => e.opacity > 0 && (e.fill !== null || (e.stroke !== null && e.strokeWidth > 0)),
  );
  if (seen.length === 0)
    throw new FileFault(
      file,
      'draws nothing that a line of light could follow',
      'It needs paths or basic shapes; turn its texts into paths, or bring it in as a picture.',
    );
  return { width, height, elements: seen, left: [...left] };
}

/** Of a `use`, the size that it gives what it uses. */
const sized = ({ width, height }: Attributes): Attributes => ({
  ...(width !== undefined && { width }),
  ...(height !== undefined && { height }),
});

/** The size of a drawing, px, and what leads there from the units in it. */
function frameOf(root: SvgNode) {
  const box = viewBoxOf(root.attributes.viewBox);
  const side = (name: string, own: number | undefined, fallback: number) => {
    // Shares are of a window that is not known.
    const said = root.attributes[name]?.includes('%') ? undefined : root.attributes[name];
    const n = lengthIn(said, 0);
    return n !== undefined && isSide(n) ? n : (own ?? fallback);
  };
  const given = {
    width: side('width', box?.[2], 300),
    height: side('height', box?.[3], 150),
  };
  // In px that a layer can hold and be scaled by: a drawing may be a single unit wide.
  const longest = Math.max(given.width, given.height);
  const fit = Math.min(Math.max(longest, SMALLEST), MAX_SIDE) / longest;
  const size = { width: given.width * fit, height: given.height * fit };
  return {
    ...size,
    base: box ? fitted(box, size, root.attributes.preserveAspectRatio) : `scale(${fit})`,
    viewport: box ? { width: box[2], height: box[3] } : given,
  };
}

const joinOf = (join: string | undefined): SvgElement['join'] =>
  join === 'round' || join === 'bevel' ? join : 'miter';

/** The first dash of a pattern and the gap after it, px of the drawing; null if there is none. */
function dashesOf(own: Attributes, diagonal: number, scale: number): SvgElement['dashes'] {
  const pattern = own['stroke-dasharray'];
  if (!pattern || pattern.trim() === 'none') return null;
  const lengths = pattern
    .trim()
    .split(/[\s,]+/)
    .map((v) => lengthIn(v, diagonal));
  if (lengths.some((v) => v === undefined || v < 0)) return null;
  const [dash, gap = dash] = lengths as number[];
  if (!(dash! + gap! > 0)) return null;
  const phase = -(lengthIn(own['stroke-dashoffset'], diagonal) ?? 0);
  return { dash: dash! * scale, gap: gap! * scale, phase: phase * scale };
}
