import { readFileSync } from 'node:fs';
import { readPng } from '../core/files/png';
import type { StraightImage } from '../core/pixels/picture';
import type { Box } from '../core/geometry/affine';
import { boxOfRegion } from '../core/geometry/affine';
import type { Region } from '../core/pixels/region';
import { grow, holding, intersect } from '../core/pixels/region';
import type { Mark } from '../core/cutout/cut-out';

/** Subjects of which the true coverage is known, over backgrounds, to measure cut-outs by. */

/** A picture to cut, three bytes a px, and the true coverage of its subject, 0–1. */
export interface CutSubject {
  name: string;
  width: number;
  height: number;
  rgba: Uint8ClampedArray;
  truth: Float32Array;
  /** The box round what is at least half covered, and a little more: as a hand would draw it. */
  box: Box;
}

const demo = (name: string): Promise<StraightImage> =>
  readPng(new Uint8Array(readFileSync(new URL(`./pictures/${name}.png`, import.meta.url))), name);

export const SUBJECTS = ['ceramic-heron', 'paper-boat', 'helmet-alone', 'wire-hair-bust'] as const;
export const BACKGROUNDS = ['wet-pier', 'harbour-wall', 'plain'] as const;

/** How much of a subject is seen, in sides of its own box: left, top, right, bottom. Close up, the frame cuts it. */
const VIEWS = {
  whole: null,
  'cut by one side': [-0.15, -0.15, 1.15, 0.75],
  'cut by two sides': [0.2, -0.15, 1.2, 0.75],
  'cut by three sides': [0.15, -0.12, 0.85, 0.75],
} as const;
export type View = keyof typeof VIEWS;
export const CLOSE_UPS = ['cut by one side', 'cut by two sides', 'cut by three sides'] as const;

/** The part of a picture (4 bytes a px) that a view of its subject shows; beyond its frame there is background. */
function viewOf({ width, height, data }: StraightImage, view: View): Region {
  const shares = VIEWS[view];
  // Wider than the subject's own picture, so that there is background to every side.
  if (!shares) {
    const [across, down] = [Math.round(width * 0.1), Math.round(height * 0.1)];
    return { x: -across, y: -down, width: width + 2 * across, height: height + 2 * down };
  }
  const own = holding({ x: 0, y: 0, width, height }, (i) => data[4 * i + 3]! > 127);
  const [x0, y0, x1, y1] = shares;
  const [x, y] = [Math.round(own.x + x0 * own.width), Math.round(own.y + y0 * own.height)];
  return {
    ...{ x, y },
    width: Math.round(own.x + x1 * own.width) - x,
    height: Math.round(own.y + y1 * own.height) - y,
  };
}

/** A view of a subject over a background; `plain` is a grey of one tone. */
export async function subjectOver(
  subject: (typeof SUBJECTS)[number],
  background: (typeof BACKGROUNDS)[number],
  view: View = 'whole',
): Promise<CutSubject> {
  const front = await demo(subject);
  const back = background === 'plain' ? null : await demo(background);
  const { x: left, y: top, width: W, height: H } = viewOf(front, view);
  const { width, height } = front;
  const rgba = new Uint8ClampedArray(W * H * 4);
  const truth = new Float32Array(W * H);
  for (let y = 0; y < H; y++)
    for (let x = 0; x < W; x++) {
      const i = y * W + x;
      const [fx, fy] = [x + left, y + top];
      const inside = fx >= 0 && fy >= 0 && fx < width && fy < height;
      const f = 4 * (fy * width + fx);
      const a = inside ? front.data[f + 3]! / 255 : 0;
      truth[i] = a;
      for (let c = 0; c < 3; c++) {
        const b = back
          ? back.data[
              4 *
                (Math.floor((y * back.height) / H) * back.width +
                  Math.floor((x * back.width) / W)) +
                c
            ]!
          : 104;
        rgba[4 * i + c] = b * (1 - a) + (inside ? front.data[f + c]! * a : 0);
      }
      rgba[4 * i + 3] = 255;
    }
  const pad = Math.round(Math.max(W, H) * 0.012);
  const all = { x: 0, y: 0, width: W, height: H };
  const drawn = grow(
    holding(all, (i) => truth[i]! >= 0.5),
    pad,
  );
  // A hand stays within the picture.
  const box = boxOfRegion(intersect(drawn, view === 'whole' ? grow(all, -1) : all));
  const name = `${subject} over ${background}${view === 'whole' ? '' : `, ${view}`}`;
  return { name, width: W, height: H, rgba, truth, box };
}

