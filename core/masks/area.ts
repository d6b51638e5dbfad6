import * as v from 'valibot';
import type { MaskShapeDefinition } from '../definitions/mask';
import type { Affine } from '../geometry/affine';
import { flatten } from '../geometry/flatten';
import type { Path } from '../geometry/path';
import { pathSchema } from '../geometry/path-schema';
import { coverage } from '../kernels/coverage';
import type { Plane } from '../pixels/buffer';
import { plane } from '../pixels/buffer';
import type { Region } from '../pixels/region';
import { pasted } from '../kernels/rows';

export const areaSchema = v.strictObject({
  kind: v.literal('area'),
  /** What it goes round, closed or not, the mask's own px; where paths lie in one another they leave holes. */
  paths: v.array(pathSchema),
});

export type AreaShape = v.InferOutput<typeof areaSchema>;

/** What paths go round under a map, closed or not, 0–1 over all of a region; where they lie in one another are holes. */
export function withinPaths(paths: readonly Path[], map: Affine, region: Region): Plane {
  const outlines = paths.map((p) => flatten(p, map, { tolerance: 0.05, turn: Infinity }).points);
  const out = plane(region);
  pasted(out, coverage(outlines, 'evenodd', region), 1);
  return out;
}

export const area: MaskShapeDefinition<AreaShape> = {
  kind: 'area',
  works: 'alone',
  label: 'Area',
  help: 'What a box, an oval, a polygon or a line drawn by hand goes round.',
  schema: areaSchema,
  assets: () => [],
  render: ({ paths }, { map, wanted }) => withinPaths(paths, map, wanted),
};
