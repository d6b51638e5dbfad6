import type { Point } from './affine';
import type { Edge, Graph, Node } from './mark-graph';
import { graphOf, isLoop, join, part, prune } from './mark-graph';
import { STEP, bent } from './smoothed-way';
import { centreMarks } from './thinned';

/** The centre lines of the strokes that a shape is made of: its medial axis without spurs, with smooth junctions. */

/** How deep px lie in a shape, row after row, px; 0 or less outside. */
export interface Depth {
  data: Float32Array;
  width: number;
  height: number;
}

/** A centre line, px of the picture of depths, whose px have their middles at halves. */
export interface CentreLine {
  closed: boolean;
  /** x and y in turn; a closed one does not repeat its first point. */
  points: Float64Array;
  /** Half of how thick the shape is at each point, px. */
  depth: Float64Array;
  /** Which of its ends meet another line. */
  meets: [start: boolean, end: boolean];
}

/**
 * A line that ends freely is a spur if it is no longer than so many times the half thickness where it leaves; or than more of them if it runs
 * into a corner, and so gets shallower by more than a share of its length.
 */
const SPUR = { shortest: 0.6, longest: 2.2, slope: 0.3 };
/** Two junctions are one if they are no farther apart than so many half thicknesses. */
const NEAR = 1.1;
/** A junction bends lines that go on through it as far as this, half thicknesses. */
const BENDS = 1.25;
/** Lines go on through a junction if they turn by less than this there, as the cosine. */
const ON = -0.35;
/** An end goes on to a line that comes so near to the junction, half thicknesses. */
const MEETS = 2;
/** So many points before its end say in which direction a line ends. */
const TURNS = 6;
/** Lines go on beyond a free end by this share of the half thickness there. */
const BEYOND = 0.55;

/** What can be set on centre lines, px of the picture of depths. */
export interface CentreSettings {
  /** Free ends that are no longer than this are spurs, beside those that are so for their thickness. */
  spurs: number;
  /** How round bends become: σ along the line. */
  bends: number;
}

/**
 * The centre lines of a shape, whose `marks` are those of its depths (`centreMarks`): pruned, and smoothed. Where several meet, the two that
 * best go on in one direction become one line, and the others end on it.
 */
export function centreLines(
  depth: Depth,
  { spurs, bends }: CentreSettings,
  marks = centreMarks(depth.data, depth.width, depth.height),
): CentreLine[] {
  const { data, width } = depth;
  const graph = graphOf(marks, width);
  const long = (edge: Edge) => lengthOf(edge.way, width);
  prune(graph, long, (length, tip, foot) => {
    const [thick, thin] = [data[foot.at]!, data[tip.at]!];
    if (length < Math.max(SPUR.shortest * thick, spurs)) return true;
    return length < SPUR.longest * thick && thick - thin > SPUR.slope * length;
  });
  contract(graph, long, (a, b) => NEAR * Math.max(data[a.at]!, data[b.at]!));
  const rings = graph.rings
    .filter((ring) => ring.length > 4)
    .map((ring) => smoothed(placesOf(ring, depth), true, bends));
  return [...rings, ...connected(graph, depth, bends)];
}

/** How long a way of px is, px. */
function lengthOf(way: readonly number[], width: number): number {
  let sum = 0;
  for (let i = 1; i < way.length; i++) {
    const step = Math.abs(way[i]! - way[i - 1]!);
    sum += step === 1 || step === width ? 1 : Math.SQRT2;
  }
  return sum;
}

/** Makes one node of two that lie near each other. */
function contract(
  graph: Graph,
  long: (edge: Edge) => number,
  near: (a: Node, b: Node) => number,
): void {
  for (const edge of [...graph.edges].sort((a, b) => long(a) - long(b))) {
    const { from, to } = edge;
    if (!graph.edges.has(edge) || isLoop(edge)) continue;
    if (from.edges.size < 3 || to.edges.size < 3 || long(edge) > near(from, to)) continue;
    part(graph, edge);
    for (const other of [...to.edges]) {
      const [a, b] = [other.from, other.to].map((n) => (n === to ? from : n));
      part(graph, other);
      join(graph, a!, b!, other.way);
    }
  }
}

interface Place extends Point {
  depth: number;
}

