import * as v from 'valibot';

const coordinate = v.pipe(v.number(), v.finite(), v.minValue(-1e6), v.maxValue(1e6));
const pointSchema = v.strictObject({ x: coordinate, y: coordinate });

/** A path as it stands in files. */
export const pathSchema = v.strictObject({
  closed: v.boolean(),
  anchors: v.array(
    v.strictObject({
      x: coordinate,
      y: coordinate,
      kind: v.picklist(['corner', 'smooth', 'symmetrical']),
      in: pointSchema,
      out: pointSchema,
      width: v.optional(v.pipe(v.number(), v.minValue(0), v.maxValue(10))),
    }),
  ),
});
