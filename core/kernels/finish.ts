import { NOWHERE, byteStride, strideOf } from './arguments';
import type { ColourBuffer } from '../pixels/buffer';
import { bytes, floats, retained, isOnHeap, scoped } from '../pixels/heap';
import type { WholeImage } from '../pixels/picture';
import type { Mixing } from '../pixels/colour';
import { burnTable } from './burn';
import { onHeap, run } from './machine';

/** The side of the square after which the dither repeats, px: a power of two (assembly/finish.ts). */
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
  /** Which value (as displayed, from 1 on) the roll-off takes to white; Infinity for none. */
  white: number;
  /** Whether what is brighter than the screen can show goes over to white, in place of being cut channel by channel. */
  burn: boolean;
  /** Whether what is brighter than the screen can show, before all but the exposure, and what is black, is marked by stripes. */
  marks: boolean;
}

/** The table of the burn, on the heap that is in use. */
let burning: { data: Float32Array } | null = null;
function burnOnHeap(): Float32Array {
  if (!burning || !isOnHeap(burning.data))
    burning = retained(() => {
      const table = burnTable();
      const data = floats(table.length);
      data.set(table);
      return { data };
    });
  return burning.data;
}

/** The end that changes nothing. */
export const PLAIN_ENDING: Ending = {
  ...{ mixing: 'displayed', exposure: 0 },
  ...{ knee: 1, white: Infinity, burn: false, marks: false },
};

/**
 * Turns premultiplied float colour into straight RGBA of 8 or 16 bits, clamped to 0–1.
 *
 * Exposure multiplies linear light. The roll-off leaves values below the knee k as they are; above it
 * they become k + (1 − k)·t·(1 + t/w²)/(1 + t) with t = (v − k)/(1 − k), and w the same of the value that comes out white
 * (Reinhard et al., "Photographic tone reproduction for digital images", 2002): as steep where it begins, and 1 there.
 *
 * The burn leaves colours alone that the screen can show. Of a brighter one the brightest channel is full, the hue stays, and it
 * goes the further towards white (`whiteness`) the brighter it is.
 *
 * 8 bits are dithered with triangular noise of ±1 step from a hash of the pixel's absolute place, so
 * wide dark glows do not band and the same region always gives the same bytes (Lipshitz, Wannamaker
 * & Vanderkooy, "Quantization and dither", 1992). A value that the steps hold exactly is left alone:
 * an untouched picture comes out as it went in.
 */
export function finish(buffer: ColourBuffer, depth: 8 | 16, ending = PLAIN_ENDING): WholeImage {
  const { region } = buffer;
  const { width, height } = region;
  const out =
    depth === 8 ? new Uint8ClampedArray(width * height * 4) : new Uint16Array(width * height * 4);
  onHeap((at) =>
    scoped(() => {
      const row = width * (depth / 2);
      const made = bytes(row * height);
      const burn = ending.burn ? burnOnHeap() : null;
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
        ((1 - ending.knee) / (ending.white - ending.knee)) ** 2,
        burn ? at(burn) : NOWHERE,
        burn ? burn.length - 1 : 0,
        ending.marks ? 1 : 0,
        noise,
      ]);
      // A file or a canvas takes no memory that is shared.
      new Uint8Array(out.buffer).set(made.subarray(0, out.byteLength));
    }),
  );
  return { width, height, depth, data: out };
}
