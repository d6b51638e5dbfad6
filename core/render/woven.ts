import { contentKey, numberOf } from '../definitions/content-key';
import type { Hidden, Run } from '../definitions/source';
import { IDENTITY, boxUnder, invert, meanScale, multiply, scaling } from '../geometry/affine';
import { compose, project, projective } from '../geometry/homography';
import type { Strand } from '../geometry/strand';
import { sampled, times } from '../kernels/planes';
import { copied } from '../kernels/rows';
import type { Plane } from '../pixels/buffer';
import { scoped } from '../pixels/heap';
import type { Region } from '../pixels/region';
import { EMPTY, covering, grow, intersect, isEmpty, unite } from '../pixels/region';
import type { BoundLayer, Subject } from '../scene/bound/bound';
import { isLine } from '../scene/model/traits';
import { placementMap } from '../definitions/placement';
import { cornersMap } from '../scene/arrange/placement';
import { strokes } from '../masks/strokes';
import type { LineSource } from '../sources/line-source';
import { drawnStrands, runsBetweenGaps } from '../sources/line-shape';
import { coverageAt, lineField } from '../weave/field';
import type { Overlap } from '../weave/overlaps';
import { overlapField, overlapsOf } from '../weave/overlaps';
import { chosenSpans, stretchesOver, wholeStretches } from '../weave/spans';
import type { Weave } from '../weave/weave';
import type { Context } from './context';
import { contentOf, cached } from './context';
import { coverageOf } from './coverage';
import { extentOf } from './reach';

/**
 * Weaves: where a layer lies behind another. What is behind is decided once, on a grid that does not depend on the
 * region or scale of the render; the edges are those of the subject's own coverage.
 */

/** The longer side of the grid, px. */
const SIDE = 512;

type Thread = BoundLayer & { source: LineSource };

/** A layer that is woven with another that is there. */
interface Weaving {
  layer: BoundLayer;
  weave: Weave;
  subject: Subject;
  /** The grid: so many px for one that the layers of the list lie on, and where it lies, its own px. */
  fineness: number;
  region: Region;
}

/** Whether a layer is woven stretch by stretch, as a line is, and not overlap by overlap, as a shape is. */
const isThread = (layer: BoundLayer): layer is Thread =>
  isLine(layer) && layer.source.passes.some((p) => p.enabled && p.draws !== 'inside');

/** Whether a layer hides its passes itself: lines that stand in no corners do. */
export const hidesByPass = (layer: BoundLayer): boolean =>
  isLine(layer) && layer.placement.corners === null;

/**
 * How a layer is woven, if it is and its subject is there; null if not. The grid lies round all of the subject, so
 * that it stays as it is while the layer changes; with one without edges, round the layer.
 */
export function weavingOf(layer: BoundLayer): Weaving | null {
  const { weave } = layer;
  const subject = weave?.subject;
  if (!weave?.enabled || !subject) return null;
  const { map } = subject;
  const around =
    extentOf(subject.layer, { map, scale: meanScale(map), around: [] }) ??
    extentOf(layer, { map: IDENTITY, scale: 1, around: [] });
  if (!around || isEmpty(around)) return null;
  const { x, y, width, height } = around;
  const k = Math.min(1, SIDE / Math.max(width, height));
  const region = grow(covering(x * k, y * k, (x + width) * k, (y + height) * k), 1);
  return { layer, weave, subject, fineness: k, region };
}

