import type { Lamp } from '../definitions/step';
import type { Fire } from '../kernels/flame';
import { towards } from '../paint/lamp';
import type { RampTable } from '../pixels/ramp-table';
import { packed } from '../pixels/ramp-table';

/** The light in smoke: what of the lamp comes through to each place, and what covers what. */

/** How much a cell full of smoke takes from light that passes it. */
const TAKES = 0.09;
/** How far light is followed, cells; twice as many at a time from step to step. */
const FAR = 26;
const KNOTS = 48;

/** Which share of the lamp's light comes through its own smoke to each cell, 0–1; `shade` is 0–1. */
export function lampThrough(
  { width, height, fuel }: Fire,
  lamp: Lamp,
  shade: number,
): Float32Array {
  const out = new Float32Array(fuel.length);
  const [lx, ly, lz] = towards(lamp);
  const flat = Math.hypot(lx, ly);
  const [dx, dy] = flat > 1e-3 ? [lx / flat, ly / flat] : [0, -1];
  // A lamp that stands high shines through less of it.
  const long = Math.min(1, flat / Math.max(0.15, lz));
  for (let y = 0, i = 0; y < height; y++)
    for (let x = 0; x < width; x++, i++) {
      let passed = 0;
      for (let far = 1; far <= FAR; far += 1.6) {
        const [u, v] = [Math.round(x + dx * far), Math.round(y + dy * far)];
        if (u < 0 || v < 0 || u >= width || v >= height) break;
        passed += 1.6 * fuel[v * width + u]!;
      }
      out[i] = Math.exp(-4 * shade * TAKES * long * passed);
    }
  return out;
}

/** How much smoke covers by how much of it there is (as flames are drawn: from all of it to nothing), premultiplied white. */
export function coverTable(density: number): RampTable {
  return packed(
    Array.from({ length: KNOTS + 1 }, (_, i) => {
      const there = 1 - i / KNOTS;
      // Thin at its edges (Beer–Lambert, over a depth that grows with how much there is).
      const cover = 1 - Math.exp(-3 * density * there ** 1.5);
      return { at: i / KNOTS, colour: [cover, cover, cover, cover] };
    }),
  );
}
