import { Bezier } from 'bezier-js';
import type { Point } from './affine';
import type { Anchor, AnchorKind, Cubic, Path } from './path';
import { corner, isAligned, pointAt, segment, segmentCount, segments } from './path';

/** Changes to a path, as pure functions: each returns a new path and leaves the old one alone. */

const bezier = (c: Cubic) => new Bezier(c.map((p) => ({ x: p.x, y: p.y })));

/** The place on a path nearest to a point: which segment, t along it (0–1), where, how far (px). */
export interface Nearest {
  segment: number;
  t: number;
  point: Point;
  distance: number;
}

/** How far a point is from the box of a cubic's points, px. */
function boxDistance([p, q, r, s]: Cubic, { x, y }: Point): number {
  const dx = Math.max(Math.min(p.x, q.x, r.x, s.x) - x, x - Math.max(p.x, q.x, r.x, s.x), 0);
  const dy = Math.max(Math.min(p.y, q.y, r.y, s.y) - y, y - Math.max(p.y, q.y, r.y, s.y), 0);
  return Math.hypot(dx, dy);
}

/** The nearest place on a path, nearer than `within` px; null if there is none. */
export function nearestOn(path: Path, p: Point, within = Infinity): Nearest | null {
  let best: Nearest | null = null;
  let least = within;
  segments(path).forEach((c, i) => {
    // A cubic lies within the box of its points: those that are too far off need no closer look.
    if (boxDistance(c, p) >= least) return;
    const found = bezier(c).project(p);
    const distance = Math.hypot(found.x - p.x, found.y - p.y);
    if (distance < least) {
      least = distance;
      best = { segment: i, t: found.t ?? 0, point: { x: found.x, y: found.y }, distance };
    }
  });
  return best;
}

const withAnchors = (path: Path, anchors: Anchor[]): Path => ({ ...path, anchors });
const less = (a: Point, b: Point): Point => ({ x: a.x - b.x, y: a.y - b.y });
const isZero = (p: Point) => p.x === 0 && p.y === 0;

/** Puts an anchor on segment `i` at t (0–1); the curve keeps its shape (de Casteljau). */
export function insertAnchor(path: Path, i: number, t: number): Path {
  const c = segment(path, i);
  const next = (i + 1) % path.anchors.length;
  const anchors = path.anchors.slice();
  const a = anchors[i]!;
  const b = anchors[next]!;
  const p = pointAt(c, t);
  if (isZero(a.out) && isZero(b.in)) {
    anchors.splice(i + 1, 0, corner(p.x, p.y));
    return withAnchors(path, anchors);
  }
  const { left, right } = bezier(c).split(t);
  const [l, r] = [left.points, right.points];
  anchors[i] = { ...a, out: less(l[1]!, l[0]!) };
  anchors[next] = { ...anchors[next]!, in: less(r[2]!, r[3]!) };
  anchors.splice(i + 1, 0, {
    ...p,
    kind: 'smooth',
    in: less(l[2]!, l[3]!),
    out: less(r[1]!, r[0]!),
  });
  return withAnchors(path, anchors);
}

/** The path without anchor `i`; below two anchors it is open. */
export function removeAnchor(path: Path, i: number): Path {
  const anchors = path.anchors.filter((_, k) => k !== i);
  return { closed: path.closed && anchors.length > 2, anchors };
}

/** Anchor `i` moved to a place; its handles go along. */
export function moveAnchor(path: Path, i: number, to: Point): Path {
  return withAnchors(
    path,
    path.anchors.map((a, k) => (k === i ? { ...a, x: to.x, y: to.y } : a)),
  );
}

/**
 * One handle of anchor `i` set to an offset. On a smooth anchor the other handle turns to stay on
 * one line with it and keeps its own length, or takes the same if it has none.
 */
export function setHandle(path: Path, i: number, which: 'in' | 'out', offset: Point): Path {
  const other = which === 'in' ? 'out' : 'in';
  return withAnchors(
    path,
    path.anchors.map((a, k) => {
      if (k !== i) return a;
      if (a.kind === 'corner') return { ...a, [which]: offset };
      if (a.kind === 'symmetrical')
        return { ...a, [which]: offset, [other]: { x: 0 - offset.x, y: 0 - offset.y } };
      const l = Math.hypot(offset.x, offset.y);
      const own = Math.hypot(a[other].x, a[other].y) || l;
      const s = l > 0 ? -own / l : 0;
      return { ...a, [which]: offset, [other]: { x: offset.x * s, y: offset.y * s } };
    }),
  );
}

/**
 * Anchor `i` made a corner (handles gone), smooth, or symmetrical: with the handles it has, or with new
 * ones along its neighbours' direction.
 */
export function turnAnchor(path: Path, i: number, kind: AnchorKind): Path {
  const a = path.anchors[i];
  if (!a || a.kind === kind) return path;
  const { anchors } = path;
  return withAnchors(path, anchors.with(i, turned(path, i, kind)));
}

