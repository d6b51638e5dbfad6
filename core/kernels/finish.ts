import { NOWHERE, byteStride, strideOf } from './arguments';
import type { ColourBuffer } from '../pixels/buffer';
import { bytes, floats, retained, isOnHeap, scoped } from '../pixels/heap';
import type { StraightImage } from '../pixels/picture';
import type { Mixing } from '../pixels/colour';
import { onHeap, run } from './machine';

/** The side of the square after which the dither repeats, px: a power of two (assembly/colour.ts). */
const TILE = 256;

/**
 * Triangular noise in (−1, 1) for each channel of each pixel of a tile: the difference of the two
 * halves of a hash of place and channel (integer mixers after Wang).
 */
function fillNoise(noise: Float32Array): void {
  for (let i = 0; i < noise.length; i++) {
    const pixel = i >> 2;
    let h =
      Math.imul(pixel % TILE, 0x27d4eb2d) ^
      Math.imul((pixel / TILE) | 0, 0x165667b1) ^
      Math.imul((i & 3) + 1, 0x9e3779b1);
    h = Math.imul(h ^ (h >>> 15), 0x2c1b3c6d);
    h = Math.imul(h ^ (h >>> 12), 0x297a2d39);
    h ^= h >>> 15;
    noise[i] = ((h >>> 16) - (h & 0xffff)) / 65536;
  }
}

let noise: { data: Float32Array } | null = null;

/** The tile of noise, on the heap that is in use. */
function noiseOnHeap(): Float32Array {
  if (!noise || !isOnHeap(noise.data))
    noise = retained(() => {
      const data = floats(TILE * TILE * 4);
      fillNoise(data);
      return { data };
    });
  return noise.data;
}

/** What happens to a picture at its end. */
export interface Ending {
  /** How the colours stand in the buffer. */
  mixing: Mixing;
  /** Exposure, stops of linear light. */
  exposure: number;
  /** Where the roll-off of highlights begins, 0–1 of what a screen can show; 1 is none. */
  knee: number;
}

/** The end that changes nothing. */
export const PLAIN_ENDING: Ending = { mixing: 'displayed', exposure: 0, knee: 1 };

/**
 * Turns premultiplied float colour into straight RGBA of 8 or 16 bits, clamped to 0–1.
 *
 * Exposure multiplies linear light. The roll-off leaves values below the knee k as they are; above it
 * they become k + (1 − k)·t/(1 + t) with t = (v − k)/(1 − k): as steep where it begins, and never 1.
 *
 * 8 bits are dithered with triangular noise of ±1 step from a hash of the pixel's absolute place, so
 * wide dark glows do not band and the same region always gives the same bytes (Lipshitz, Wannamaker
 * & Vanderkooy, "Quantization and dither", 1992). A value that the steps hold exactly is left alone:
 * an untouched picture comes out as it went in.
 */
export function finish(buffer: ColourBuffer, depth: 8 | 16, ending = PLAIN_ENDING): StraightImage {
  const { region } = buffer;
  const { width, height } = region;
  const out =
    depth === 8 ? new Uint8ClampedArray(width * height * 4) : new Uint16Array(width * height * 4);
  onHeap((at) =>
    scoped(() => {
      const row = width * (depth / 2);
      const made = bytes(row * height);
      const noise = depth === 8 ? at(noiseOnHeap()) : NOWHERE;
      run('finishRows', height, width * 12, [
        at(buffer.data),
        strideOf(width * 4),
        region.x,
        region.y,
        width,
        at(made, 'write'),
        byteStride(row),
        depth / 8,
        ending.mixing === 'light' ? 1 : 0,
        2 ** ending.exposure,
        ending.knee,
        noise,
      ]);
      // A file or a canvas takes no memory that is shared.
      new Uint8Array(out.buffer).set(made.subarray(0, out.byteLength));
    }),
  );
  return { width, height, depth, data: out };
}
