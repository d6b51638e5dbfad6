import fitCurve from 'fit-curve';
import type { Anchor, Path } from './path';
import { corner, settled } from './path';

/** A place where a pointer was, px, and how hard it pressed, 0–1 (½ for devices without pressure). */
export interface Sample {
  x: number;
  y: number;
  pressure: number;
}

/** What a pressure makes of the width, a factor: 1 at ½. */
const widthOf = (pressure: number): number => Math.max(0.05, Math.min(2, pressure * 2));

/** How far from one line the handles of a smooth anchor may be, as a sine. */
const ALIGNED = 0.02;

/** Samples nearer to one another than this are noise, px. */
const NEAR = 0.75;

/**
 * A stroke of the hand as a path of few anchors that strays from it by no more than `fidelity` px
 * (Schneider, "An algorithm for automatically fitting digitized curves", Graphics Gems, 1990). Pressure becomes the width
 * of the anchors, unless it is the same all along. It is closed if it ends within `closing` px of its start.
 */
export function freehandPath(samples: readonly Sample[], fidelity: number, closing = 0): Path {
  const thinned: Sample[] = [];
  for (const s of samples) {
    const last = thinned.at(-1);
    if (!last || Math.hypot(s.x - last.x, s.y - last.y) >= NEAR) thinned.push(s);
  }
  const first = thinned[0];
  const end = thinned.at(-1);
  if (!first || !end) return { closed: false, anchors: [] };
  if (thinned.length === 1) return { closed: false, anchors: [corner(first.x, first.y)] };
  const closed = thinned.length > 8 && Math.hypot(first.x - end.x, first.y - end.y) < closing;
  const points = thinned.map((s): [number, number] => [s.x, s.y]);
  if (closed) points[points.length - 1] = [first.x, first.y];
  const curves = fitCurve(points, Math.max(0.1, fidelity) ** 2);
  const steady = thinned.every((s) => Math.abs(s.pressure - first.pressure) < 0.02);
  const pressed = (x: number, y: number) =>
    thinned.reduce((best, s) =>
      Math.hypot(s.x - x, s.y - y) < Math.hypot(best.x - x, best.y - y) ? s : best,
    ).pressure;
  const anchors: Anchor[] = [];
  const add = (x: number, y: number): Anchor => {
    const made = corner(x, y);
    if (!steady) made.width = Math.round(widthOf(pressed(x, y)) * 100) / 100;
    anchors.push(made);
    return made;
  };
  for (const [p, q, r, s] of curves) {
    const from = anchors.at(-1) ?? add(p[0], p[1]);
    from.out = { x: q[0] - from.x, y: q[1] - from.y };
    const to = add(s[0], s[1]);
    to.in = { x: r[0] - to.x, y: r[1] - to.y };
  }
  const whole = closed && anchors.length > 2;
  if (whole) {
    anchors[0]!.in = anchors.at(-1)!.in;
    anchors.pop();
  }
  return { closed: whole, anchors: anchors.map((a) => settled(a, ALIGNED)) };
}