function turned(path: Path, i: number, kind: AnchorKind): Anchor {
  const a = path.anchors[i]!;
  if (kind === 'corner')
    return { ...corner(a.x, a.y), ...(a.width !== undefined && { width: a.width }) };
  const own = a.kind === 'corner' ? smoothed(path, i, path.anchors.length) : a;
  if (kind === 'smooth') return { ...own, kind };
  const into = Math.hypot(own.in.x, own.in.y);
  const out = Math.hypot(own.out.x, own.out.y);
  const l = (into + out) / 2;
  const [x, y] =
    out > 0 ? [own.out.x / out, own.out.y / out] : [-own.in.x / into, -own.in.y / into];
  return { ...own, kind, in: { x: 0 - x * l, y: 0 - y * l }, out: { x: x * l, y: y * l } };
}

function smoothed(path: Path, i: number, n: number): Anchor {
  const a = path.anchors[i]!;
  const before = path.closed || i > 0 ? path.anchors[(i - 1 + n) % n]! : a;
  const after = path.closed || i < n - 1 ? path.anchors[(i + 1) % n]! : a;
  const dx = after.x - before.x;
  const dy = after.y - before.y;
  const l = Math.hypot(dx, dy) || 1;
  // A third of the way to each neighbour makes a curve that neither bulges nor kinks.
  const back = Math.hypot(a.x - before.x, a.y - before.y) / 3 || l / 6;
  const on = Math.hypot(after.x - a.x, after.y - a.y) / 3 || l / 6;
  return {
    ...a,
    kind: 'smooth',
    in: { x: (-dx / l) * back, y: (-dy / l) * back },
    out: { x: (dx / l) * on, y: (dy / l) * on },
  };
}

/**
 * Segment `i` bent so that its point at t moves by (dx, dy); anchors stay. Both handles share the
 * move so that the curve passes exactly through the new place. Anchors whose other side has a
 * handle become corners, because one line can no longer hold both.
 */
export function bendSegment(path: Path, i: number, t: number, dx: number, dy: number): Path {
  const c = segment(path, i);
  const u = 1 - t;
  const b1 = 3 * u * u * t;
  const b2 = 3 * u * t * t;
  const sum = b1 * b1 + b2 * b2;
  if (sum < 1e-9) return path;
  const next = (i + 1) % path.anchors.length;
  const straight = isZero(path.anchors[i]!.out) && isZero(path.anchors[next]!.in);
  // A straight segment first gets handles at its thirds, which leave it straight.
  const [p, q, r, s] = c;
  const third = (a: number, b: number) => (b - a) / 3;
  const out = straight ? { x: third(p.x, s.x), y: third(p.y, s.y) } : less(q, p);
  const into = straight ? { x: -third(p.x, s.x), y: -third(p.y, s.y) } : less(r, s);
  const anchors = path.anchors.slice();
  const a = anchors[i]!;
  anchors[i] = {
    ...a,
    kind: isZero(a.in) ? a.kind : 'corner',
    out: { x: out.x + (dx * b1) / sum, y: out.y + (dy * b1) / sum },
  };
  const b = anchors[next]!;
  anchors[next] = {
    ...b,
    kind: isZero(b.out) ? b.kind : 'corner',
    in: { x: into.x + (dx * b2) / sum, y: into.y + (dy * b2) / sum },
  };
  return withAnchors(path, anchors);
}

/** `to` moved so that the line from `from` to it stands at a multiple of 15°, its length kept. */
export function holdAngle(from: Point, to: Point): Point {
  const dx = to.x - from.x;
  const dy = to.y - from.y;
  const step = Math.PI / 12;
  const angle = Math.round(Math.atan2(dy, dx) / step) * step;
  const l = Math.hypot(dx, dy);
  return { x: from.x + Math.cos(angle) * l, y: from.y + Math.sin(angle) * l };
}

/** An open path with one more anchor at its end. */
export const appendAnchor = (path: Path, anchor: Anchor): Path =>
  withAnchors(path, [...path.anchors, anchor]);

/** The path closed, if it has anchors enough to hold an inside. */
export const closePath = (path: Path): Path =>
  segmentCount(path) >= 2 ? { ...path, closed: true } : path;

/** The path run through the other way. */
export const reversePath = (path: Path): Path => ({
  ...path,
  anchors: path.anchors.toReversed().map((a) => ({ ...a, in: a.out, out: a.in })),
});

/**
 * The path cut at anchor `i`: a closed one is opened there, an open one becomes two that both end in it.
 * At an end of an open path there is nothing to cut.
 */
export function cutPath(path: Path, i: number): Path[] {
  const { anchors, closed } = path;
  const at = anchors[i];
  if (!at) return [path];
  const none = { x: 0, y: 0 };
  const last = { ...at, kind: 'corner' as const, out: none };
  const first = { ...at, kind: 'corner' as const, in: none };
  if (closed)
    return [
      { closed: false, anchors: [first, ...anchors.slice(i + 1), ...anchors.slice(0, i), last] },
    ];
  if (i === 0 || i === anchors.length - 1) return [path];
  return [
    { closed: false, anchors: [...anchors.slice(0, i), last] },
    { closed: false, anchors: [first, ...anchors.slice(i + 1)] },
  ];
}

