import { curveDirection } from './strand';

/** The line that a stroke is drawn along: x and y in turn, px; a closed one does not repeat its start. */
export interface Spine {
  closed: boolean;
  points: Float64Array;
}

export type Cap = 'round' | 'flat';
export type Join = 'round' | 'bevel' | 'miter';

/** How a stroke is drawn round its line. */
export interface StrokeStyle {
  /** Half the stroke's width, px: the same everywhere, or at each point of the line. */
  half: number | Float64Array;
  cap: Cap;
  join: Join;
  /** Where a miter would be longer than this many half widths it becomes a bevel; left out, 4 as in SVG. */
  miterLimit?: number;
  /** Greatest distance between an arc and its straight pieces, px. */
  tolerance: number;
}

/** How many half widths long a miter may be (SVG's default). */
export const MITER_LIMIT = 4;

/** How far the outline of a stroke may lie from its line, px. */
export const strokeMargin = (half: number, join: Join, miterLimit = MITER_LIMIT): number =>
  half * (join === 'miter' ? miterLimit : 1) + 1;

/** Arcs get no more pieces than this asks for, radians: of larger circles only a stretch is ever seen. */
const LEAST_TURN = 0.002;

/** The greatest turn at which an arc of a radius stays within a tolerance of its chord, radians. */
export function arcTurn(radius: number, tolerance: number): number {
  return radius <= tolerance
    ? Math.PI / 2
    : Math.max(LEAST_TURN, Math.min(Math.PI / 4, 2 * Math.acos(1 - tolerance / radius)));
}

interface PieceStyle extends StrokeStyle {
  half: number;
}

/**
 * The outline of a stroke as closed polygons (x and y in turn) that all wind the same way, so that
 * under the non-zero rule their union is the stroke, however often it crosses itself.
 *
 * A run of gentle turns is one strip; where its inner side would fold, or at a corner, the strip is
 * cut and the outer wedge filled by a join of its own.
 */
export function strokeOutline(line: Spine, style: StrokeStyle): Float64Array[] {
  const halves = style.half;
  const half =
    typeof halves === 'number' ? () => halves : (i: number) => Math.max(0, halves[i] ?? 0);
  const out: Float64Array[] = [];
  const p = line.points;
  const n = p.length / 2;
  if (n === 0) return out;
  const widest = typeof halves === 'number' ? halves : halves.reduce((m, h) => Math.max(m, h), 0);
  if (!(widest > 0)) return out;
  if (n === 1) {
    if (style.cap === 'round')
      out.push(fan(p[0]!, p[1]!, half(0), 0, 2 * Math.PI, style.tolerance, false));
    return out;
  }
  const count = line.closed ? n : n - 1;
  const dx = new Float64Array(count);
  const dy = new Float64Array(count);
  const length = new Float64Array(count);
  for (let i = 0; i < count; i++) {
    const j = (i + 1) % n;
    const x = p[2 * j]! - p[2 * i]!;
    const y = p[2 * j + 1]! - p[2 * i + 1]!;
    const l = Math.hypot(x, y);
    dx[i] = l > 0 ? x / l : 1;
    dy[i] = l > 0 ? y / l : 0;
    length[i] = l;
  }
  const gentle = arcTurn(widest, style.tolerance) * 1.5;

  let left: number[] = [];
  let right: number[] = [];
  const side = (x: number, y: number, nx: number, ny: number) => {
    left.push(x + nx, y + ny);
    right.push(x - nx, y - ny);
  };
  const endStrip = () => {
    const points = new Float64Array(left.length + right.length);
    points.set(left);
    for (let i = 0, k = left.length; i < right.length; i += 2, k += 2) {
      points[k] = right[right.length - 2 - i]!;
      points[k + 1] = right[right.length - 1 - i]!;
    }
    out.push(oriented(points));
    left = [];
    right = [];
  };

  /** Across the curve at an end of an open line, where piece `i` is the outermost and `next` the one within, `sign` its way: a unit vector. */
  const across = (i: number, next: number, sign: 1 | -1): readonly [number, number] => {
    const way = (k: number) => [sign * dx[k]! * length[k]!, sign * dy[k]! * length[k]!] as const;
    const found = !line.closed && count > 1 ? curveDirection(way(i), way(next), 'start') : null;
    const [x, y] = found ?? [sign * dx[i]!, sign * dy[i]!];
    const l = sign * (Math.hypot(x, y) || 1);
    return [-y / l, x / l];
  };
  const [sx, sy] = across(0, 1, 1);
  // A closed line starts its strip in the middle of nothing: the seam is a joint like any other.
  side(p[0]!, p[1]!, sx * half(0), sy * half(0));
  const joints = line.closed ? count : count - 1;
  for (let i = 0; i < joints; i++) {
    const k = (i + 1) % count;
    const at = (i + 1) % n;
    const h = half(at);
    const x = p[2 * at]!;
    const y = p[2 * at + 1]!;
    const turn = Math.atan2(dx[i]! * dy[k]! - dy[i]! * dx[k]!, dx[i]! * dx[k]! + dy[i]! * dy[k]!);
    const tan = Math.tan(Math.abs(turn) / 2);
    const folds = h * tan > 0.5 * Math.min(length[i]!, length[k]!);
    const seam = line.closed && i === joints - 1;
    if (Math.abs(turn) <= gentle && !folds && !seam) {
      const mx = -(dy[i]! + dy[k]!);
      const my = dx[i]! + dx[k]!;
      const s = (2 * h) / (mx * mx + my * my);
      side(x, y, mx * s, my * s);
      continue;
    }
    side(x, y, -dy[i]! * h, dx[i]! * h);
    endStrip();
    if (Math.abs(turn) > 1e-9 && h > 0) {
      const join = Math.abs(turn) <= gentle ? 'round' : style.join;
      out.push(joinPiece(x, y, dx[i]!, dy[i]!, dx[k]!, dy[k]!, turn, { ...style, half: h, join }));
    }
    if (!seam) side(x, y, -dy[k]! * h, dx[k]! * h);
  }
  if (!line.closed) {
    const e = count - 1;
    const h = half(n - 1);
    const [ex, ey] = across(e, e - 1, -1);
    side(p[2 * n - 2]!, p[2 * n - 1]!, ex * h, ey * h);
    endStrip();
    if (style.cap === 'round') {
      const start = Math.atan2(sy, sx);
      if (half(0) > 0) out.push(fan(p[0]!, p[1]!, half(0), start, Math.PI, style.tolerance, false));
      const end = Math.atan2(-ey, -ex);
      if (h > 0)
        out.push(fan(p[2 * n - 2]!, p[2 * n - 1]!, h, end, Math.PI, style.tolerance, false));
    }
  }
  return out;
}

