/** The grain of film: noise of three sizes, the middle one of which may differ from channel to channel. */
import { get, get4, put4 } from './access';
import { alphaOf, decode, encode, withAlpha } from './colour';
import { noiseOne, noiseThree, noiseTwo, noises, threeNoises } from './noise';

/**
 * Rows of premultiplied pixels with grain on their encoded tones. Places are counted in units of `px` a px from (ox, oy), px of the
 * render. `layers` holds for each of three noises the cosine and sine of its turn over its size, its strength, and its seed; the first
 * is made for each channel, `common` of it in all alike and `own` apart. The grain is as strong as `middle` in middle tones, by `dark`
 * in black and by `bright` in white.
 */
export function filmGrainRows(
  s: usize,
  sStride: i32,
  d: usize,
  dStride: i32,
  x0: i32,
  y0: i32,
  width: i32,
  isLight: i32,
  px: f32,
  ox: f32,
  oy: f32,
  layers: usize,
  common: f32,
  own: f32,
  dark: f32,
  middle: f32,
  bright: f32,
  from: i32,
  to: i32,
): void {
  const lanes = f32x4(0.5, 1.5, 2.5, 3.5);
  const per = f32x4.splat(px);
  const zero = f32x4.splat(0);
  for (let y = from; y < to; y++) {
    const sp = s + y * sStride;
    const dp = d + y * dStride;
    const Y = f32x4.splat((((y0 + y) as f32) + 0.5 - oy) * px);
    // By fours that lie the same wherever a region begins, so that each px comes out the same.
    for (let x = -(x0 & 3); x < width; x += 4) {
      const X = f32x4.mul(f32x4.add(f32x4.splat(((x0 + x) as f32) - ox), lanes), per);
      let rough = zero;
      for (let n = 2; n > 0; n--) {
        const layer = layers + (n << 4);
        const strength = get(layer + 8);
        if (strength == 0) continue;
        const c = f32x4.splat(get(layer));
        const t = f32x4.splat(get(layer + 4));
        const u = f32x4.sub(f32x4.mul(c, X), f32x4.mul(t, Y));
        const v = f32x4.add(f32x4.mul(t, X), f32x4.mul(c, Y));
        const noise = f32x4.sub(noises(u, v, get(layer + 12) as i32, 0, 0), f32x4.splat(0.5));
        rough = f32x4.add(rough, f32x4.mul(noise, f32x4.splat(strength)));
      }
      const c = f32x4.splat(get(layers));
      const t = f32x4.splat(get(layers + 4));
      const u = f32x4.sub(f32x4.mul(c, X), f32x4.mul(t, Y));
      const v = f32x4.add(f32x4.mul(t, X), f32x4.mul(c, Y));
      threeNoises(u, v, get(layers + 12) as i32);
      const sum = f32x4.add(noiseOne, f32x4.add(noiseTwo, noiseThree));
      // What all have alike, and how far each lies from the mean of the three.
      const alike = f32x4.add(rough, f32x4.mul(sum, f32x4.splat(common - own / 3)));
      const apart = f32x4.splat(own);
      const red = f32x4.add(alike, f32x4.mul(noiseOne, apart));
      const green = f32x4.add(alike, f32x4.mul(noiseTwo, apart));
      const blue = f32x4.add(alike, f32x4.mul(noiseThree, apart));
      // From channels of four px to px.
      const low = v128.shuffle<f32>(red, green, 0, 4, 1, 5);
      const high = v128.shuffle<f32>(red, green, 2, 6, 3, 7);
      const blueLow = v128.shuffle<f32>(blue, zero, 0, 4, 1, 5);
      const blueHigh = v128.shuffle<f32>(blue, zero, 2, 6, 3, 7);
      const at = sp + (x << 4);
      const into = dp + (x << 4);
      const g0 = v128.shuffle<f32>(low, blueLow, 0, 1, 4, 5);
      const g1 = v128.shuffle<f32>(low, blueLow, 2, 3, 6, 7);
      const g2 = v128.shuffle<f32>(high, blueHigh, 0, 1, 4, 5);
      const g3 = v128.shuffle<f32>(high, blueHigh, 2, 3, 6, 7);
      if (x >= 0) put4(into, grained(get4(at), g0, isLight, dark, middle, bright));
      if (x >= -1 && x + 1 < width)
        put4(into + 16, grained(get4(at + 16), g1, isLight, dark, middle, bright));
      if (x >= -2 && x + 2 < width)
        put4(into + 32, grained(get4(at + 32), g2, isLight, dark, middle, bright));
      if (x + 3 < width) put4(into + 48, grained(get4(at + 48), g3, isLight, dark, middle, bright));
    }
  }
}

/** A premultiplied px with grain on its encoded tones, by how light it is. */
// @ts-ignore: decorator
@inline
function grained(pixel: v128, grain: v128, isLight: i32, dark: f32, middle: f32, bright: f32): v128 {
  const alpha = f32x4.extract_lane(pixel, 3);
  if (!(alpha > 0)) return pixel;
  const a = alphaOf(pixel);
  let colour = alpha == 1 ? pixel : f32x4.div(pixel, a);
  if (isLight) colour = encode(colour);
  const w = f32x4.mul(colour, f32x4(0.2126, 0.7152, 0.0722, 0));
  const luma = f32x4.extract_lane(w, 0) + f32x4.extract_lane(w, 1) + f32x4.extract_lane(w, 2);
  const tone = min<f32>(1, luma);
  const ends = dark + (bright - dark) * tone;
  const strength = ends + (middle - ends) * (4 * tone * (1 - tone));
  colour = f32x4.pmax(f32x4.splat(0), f32x4.add(colour, f32x4.mul(grain, f32x4.splat(strength))));
  if (isLight) colour = decode(colour);
  return withAlpha(alpha == 1 ? colour : f32x4.mul(colour, a), a);
}
