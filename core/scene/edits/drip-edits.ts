import type { DripChange } from '../../definitions/warps';
import type { Point } from '../../geometry/affine';
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
