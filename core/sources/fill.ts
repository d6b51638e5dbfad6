import * as v from 'valibot';
import { HEX } from '../definitions/parameter';
import type { SourceDefinition } from '../definitions/source';
import { filled } from '../kernels/rows';
import { rgb } from '../pixels/colour';

export const fillSchema = v.strictObject({
  kind: v.literal('fill'),
  colour: v.pipe(v.string(), v.regex(HEX, 'The colour of a fill must be written #rrggbb.')),
});

export type FillSource = v.InferOutput<typeof fillSchema>;

export const fillSource: SourceDefinition<FillSource> = {
  kind: 'fill',
  label: 'Fill',
  help: 'One colour without edges.',
  schema: fillSchema,
  box: () => null,
  extent: () => null,
  assets: () => [],
  render: (s, { wanted, mixing }) => filled(wanted, rgb(s.colour, mixing)),
};
