/** The shapes of passes, found in the cache, or made from the last ones where a line changes here and there. */

import type { LastPart } from '../definitions/last-made';
import { boxUnder, meanScale, regionAround } from '../geometry/affine';
import { isDense } from '../geometry/blocks';
import { pasted } from '../kernels/rows';
import type { Plane } from '../pixels/buffer';
import { crop, plane } from '../pixels/buffer';
import { borrow, retain, release, scoped } from '../pixels/heap';
import type { Region } from '../pixels/region';
import { intersect, isEmpty, regionKey, unite } from '../pixels/region';
import type { LineSource } from './line-source';
import { differenceOf, isPath, measuresOf } from './line-shape';
import type { Pass } from './pass';
import type { PartOfLine, PassContext } from './pass-shape';
import {
  isLocal,
  passKey,
  passMap,
  passReach,
  passBlur,
  shapeKey,
  sharpReach,
  sharpShape,
} from './pass-shape';
import { afterBlur, beforeBlur, underBlur } from './stroke';

/** The shape of a pass, and what it was before its blur if that is still there. */
type Made = Pick<LastPart, 'made' | 'sharp'>;

/**
 * The shape of one pass: it depends on nothing but geometry, so a change of colour finds it kept. Of a
 * line that changes here and there, the rest of the last shape stays.
 */
export function passPlane(source: PartOfLine, pass: Pass, context: PassContext): Plane {
  const { lastMade, map } = context;
  if (!lastMade || !isLocal(pass) || source.only) return whole(source, pass, context).made;
  const all = { ...context, wanted: lastMade.whole };
  // One part a pass: a pass that is drawn in another way, or elsewhere, takes the place of the last.
  const key = `${passKey(pass)} ${map.join()} ${regionKey(lastMade.whole)}`;
  const last = lastMade.parts.get(pass.id);
  const next =
    (last?.key === key ? patched(last, source, pass, all) : null) ?? whole(source, pass, all);
  lastMade.parts.set(pass.id, { key, of: source, ...next });
  return next.made;
}

/** Whether drawing a line costs so much more than blurring it that what was drawn is worth keeping. */
const isCostly = ({ shape }: LineSource): boolean => isPath(shape) && shape.paths.some(isDense);

/** The shape of a pass over all that is wanted. Where it is found in the cache, what was before its blur is not. */
function whole(source: PartOfLine, pass: Pass, context: PassContext): Made {
  const { map, wanted, memo, lastMade } = context;
  const drawn: { sharp: Plane | null } = { sharp: null };
  try {
    const made = memo(
      `pass ${shapeKey(source, pass, context)}`,
      () =>
        underBlur(passBlur(pass, meanScale(map)), passMap(pass, map), wanted, 1, (grid) => {
          const sharp = sharpShape(source, pass, grid);
          // Only who goes on from it has a use for it.
          if (lastMade && isCostly(source)) retain((drawn.sharp = sharp));
          return sharp;
        }),
      (shape) => shape.data.byteLength,
    );
    return { made, sharp: borrow(drawn.sharp) };
  } finally {
    release(drawn.sharp);
  }
}

/**
 * The shape of a pass over all that is wanted, from that of another line which differs in a part; null if
 * it must be made whole. Of very many anchors only those near the part are drawn again: beyond it only the
 * blur reaches.
 */
function patched(
  last: LastPart,
  source: LineSource,
  pass: Pass,
  context: PassContext,
): Made | null {
  const { map, wanted } = context;
  const before = last.of as LineSource;
  const box = differenceOf(before, source);
  if (box === 'nowhere') return last;
  if (box === null) return null;
  const widest = Math.max(measuresOf(before).widest, measuresOf(source).widest);
  const blur = passBlur(pass, meanScale(map));
  const moved = passMap(pass, map);
  const reach = passReach(pass, meanScale(map), widest);
  const anew = intersect(wanted, regionAround(boxUnder(map, box), reach));
  if (isEmpty(anew)) return last;
  if (!isCostly(source)) {
    if (isMost(anew, wanted)) return null;
    const made = replaced(last.made, anew, () =>
      underBlur(blur, moved, anew, 1, (grid) => sharpShape(source, pass, grid)),
    );
    return { made, sharp: null };
  }
  const grid = beforeBlur(blur, moved, wanted);
  const width = sharpReach(pass, meanScale(grid.map), widest);
  const near = intersect(grid.within, regionAround(boxUnder(grid.map, box), width));
  if (!last.sharp || isMost(near, grid.within)) return null;
  const sharp = replaced(last.sharp, near, () =>
    sharpShape(source, pass, { ...grid, within: near }),
  );
  const made = replaced(last.made, anew, () => {
    const { within } = beforeBlur(blur, moved, anew);
    return afterBlur(crop(sharp, intersect(sharp.region, within)), blur, anew);
  });
  return { made, sharp };
}

/** Whether a part is so large that it is as well to make the whole. */
const isMost = (part: Region, whole: Region): boolean =>
  part.width * part.height > 0.5 * whole.width * whole.height;

/** A plane with all that it has in a region replaced. */
const replaced = (last: Plane, region: Region, make: () => Plane): Plane =>
  scoped(() => {
    const fresh = make();
    const made = plane(unite(last.region, fresh.region));
    pasted(made, last);
    const part = intersect(region, made.region);
    if (!isEmpty(part)) pasted(made, crop(fresh, part));
    return made;
  });
