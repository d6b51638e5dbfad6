import { converter } from 'culori';
import type { Rgb } from '../pixels/colour';

const toLight = converter('lrgb');

/** The colours of a rainbow, from red (0) by way of green to violet (1): linear light, 0–1. Hues of OKLCH of one lightness, within sRGB. */
export function spectrum(at: number): Rgb {
  const hue = 20 + 290 * Math.min(1, Math.max(0, at));
  const { r, g, b } = toLight({ mode: 'oklch', l: 0.75, c: 0.125, h: hue });
  const top = Math.max(r, g, b);
  return [Math.max(0, r) / top, Math.max(0, g) / top, Math.max(0, b) / top];
}

/** A colour brought towards another by a share. */
export const towards = (a: Rgb, b: Rgb, share: number): Rgb => [
  a[0] + (b[0] - a[0]) * share,
  a[1] + (b[1] - a[1]) * share,
  a[2] + (b[2] - a[2]) * share,
];
