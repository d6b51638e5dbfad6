import * as v from 'valibot';
import { coordinate, pointSchema } from './coordinate';

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
