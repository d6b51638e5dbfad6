import * as v from 'valibot';
import type { MaskShapeDefinition } from '../definitions/mask';
import { flatten } from '../geometry/flatten';
import { pathSchema } from '../geometry/path-schema';
import { coverage } from '../kernels/coverage';
import { plane } from '../pixels/buffer';
import { pasted } from '../kernels/rows';

export const areaSchema = v.strictObject({
  kind: v.literal('area'),
  /** What it goes round, closed or not, the mask's own px; where paths lie in one another they leave holes. */
  paths: v.array(pathSchema),
});

export type AreaShape = v.InferOutput<typeof areaSchema>;

export const area: MaskShapeDefinition<AreaShape> = {
  kind: 'area',
  works: 'alone',
  label: 'Area',
  help: 'What a box, an oval, a polygon or a line drawn by hand goes round.',
  schema: areaSchema,
  assets: () => [],
  render({ paths }, { map, wanted }) {
    const outlines = paths.map((p) => flatten(p, map, { tolerance: 0.05, turn: Infinity }).points);
    const out = plane(wanted);
    pasted(out, coverage(outlines, 'evenodd', wanted), 1);
    return out;
  },
};
