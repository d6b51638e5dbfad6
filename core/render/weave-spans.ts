import { piece } from '../geometry/dash';
import type { Point } from '../geometry/affine';
import { lengthsOf, placeAlong, thinned } from '../geometry/strand';
import { scoped } from '../pixels/heap';
import { asDrawn } from '../scene/bound/bind';
import { findLayer } from '../scene/edits/layer-edits';
import type { Scene } from '../scene/model/schema';
import { middleOf } from '../weave/spans';
import type { Choice } from '../weave/weave';
import type { RenderRequest } from './render';
import { contextOf } from './render';
import { overlaps, spansOf, weavingOf } from './woven';

/** A stretch or an overlap of a weave, as it is shown and chosen. */
export interface WeaveSpan {
  /** What names it among the choices of the weave, and where it lies now. */
  choice: Choice;
  /** Of a line: where the stretch runs, x and y in turn; of others nothing. Px that the layer is placed on. */
  points: number[];
  /** A place in the middle of it. */
  middle: Point;
}

/** What a weave comes to: its spans in order; or that its subject is gone, or is never met. */
export type WeaveState = { is: 'woven'; spans: WeaveSpan[] } | { is: 'lost' } | { is: 'apart' };

/** A stretch is shown by so many points at most. */
const MAX_POINTS = 240;

/** Where a layer of a scene goes over and under what it is woven with; null if it is not woven. */
export function weaveSpans(
  scene: Scene,
  id: string,
  request: Pick<RenderRequest, 'picture' | 'memo'>,
): WeaveState | null {
  const layer = findLayer(asDrawn(scene), id);
  if (!layer?.weave) return null;
  if (!layer.weave.subject) return { is: 'lost' };
  return scoped(() => {
    const context = contextOf(scene, { ...request, scale: 1 });
    // A weave that is off can be worked on too.
    const weaving = weavingOf({ ...layer, weave: { ...layer.weave!, enabled: true } });
    if (!weaving) return { is: 'apart' };
    const { fineness: grid } = weaving;
    const lines = spansOf(weaving, context);
    const found: WeaveSpan[] = lines
      ? lines.spans.map((s): WeaveSpan => {
          const strand = lines.strands[s.strand]!;
          const lengths = lengthsOf(strand);
          const total = lengths.at(-1)!;
          const run = piece(strand, lengths, s.from * total, s.to * total);
          const shown = thinned(run, Math.max(1, run.width.length / MAX_POINTS));
          const { from, to, t } = placeAlong(strand, lengths, ((s.from + s.to) / 2) * total);
          const between = (c: 0 | 1) => {
            const [a, b] = [strand.points[2 * from + c]!, strand.points[2 * to + c]!];
            return (a + (b - a) * t) / grid;
          };
          return {
            choice: { of: 'line', strand: s.strand, at: middleOf(s), behind: s.behind },
            points: Array.from(shown.points, (v) => v / grid),
            middle: { x: between(0), y: between(1) },
          };
        })
      : overlaps(weaving, context).map((o): WeaveSpan => {
          const [x, y] = [o.place.x / grid, o.place.y / grid];
          return {
            choice: { of: 'overlap', x, y, behind: o.behind },
            points: [],
            middle: { x, y },
          };
        });
    return found.length > 0 ? { is: 'woven', spans: found } : { is: 'apart' };
  });
}
