import type { SourceContext } from '../definitions/source';
import type { Affine, Box } from '../geometry/affine';
import { boxUnder, invert, multiply, regionAround } from '../geometry/affine';
import type { Fire } from '../kernels/flame';
import { sampled } from '../kernels/planes';
import { alphaOf } from '../kernels/rows';
import type { Plane } from '../pixels/buffer';
import type { Region } from '../pixels/region';
import { intersect, isEmpty } from '../pixels/region';
import type { BegunOn } from './beginnings';
import { UNDRAGGED, sceneBox } from './beginnings';
import { gasAt } from './gas';
import type { GasGrid, GasKind } from './gas-grid';
import { gridFor } from './gas-grid';
import { burningBox } from './gas-fuel';
import type { GasValues } from './gas-parameters';

/** Gas as a source or a style is given it: what it rises from, what it goes round, and where it lies in the render. */

/** What gas needs of what a source is given; `light` is what it rises from. */
export type GasContext = Pick<SourceContext, 'map' | 'scene' | 'memo' | 'draft' | 'grounds'> & {
  light?: BegunOn;
};

/** The side of the picture in which an obstacle is looked at, px. */
const OBSTACLE = 512;

/** What an obstacle covers on a grid, under a map from the layer's own px. */
const obstacleOf =
  ({ grounds, map }: GasContext, { width, height }: GasGrid) =>
  (to: Affine): Plane => {
    const { pixels, map: laid } = grounds!.second!.coarse(OBSTACLE);
    // From cells to the layer's own px, to px of the render, to px of the small picture.
    const back = multiply(invert(laid)!, multiply(map, invert(to)!));
    return sampled(alphaOf(pixels), back, { x: 0, y: 0, width, height });
  };

/** What the motion of gas depends on but its moment. */
const MOTION = [
  ...(['from', 'centre', 'wide', 'height', 'tongue', 'strength'] as const),
  ...(['turbulence', 'lift', 'breaks', 'wind', 'windAngle', 'gusts', 'seed'] as const),
];

/** Names gas, whatever its moment. */
function keyOf(p: GasValues, kind: GasKind, context: GasContext): string {
  const { light, grounds, draft = false } = context;
  const own = Object.values(sceneBox(context)).map((n) => n.toFixed(2));
  const drives = [...MOTION.map((key) => p[key]), ...Object.values(kind)];
  return `gas ${JSON.stringify([drives, light?.key, grounds?.second?.key, own, draft])}`;
}

/** The box of what gas rises from, px of the layer; null if there is nothing. */
export function bedOf(p: GasValues, kind: GasKind, context: GasContext): Box | null {
  const { light, scene, map, memo } = context;
  const [box] = memo(
    `${keyOf(p, kind, context)} box`,
    () => [burningBox(p, light, p.centre ?? UNDRAGGED, scene, map)],
    () => 64,
  );
  return box ?? null;
}

/** Where gas lies: its grid, the way there from px of the render, and the px that it may cover. */
export interface LaidGas {
  grid: GasGrid;
  cells: Affine;
  region: Region;
}

/** Where the gas that rises from a box lies; null if nothing of it is wanted. */
export function laidGas(
  p: GasValues,
  kind: GasKind,
  box: Box,
  { map, wanted, draft }: Pick<SourceContext, 'map' | 'wanted' | 'draft'>,
): LaidGas | null {
  const grid = gridFor(p, kind, box, draft);
  const back = invert(map);
  if (!back) return null;
  const cells = multiply(grid.map, back);
  const all = { x0: 0, y0: 0, x1: grid.width, y1: grid.height };
  const region = intersect(wanted, regionAround(boxUnder(invert(cells)!, all), 1));
  return isEmpty(region) ? null : { grid, cells, region };
}

/** The gas itself at its moment, as it is drawn so many cells beyond where it is. */
export function risenGas(
  p: GasValues,
  kind: GasKind,
  grid: GasGrid,
  reach: number,
  context: GasContext,
): Fire {
  const { light, grounds, memo, draft = false } = context;
  return gasAt({
    ...{ values: p, kind, grid, caster: light, place: p.centre ?? UNDRAGGED, memo, reach, draft },
    key: keyOf(p, kind, context),
    covers: grounds?.second ? obstacleOf(context, grid) : null,
  });
}
