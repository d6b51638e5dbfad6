import type { Ground, Grounds } from '../definitions/source';
import type { Point } from '../geometry/affine';
import { apply } from '../geometry/affine';
import { gaussianBlur } from '../kernels/blur';
import { scoped } from '../pixels/heap';
import { covering } from '../pixels/region';

/** Where the light of a flare is, and how much of it is covered. */

/** The brightest place is looked for on a grid so long on its longer side, px. */
const SIDE = 192;
/** A light is as large as this there, σ px: what is smaller is noise. */
const LIGHT = 1.2;
/** Px about the brightest say where in it the middle of the light is. */
const NEAR = 3;

type Seen = NonNullable<Grounds[Ground]>;

/** The brightest place of what lies beneath, px of the render; null where all of it is black. */
export function brightestPlace({ coarse }: Seen): Point | null {
  return scoped(() => {
    const { pixels, map } = coarse(SIDE);
    const { region, data } = gaussianBlur(pixels, LIGHT, pixels.region);
    const { width, height } = region;
    const light = (i: number) =>
      0.2 * data[4 * i]! + 0.7 * data[4 * i + 1]! + 0.1 * data[4 * i + 2]!;
    let best = 0;
    for (let i = 1; i < width * height; i++) if (light(i) > light(best)) best = i;
    const most = light(best);
    if (!(most > 1e-4)) return null;
    const [bx, by] = [best % width, Math.floor(best / width)];
    let [sum, x, y] = [0, 0, 0];
    for (let v = Math.max(0, by - NEAR); v <= Math.min(height - 1, by + NEAR); v++)
      for (let u = Math.max(0, bx - NEAR); u <= Math.min(width - 1, bx + NEAR); u++) {
        const w = Math.max(0, light(v * width + u) - most / 2);
        sum += w;
        x += w * (u + 0.5);
        y += w * (v + 0.5);
      }
    return apply(map, { x: region.x + x / sum, y: region.y + y / sum });
  });
}

/** How much of a round light an obstacle covers, 0–1; px of the render. */
export function coveredShare({ colours }: Seen, { x, y }: Point, radius: number): number {
  const r = Math.max(1, radius);
  return scoped(() => {
    const { region, data } = colours(covering(x - r, y - r, x + r, y + r));
    let [all, covered] = [0, 0];
    for (let v = 0, i = 3; v < region.height; v++)
      for (let u = 0; u < region.width; u++, i += 4) {
        if (Math.hypot(region.x + u + 0.5 - x, region.y + v + 0.5 - y) > r) continue;
        all++;
        covered += data[i]!;
      }
    return all === 0 ? 0 : Math.min(1, covered / all);
  });
}