/** How far what was found and what is true are the same: what they share of what either has, at half. */
export function overlap(found: ArrayLike<number>, truth: ArrayLike<number>): number {
  let [both, either] = [0, 0];
  for (let i = 0; i < truth.length; i++) {
    const [a, b] = [found[i]! >= 0.5, truth[i]! >= 0.5];
    if (a && b) both++;
    if (a || b) either++;
  }
  return both / either;
}

/** The mean distance of coverages within so many px of the true edge. */
export function edgeError(
  found: ArrayLike<number>,
  { truth, width, height }: Pick<CutSubject, 'truth' | 'width' | 'height'>,
  reach: number,
): number {
  let [sum, count] = [0, 0];
  for (let y = reach; y < height - reach; y++)
    for (let x = reach; x < width - reach; x++) {
      const own = truth[y * width + x]! >= 0.5;
      const differs = (dx: number, dy: number) => truth[(y + dy) * width + x + dx]! >= 0.5 !== own;
      let near = false;
      for (let d = 1; d <= reach && !near; d++)
        near = differs(d, 0) || differs(-d, 0) || differs(0, d) || differs(0, -d);
      if (!near) continue;
      sum += Math.abs(found[y * width + x]! - truth[y * width + x]!);
      count++;
    }
  return sum / count;
}

/**
 * The stroke that a hand would draw next: along the largest area that is wrong, as wide as that allows (the robot
 * user of Nickisch et al., "Learning an interactive segmentation system", 2010). Null if nothing is wrong.
 */
export function nextMark(
  found: ArrayLike<number>,
  { truth, width }: Pick<CutSubject, 'truth' | 'width'>,
): Mark | null {
  const wrong = Uint8Array.from(truth, (t, i) => (found[i]! >= 0.5 !== t >= 0.5 ? 1 : 0));
  // How deep each px lies in what is wrong, in steps of one px.
  const depth = new Int32Array(wrong.length);
  for (let i = 0; i < wrong.length; i++)
    if (wrong[i])
      depth[i] = 1 + Math.min(i % width ? depth[i - 1]! : 0, i >= width ? depth[i - width]! : 0);
  for (let i = wrong.length - 1; i >= 0; i--)
    if (wrong[i])
      depth[i] = Math.min(
        depth[i]!,
        1 + ((i + 1) % width ? depth[i + 1]! : 0),
        1 + (i + width < wrong.length ? depth[i + width]! : 0),
      );
  const seen = new Uint8Array(wrong.length);
  let best: number[] = [];
  for (let i = 0; i < wrong.length; i++) {
    if (!wrong[i] || seen[i]) continue;
    const area = [i];
    seen[i] = 1;
    for (let k = 0; k < area.length; k++) {
      const at = area[k]!;
      for (const next of [at - 1, at + 1, at - width, at + width])
        if (wrong[next] && !seen[next]) {
          seen[next] = 1;
          area.push(next);
        }
    }
    if (area.length > best.length) best = area;
  }
  if (best.length === 0) return null;
  // Along its ridge: from the deepest px on, through the deepest of each step outwards.
  const deepest = best.reduce((a, b) => (depth[b]! > depth[a]! ? b : a));
  const within = Math.max(1, depth[deepest]! * 0.5);
  const ridge = best.filter((i) => depth[i]! >= within);
  const far = (from: number) =>
    ridge.reduce((a, b) =>
      Math.hypot((b % width) - (from % width), Math.floor(b / width) - Math.floor(from / width)) >
      Math.hypot((a % width) - (from % width), Math.floor(a / width) - Math.floor(from / width))
        ? b
        : a,
    );
  const points = [far(deepest), deepest, far(far(deepest))].flatMap((i) => [
    (i % width) + 0.5,
    Math.floor(i / width) + 0.5,
  ]);
  const straight = points.every((_, k) => {
    if (k % 2 || k < 2) return true;
    const [ax, ay, bx, by] = [points[k - 2]!, points[k - 1]!, points[k]!, points[k + 1]!];
    return Array.from({ length: 40 }, (_2, j) => j / 39).every((t) => {
      const i = Math.floor(ay + (by - ay) * t) * width + Math.floor(ax + (bx - ax) * t);
      return wrong[i] === 1;
    });
  });
  return {
    says: truth[deepest]! >= 0.5 ? 'subject' : 'background',
    size: Math.max(2, depth[deepest]!),
    // Where its ridge bends, the stroke stays where it is sure.
    points: straight ? points : points.slice(2, 4),
  };
}
