import { rgb } from '../../pixels/colour';
import type { StraightImage } from '../../pixels/picture';

/** A picture of 8 bits laid over a colour (`#rrggbb`), as displayed: every px of it is opaque. */
export function opaque(image: StraightImage, colour: string): StraightImage {
  const behind = rgb(colour).map((v) => 255 * v);
  const data = new Uint8ClampedArray(image.data.length);
  for (let i = 0; i < data.length; i += 4) {
    const a = image.data[i + 3]! / 255;
    for (let c = 0; c < 3; c++) data[i + c] = image.data[i + c]! * a + behind[c]! * (1 - a);
    data[i + 3] = 255;
  }
  return { ...image, data };
}
