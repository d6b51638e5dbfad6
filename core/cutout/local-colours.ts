import { gaussianBlur } from '../kernels/blur';
import { distanceField } from '../kernels/distance';
import type { Moments } from '../kernels/local-colours';
import {
  CELL,
  depthOf,
  gaussiansOf,
  momentsOf,
  movedBy,
  outlineOf,
  errorsOf,
} from '../kernels/local-colours';
import { pasted } from '../kernels/rows';
import type { ColourBuffer, Plane } from '../pixels/buffer';
import { crop, plane } from '../pixels/buffer';
import { scoped } from '../pixels/heap';
import { grow, holding, intersect, isEmpty } from '../pixels/region';
import { LABEL } from './labels';

/**
 * A rough outline moved to where the colours near it part best: to either side they are taken for a Gaussian of
 * their own at every place, as far as those separate what is certain (after the local classifiers and their
 * confidence of Bai et al., "Video SnapCut", SIGGRAPH 2009).
 */

/** The standard deviation of the window in which colours count as near, px. */
const NEAR = 16;
/** Farther from the outline than so many windows colours are not sampled. */
const FAR_OFF = 2.5;
/** How often the outline moves. */
const ROUNDS = 4;

/**
 * How much of each px is the subject, 0–1, over the region of some colours (0–1, opaque): as labels say (`LABEL`, one
 * a px), but within `band` px of their outline as the colours there say, where nothing is certain.
 */
export function byLocalColours(colours: ColourBuffer, labels: Uint8Array, band: number): Plane {
  return scoped(() => {
    const { region } = colours;
    const out = plane(region);
    for (let i = 0; i < labels.length; i++) out.data[i] = labels[i]! & 1;
    const open = holding(region, (i) => !isCertain(labels[i]!));
    if (isEmpty(open)) return out;
    const near = intersect(grow(open, Math.ceil(FAR_OFF * NEAR)), region);
    const own = crop(colours, near);
    const known = new Uint8Array(near.width * near.height);
    for (let y = 0; y < near.height; y++) {
      const from = (near.y - region.y + y) * region.width + near.x - region.x;
      known.set(labels.subarray(from, from + near.width), y * near.width);
    }
    let made = crop(out, near);
    for (let round = 0; round < ROUNDS; round++) made = moved(own, made, band, known);
    pasted(out, made);
    return out;
  });
}

const isCertain = (label: number): boolean => label <= LABEL.subject;

/** An outline moved once: within `band` px of where it is. */
const moved = (colours: ColourBuffer, from: Plane, band: number, labels: Uint8Array): Plane =>
  scoped(() => {
    const depth = depthOf(distanceField(outlineOf(from)), from);
    const far = FAR_OFF * NEAR;
    const spread = (buffer: ColourBuffer) => gaussianBlur(buffer, NEAR / CELL, buffer.region);
    const fitted = ([means, squares, rest]: Moments) =>
      gaussiansOf([spread(means), spread(squares), spread(rest)]);
    const [outside, inside] = momentsOf(colours, depth, far);
    const sides = { background: fitted(outside), subject: fitted(inside) };
    const errors = spread(errorsOf(colours, depth, far, sides));
    return movedBy(colours, depth, labels, band, errors, sides);
  });
