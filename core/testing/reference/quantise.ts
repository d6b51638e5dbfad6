import type { ColourBuffer } from '../../pixels/buffer';
import type { StraightImage } from '../../pixels/picture';

/** The side of the square after which the dither repeats, px: a power of two. */
const TILE = 256;

/**
 * Triangular noise in (−1, 1) for each channel of each pixel of a tile: the difference of the two
 * halves of a hash of place and channel (integer mixers after Wang).
 */
const noise = Float32Array.from({ length: TILE * TILE * 4 }, (_, i) => {
  const pixel = i >> 2;
  let h =
    Math.imul(pixel % TILE, 0x27d4eb2d) ^
    Math.imul((pixel / TILE) | 0, 0x165667b1) ^
    Math.imul((i & 3) + 1, 0x9e3779b1);
  h = Math.imul(h ^ (h >>> 15), 0x2c1b3c6d);
  h = Math.imul(h ^ (h >>> 12), 0x297a2d39);
  h ^= h >>> 15;
  return ((h >>> 16) - (h & 0xffff)) / 65536;
});

/**
 * Turns premultiplied float colour into straight RGBA of 8 or 16 bits, clamped to 0–1.
 *
 * 8 bits are dithered with triangular noise of ±1 step from a hash of the pixel's absolute place, so
 * wide dark glows do not band and the same region always gives the same bytes (Lipshitz, Wannamaker
 * & Vanderkooy, "Quantization and dither", 1992). A value that the steps hold exactly is left alone:
 * an untouched picture comes out as it went in.
 */
export function quantise(buffer: ColourBuffer, depth: 8 | 16): StraightImage {
  const { width, height } = buffer.region;
  return { width, height, depth, data: depth === 8 ? toBytes(buffer) : toWords(buffer) };
}

/** How near a byte a value must be to count as that byte, steps. */
const EXACT = 2e-3;

function toBytes({ region, data }: ColourBuffer): Uint8ClampedArray {
  const out = new Uint8ClampedArray(data.length);
  for (let y = 0, i = 0; y < region.height; y++) {
    const row = ((region.y + y) & (TILE - 1)) * TILE;
    for (let x = 0; x < region.width; x++, i += 4) {
      const alpha = data[i + 3]!;
      if (!(alpha > 0)) continue;
      const opaque = alpha >= 1;
      const k = opaque ? 255 : 255 / alpha;
      const at = (row + ((region.x + x) & (TILE - 1))) * 4;
      out[i] = byte(data[i]! * k, noise[at]!);
      out[i + 1] = byte(data[i + 1]! * k, noise[at + 1]!);
      out[i + 2] = byte(data[i + 2]! * k, noise[at + 2]!);
      out[i + 3] = opaque ? 255 : byte(alpha * 255, noise[at + 3]!);
    }
  }
  return out;
}

function byte(v: number, dither: number): number {
  if (v >= 255) return 255;
  const near = (v + 0.5) | 0;
  const off = v - near;
  return off < EXACT && off > -EXACT ? near : (v + dither + 0.5) | 0;
}

function toWords({ data }: ColourBuffer): Uint16Array {
  const out = new Uint16Array(data.length);
  const word = (v: number) => (v >= 1 ? 65535 : v > 0 ? Math.round(v * 65535) : 0);
  for (let i = 0; i < data.length; i += 4) {
    const alpha = Math.min(1, data[i + 3]!);
    if (!(alpha > 0)) continue;
    for (let c = 0; c < 3; c++) out[i + c] = word(data[i + c]! / alpha);
    out[i + 3] = word(alpha);
  }
  return out;
}
