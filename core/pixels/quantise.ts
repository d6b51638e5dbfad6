import type { ColourBuffer } from './buffer';
import type { StraightImage } from './picture';

/**
 * Triangular noise in (−1, 1) from a hash of a pixel's place and channel (integer mixers after Wang):
 * the difference of the hash's two halves.
 */
function noise(x: number, y: number, channel: number): number {
  let h = Math.imul(x, 0x27d4eb2d) ^ Math.imul(y, 0x165667b1) ^ Math.imul(channel + 1, 0x9e3779b1);
  h = Math.imul(h ^ (h >>> 15), 0x2c1b3c6d);
  h = Math.imul(h ^ (h >>> 12), 0x297a2d39);
  h ^= h >>> 15;
  return ((h >>> 16) - (h & 0xffff)) / 65536;
}

/**
 * Turns premultiplied float colour into straight RGBA of 8 or 16 bits, clamped to 0–1.
 *
 * 8 bits are dithered with triangular noise of ±1 step from a hash of the pixel's absolute place, so
 * wide dark glows do not band and the same region always gives the same bytes (Lipshitz, Wannamaker
 * & Vanderkooy, "Quantization and dither", 1992). A value that the steps hold exactly is left alone:
 * an untouched picture comes out as it went in.
 */
export function quantise(buffer: ColourBuffer, depth: 8 | 16): StraightImage {
  const { region, data } = buffer;
  const out = depth === 8 ? new Uint8ClampedArray(data.length) : new Uint16Array(data.length);
  const top = depth === 8 ? 255 : 65535;
  for (let y = 0, i = 0; y < region.height; y++) {
    for (let x = 0; x < region.width; x++, i += 4) {
      const alpha = Math.min(1, data[i + 3]!);
      if (!(alpha > 0)) continue;
      for (let c = 0; c < 4; c++) {
        const v = (c === 3 ? alpha : data[i + c]! / alpha) * top;
        let n = Math.round(v);
        if (depth === 8 && Math.abs(v - n) > 2e-3)
          n = Math.floor(v + noise(region.x + x, region.y + y, c) + 0.5);
        out[i + c] = n < 0 ? 0 : n > top ? top : n;
      }
    }
  }
  return { width: region.width, height: region.height, depth, data: out };
}
