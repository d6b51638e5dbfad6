import type { DripChange } from '../../definitions/warps';
import type { Point } from '../../geometry/affine';
import type { Drawn } from '../../steps/warp/drawn-out';
import type { Edit } from './edit';
import { layerOf } from './layer-edits';

/** Changes one drip of a step by hand: the one that was found at a place, px of the layer. */
export const changeDrip =
  (
    layer: string,
    step: string,
    found: Point,
    values: Partial<Pick<DripChange, 'across' | 'longer' | 'removed'>>,
  ): Edit =>
  (s) => {
    const own = layerOf(s, layer).steps.find((k) => k.id === step);
    const drips = own?.values.drips as DripChange[] | undefined;
    if (!drips) return;
    const known = drips.find((d) => Math.hypot(d.x - found.x, d.y - found.y) < NEAR);
    if (known) Object.assign(known, values);
    else drips.push({ ...found, across: 0, longer: 1, removed: false, ...values });
  };

/** Places this near are those of one drip, px. */
const NEAR = 1;

/** How much longer, and farther along the edge (px), a drip is once its end is pulled by a way (px of the layer); `was` is its change before. */
export function pulledDrip(
  { at, end }: Drawn,
  by: Point,
  was: Pick<DripChange, 'across' | 'longer'> = { across: 0, longer: 1 },
): Pick<DripChange, 'across' | 'longer'> {
  const [dx, dy] = [end.x - at.x, end.y - at.y];
  const length = Math.hypot(dx, dy) || 1;
  const along = (by.x * dx + by.y * dy) / length;
  const across = (by.y * dx - by.x * dy) / length;
  const longer = was.longer * Math.max(LEAST, 1 + along / length);
  return {
    longer: Math.min(MOST, Math.round(longer * 1000) / 1000),
    across: Math.round((was.across + across) * 10) / 10,
  };
}

/** A drip is not pulled to less, or to more, of its length. */
const [LEAST, MOST] = [0.02, 50];