/** The wedge on the outer side of a corner, by the kind of join. */
function joinPiece(
  x: number,
  y: number,
  ax: number,
  ay: number,
  bx: number,
  by: number,
  turn: number,
  style: PieceStyle,
): Float64Array {
  const { half, miterLimit = MITER_LIMIT } = style;
  // The outer side lies right of a left turn and left of a right turn.
  const s = turn > 0 ? -1 : 1;
  const from = [-ay * s * half, ax * s * half] as const;
  const to = [-by * s * half, bx * s * half] as const;
  if (style.join === 'round')
    return fan(x, y, half, Math.atan2(from[1], from[0]), turn, style.tolerance, true);
  const points = [x, y, x + from[0], y + from[1]];
  const sharp = 1 / Math.cos(turn / 2);
  if (style.join === 'miter' && sharp > 0 && sharp <= miterLimit) {
    const mx = from[0] + to[0];
    const my = from[1] + to[1];
    const k = (half * sharp) / Math.hypot(mx, my);
    points.push(x + mx * k, y + my * k);
  }
  points.push(x + to[0], y + to[1]);
  return oriented(Float64Array.from(points));
}

/** A sector of a disc from an angle through a sweep (radians), with its middle as a point or without. */
function fan(
  x: number,
  y: number,
  radius: number,
  start: number,
  sweep: number,
  tolerance: number,
  middle: boolean,
): Float64Array {
  const steps = Math.max(1, Math.ceil(Math.abs(sweep) / arcTurn(radius, tolerance)));
  const points: number[] = middle ? [x, y] : [];
  for (let i = 0; i <= steps; i++) {
    const a = start + (sweep * i) / steps;
    points.push(x + Math.cos(a) * radius, y + Math.sin(a) * radius);
  }
  return oriented(Float64Array.from(points));
}

/** The polygon itself, or reversed so that its signed area is positive. */
function oriented(points: Float64Array): Float64Array {
  let area = 0;
  const n = points.length;
  for (let i = 0; i < n; i += 2) {
    const j = (i + 2) % n;
    area += points[i]! * points[j + 1]! - points[j]! * points[i + 1]!;
  }
  if (area >= 0) return points;
  const out = new Float64Array(n);
  for (let i = 0; i < n; i += 2) {
    out[i] = points[n - 2 - i]!;
    out[i + 1] = points[n - 1 - i]!;
  }
  return out;
}
