import { contentKey, numberOf } from '../definitions/content-key';
import type { Affine } from '../geometry/affine';
import { IDENTITY, boxUnder, invert, meanScale, multiply, scaling } from '../geometry/affine';
import type { Hidden } from '../definitions/source';
import { compose, project, projective } from '../geometry/homography';
import type { Strand } from '../geometry/strand';
import { sampled, times } from '../kernels/planes';
import { copied } from '../kernels/rows';
import type { Plane } from '../pixels/buffer';
import { crop, unwritten } from '../pixels/buffer';
import { scoped } from '../pixels/heap';
import type { Region } from '../pixels/region';
import { EMPTY, covering, grow, intersect, isEmpty } from '../pixels/region';
import type { Subject } from '../scene/echoes';
import { subjectOf } from '../scene/echoes';
import { cornersMap, placementMap } from '../scene/placement';
import type { Layer } from '../scene/schema';
import type { LineSource } from '../sources/line';
import { drawnStrands } from '../sources/line-shape';
import { coverageAt, lineField } from '../weave/field';
import type { Overlap } from '../weave/overlaps';
import { overlapField } from '../weave/overlaps';
import type { Span, Stretch } from '../weave/spans';
import { chosenSpans, stretchesOver, wholeStretches } from '../weave/spans';
import type { Context } from './context';
import { contentOf, kept } from './context';
import { extentOf } from './reach';

/**
 * Weaves: where a layer lies behind another. What is behind is told once, on a grid that does not depend on the
 * region or scale of the render; the edges are those of the subject's own coverage.
 */

/** The longer side of the grid, px. */
const SIDE = 512;

/** A weave as it lies: on a grid of `grid` px for one that the layers of the list lie on. */
export interface Woven {
  grid: number;
  /** Of a line, its strands on the grid; null for other layers. */
  strands: Strand[] | null;
  spans: Span[];
  overlaps: Overlap[];
  /** Of a line without gaps: all of its strands as stretches behind and in front. */
  stretches: Stretch[] | null;
  /** How much each px of the grid belongs to what lies behind, 0–1. */
  behind: Plane;
}

/** Whether a layer is woven stretch by stretch, as a line is, and not overlap by overlap, as a shape is. */
export const isThread = (layer: Layer): layer is Layer & { source: LineSource } =>
  layer.source.kind === 'line' &&
  layer.source.passes.some((p) => p.enabled && p.draws !== 'inside');

/** Whether a layer hides its passes itself: lines that stand in no corners do. */
export const hidesByPass = (layer: Layer): boolean =>
  layer.source.kind === 'line' && layer.placement.corners === null;

/** The strands of a line under its placement, px of the list times `scale`; gaps do not part them. */
function strandsUnder(layer: Layer & { source: LineSource }, scale: number): Strand[] {
  const map = multiply(scaling(scale), placementMap(layer.placement));
  const source = { ...layer.source, gaps: [] };
  const turn = cornersMap(layer.placement);
  const tolerance = 0.25;
  if (!turn) return drawnStrands(source, map, { tolerance, turn: Infinity });
  const seen = compose(projective(map), turn);
  const fineness = { tolerance: tolerance / (meanScale(map) || 1), turn: Infinity };
  return drawnStrands(source, IDENTITY, fineness).map((s) => {
    const points = s.points.slice();
    for (let i = 0; i < points.length; i += 2) {
      const p = project(seen, { x: points[i]!, y: points[i + 1]! });
      if (p) [points[i], points[i + 1]] = [p.x, p.y];
    }
    return { ...s, points };
  });
}

/**
 * Where the grid lies, px of the list: round all of the subject, so that it stays as it is while the layer
 * changes; of one without edges, round the layer. Null if neither has any.
 */
const gridRegion = (layer: Layer, { layer: subject, map }: Subject): Region | null =>
  extentOf(subject, { map, scale: meanScale(map), around: [] }) ??
  extentOf(layer, { map: IDENTITY, scale: 1, around: [] });

/** Px of the grid for one of a region of the list. */
const finenessOf = ({ width, height }: Region): number =>
  Math.min(1, SIDE / Math.max(width, height, 1));

/**
 * The weave of a layer, if it has one that is on and its subject is there and can be seen; null if not. What is
 * asked of `context` does not depend on where the render looks.
 */