/** The middles of px, moved onto the ridge of the depths that runs through them. */
function placesOf(way: readonly number[], { data, width }: Depth): Place[] {
  const middle = (i: number): Point => ({ x: (i % width) + 0.5, y: Math.floor(i / width) + 0.5 });
  const at = (x: number, y: number) => {
    const [u, v] = [x - 0.5, y - 0.5];
    const [i, j] = [Math.floor(u), Math.floor(v)];
    const [s, t] = [u - i, v - j];
    const k = j * width + i;
    const value = (n: number) => data[n] ?? 0;
    return (
      (value(k) * (1 - s) + value(k + 1) * s) * (1 - t) +
      (value(k + width) * (1 - s) + value(k + width + 1) * s) * t
    );
  };
  return way.map((i, n) => {
    const p = middle(i);
    const [a, b] = [
      middle(way[Math.max(0, n - 3)]!),
      middle(way[Math.min(way.length - 1, n + 3)]!),
    ];
    const l = Math.hypot(b.x - a.x, b.y - a.y);
    if (l === 0) return { ...p, depth: data[i]! };
    const [nx, ny] = [-(b.y - a.y) / l, (b.x - a.x) / l];
    // The ridge is a roof: its top lies by half of what one side is deeper than the other, to that side.
    const by = (at(p.x + 2 * nx, p.y + 2 * ny) - at(p.x - 2 * nx, p.y - 2 * ny)) / 2;
    const d = Math.max(-1, Math.min(1, by));
    return { x: p.x + d * nx, y: p.y + d * ny, depth: data[i]! };
  });
}

/** An end of a line at a node. */
interface End {
  edge: Edge;
  /** Whether it is where the way of the edge begins. */
  first: boolean;
}

const endsAt = (node: Node): End[] =>
  [...node.edges].flatMap((edge) => [
    ...(edge.from === node ? [{ edge, first: true }] : []),
    ...(edge.to === node ? [{ edge, first: false }] : []),
  ]);

/** The direction in which a line leaves a node, beyond what that bends: a unit vector. */
function directionOf({ edge, first }: End, node: Node, { data, width }: Depth): Point {
  const way = first ? edge.way : [...edge.way].reverse();
  const clear = Math.ceil(BENDS * data[node.at]!);
  const [a, b] = [Math.min(clear, way.length >> 1), Math.min(2 * clear + 2, way.length - 1)];
  const x = (way[b]! % width) - (way[a]! % width);
  const y = Math.floor(way[b]! / width) - Math.floor(way[a]! / width);
  const l = Math.hypot(x, y) || 1;
  return { x: x / l, y: y / l };
}

const nameOf = (ids: Map<Edge, number>, { edge, first }: End) => `${ids.get(edge)} ${first}`;

/** The lines of a graph, those that go on through a junction joined to one. */
function connected(graph: Graph, depth: Depth, bends: number): CentreLine[] {
  const ids = new Map([...graph.edges].map((e, i) => [e, i]));
  const nodes = new Set([...graph.edges].flatMap((e) => [e.from, e.to]));
  const goesOn = new Map<string, End>();
  for (const node of nodes) {
    const ends = endsAt(node);
    if (ends.length < 2) continue;
    const ways = ends.map((e) => directionOf(e, node, depth));
    const pairs = ends
      .flatMap((_, i) =>
        ends.slice(i + 1).map((__, k) => {
          const j = i + 1 + k;
          return { i, j, cos: ways[i]!.x * ways[j]!.x + ways[i]!.y * ways[j]!.y };
        }),
      )
      .filter(({ cos }) => cos < ON)
      .sort((a, b) => a.cos - b.cos);
    const taken = new Set<number>();
    for (const { i, j } of pairs) {
      if (taken.has(i) || taken.has(j)) continue;
      taken.add(i).add(j);
      goesOn.set(nameOf(ids, ends[i]!), ends[j]!);
      goesOn.set(nameOf(ids, ends[j]!), ends[i]!);
    }
  }
  return connectedLines(graph, depth, bends, (end) => goesOn.get(nameOf(ids, end)));
}

/** Follows lines from end to end, and ends those that meet others on these. */
function connectedLines(
  graph: Graph,
  depth: Depth,
  bends: number,
  onward: (end: End) => End | undefined,
): CentreLine[] {
  const used = new Set<Edge>();
  const lines: { places: Place[]; closed: boolean; at: [Node | null, Node | null] }[] = [];
  const follow = (start: End) => {
    const places: Place[] = [];
    let end: End = start;
    let closed = false;
    for (;;) {
      used.add(end.edge);
      const { edge, first } = end;
      const own = placesOf(first ? edge.way : [...edge.way].reverse(), depth);
      const out: End = { edge, first: !first };
      const next = onward(out);
      const cameOn = end !== start || onward(start) !== undefined;
      places.push(...clear(own, cameOn, next !== undefined));
      if (!next) break;
      if (used.has(next.edge)) {
        closed = next.edge === start.edge && next.first === start.first;
        break;
      }
      end = next;
    }
    const last = { edge: end.edge, first: !end.first };
    const nodeOf = ({ edge, first }: End) => (first ? edge.from : edge.to);
    const meets = (e: End) => (nodeOf(e).edges.size > 1 ? nodeOf(e) : null);
    lines.push({ places, closed, at: closed ? [null, null] : [meets(start), meets(last)] });
  };
  const all = [...graph.edges].flatMap((edge) => [
    { edge, first: true },
    { edge, first: false },
  ]);
  for (const end of all) if (!used.has(end.edge) && !onward(end)) follow(end);
  for (const end of all) if (!used.has(end.edge)) follow(end);
  const through = lines.map(({ places, closed, at }) =>
    smoothed(extended(places, closed, at), closed, bends, [at[0] !== null, at[1] !== null]),
  );
  return through.map((line, i) => onto(line, lines[i]!.at, through, depth));
}

