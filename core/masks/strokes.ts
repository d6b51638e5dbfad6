import * as v from 'valibot';
import { numberOf } from '../definitions/content-key';
import type { Before, MaskContext, OntoDefinition } from '../definitions/mask';
import { cover, dabbed } from '../kernels/brush';
import { add, times, without } from '../kernels/planes';
import { copied, level } from '../kernels/rows';
import type { Plane } from '../pixels/buffer';
import { scoped } from '../pixels/heap';
import { isEmpty, regionKey } from '../pixels/region';
import type { BrushStroke } from '../brush/stroke';
import { dabsOf, strokeSchema } from '../brush/stroke';

export const strokesSchema = v.strictObject({
  kind: v.literal('strokes'),
  /** In the order in which they were drawn. */
  strokes: v.array(strokeSchema),
  /** The kept selection that they keep within; everywhere if left out. */
  within: v.optional(v.string()),
});

export type StrokesShape = v.InferOutput<typeof strokesSchema>;

/** What so many strokes come to is cached: a stroke that is being drawn is laid on all before it at once. */
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

/** What a plane shows after strokes, where they are cached within a selection: elsewhere as it was. */
function render(shape: StrokesShape, before: Before, context: MaskContext): Plane {
  const within = shape.within === undefined ? null : context.kept(shape, context.wanted);
  if (!within) return painted(shape, before, context);
  return scoped(() => {
    const after = copied(painted(shape, before, context));
    times(after, within);
    const unselected = copied(before.made());
    without(unselected, within);
    add(unselected, after);
    return unselected;
  });
}

/** What a plane shows after strokes that reveal and hide, over the same region. */
function painted({ strokes }: StrokesShape, { made, name }: Before, context: MaskContext): Plane {
  const { map, wanted, memo } = context;
  const place = `${map.join()} ${regionKey(wanted)}`;
  const numbers = strokes.map((s) => numberOf(s));
  const onward = (from: Plane, first: number, end: number): Plane => {
    const out = copied(from);
    for (const stroke of strokes.slice(first, end)) lay(out, stroke, context);
    return out;
  };
  const upTo = (n: number): Plane =>
    n === 0
      ? made()
      : memo(
          `strokes ${name} ${numbers.slice(0, n).join()} ${place}`,
          () => {
            const last = Math.floor((n - 1) / KEPT) * KEPT;
            return scoped(() => onward(upTo(last), last, n));
          },
          (plane) => plane.data.byteLength,
        );
  const last = Math.max(0, strokes.length - 1);
  return scoped(() => onward(upTo(last), last, strokes.length));
}

export const strokes: OntoDefinition<StrokesShape> = {
  kind: 'strokes',
  works: 'onto',
  label: 'Brush',
  help: 'Strokes that reveal and hide, on what the parts before them show.',
  schema: strokesSchema,
  assets: () => [],
  render,
};
