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
  const [a, b] = [placed(from), placed(to)];
  return a && b ? { radial, from: { x: a.x, y: a.y }, to: { x: b.x, y: b.y }, ramp } : null;
}