/** Two open paths as one, joined by their nearest ends: those that lie within `near` px become one anchor. */
export function joinPaths(a: Path, b: Path, near = 1): Path {
  const ends = (p: Path) => [p.anchors[0]!, p.anchors.at(-1)!] as const;
  if (a.anchors.length === 0) return b;
  if (b.anchors.length === 0) return a;
  const gap = (p: Path, q: Path) => {
    const [x, y] = [ends(p)[1], ends(q)[0]];
    return Math.hypot(x.x - y.x, x.y - y.y);
  };
  const ways = [a, reversePath(a)].flatMap((p) => [b, reversePath(b)].map((q) => [p, q] as const));
  const [p, q] = ways.reduce((best, way) => (gap(...way) < gap(...best) ? way : best));
  if (gap(p, q) > near) return { closed: false, anchors: [...p.anchors, ...q.anchors] };
  const seam = { ...p.anchors.at(-1)!, kind: 'corner' as const, out: q.anchors[0]!.out };
  return { closed: false, anchors: [...p.anchors.slice(0, -1), seam, ...q.anchors.slice(1)] };
}

/**
 * The path without anchor `i`, its neighbours' handles set so that the curve keeps its shape as well as
 * it can: the two cubics become the one that fits points of both best.
 */
export function dissolveAnchor(path: Path, i: number): Path {
  const n = path.anchors.length;
  const inner = path.closed ? n > 2 : i > 0 && i < n - 1;
  if (!inner) return removeAnchor(path, i);
  const before = (i - 1 + n) % n;
  const after = (i + 1) % n;
  const [c, d] = [segment(path, before), segment(path, i)];
  const straight = [before, i].every((k) => {
    const [p, q, r, s] = segment(path, k);
    return Math.hypot(p.x - q.x, p.y - q.y) + Math.hypot(r.x - s.x, r.y - s.y) === 0;
  });
  if (straight) return removeAnchor(path, i);
  // Where the anchor would lie on the new cubic: one that was put in parts its handles in that proportion.
  const own = path.anchors[i]!;
  const [into, out] = [Math.hypot(own.in.x, own.in.y), Math.hypot(own.out.x, own.out.y)];
  const span = (s: Cubic) => Math.hypot(s[3].x - s[0].x, s[3].y - s[0].y) || 1e-9;
  const share = into > 0 && out > 0 ? into / (into + out) : span(c) / (span(c) + span(d));
  // Least squares for the two controls: B1·q + B2·r = point − B0·p − B3·s.
  const [p, s] = [c[0], d[3]];
  let [a11, a12, a22, x1, x2, y1, y2] = [0, 0, 0, 0, 0, 0, 0];
  for (let k = 1; k < 24; k++) {
    const t = k / 24;
    const at = t < share ? pointAt(c, t / share) : pointAt(d, (t - share) / (1 - share));
    const u = 1 - t;
    const [b0, b1, b2, b3] = [u * u * u, 3 * u * u * t, 3 * u * t * t, t * t * t];
    const rx = at.x - b0 * p.x - b3 * s.x;
    const ry = at.y - b0 * p.y - b3 * s.y;
    a11 += b1 * b1;
    a12 += b1 * b2;
    a22 += b2 * b2;
    x1 += b1 * rx;
    x2 += b2 * rx;
    y1 += b1 * ry;
    y2 += b2 * ry;
  }
  const det = a11 * a22 - a12 * a12;
  const q = { x: (a22 * x1 - a12 * x2) / det, y: (a22 * y1 - a12 * y2) / det };
  const r = { x: (a11 * x2 - a12 * x1) / det, y: (a11 * y2 - a12 * y1) / det };
  const anchors = path.anchors.slice();
  anchors[before] = loosened({ ...anchors[before]!, out: less(q, p) });
  anchors[after] = loosened({ ...anchors[after]!, in: less(r, s) });
  anchors.splice(i, 1);
  return withAnchors(path, anchors);
}

/** A smooth anchor whose handles no longer lie on one line is a corner. */
const loosened = (a: Anchor): Anchor =>
  a.kind === 'corner' || isZero(a.in) || isZero(a.out) || isAligned(a, 0.02)
    ? a
    : { ...a, kind: 'corner' };

/** The path without anchors whose absence moves the curve by no more than `tolerance` px. */
export function simplifyPath(path: Path, tolerance: number): Path {
  let now = path;
  for (let i = now.anchors.length - 1; i >= 0; i--) {
    if (now.anchors.length <= 2) break;
    if (!now.closed && (i === 0 || i === now.anchors.length - 1)) continue;
    const less = dissolveAnchor(now, i);
    const n = now.anchors.length;
    const whole = [segment(now, (i - 1 + n) % n), segment(now, i)];
    const one = segment(less, (i - 1 + less.anchors.length) % less.anchors.length);
    const fits = whole.every((c) =>
      [0.25, 0.5, 0.75, 1].every((t) => {
        const at = pointAt(c, t);
        const near = bezier(one).project(at);
        return Math.hypot(near.x - at.x, near.y - at.y) <= tolerance;
      }),
    );
    if (fits) now = less;
  }
  return now;
}