/** The strands of a line under its placement, px of the list times `scale`; gaps do not part them. */
function strandsUnder(layer: Thread, scale: number): Strand[] {
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

/** What of the grid the subject covers. */
const onGrid = ({ subject, fineness, region }: Weaving, context: Context): Plane =>
  coverageOf(subject, scaling(fineness), region, context);

/** Where a line goes over and under: its strands on the grid, and its spans over the subject. */
export interface Spans {
  strands: Strand[];
  spans: Run[];
}

/** The spans of a woven line; null for layers that are no lines. */
export function spansOf(weaving: Weaving, context: Context): Spans | null {
  const { layer, weave, fineness } = weaving;
  if (!isThread(layer)) return null;
  return context.memo(
    JSON.stringify(['spans', ...weaveKey(layer)]),
    () => {
      const strands = strandsUnder(layer, fineness);
      const at = coverageAt(onGrid(weaving, context));
      const over = strands.map((s) => stretchesOver(s, at));
      return { strands, spans: chosenSpans(strands, over, weave) };
    },
    ({ strands }) => strands.reduce((sum, s) => sum + s.points.byteLength, 0),
  );
}

/** The overlaps of a layer that is no line with what it is woven with. */
export function overlaps(weaving: Weaving, context: Context): Overlap[] {
  return scoped(
    () => overlapsOf(sharedOn(weaving, context), weaving.weave, weaving.fineness).found,
  );
}

/** What of the grid both cover. */
function sharedOn(weaving: Weaving, context: Context): Plane {
  const { layer, fineness, region } = weaving;
  const both = copied(onGrid(weaving, context));
  const own = { layer: { ...layer, weave: null }, map: IDENTITY };
  times(both, coverageOf(own, scaling(fineness), region, context));
  return both;
}

/** How much each px of the grid belongs to what lies behind, 0–1: to the nearest stretch, or overlap. */
const fieldOf = (weaving: Weaving, context: Context): Plane =>
  cached(context, weaving.layer.id, 'weave', ['field', ...weaveKey(weaving.layer)], () => {
    const lines = spansOf(weaving, context);
    if (!lines) return overlapField(sharedOn(weaving, context), weaving.weave, weaving.fineness);
    const { strands, spans } = lines;
    return lineField(strands, wholeStretches(strands, spans), weaving.region);
  });

/** All that a weave depends on: of a line only its shape, whatever it is painted with. */
function weaveKey(layer: BoundLayer): unknown[] {
  const { source, placement, weave } = layer;
  const own = isThread(layer)
    ? [contentKey([layer.source.shape, layer.source.modifiers]), reachKey(layer.source)]
    : [contentOf(layer)];
  return [source.kind, ...own, placement, numberOf(weave!)];
}

/** What of a line's passes decides how far it reaches, and so where the grid may lie. */
const reachKey = ({ passes }: LineSource) =>
  passes.map((p) => [p.enabled, p.width, p.grow, p.blur, p.hardness, p.x, p.y, p.draws]);

/** All that what is hidden of a layer depends on, besides where the render looks; null if nothing is. */
export const hiddenKey = (layer: BoundLayer): unknown[] | null =>
  weavingOf(layer) && weaveKey(layer);

/**
 * What of a layer is hidden behind what it is woven with, over the part of `wanted` where any may be; null if
 * nothing is.
 */
export function hiddenOf(layer: BoundLayer, wanted: Region, context: Context): Hidden | null {
  const weaving = weavingOf(layer);
  const back = invert(context.map);
  if (!weaving || !back) return null;
  const { weave, subject, fineness } = weaving;
  const far = unite(regionIn(weaving, context), strokesRegion(weave, context));
  const region = intersect(wanted, far);
  if (isEmpty(region)) return null;
  const coverage = corrected(
    weaving,
    coverageOf(subject, context.map, region, context),
    region,
    context,
  );
  return {
    coverage,
    spill: weave.spill / 100,
    runs: drawnRuns(weaving, context),
    owned: () => {
      const key = [...weaveKey(layer), context.map, region];
      return cached(context, layer.id, 'weave', ['owned', ...key], () =>
        scoped(() => {
          const to = multiply(scaling(fineness), back);
          const out = sampled(fieldOf(weaving, context), to, region);
          times(out, coverage);
          return out;
        }),
      );
    },
  };
}

/** The strands of a line, as they are drawn, as runs in front and behind; null where gaps lie before modifiers. */
function drawnRuns(weaving: Weaving, context: Context): Run[] | null {
  const { layer, fineness } = weaving;
  if (!isThread(layer)) return null;
  const { gaps, modifiers } = layer.source;
  if (gaps.length > 0 && modifiers.some((m) => m.enabled)) return null;
  const found = spansOf(weaving, context);
  if (!found) return null;
  const scale = fineness * meanScale(placementMap(layer.placement));
  return runsBetweenGaps(found.strands, gaps, scale, wholeStretches(found.strands, found.spans));
}

/** Where a weave was corrected by hand, px of the render. */
function strokesRegion({ strokes: drawn = [] }: Weave, { map }: Context): Region {
  return drawn.reduce((all, { points, size }) => {
    let own = all;
    for (let i = 0; i < points.length; i += 3) {
      const [x, y, half] = [points[i]!, points[i + 1]!, size / 2];
      const box = boxUnder(map, { x0: x - half, y0: y - half, x1: x + half, y1: y + half });
      own = unite(own, covering(box.x0, box.y0, box.x1, box.y1));
    }
    return own;
  }, EMPTY);
}

/** What the subject covers, as it was corrected by hand: strokes hide what lies behind beyond it, or show it within. */
function corrected(
  { weave: { strokes: drawn = [] }, subject }: Weaving,
  coverage: Plane,
  region: Region,
  context: Context,
): Plane {
  if (drawn.length === 0) return coverage;
  const { map, memo, picture, mixing } = context;
  // A stroke that hides the line adds to what covers it.
  const turned = drawn.map((s) => ({ ...s, hides: !s.hides }));
  const before = {
    made: () => coverage,
    name: `weave ${contentOf(subject.layer)} ${subject.map.join()}`,
  };
  return strokes.render({ kind: 'strokes', strokes: turned }, before, {
    ...{ map, memo, picture, mixing, wanted: region },
    look: () => null,
    kept: () => null,
  });
}

/** Where the grid of a weave lies in the render. */
function regionIn({ fineness: k, region }: Weaving, context: Context): Region {
  const { x, y, width, height } = region;
  const list = { x0: x / k, y0: y / k, x1: (x + width) / k, y1: (y + height) / k };
  const { x0, y0, x1, y1 } = boxUnder(context.map, list);
  return covering(x0, y0, x1, y1);
}
