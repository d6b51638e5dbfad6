import type { ColourBuffer } from '../../pixels/buffer';
import { crop } from '../../pixels/buffer';
import type { Region } from '../../pixels/region';
import { intersect } from '../../pixels/region';

/** Three channels, not premultiplied, sRGB-encoded; the function may change them in place. */
export type Pixel = [red: number, green: number, blue: number];

/** Applies a change of colour to every pixel that is not transparent; alpha is kept. */
export function eachPixel(
  input: ColourBuffer,
  wanted: Region,
  change: (pixel: Pixel) => void,
): ColourBuffer {
  const region = intersect(input.region, wanted);
  const from = crop(input, region, 4).data;
  const data = new Float32Array(from.length);
  const pixel: Pixel = [0, 0, 0];
  for (let i = 0; i < data.length; i += 4) {
    const a = from[i + 3]!;
    if (a <= 0) continue;
    pixel[0] = from[i]! / a;
    pixel[1] = from[i + 1]! / a;
    pixel[2] = from[i + 2]! / a;
    change(pixel);
    data[i] = pixel[0] * a;
    data[i + 1] = pixel[1] * a;
    data[i + 2] = pixel[2] * a;
    data[i + 3] = a;
  }
  return { region, data };
}
