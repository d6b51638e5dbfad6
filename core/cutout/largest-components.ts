import { distanceField } from '../kernels/distance';
import type { Plane } from '../pixels/buffer';
import { plane } from '../pixels/buffer';
import { scoped } from '../pixels/heap';

/** What is thinner than twice this does not hold a subject together, a share of the picture's longer side. */
const THIN = 1 / 240;
/** So far thin parts may stand out from what holds together, as a share of it. */
const OUT = 1 / 48;

/**
 * What of a subject (1 or 0 a px) holds together: its largest part that is not thin anywhere (an opening by a disc),
 * and what stands out from it no farther than a beak does. What hangs on it by a thread, as a lamp post behind a bird
 * does, is left out; but not what holds something of which it is `sure` that it belongs to it. `side` is the longer
 * side of the picture, px, of which the subject may be a part.
 */
export function largestComponents(
  subject: Uint8Array,
  width: number,
  height: number,
  side: number,
  sure?: (i: number) => boolean,
): Uint8Array {
  const thin = THIN * side;
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
    const { of, sizes, chosen } = partsOf(
      width,
      height,
      (i) => depth[i]! > thin && subject[i] === 1,
      sure,
    );
    const largest = sizes.indexOf(Math.max(...sizes, 0));
    const near = distanceField(
      as((i) => of[i]! > 0 && (of[i] === largest || chosen.has(of[i]!))),
    ).data;
    const out = new Uint8Array(subject.length);
    let edge: number[] = [];
    for (let i = 0; i < out.length; i++)
      if (subject[i] === 1 && near[i]! <= thin + 1) {
        out[i] = 1;
        edge.push(i);
      }
    for (let step = 0; step < OUT * side; step++) {
      const next: number[] = [];
      const take = (i: number) => {
        if (subject[i] !== 1 || out[i] !== 0) return;
        out[i] = 1;
        next.push(i);
      };
      for (const i of edge) beside(i, width, take);
      edge = next;
    }
    return out;
  });
}

/**
 * What is the subject (1 or 0 a px) where it becomes another: as after, but only in those areas that differ in which
 * something is `touched`; as before elsewhere. So a stroke changes what it goes over and what hangs on that, and
 * nothing far away of which the colours are alike.
 */
export function changedWhere(
  before: Uint8Array,
  after: Uint8Array,
  width: number,
  height: number,
  touched: (i: number) => boolean,
): Uint8Array {
  const { of, chosen } = partsOf(width, height, (i) => before[i] !== after[i], touched);
  return before.map((v, i) => (chosen.has(of[i]!) ? after[i]! : v));
}

/** Calls for the px on the four sides of one; those above and below may lie beyond the picture. */
function beside(i: number, width: number, call: (i: number) => void): void {
  const x = i % width;
  if (x > 0) call(i - 1);
  if (x + 1 < width) call(i + 1);
  call(i - width);
  call(i + width);
}

/**
 * The parts, four-connected, that px which hold something make: of each px the number of its part, from 1 on, 0 for
 * none; how many px each has (from 1 on), and those in which one is sure.
 */
function partsOf(
  width: number,
  height: number,
  holds: (i: number) => boolean,
  sure: ((i: number) => boolean) | undefined,
): { of: Int32Array; sizes: number[]; chosen: Set<number> } {
  const of = new Int32Array(width * height);
  const sizes = [0];
  const chosen = new Set<number>();
  const waiting: number[] = [];
  for (let start = 0; start < of.length; start++) {
    if (of[start] !== 0 || !holds(start)) continue;
    const number = sizes.length;
    let size = 0;
    const take = (i: number) => {
      if (i < 0 || i >= of.length || of[i] !== 0 || !holds(i)) return;
      of[i] = number;
      waiting.push(i);
    };
    take(start);
    for (let i = waiting.pop(); i !== undefined; i = waiting.pop()) {
      size++;
      if (sure?.(i)) chosen.add(number);
      beside(i, width, take);
    }
    sizes.push(size);
  }
  return { of, sizes, chosen };
}
