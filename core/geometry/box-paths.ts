import type { Box, Point } from './affine';
import type { Path } from './path';
import { corner } from './path';

/** How far the handles of a quarter of a circle reach, shares of its radius (within 0.03 % of it). */
const QUARTER = 0.5522847498;

/** A box as a closed path. */
export const boxPath = ({ x0, y0, x1, y1 }: Box): Path => ({
  closed: true,
  anchors: [corner(x0, y0), corner(x1, y0), corner(x1, y1), corner(x0, y1)],
});

/** The oval that touches the four sides of a box, as a closed path of four anchors. */
export function ovalPath({ x0, y0, x1, y1 }: Box): Path {
  const [x, y] = [(x0 + x1) / 2, (y0 + y1) / 2];
  const [rx, ry] = [(x1 - x0) / 2, (y1 - y0) / 2];
  const anchor = (dx: number, dy: number) => {
    // It turns from right to foot, left and top.
    const [hx, hy] = [-dy * rx * QUARTER, dx * ry * QUARTER];
    return {
      ...{ x: x + dx * rx, y: y + dy * ry, kind: 'symmetrical' as const },
      in: { x: -hx, y: -hy },
      out: { x: hx, y: hy },
    };
  };
  return { closed: true, anchors: [anchor(1, 0), anchor(0, 1), anchor(-1, 0), anchor(0, -1)] };
}

/** The box between two opposite corners, in whichever order; `square` makes its shorter side as long as the longer. */
export function boxBetween(from: Point, to: Point, square = false): Box {
  const [dx, dy] = [to.x - from.x, to.y - from.y];
  const side = Math.max(Math.abs(dx), Math.abs(dy));
  const x = square ? from.x + (dx < 0 ? -side : side) : to.x;
  const y = square ? from.y + (dy < 0 ? -side : side) : to.y;
  return {
    x0: Math.min(from.x, x),
    y0: Math.min(from.y, y),
    x1: Math.max(from.x, x),
    y1: Math.max(from.y, y),
  };
}
