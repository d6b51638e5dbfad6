import type { Path } from '../geometry/path';
import { IDENTITY } from '../geometry/affine';
import { lengthsOf, refined, strandsOf } from '../geometry/strand';
import type { ColourBuffer } from '../pixels/buffer';
import { colourBuffer, crop, unwritten } from '../pixels/buffer';
import type { Region } from '../pixels/region';
import { EMPTY, grow, intersect, isEmpty } from '../pixels/region';
import { onHeap, run } from './machine';
import { byThirds, stagesFor } from './thirds';

/**
 * Motion along lines: near each piece of a line things move as it runs, and between lines their ways mix (tensors of direction, so that a
 * line and the same line backwards are one; weights of inverse distance). The flow is computed on nodes and mixed between.
 */

/** From one node to the next, px. */
const CELL = 12;
/** Into so many straight pieces the lines are cut at most. */
const MOST_PIECES = 120;
/** Nearer than this to a piece it counts no more, px. */
const SOFT = 4;

/** A straight piece: its middle, its length, and its direction as twice the angle. */
interface Piece {
  x: number;
  y: number;
  weight: number;
  cos2: number;
  sin2: number;
}

/** How things move along lines. */
export interface Flow {
  /** px of the render. */
  paths: readonly Path[];
  /** From one end of the way to the other, px. */
  length: number;
  /** So far from the lines nothing moves any more, px; 0 for everywhere. */
  reach: number;
}

function piecesOf(paths: readonly Path[]): Piece[] {
  const strands = strandsOf(paths, IDENTITY, { tolerance: 0.5, turn: Infinity });
  const total = strands.reduce((sum, s) => sum + (lengthsOf(s).at(-1) ?? 0), 0);
  return strands.flatMap((strand) => {
    const { points, closed } = refined(strand, Math.max(1, total / MOST_PIECES));
    const n = points.length / 2;
    const pieces: Piece[] = [];
    for (let i = 0; i < (closed ? n : n - 1); i++) {
      const k = (i + 1) % n;
      const [ax, ay] = [points[2 * i]!, points[2 * i + 1]!];
      const [bx, by] = [points[2 * k]!, points[2 * k + 1]!];
      const weight = Math.hypot(bx - ax, by - ay);
      if (weight === 0) continue;
      const [c, s] = [(bx - ax) / weight, (by - ay) / weight];
      pieces.push({
        ...{ x: (ax + bx) / 2, y: (ay + by) / 2, weight },
        ...{ cos2: c * c - s * s, sin2: 2 * c * s },
      });
    }
    return pieces;
  });
}

/** Nodes over a region: the first lies at a multiple of `CELL`, so that they are the same for every region. */
interface Nodes {
  x: number;
  y: number;
  columns: number;
  rows: number;
}

function nodesOver({ x, y, width, height }: Region): Nodes {
  const [left, top] = [Math.floor(x / CELL), Math.floor(y / CELL)];
  return {
    ...{ x: left * CELL, y: top * CELL },
    columns: Math.ceil((x + width) / CELL) - left + 1,
    rows: Math.ceil((y + height) / CELL) - top + 1,
  };
}

/** The directions at nodes, as twice their angle, and how much of the length things move there. */
interface Directions extends Nodes {
  cos2: Float64Array;
  sin2: Float64Array;
  share: Float64Array;
}

function directionsOver(region: Region, pieces: readonly Piece[], reach: number): Directions {
  const nodes = nodesOver(region);
  const count = nodes.columns * nodes.rows;
  const [cos2, sin2, share] = [0, 1, 2].map(() => new Float64Array(count)) as [
    Float64Array,
    Float64Array,
    Float64Array,
  ];
  for (let i = 0; i < count; i++) {
    const x = nodes.x + (i % nodes.columns) * CELL + 0.5;
    const y = nodes.y + Math.floor(i / nodes.columns) * CELL + 0.5;
    let c = 0;
    let s = 0;
    let nearest = Infinity;
    for (const p of pieces) {
      const d = (p.x - x) ** 2 + (p.y - y) ** 2;
      const w = p.weight / (d + SOFT * SOFT) ** 2;
      c += w * p.cos2;
      s += w * p.sin2;
      // How far the piece itself is, and not its middle.
      if (reach > 0) nearest = Math.min(nearest, Math.sqrt(d) - p.weight / 2);
    }
    const size = Math.hypot(c, s);
    if (size > 0) {
      cos2[i] = c / size;
      sin2[i] = s / size;
    }
    const t = reach > 0 ? Math.min(1, Math.max(0, nearest) / reach) : 0;
    // Where there is no direction nothing moves.
    share[i] = size > 0 ? (1 - t * t) ** 2 : 0;
  }
  return { ...nodes, cos2, sin2, share };
}

/** The flow at a place (px from its first node), as twice its angle, mixed between nodes, into `out`. */
function mixed({ columns, rows, cos2, sin2 }: Directions, x: number, y: number, out: Float64Array) {
  const u = Math.min(columns - 1.001, Math.max(0, x / CELL));
  const v = Math.min(rows - 1.001, Math.max(0, y / CELL));
  const [i, j] = [Math.floor(u), Math.floor(v)];
  const [s, t] = [u - i, v - j];
  const k = j * columns + i;
  const n = k + columns;
  out[0] =
    (cos2[k]! * (1 - s) + cos2[k + 1]! * s) * (1 - t) + (cos2[n]! * (1 - s) + cos2[n + 1]! * s) * t;
  out[1] =
    (sin2[k]! * (1 - s) + sin2[k + 1]! * s) * (1 - t) + (sin2[n]! * (1 - s) + sin2[n + 1]! * s) * t;
}

