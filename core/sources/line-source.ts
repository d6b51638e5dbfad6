import * as v from 'valibot';
import { HEX } from '../definitions/parameter-schema';
import { crossingsSchema } from './crossings';
import { gapSchema, lineShapeSchema, modifierSchema } from './line-shape';
import { passesSchema } from './pass';

/** What a line of light is in a scene. */

export const lineSchema = v.strictObject({
  kind: v.literal('line'),
  light: v.pipe(v.string(), v.regex(HEX, 'The light colour must be written #rrggbb.')),
  shape: lineShapeSchema,
  /** Where the line is broken, as a tube of glass is. */
  gaps: v.array(gapSchema),
  /** In the order of computation. */
  modifiers: v.array(modifierSchema),
  /** Back to front. */
  passes: passesSchema,
  /** How it goes over and under itself; left out, its light adds up where it crosses. */
  crossings: v.optional(crossingsSchema),
});

export type LineSource = v.InferOutput<typeof lineSchema>;
