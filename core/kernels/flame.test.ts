import { describe, expect, it } from 'vitest';
import './load';
import { colourBuffer } from '../pixels/buffer';
import { packed } from '../pixels/ramp-table';
import type { Fire } from './flame';
import { addFire } from './flame';
import { alone, ensureKernels } from './machine';

const [WIDTH, HEIGHT] = [31, 33];
const CELLS = WIDTH * HEIGHT;
const RAMP = packed([
  { at: 0, colour: [1, 1, 1, 1] },
  { at: 1, colour: [0, 0, 0, 0] },
]);
const PLAIN = { ramp: RAMP, detail: 0, grain: 8, ragged: 0, seed: 3, sheets: 1 };

const fire: Fire = {
  ...{ width: WIDTH, height: HEIGHT },
  fuel: Float32Array.from({ length: CELLS }, (_, i) => ((i * 37) % 101) / 101),
  fromX: new Float32Array(CELLS),
  fromY: new Float32Array(CELLS),
  near: new Float32Array(CELLS).fill(1),
};

/** The weight of a cubic B-spline so far from its middle, by its definition. */
function spline(far: number): number {
  const x = Math.abs(far);
  if (x < 1) return 2 / 3 - x * x + x ** 3 / 2;
  return x < 2 ? (2 - x) ** 3 / 6 : 0;
}
function splined(u: number, v: number): number {
  let sum = 0;
  for (let y = 0; y < HEIGHT; y++)
    for (let x = 0; x < WIDTH; x++)
      sum += fire.fuel[y * WIDTH + x]! * spline(u - x) * spline(v - y);
  return sum;
}

describe('a fire that is drawn', () => {
  ensureKernels();

  it('is a cubic B-spline of its gas, where nothing bends it', () => {
    const out = colourBuffer({ x: 0, y: 0, width: 124, height: 132 });
    // Px lie a quarter of a cell apart, one of four on the middle of a cell.
    addFire(out, fire, [0.25, 0, 0, 0.25, 0.375, 0.375], PLAIN);
    for (const [x, y] of [
      [60, 64],
      [61, 64],
      [62, 67],
      [63, 65],
      [55, 70],
    ] as const) {
      const [u, v] = [0.25 * (x + 0.5) + 0.375 - 0.5, 0.25 * (y + 0.5) + 0.375 - 0.5];
      expect(out.data[4 * (y * 124 + x)]).toBeCloseTo(splined(u, v), 5);
    }
  });

  it('between the quarters of cells keeps to that within a hundredth', () => {
    const out = colourBuffer({ x: 0, y: 0, width: 310, height: 330 });
    addFire(out, fire, [0.1, 0, 0, 0.1, 0, 0], PLAIN);
    let most = 0;
    for (let y = 140; y < 180; y += 3)
      for (let x = 140; x < 180; x += 3) {
        const wanted = splined(0.1 * (x + 0.5) - 0.5, 0.1 * (y + 0.5) - 0.5);
        most = Math.max(most, Math.abs(out.data[4 * (y * 310 + x)]! - wanted));
      }
    expect(most).toBeLessThan(0.01);
  });

  it('is the same from any px on, and on one thread', () => {
    const look = { ...PLAIN, detail: 1.5, ragged: 0.2, sheets: 3 };
    const back = [0.11, 0.01, -0.01, 0.11, 2, 1] as const;
    const whole = colourBuffer({ x: 0, y: 0, width: 240, height: 240 });
    addFire(whole, fire, back, look);
    for (const x of [40, 41, 42, 43]) {
      const part = colourBuffer({ x, y: 57, width: 90, height: 80 });
      addFire(part, fire, back, look);
      for (let y = 0; y < 80; y += 7) {
        const own = part.data.subarray(4 * 90 * y, 4 * 90 * (y + 1));
        const at = 4 * ((57 + y) * 240 + x);
        expect(own).toEqual(whole.data.subarray(at, at + own.length));
      }
    }
    const single = colourBuffer(whole.region);
    alone(() => addFire(single, fire, back, look));
    expect(single.data).toEqual(whole.data);
  });
});
