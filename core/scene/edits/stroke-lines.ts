import { POINT } from '../../brush/points';
import { strokeBrush, type PaintBrush, type PaintStroke } from '../../brush/paint-brush';
import { pointsOf } from '../../brush/stroke-points';
import { IDENTITY } from '../../geometry/affine';
import { simplifyPath } from '../../geometry/edit-path';
import { flatten } from '../../geometry/flatten';
import { corner, type Path } from '../../geometry/path';
import { newLineOf, newPaint } from '../model/make';
import { newId } from '../model/new-id';
import type { Layer } from '../model/schema';
import { tubePasses } from '../../sources/pass';
import { definitionOf } from '../../sources/index';
import type { LayerOf } from '../model/traits';

/** Strokes that become lines of light, lines that become strokes, and areas that become fills. */

/** A way made simple strays no farther, of the width of its brush. */
const STRAYS = 1 / 30;

/** The way of a stroke as a path, own px: with as few anchors as keep to it; null for fewer than two points. */
export function pathOfStroke(stroke: Pick<PaintStroke, 'points' | 'brush'>): Path | null {
  const all = pointsOf(stroke);
  const anchors = [];
  for (let i = 0; i < all.length; i += POINT) anchors.push(corner(all[i]!, all[i + 1]!));
  if (anchors.length < 2) return null;
  return simplifyPath({ closed: false, anchors }, Math.max(0.5, stroke.brush.size * STRAYS));
}

/** A line of light along strokes of a layer of paint, as wide and in the colour of the first; null if none has a way. */
export function lineAlong(layer: LayerOf<'paint'>, ids: readonly string[]): LayerOf<'line'> | null {
  const chosen = layer.source.strokes.filter((s) => ids.includes(s.id));
  const paths = chosen.map(pathOfStroke).filter((p) => p !== null);
  const [first] = chosen;
  if (!first || paths.length === 0) return null;
  const width = Math.max(1, first.brush.size / 2);
  return newLineOf(
    `${layer.name} as a line`,
    {
      light: first.colour,
      shape: { kind: 'path', paths },
      passes: tubePasses(first.colour, width, newId),
    },
    { placement: { ...layer.placement } },
  );
}

/** A path as the points of a stroke, so near that no corner shows, px. */
const FINE = { tolerance: 0.3, turn: 0.2 };

/** Points of a stroke along a line of places, as a mouse would leave them. */
const pointsAlong = (places: ArrayLike<number>): number[] => {
  const out: number[] = [];
  for (let i = 0; i < places.length; i += 2)
    out.push(round(places[i]!), round(places[i + 1]!), 1, 0, 0, i * 4);
  return out;
};
const round = (v: number) => Math.round(v * 100) / 100;

const pathsOf = ({ source }: Layer): readonly Path[] => definitionOf(source).paths?.(source) ?? [];

/** A layer of paint with a stroke along each path of a line, by a brush. */
export function strokesAlong(line: Layer, brush: PaintBrush, colour: string): LayerOf<'paint'> {
  const layer = newPaint(`${line.name} as paint`);
  layer.placement = { ...line.placement };
  layer.source.strokes = pathsOf(line).map((path) => ({
    ...{ id: newId(), way: 'over', colour, brush: strokeBrush(brush) },
    points: [pointsAlong(flatten(path, IDENTITY, FINE).points)],
  }));
  return layer;
}

/** How near a polygon keeps to a path that it fills, px. */
const EXACT = { tolerance: 0.05, turn: Infinity };

/**
 * A stroke that fills what some paths go round, own px; where they lie in one another are holes. They are joined by ways there and
 * back again, which enclose nothing.
 */
export function fillWithin(
  paths: readonly Path[],
  brush: PaintBrush,
  colour: string,
  map = IDENTITY,
): PaintStroke | null {
  const rings = paths
    .map((p) => flatten({ ...p, closed: true }, map, EXACT).points)
    .filter((r) => r.length >= 6);
  const [first] = rings;
  if (!first) return null;
  const places: number[] = [];
  for (const ring of rings) {
    places.push(...ring, ring[0]!, ring[1]!);
    // Back to where the first began.
    places.push(first[0]!, first[1]!);
  }
  return {
    ...{ id: newId(), way: 'over', colour },
    brush: strokeBrush({ ...brush, tip: 'inside' }),
    points: [pointsAlong(places)],
  };
}

/** What strokes of a layer go round, as fills. */
export const insideOf = (
  layer: LayerOf<'paint'>,
  ids: readonly string[],
  brush: PaintBrush,
  colour: string,
): PaintStroke[] =>
  layer.source.strokes
    .filter((s) => ids.includes(s.id))
    .map(({ points }) => ({
      ...{ id: newId(), way: 'over', colour, points },
      brush: strokeBrush({ ...brush, tip: 'inside' }),
    }));
