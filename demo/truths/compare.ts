/** How far a picture is from the truth, as the eye sees it. */
import { converter, differenceCiede2000 } from 'culori';
import { gaussianBlur } from '../../core/kernels/blur';
import type { StraightImage } from '../../core/pixels/picture';
import { colourBuffer } from '../../core/pixels/buffer';
import { scoped } from '../../core/pixels/heap';
import { SCALE, seenAt, truths } from './worlds';

/** What is finer than this is grain, σ px. */
const BLUR = 2;
/** Near a tube, px of a sample picture. */
const NEAR = 200;

const toLab = converter('lab65');
const difference = differenceCiede2000();

/** Mean differences (ΔE2000): over all of a picture, and near the tubes. */
export interface Difference {
  all: number;
  near: number;
}

/** A picture (RGBA) as displayed colours, 0–1, without its grain. */
function soft({ width, height, depth, data }: StraightImage): Float32Array {
  const most = depth === 16 ? 65535 : 255;
  return scoped(() => {
    const buffer = colourBuffer({ x: 0, y: 0, width, height });
    for (let i = 0; i < data.length; i++) buffer.data[i] = data[i]! / most;
    return Float32Array.from(gaussianBlur(buffer, BLUR, buffer.region).data);
  });
}

/** The places of the tubes of a truth in its picture, px, x and y in turn. */
function tubePlaces(name: keyof typeof truths): number[] {
  const { world, tubes } = truths[name];
  return tubes.flatMap(({ points }) =>
    points.slice(1).flatMap((to, i) => {
      const from = points[i]!;
      return Array.from({ length: 9 }, (_, k) => {
        const t = k / 8;
        const p = [0, 1, 2].map((c) => from[c]! + (to[c]! - from[c]!) * t);
        const { x, y } = seenAt(world, p as [number, number, number]);
        return [x, y];
      }).flat();
    }),
  );
}

/** How far a picture is from the lit truth of a name; of every `step`th px of every `step`th row. */
export function differenceOf(
  name: keyof typeof truths,
  picture: StraightImage,
  truth: StraightImage,
  step = 1,
): Difference {
  const { width, height } = truth;
  const [ours, theirs] = [soft(picture), soft(truth)];
  const places = tubePlaces(name);
  const near = (NEAR / SCALE) ** 2;
  let [all, count, close, closeCount] = [0, 0, 0, 0];
  for (let y = 0; y < height; y += step)
    for (let x = 0; x < width; x += step) {
      const i = 4 * (y * width + x);
      const lab = (from: Float32Array) =>
        toLab({ mode: 'rgb', r: from[i]!, g: from[i + 1]!, b: from[i + 2]! });
      const d = difference(lab(ours), lab(theirs));
      all += d;
      count++;
      let isNear = false;
      for (let k = 0; k < places.length && !isNear; k += 2)
        isNear = (places[k]! - x) ** 2 + (places[k + 1]! - y) ** 2 < near;
      if (!isNear) continue;
      close += d;
      closeCount++;
    }
  return { all: all / count, near: close / Math.max(1, closeCount) };
}
