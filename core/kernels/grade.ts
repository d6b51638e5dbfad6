import { rowStride } from './arguments';
import type { ColourBuffer, Plane } from '../pixels/buffer';
import { floats, scoped } from '../pixels/heap';
import type { RampTable } from '../pixels/ramp-table';
import type { Mixing } from '../pixels/colour';
import { onHeap, rowsOf, run } from './machine';
import { copied } from './rows';

/**
 * Grades of single pixels, in place. Each works on straight, sRGB-encoded colour and leaves alpha
 * alone; what falls below 0 becomes 0.
 */

const isLight = (mixing: Mixing) => (mixing === 'light' ? 1 : 0);

/** Multiplies the light of a buffer by 2 to the power of an intensity (stops), in place: coverage stays, and nothing is cut at white. */
export function brighten({ region, data }: ColourBuffer, mixing: Mixing, intensity: number): void {
  if (intensity === 0) return;
  onHeap((at) =>
    run('gainRows', region.height, region.width * 8, [
      at(data, 'write'),
      rowStride(region, 4),
      region.width,
      isLight(mixing),
      2 ** intensity,
    ]),
  );
}

/** A copy of a buffer, its light multiplied as `brighten` does. */
export function brightened(buffer: ColourBuffer, mixing: Mixing, intensity: number): ColourBuffer {
  const out = copied(buffer);
  brighten(out, mixing, intensity);
  return out;
}

/** Multiplies the linear light of a buffer by a plane (0 and more) over the same region, in place; alpha stays. */
export function shine({ region, data }: ColourBuffer, by: Plane, mixing: Mixing): void {
  onHeap((at) =>
    run('shineRows', region.height, region.width * 20, [
      at(data, 'write'),
      rowStride(region, 4),
      ...rowsOf(at, by, region),
      region.width,
      isLight(mixing),
    ]),
  );
}

/** Linear light times `gain`, then v → (v − ½) · slope + ½ + lift. */
export function gradeLight(
  { region, data }: ColourBuffer,
  mixing: Mixing,
  { gain, slope, lift }: { gain: number; slope: number; lift: number },
): void {
  onHeap((at) =>
    run('gradeLight', region.height, region.width * 12, [
      at(data, 'write'),
      rowStride(region, 4),
      region.width,
      isLight(mixing),
      gain,
      slope,
      lift,
    ]),
  );
}

/**
 * A 3 × 3 matrix (row by row), then the distance from luma times `gain`, then `lift` (−1 to 1) towards
 * black or white. With `around`, the matrix gives way to that colour laid round each pixel's luma.
 */
export function gradeHue(
  { region, data }: ColourBuffer,
  mixing: Mixing,
  matrix: readonly number[],
  { gain, lift, around }: { gain: number; lift: number; around: readonly number[] | null },
): void {
  scoped(() => {
    const columns = floats(12).fill(0);
    if (around) columns.set(around);
    else matrix.forEach((v, i) => (columns[(i % 3) * 4 + Math.floor(i / 3)] = v));
    onHeap((at) =>
      run('gradeHue', region.height, region.width * 12, [
        at(data, 'write'),
        rowStride(region, 4),
        region.width,
        isLight(mixing),
        at(columns),
        gain,
        lift,
        around ? 1 : 0,
      ]),
    );
  });
}

/**
 * Moves each pixel by `amount` (0–1) towards the colour that a ramp has at its luma. `ramp` holds at
 * least two colours, evenly spaced from black to white: red, green, blue (sRGB-encoded, straight) and the
 * share of `amount` that counts there.
 */
export function gradeRamp(
  { region, data }: ColourBuffer,
  mixing: Mixing,
  ramp: RampTable,
  amount: number,
): void {
  onHeap((at) =>
    run('gradeRamp', region.height, region.width * 12, [
      at(data, 'write'),
      rowStride(region, 4),
      region.width,
      isLight(mixing),
      at(ramp),
      amount,
    ]),
  );
}
