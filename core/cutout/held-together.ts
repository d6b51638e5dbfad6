import { distanceField } from '../kernels/distance';
import type { Plane } from '../pixels/buffer';
import { plane } from '../pixels/buffer';
import { scoped } from '../pixels/heap';

/** What is thinner than twice this does not hold a subject together, px. */
const THIN = 2;
/** So far thin parts may stand out from what holds together, px. */
const OUT = 10;

/**
 * What of a subject (1 or 0 a px) holds together: its largest part that is not thin anywhere (an opening by a disc),
 * and what stands out from it no farther than a beak does. What hangs on it by a thread, as a lamp post behind a bird
 * does, is left out; but not what holds something of which it is `sure` that it belongs to it.
 */
export function heldTogether(
  subject: Uint8Array,
  width: number,
  height: number,
  sure?: (i: number) => boolean,
): Uint8Array {
  const region = { x: 0, y: 0, width, height };
  return scoped(() => {
    const as = (holds: (i: number) => boolean): Plane => {
      const out = plane(region);
      for (let i = 0; i < subject.length; i++) if (holds(i)) out.data[i] = 1;
      return out;
    };
    const depth = distanceField(
      as((i) => subject[i] === 1),
      true,
    ).data;
    const core = new Uint8Array(subject.length);
    const parts = partsOf(subject.length, width, (i) => depth[i]! > THIN && subject[i] === 1);
    const largest = parts.reduce((a, b) => (b.length > a.length ? b : a), []);
    for (const part of parts)
      if (part === largest || (sure && part.some(sure))) for (const i of part) core[i] = 1;
    const near = distanceField(as((i) => core[i] === 1)).data;
    const out = subject.map((v, i) => Number(v === 1 && near[i]! <= THIN + 1));
    let edge = [...out.keys()].filter((i) => out[i] === 1);
    for (let step = 0; step < OUT; step++) {
      const next: number[] = [];
      for (const i of edge)
        for (const j of beside(i, width))
          if (subject[j] === 1 && out[j] === 0) {
            out[j] = 1;
            next.push(j);
          }
      edge = next;
    }
    return out;
  });
}

/** The px on the four sides of one; those beyond the picture hold nothing. */
const beside = (i: number, width: number): number[] => [
  ...(i % width > 0 ? [i - 1] : []),
  ...((i + 1) % width > 0 ? [i + 1] : []),
  i - width,
  i + width,
];

/** The parts, four-connected, that px which hold something make. */
function partsOf(count: number, width: number, holds: (i: number) => boolean): number[][] {
  const seen = new Uint8Array(count);
  const parts: number[][] = [];
  for (let i = 0; i < count; i++) {
    if (seen[i] || !holds(i)) continue;
    const part = [i];
    seen[i] = 1;
    for (let k = 0; k < part.length; k++)
      for (const j of beside(part[k]!, width))
        if (j >= 0 && j < count && !seen[j] && holds(j)) {
          seen[j] = 1;
          part.push(j);
        }
    parts.push(part);
  }
  return parts;
}
