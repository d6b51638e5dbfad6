/** From traced light to a picture: denoise, expose, tone curve, vignette, grain. */
import { randomFrom } from './noise';
import type { World } from './world';

/**
 * Takes the tracer's noise out and keeps edges: a first light pass shows what belongs together, the
 * second averages the traced light by it. Returns a new buffer, 4 floats a pixel.
 */
export function denoise(
  colour: Float32Array,
  guide: Float32Array,
  width: number,
  height: number,
  strength: number,
): Float32Array {
  const rough = bilateral(colour, colour, guide, width, height, 1, strength * 4);
  return bilateral(colour, rough, guide, width, height, 4, strength);
}

/**
 * Takes single bright dots away, which are paths that met a lamp by chance: px far brighter than all but one
 * of their neighbours become the mean of these. Changes `colour`, 4 floats a pixel.
 */
export function despeckle(colour: Float32Array, width: number, height: number): void {
  const light = new Float32Array(width * height);
  for (let i = 0; i < light.length; i++)
    light[i] = colour[4 * i]! + colour[4 * i + 1]! + colour[4 * i + 2]!;
  const round = [-width - 1, -width, -width + 1, -1, 1, width - 1, width, width + 1];
  for (let y = 1; y < height - 1; y++) {
    for (let x = 1; x < width - 1; x++) {
      const i = y * width + x;
      const by = round.map((step) => i + step).sort((a, b) => light[b]! - light[a]!);
      if (light[i]! < 1.4 * light[by[1]!]! + 0.003) continue;
      for (let c = 0; c < 3; c++) {
        let sum = 0;
        for (let k = 1; k < 8; k++) sum += colour[4 * by[k]! + c]!;
        colour[4 * i + c] = sum / 7;
      }
    }
  }
}

/** A bilateral filter: weights by distance, by the guide, and by the likeness of `like`. */
function bilateral(
  colour: Float32Array,
  like: Float32Array,
  guide: Float32Array,
  width: number,
  height: number,
  radius: number,
  strength: number,
): Float32Array {
  const out = new Float32Array(colour.length);
  for (let y = 0; y < height; y++) {
    for (let x = 0; x < width; x++) {
      const i = (y * width + x) * 4;
      let r = 0;
      let g = 0;
      let b = 0;
      let sum = 0;
      const level = 0.04 + (like[i]! + like[i + 1]! + like[i + 2]!) / 3;
      for (let v = Math.max(0, y - radius); v <= Math.min(height - 1, y + radius); v++) {
        for (let u = Math.max(0, x - radius); u <= Math.min(width - 1, x + radius); u++) {
          const j = (v * width + u) * 4;
          let d = 0;
          for (let c = 0; c < 4; c++) d += (guide[i + c]! - guide[j + c]!) ** 2;
          let e = 0;
          for (let c = 0; c < 3; c++) e += (like[i + c]! - like[j + c]!) ** 2;
          const far = ((u - x) ** 2 + (v - y) ** 2) / (radius * radius * 0.6);
          const edge = colour[i + 3]! !== colour[j + 3]! ? 9 : 0;
          const w = Math.exp(-far - d * 40 - e / (strength * level) ** 2 - edge);
          r += colour[j]! * w;
          g += colour[j + 1]! * w;
          b += colour[j + 2]! * w;
          sum += w;
        }
      }
      out[i] = r / sum;
      out[i + 1] = g / sum;
      out[i + 2] = b / sum;
      out[i + 3] = colour[i + 3]!;
    }
  }
  return out;
}

/** A film-like shoulder and toe on linear light (Hable, "Filmic tonemapping operators", 2010). */
const curve = (x: number) =>
  (x * (0.22 * x + 0.03) + 0.002) / (x * (0.22 * x + 0.3) + 0.06) - 0.002 / 0.06;
const white = curve(8);
const encode = (v: number) => (v <= 0.0031308 ? 12.92 * v : 1.055 * Math.pow(v, 1 / 2.4) - 0.055);

/** Develops traced light into straight 8-bit RGBA. */
export function develop(world: World, colour: Float32Array, guide: Float32Array): Uint8Array {
  const { width, height } = world;
  const { exposure, grain, vignette, bits = 8 } = world.develop;
  // Within the grain a coarser level is not seen, and the file is far smaller.
  const level = 2 ** (8 - bits);
  if (!world.transparent) despeckle(colour, width, height);
  const clean =
    world.develop.denoise > 0
      ? denoise(colour, guide, width, height, world.develop.denoise)
      : colour;
  const random = randomFrom(4242);
  const out = new Uint8Array(width * height * 4);
  for (let y = 0; y < height; y++) {
    for (let x = 0; x < width; x++) {
      const i = (y * width + x) * 4;
      const alpha = clean[i + 3]!;
      if (alpha <= 0) continue;
      const dx = (x / width - 0.5) * 1.6,
        dy = (y / height - 0.5) * 1.2;
      const shade = exposure * (1 - vignette * Math.min(1, dx * dx + dy * dy));
      const speck = (random() + random() + random() - 1.5) * grain;
      for (let c = 0; c < 3; c++) {
        const v = encode(Math.min(1, curve((clean[i + c]! / alpha) * shade * 2) / white));
        const tint = (random() - 0.5) * grain * 0.5;
        const grained = (v + (speck + tint) * (0.4 + v * (1 - v) * 2)) * 255;
        out[i + c] = Math.max(0, Math.min(255, Math.round(grained / level) * level));
      }
      out[i + 3] = Math.round(Math.min(1, alpha) * 255);
    }
  }
  return out;
}