/** Places without those that a junction bends, at either end. */
function clear(places: Place[], start: boolean, end: boolean): Place[] {
  const [a, b] = [places[0]!.depth, places.at(-1)!.depth].map((d) => Math.ceil(BENDS * d));
  const room = Math.max(0, places.length - 2);
  const from = start ? Math.min(a!, Math.floor(room / 2)) : 0;
  const to = places.length - (end ? Math.min(b!, Math.floor(room / 2)) : 0);
  return places.slice(from, to);
}

/** Places of an open line that go on a little beyond its free ends, as the strokes of the shape do. */
function extended(
  places: Place[],
  closed: boolean,
  at: readonly [Node | null, Node | null],
): Place[] {
  if (closed || places.length < 2) return places;
  const beyond = (end: Place, before: Place): Place => {
    const l = Math.hypot(end.x - before.x, end.y - before.y) || 1;
    const by = (BEYOND * end.depth) / l;
    return {
      x: end.x + (end.x - before.x) * by,
      y: end.y + (end.y - before.y) * by,
      depth: end.depth,
    };
  };
  const n = places.length;
  const back = Math.min(n - 1, 2 * TURNS);
  return [
    ...(at[0] ? [] : [beyond(places[0]!, places[back]!)]),
    ...places,
    ...(at[1] ? [] : [beyond(places[n - 1]!, places[n - 1 - back]!)]),
  ];
}

/** A line through places, smooth. */
function smoothed(
  places: readonly Place[],
  closed: boolean,
  bends: number,
  meets: [boolean, boolean] = [false, false],
): CentreLine {
  const { points, along } = bent(
    places.map(({ x, y, depth }) => [x, y, depth]),
    closed,
    bends,
  );
  return { closed, points, depth: along, meets };
}

/** An end that meets others, or the line itself farther along, goes on to the nearest place of these. */
function onto(
  line: CentreLine,
  at: readonly [Node | null, Node | null],
  all: readonly CentreLine[],
  { width, data }: Depth,
): CentreLine {
  if (!at[0] && !at[1]) return line;
  const { points, depth } = line;
  const last = depth.length - 1;
  const nearest = (node: Node, end: number): Point | null => {
    const [mx, my] = [(node.at % width) + 0.5, Math.floor(node.at / width) + 0.5];
    const [x, y] = [points[2 * end]!, points[2 * end + 1]!];
    const before = end === 0 ? Math.min(last, TURNS) : Math.max(0, last - TURNS);
    const [dx, dy] = [x - points[2 * before]!, y - points[2 * before + 1]!];
    const l = Math.hypot(dx, dy) || 1;
    const reach = MEETS * data[node.at]!;
    // Its own points near the end are no place to go.
    const own = Math.ceil(reach / STEP);
    let best: { x: number; y: number; d: number } | null = null;
    for (const other of all)
      for (let i = 0; i < other.depth.length; i++) {
        if (other === line && Math.abs(i - end) <= own) continue;
        const [px, py] = [other.points[2 * i]!, other.points[2 * i + 1]!];
        if (Math.hypot(px - mx, py - my) > reach) continue;
        // As straight on as can be.
        const aside = Math.abs(dx * (py - y) - dy * (px - x)) / l;
        const d = aside + 0.3 * Math.hypot(px - x, py - y);
        if (!best || d < best.d) best = { x: px, y: py, d };
      }
    return best;
  };
  const start = at[0] && nearest(at[0], 0);
  const end = at[1] && nearest(at[1], last);
  return {
    ...line,
    points: Float64Array.from([
      ...(start ? [start.x, start.y] : []),
      ...points,
      ...(end ? [end.x, end.y] : []),
    ]),
    depth: Float64Array.from([
      ...(start ? [depth[0]!] : []),
      ...depth,
      ...(end ? [depth[last]!] : []),
    ]),
  };
}
