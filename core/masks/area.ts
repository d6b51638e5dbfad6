import * as v from 'valibot';
import type { MaskShapeDefinition } from '../definitions/mask';
import { pathSchema } from '../geometry/path-schema';
import { withinPaths } from '../kernels/within-paths';

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
  render: ({ paths }, { map, wanted }) => withinPaths(paths, map, wanted),
};
