import { formatHex, parse } from 'culori';
import type { Box, Point } from '../geometry/affine';
import { unitedBox } from '../geometry/affine';
import { curveBox } from '../geometry/path';
import type { Ramp } from '../pixels/ramp';
import { rampOf } from '../pixels/ramp';
import type { Viewport } from './svg-lengths';
import { namedByUrl, pointedAt } from './svg-nodes';
import type { Attributes, SvgNode } from './svg-style';
import { declarations } from './svg-style';
import { dataOfElement, pathsOfData } from './svg-paths';

/** A gradient of an SVG, as a pass paints it: ends in px of the drawing, a radial one from its middle. */
export interface SvgGradient {
  radial: boolean;
  from: Point;
  to: Point;
  /** How wide a radial one is across the way to its end, percent of that way, 1–100. */
  roundness: number;
  ramp: Ramp;
}

/** So far gradients may point on to others for their stops. */
const MAX_HREFS = 8;

/** A share or a number: `50%` is a half. */
function numberOf(v: string | undefined, fallback: number): number {
  const n = Number.parseFloat(v ?? '');
  return !Number.isFinite(n) ? fallback : v!.trim().endsWith('%') ? n / 100 : n;
}

/** The gradient and those it points on to, nearest first. */
function chainOf(first: SvgNode, byId: ReadonlyMap<string, SvgNode>): SvgNode[] {
  const chain = [first];
  while (chain.length < MAX_HREFS) {
    const next = pointedAt(chain.at(-1)!.attributes, byId);
    if (!next || chain.includes(next)) break;
    chain.push(next);
  }
  return chain;
}

/** The stops of a gradient as a ramp; null if there are none. */
function rampOfStops(chain: readonly SvgNode[]): Ramp | null {
  const holder = chain.find((g) => g.children.some((c) => c.tag === 'stop'));
  let last = 0;
  const stops = (holder?.children ?? [])
    .filter((c) => c.tag === 'stop')
    .map((c) => {
      const style = { ...c.attributes, ...declarations(c.attributes.style) };
      const colour = parse(style['stop-color'] ?? '#000000');
      // No stop stands before the one before it (SVG 2, section 14.2.4).
      last = Math.max(last, Math.min(100, Math.max(0, numberOf(style.offset, 0) * 100)));
      const opacity = Math.min(1, Math.max(0, numberOf(style['stop-opacity'], 1))) * 100;
      return { at: last, colour: colour ? formatHex(colour) : '#ffffff', opacity };
    });
  if (stops.length === 0) return null;
  return rampOf(
    stops.map((s) => [s.at, s.colour] as const),
    stops.map((s) => [s.at, s.opacity] as const),
    'scene',
  );
}

/**
 * The gradient that an element is filled with by `url(#…)`; null if there is none, or it has no stops.
 * `transforms` lead from the element to px of the drawing, innermost first.
 */
export function gradientOf(
  fill: string | undefined,
  element: SvgNode,
  own: Attributes,
  transforms: readonly string[],
  byId: ReadonlyMap<string, SvgNode>,
  viewport: Viewport,
): SvgGradient | null {
  const first = namedByUrl(fill, byId);
  if (!first || !/^(linear|radial)Gradient$/.test(first.tag)) return null;
  const chain = chainOf(first, byId);
  const ramp = rampOfStops(chain);
  if (!ramp) return null;
  const value = (name: string) => chain.map((g) => g.attributes[name]).find((v) => v !== undefined);
  const radial = first.tag === 'radialGradient';
  const shared = value('gradientUnits') !== 'userSpaceOnUse';
  const at = (x: string, y: string, dx: number, dy: number): Point => ({
    x: numberOf(value(x), dx),
    y: numberOf(value(y), dy),
  });
  const from = radial ? at('cx', 'cy', 0.5, 0.5) : at('x1', 'y1', 0, 0);
  const to = radial ? { x: from.x + numberOf(value('r'), 0.5), y: from.y } : at('x2', 'y2', 1, 0);
  // What is given by shares lies in the box of the element, before its transforms.
  const data = dataOfElement(element.tag, own, viewport);
  const box = pathsOfData(data ?? '', []).reduce<Box | null>((all, p) => {
    const b = curveBox(p);
    return b ? unitedBox(all, b) : all;
  }, null);
  if (!box) return null;
  const turned = value('gradientTransform');
  const inBox = shared
    ? [`translate(${box.x0} ${box.y0}) scale(${box.x1 - box.x0} ${box.y1 - box.y0})`]
    : [];
  const chainOfMaps = [...(turned ? [turned] : []), ...inBox, ...transforms];
  const placed = ({ x, y }: Point): Point | undefined =>
    pathsOfData(`M${x} ${y}h1`, chainOfMaps)[0]?.anchors[0];
  // A quarter turn of the way about its beginning: where it is carried to says how a gradient is slanted.
  const beside = { x: from.x - (to.y - from.y), y: from.y + (to.x - from.x) };
  const [a, b, c] = [placed(from), placed(to), placed(beside)];
  if (!a || !b || !c) return null;
  const along = { x: b.x - a.x, y: b.y - a.y };
  const across = { x: c.x - a.x, y: c.y - a.y };
  const { way, roundness } = radial ? oval(along, across) : upright(along, across);
  return {
    radial,
    ...{ from: { x: a.x, y: a.y }, to: { x: a.x + way.x, y: a.y + way.y }, roundness, ramp },
  };
}

/** How a gradient runs: the way from its beginning to its end, and how wide it is across, percent. */
interface Run {
  way: Point;
  roundness: number;
}

/** A linear gradient whose lines of one colour run along `across`: the way at right angles to them that goes as far. */
function upright(along: Point, across: Point): Run {
  const square = across.x ** 2 + across.y ** 2;
  const share = square > 0 ? (along.x * across.x + along.y * across.y) / square : 0;
  const way = { x: along.x - share * across.x, y: along.y - share * across.y };
  return { way, roundness: 100 };
}

/** The oval that two half diameters carried from a circle's span: its longer half axis, and the shorter in percent of it. */
function oval(along: Point, across: Point): Run {
  // Eigenvalues and eigenvectors of A·Aᵀ, where A has the two as columns.
  const p = along.x ** 2 + across.x ** 2;
  const q = along.x * along.y + across.x * across.y;
  const s = along.y ** 2 + across.y ** 2;
  const apart = Math.hypot((p - s) / 2, q);
  const longer = Math.sqrt((p + s) / 2 + apart);
  const shorter = Math.sqrt(Math.max(0, (p + s) / 2 - apart));
  // A circle has no longer axis.
  if (!(longer > 0) || shorter > 0.999 * longer) return { way: along, roundness: 100 };
  const angle = Math.atan2(2 * q, p - s) / 2;
  return {
    way: { x: longer * Math.cos(angle), y: longer * Math.sin(angle) },
    roundness: Math.max(1, (100 * shorter) / longer),
  };
}
