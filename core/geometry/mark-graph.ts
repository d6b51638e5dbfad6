/** Marks one px wide as a graph: places where lines end or meet, and the lines between them. */

/** A place where lines end or meet. */
export interface Node {
  /** Where it is: the number of a px. */
  at: number;
  edges: Set<Edge>;
}

/** A line from one node to another. */
export interface Edge {
  from: Node;
  to: Node;
  /** The px that it runs through, those of its nodes included. */
  way: number[];
}

export interface Graph {
  edges: Set<Edge>;
  /** Lines that close and meet no other. */
  rings: number[][];
}

/**
 * The marks (1 on a line, row after row) as a graph. Px are joined to those beside them, and over a corner only where no third px
 * joins them. Single px are no line. The rim of the picture must be free.
 */
export function graphOf(marks: Uint8Array, width: number): Graph {
  const joined = (i: number): number[] => {
    const out: number[] = [];
    for (const s of [-width, 1, width, -1]) if (marks[i + s]) out.push(i + s);
    for (const [a, b] of [
      [-width, 1],
      [width, 1],
      [width, -1],
      [-width, -1],
    ] as const)
      if (marks[i + a + b] && !marks[i + a] && !marks[i + b]) out.push(i + a + b);
    return out;
  };
  const nodes = new Map<number, Node>();
  const all: number[] = [];
  for (let i = 0; i < marks.length; i++) if (marks[i]) all.push(i);
  const next = new Map(all.map((i) => [i, joined(i)]));
  for (const i of all) {
    const n = next.get(i)!.length;
    if (n > 0 && n !== 2) nodes.set(i, { at: i, edges: new Set() });
  }
  const graph: Graph = { edges: new Set(), rings: [] };
  const seen = new Set<number>();
  const walk = (start: number, second: number): number[] => {
    const way = [start, second];
    while (!nodes.has(way.at(-1)!) && way.at(-1) !== start) {
      const [before, here] = [way.at(-2)!, way.at(-1)!];
      seen.add(here);
      const on = next.get(here)!.find((n) => n !== before);
      if (on === undefined) break;
      way.push(on);
    }
    return way;
  };
  for (const node of nodes.values())
    for (const second of next.get(node.at)!) {
      if (seen.has(second)) continue;
      const end = nodes.get(second);
      // Between two nodes side by side there is one line, found from either.
      if (end && end.at < node.at) continue;
      const way = walk(node.at, second);
      join(graph, node, nodes.get(way.at(-1)!)!, way);
    }
  for (const i of all) {
    if (seen.has(i) || nodes.has(i) || next.get(i)!.length !== 2) continue;
    graph.rings.push(walk(i, next.get(i)![0]!).slice(0, -1));
    seen.add(i);
  }
  return graph;
}

/** Adds a line to a graph. */
export function join(graph: Graph, from: Node, to: Node, way: number[]): Edge {
  const edge = { from, to, way };
  graph.edges.add(edge);
  from.edges.add(edge);
  to.edges.add(edge);
  return edge;
}

/** Takes a line out of a graph. */
export function part(graph: Graph, edge: Edge): void {
  graph.edges.delete(edge);
  edge.from.edges.delete(edge);
  edge.to.edges.delete(edge);
}

/** The way of a line as it leaves one of its nodes. */
export const leaving = (edge: Edge, node: Node): number[] =>
  edge.from === node ? edge.way : [...edge.way].reverse();

/** The other end of a line. */
export const across = (edge: Edge, node: Node): Node => (edge.from === node ? edge.to : edge.from);

/** Whether a line begins and ends in the same node. */
export const isLoop = (edge: Edge): boolean => edge.from === edge.to;

/**
 * Takes out lines that end freely at one end and are spurs of the node that they leave, the shortest first; where two lines are left that
 * meet no other, they become one, or a ring. `long` is how long a line is.
 */
export function prune(
  graph: Graph,
  long: (edge: Edge) => number,
  isSpur: (length: number, tip: Node, foot: Node) => boolean,
): void {
  const footOf = (edge: Edge): Node | null => {
    const free = [edge.from, edge.to].filter((n) => n.edges.size === 1);
    // A line by itself is all there is of its part of the shape.
    return free.length === 1 && !isLoop(edge) ? across(edge, free[0]!) : null;
  };
  for (;;) {
    const spurs = [...graph.edges].flatMap((edge) => {
      const foot = footOf(edge);
      const length = long(edge);
      return foot && isSpur(length, across(edge, foot), foot) ? [{ edge, length }] : [];
    });
    if (spurs.length === 0) return;
    spurs.sort((a, b) => a.length - b.length || a.edge.way[0]! - b.edge.way[0]!);
    for (const { edge } of spurs) {
      const foot = graph.edges.has(edge) ? footOf(edge) : null;
      if (!foot) continue;
      part(graph, edge);
      splice(graph, foot);
    }
  }
}

/** Where two lines meet that meet no other, they become one; where a line alone comes back, a ring. */
export function splice(graph: Graph, node: Node): void {
  const [a, b] = [...node.edges];
  if (!a || node.edges.size > 2) return;
  if (!b) {
    if (!isLoop(a)) return;
    part(graph, a);
    graph.rings.push(a.way.slice(0, -1));
    return;
  }
  if (isLoop(a) || isLoop(b)) return;
  const way = [...leaving(a, node).reverse(), ...leaving(b, node).slice(1)];
  const [from, to] = [across(a, node), across(b, node)];
  part(graph, a);
  part(graph, b);
  join(graph, from, to, way);
  if (from === to) splice(graph, from);
}