/** The direction of the flow at a place, of its two the one that goes on a way, in place of that way. */
function turnOn(flow: Directions, x: number, y: number, way: Float64Array, room: Float64Array) {
  mixed(flow, x, y, room);
  const size = Math.hypot(room[0]!, room[1]!);
  if (size === 0) return;
  // Half an angle, from the cosine and the sine of the whole.
  const cos = Math.sqrt(Math.max(0, (1 + room[0]! / size) / 2));
  const sin = Math.sqrt(Math.max(0, (1 - room[0]! / size) / 2)) * (room[1]! < 0 ? -1 : 1);
  const sign = cos * way[0]! + sin * way[1]! < 0 ? -1 : 1;
  way[0] = cos * sign;
  way[1] = sin * sign;
}

/** For each stage, the coarsest first: how far its samples lie either way of each node, x and y, px. */
export interface Ways extends Nodes {
  /** The length of the whole way, px. */
  length: number;
  stages: Float32Array[];
}

/**
 * Follows the flow for `length` px from a place (px from its first node), as a way goes on, which is changed; notes how far from there it
 * came after each stage's share.
 */
function follow(
  flow: Directions,
  from: { x: number; y: number },
  way: Float64Array,
  length: number,
  stages: Float32Array[],
  at: number,
): void {
  const [half, room] = [new Float64Array(2), new Float64Array(2)];
  let { x, y } = from;
  let gone = 0;
  // The finest stage reaches the least far.
  for (let stage = stages.length - 1; stage >= 0; stage--) {
    const distance = length / 3 ** (stage + 1);
    const steps = Math.max(1, Math.ceil((distance - gone) / CELL));
    const step = (distance - gone) / steps;
    for (let i = 0; i < steps; i++) {
      // By the direction half a step on.
      turnOn(flow, x, y, way, room);
      half.set(way);
      turnOn(flow, x + (way[0]! * step) / 2, y + (way[1]! * step) / 2, half, room);
      x += half[0]! * step;
      y += half[1]! * step;
      way.set(half);
    }
    gone = distance;
    stages[stage]![at] = x - from.x;
    stages[stage]![at + 1] = y - from.y;
  }
}

/** The ways of a flow over a region: of that which `flowRegion` says, to move pixels by them. It depends on nothing else. */
export function waysOf({ paths, length, reach }: Flow, region: Region): Ways {
  const nodes = nodesOver(region);
  const pieces = piecesOf(paths);
  // Without a line nothing moves.
  if (pieces.length === 0) return { ...nodes, length, stages: [] };
  const flow = directionsOver(grow(region, Math.ceil(length) + 2 * CELL), pieces, reach);
  const count = nodes.columns * nodes.rows;
  const stages = Array.from({ length: stagesFor(length) }, () => new Float32Array(count * 4));
  const [left, top] = [nodes.x - flow.x, nodes.y - flow.y];
  for (let n = 0; n < count; n++) {
    const from = {
      x: left + (n % nodes.columns) * CELL,
      y: top + Math.floor(n / nodes.columns) * CELL,
    };
    const own = length * flow.share[(from.y / CELL) * flow.columns + from.x / CELL]!;
    const [one, room] = [Float64Array.of(1, 1e-3), new Float64Array(2)];
    turnOn(flow, from.x, from.y, one, room);
    const other = one.map((v) => -v);
    follow(flow, from, one, own, stages, 4 * n);
    follow(flow, from, other, own, stages, 4 * n + 2);
  }
  return { ...nodes, length, stages };
}

/** How far motion along lines carries a value, px. */
export const streamMargin = (length: number): number =>
  length < 1 ? 0 : Math.ceil(length / 2) + 2;

/** What of a way of some length must be known, px: for pixels over a region, of which some is wanted. */
export const flowRegion = (pixels: Region, wanted: Region, length: number): Region => {
  const all = grow(pixels, streamMargin(length));
  return intersect(grow(intersect(wanted, all), streamMargin(length)), all);
};

/**
 * Pixels each of which is the mean of those along a way through it as lines run, over what `wanted` shares with all they can reach;
 * outside the pixels is nothing. Without lines, and shorter than a px, it changes nothing.
 */
export function movedAlong(pixels: ColourBuffer, ways: Ways, wanted: Region): ColourBuffer {
  const { x, y, columns, length, stages } = ways;
  const all = grow(pixels.region, streamMargin(length));
  const region = intersect(wanted, all);
  if (isEmpty(region) || isEmpty(pixels.region)) return colourBuffer(EMPTY);
  if (streamMargin(length) === 0 || stages.length === 0) return crop(pixels, region);
  return byThirds(pixels, region, all, length, (made, part, stage) => {
    const out: ColourBuffer = unwritten(part, 4);
    const from = made.region;
    onHeap((at) =>
      run('streamRows', part.height, part.width * 20, [
        ...([at(made.data), from.width, from.height, from.x, from.y] as const),
        ...([at(stages[stage - 1]!), columns, x, y, CELL] as const),
        at(out.data, 'write'),
        ...([part.x, part.y, part.width] as const),
      ]),
    );
    return out;
  });
}