export function wovenOf(layer: Layer, context: Context): Woven | null {
  const { weave } = layer;
  const subject = subjectOf(layer);
  if (!weave?.enabled || !subject) return null;
  const shared = gridRegion(layer, subject);
  if (!shared || isEmpty(shared)) return null;
  const grid = finenessOf(shared);
  const { x, y, width, height } = shared;
  const region = grow(covering(x * grid, y * grid, (x + width) * grid, (y + height) * grid), 1);
  const on = (of: Layer, map: Affine) =>
    context.coverageOf(of, multiply(scaling(grid), map), region);
  const coverage = on(subject.layer, subject.map);
  if (isThread(layer)) {
    const strands = strandsUnder(layer, grid);
    const at = coverageAt(coverage);
    const spans = chosenSpans(
      strands,
      strands.map((s) => stretchesOver(s, at)),
      weave,
    );
    const stretches = wholeStretches(strands, spans);
    const behind = lineField(strands, stretches, region);
    const parted = layer.source.gaps.length === 0 ? stretches : null;
    return { grid, strands, spans, overlaps: [], stretches: parted, behind };
  }
  const both = copied(crop(coverage, region, 1), 1);
  times(both, crop(on({ ...layer, weave: null }, IDENTITY), region, 1));
  const { overlaps, behind } = overlapField(both, weave, grid);
  return { grid, strands: null, spans: [], overlaps, stretches: null, behind };
}

/** All that a weave depends on: of a line only its shape, whatever it is painted with. */
const weaveKey = (layer: Layer): unknown[] => {
  const { source, placement, weave } = layer;
  const own = isThread(layer)
    ? contentKey([layer.source.shape, layer.source.modifiers, extentKey(layer.source)])
    : contentOf(layer);
  return ['weave', source.kind, own, placement, numberOf(weave!)];
};

/** All that what is hidden of a layer depends on, besides where the render looks. */
export const hiddenKey = (layer: Layer): unknown[] => [...weaveKey(layer), layer.weave!.spill];

/** What of a line's passes tells how far it reaches. */
const extentKey = ({ passes }: LineSource) =>
  passes.map((p) => [p.enabled, p.width, p.grow, p.blur, p.hardness, p.x, p.y, p.draws]);

/**
 * What of a layer is hidden behind what it is woven with, over the part of `wanted` where any may be; null if
 * nothing is.
 */
export function hiddenOf(layer: Layer, wanted: Region, context: Context): Hidden | null {
  const subject = subjectOf(layer);
  if (!layer.weave?.enabled || !subject) return null;
  const key = weaveKey(layer);
  const { map } = context;
  const plane = kept(context, layer.id, 'weave', [...key, map, wanted], () =>
    scoped(() => {
      const region = fieldRegion(layer, key, wanted, context);
      const field = fieldOf(layer, key, context);
      const back = invert(map);
      if (isEmpty(region) || !field || !back) return unwritten(EMPTY, 1);
      const out = sampled(field.behind, multiply(scaling(field.grid), back), region);
      times(out, coverageOver(subject, region, context));
      return out;
    }),
  );
  if (isEmpty(plane.region)) return null;
  return {
    plane,
    coverage: coverageOver(subject, plane.region, context),
    spill: layer.weave.spill / 100,
    stretches: stretchesOf(layer, key, context),
  };
}

const coverageOver = ({ layer, map }: Subject, region: Region, context: Context): Plane =>
  crop(context.coverageOf(layer, multiply(context.map, map), region), region, 1);

/** Where the grid of a weave lies in the render, within a region of it. */
function fieldRegion(layer: Layer, key: unknown[], wanted: Region, context: Context): Region {
  const field = fieldOf(layer, key, context);
  if (!field) return EMPTY;
  const { grid, behind } = field;
  const { x, y, width, height } = behind.region;
  const [x0, y0, x1, y1] = [x, y, x + width, y + height].map((v) => v / grid) as [
    number,
    number,
    number,
    number,
  ];
  const box = boxUnder(context.map, { x0, y0, x1, y1 });
  return intersect(wanted, covering(box.x0, box.y0, box.x1, box.y1));
}

/** Stretches that were told lately, by what they depend on. */
const told = new Map<string, Stretch[] | null>();
const MOST_TOLD = 64;

/** The stretches of a line's weave behind and in front. */
function stretchesOf(layer: Layer, key: unknown[], context: Context): Stretch[] | null {
  if (!isThread(layer)) return null;
  const name = JSON.stringify(key);
  const found = told.get(name);
  if (found !== undefined) return found;
  const made = scoped(() => wovenOf(layer, context)?.stretches ?? null);
  tell(name, made);
  return made;
}

function tell(name: string, stretches: Stretch[] | null): void {
  if (told.size >= MOST_TOLD) told.clear();
  told.set(name, stretches);
}

/** The field of a weave, kept whatever the render asks for. */
function fieldOf(
  layer: Layer,
  key: unknown[],
  context: Context,
): { grid: number; behind: Plane } | null {
  const behind = kept(context, layer.id, 'weave', [...key, 'field'], () => {
    const woven = wovenOf(layer, context);
    tell(JSON.stringify(key), woven?.stretches ?? null);
    return woven?.behind ?? unwritten(EMPTY, 1);
  });
  const shared = gridRegion(layer, subjectOf(layer)!);
  return isEmpty(behind.region) || !shared ? null : { grid: finenessOf(shared), behind };
}
