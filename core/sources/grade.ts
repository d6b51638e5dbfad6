import * as v from 'valibot';
import type { SourceDefinition } from '../definitions/source';
import { unwritten } from '../pixels/buffer';
import { EMPTY } from '../pixels/region';

export const gradeSchema = v.strictObject({ kind: v.literal('grade') });

export type GradeSource = v.InferOutput<typeof gradeSchema>;

/** A grade has no pixels of its own: the renderer sends what lies beneath it through its steps. */
export const gradeSource: SourceDefinition<GradeSource> = {
  kind: 'grade',
  label: 'Grade',
  help: 'Its steps act on everything beneath, or on the layer it is clipped to.',
  schema: gradeSchema,
  grades: true,
  shaped: false,
  box: () => null,
  extent: () => null,
  assets: () => [],
  render: () => unwritten(EMPTY, 4),
};
