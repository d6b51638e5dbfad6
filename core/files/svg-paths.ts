import svgpath from 'svgpath';
import type { Anchor, Path } from '../geometry/path';
import { corner, settled } from '../geometry/path';
import type { Viewport } from './svg-lengths';
import { diagonalOf, lengthIn } from './svg-lengths';

/** SVG path data and basic shapes (SVG 2, chapters 9 and 10) as paths of anchors. */

/** No coordinate of a drawing lies farther off than this, px. */
const FARTHEST = 900_000;

/** Handles that are as good as straight, as a sine. */
const STRAIGHT = 1e-3;

/**
 * The paths of path data under transforms (SVG syntax, the innermost first). What lies too far off or is
 * no number is left out, and so is all of the data after an error, as the specification asks.
 */
export function pathsOfData(data: string, transforms: readonly string[] = []): Path[] {
  // Arcs become curves first: half a circle that is turned could come out as the other half.
  let path = svgpath(data).abs().unshort().unarc();
  for (const t of transforms) path = path.transform(t);
  const out: Path[] = [];
  let anchors: Anchor[] = [];
  let [sx, sy] = [0, 0];
  const end = (closed: boolean) => {
    const first = anchors[0];
    const last = anchors.at(-1);
    // A closing point that repeats the first gives it its handle.
    if (
      closed &&
      first &&
      last &&
      anchors.length > 1 &&
      Math.hypot(first.x - last.x, first.y - last.y) < 1e-6
    ) {
      first.in = last.in;
      anchors.pop();
    }
    const fine = anchors.every((a) =>
      [a.x, a.y, a.in.x, a.in.y, a.out.x, a.out.y].every((v) => Math.abs(v) < FARTHEST),
    );
    if (fine && anchors.length > 1)
      out.push({
        closed: closed && anchors.length > 2,
        anchors: anchors.map((a) => settled(a, STRAIGHT)),
      });
    anchors = [];
  };
  const begin = (x: number, y: number) => {
    if (anchors.length === 0) anchors.push(corner(x, y));
  };
  const to = (x: number, y: number) => anchors.push(corner(x, y));
  const curve = (x1: number, y1: number, x2: number, y2: number, x: number, y: number) => {
    const from = anchors.at(-1)!;
    from.out = { x: x1 - from.x, y: y1 - from.y };
    anchors.push({ ...corner(x, y), in: { x: x2 - x, y: y2 - y } });
  };
  path.iterate((s, _i, x, y) => {
    const n = s as unknown as [string, ...number[]];
    switch (n[0]) {
      case 'M':
        end(false);
        [sx, sy] = [n[1]!, n[2]!];
        begin(sx, sy);
        break;
      case 'L':
        begin(x, y);
        to(n[1]!, n[2]!);
        break;
      case 'H':
        begin(x, y);
        to(n[1]!, y);
        break;
      case 'V':
        begin(x, y);
        to(x, n[1]!);
        break;
      case 'C':
        begin(x, y);
        curve(n[1]!, n[2]!, n[3]!, n[4]!, n[5]!, n[6]!);
        break;
      case 'Q': {
        // A parabola is a cubic whose handles reach two thirds of the way to its control.
        begin(x, y);
        const [cx, cy, ex, ey] = n.slice(1) as [number, number, number, number];
        const third = (a: number, c: number) => a + ((c - a) * 2) / 3;
        curve(third(x, cx), third(y, cy), third(ex, cx), third(ey, cy), ex, ey);
        break;
      }
      case 'Z':
      case 'z':
        end(true);
        begin(sx, sy);
        break;
    }
  });
  end(false);
  return out;
}

/** The path data of a basic shape or path; null for anything else, or if it draws nothing. Shares are of a viewport. */
export function dataOfElement(
  tag: string,
  a: Readonly<Record<string, string>>,
  viewport: Viewport,
): string | null {
  const { width, height } = viewport;
  const across = (v: string | undefined, fallback = 0) => lengthIn(v, width) ?? fallback;
  const down = (v: string | undefined, fallback = 0) => lengthIn(v, height) ?? fallback;
  switch (tag) {
    case 'path':
      return a.d ?? null;
    case 'line':
      return `M${across(a.x1)} ${down(a.y1)}L${across(a.x2)} ${down(a.y2)}`;
    case 'polyline':
    case 'polygon': {
      const points = (a.points ?? '').match(/[-+]?(?:\d+\.?\d*|\.\d+)(?:e[-+]?\d+)?/gi) ?? [];
      if (points.length < 4) return null;
      const even = points.slice(0, points.length & ~1);
      return `M${even.join(' ')}${tag === 'polygon' ? 'Z' : ''}`;
    }
    case 'circle':
    case 'ellipse': {
      const r = lengthIn(a.r, diagonalOf(viewport)) ?? 0;
      const rx = tag === 'circle' ? r : across(a.rx ?? a.ry);
      const ry = tag === 'circle' ? r : down(a.ry ?? a.rx);
      const [x, y] = [across(a.cx), down(a.cy)];
      if (!(rx > 0) || !(ry > 0)) return null;
      const arc = `A${rx} ${ry} 0 0 1`;
      return `M${x} ${y - ry}${arc} ${x + rx} ${y}${arc} ${x} ${y + ry}${arc} ${x - rx} ${y}${arc} ${x} ${y - ry}Z`;
    }
    case 'rect': {
      const [x, y, w, h] = [across(a.x), down(a.y), across(a.width), down(a.height)];
      if (!(w > 0) || !(h > 0)) return null;
      const rx = Math.min(w / 2, across(a.rx, down(a.ry)));
      const ry = Math.min(h / 2, down(a.ry, across(a.rx)));
      if (!(rx > 0) || !(ry > 0)) return `M${x} ${y}h${w}v${h}h${-w}Z`;
      const arc = (dx: number, dy: number) => `a${rx} ${ry} 0 0 1 ${dx} ${dy}`;
      return (
        `M${x + rx} ${y}h${w - 2 * rx}${arc(rx, ry)}v${h - 2 * ry}${arc(-rx, ry)}` +
        `h${2 * rx - w}${arc(-rx, -ry)}v${2 * ry - h}${arc(rx, -ry)}Z`
      );
    }
    default:
      return null;
  }
}
