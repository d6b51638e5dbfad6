import { numberOf } from '../definitions/content-key';
import type { MaskContext } from '../definitions/mask';
import { cover, dabbed } from '../kernels/brush';
import { without } from '../kernels/planes';
import { copied, level } from '../kernels/rows';
import type { Plane } from '../pixels/buffer';
import { scoped } from '../pixels/heap';
import { isEmpty, regionKey } from '../pixels/region';
import type { BrushStroke } from './strokes';
import { dabsOf } from './strokes';

/** What so many strokes come to is kept: a stroke that is being drawn is laid on all before it at once. */
const KEPT = 24;

/** Lays a stroke on a plane, in place. */
function lay(plane: Plane, stroke: BrushStroke, { map }: MaskContext): void {
  scoped(() => {
    const made = dabbed(dabsOf(stroke, map), stroke.hardness / 100, plane.region);
    if (isEmpty(made.region)) return made;
    if (!stroke.hides) cover(plane, made, stroke.opacity / 100);
    else {
      level(made, stroke.opacity / 100, 0);
      without(plane, made);
    }
    return made;
  });
}

/**
 * What a plane shows after strokes that reveal and hide, over the same region. `before` names all that the plane
 * depends on.
 */
export function painted(
  start: () => Plane,
  strokes: readonly BrushStroke[],
  context: MaskContext,
  before: string,
): Plane {
  const { map, wanted, memo } = context;
  const place = `${map.join()} ${regionKey(wanted)}`;
  const onward = (from: Plane, first: number, end: number): Plane => {
    const out = copied(from, 1);
    for (const stroke of strokes.slice(first, end)) lay(out, stroke, context);
    return out;
  };
  const upTo = (n: number): Plane =>
    n === 0
      ? start()
      : memo(
          `strokes ${before} ${strokes
            .slice(0, n)
            .map((s) => numberOf(s))
            .join()} ${place}`,
          () => {
            const last = Math.floor((n - 1) / KEPT) * KEPT;
            return scoped(() => onward(upTo(last), last, n));
          },
          (made) => made.data.byteLength,
        );
  const last = Math.max(0, strokes.length - 1);
  return scoped(() => onward(upTo(last), last, strokes.length));
}
