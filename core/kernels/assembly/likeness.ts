/** How alike colours are. Strides are in bytes. */
import { get4, put } from './access';
import { decode } from './colour';

/**
 * Rows of the distances of colours from one in Oklab (l, a, b; Ottosson, 2020), times 100; premultiplied colours
 * in, as displayed unless they are `light`. What is not whole is as far off as it lacks coverage.
 */
export function likenessRows(
  o: usize,
  oStride: i32,
  s: usize,
  sStride: i32,
  width: i32,
  light: i32,
  l: f32,
  a: f32,
  b: f32,
  from: i32,
  to: i32,
): void {
  for (let y = from; y < to; y++) {
    let d = o + y * oStride;
    let p = s + y * sStride;
    for (const end = d + (width << 2); d < end; d += 4, p += 16) {
      const v = get4(p);
      const alpha: f32 = f32x4.extract_lane(v, 3);
      if (alpha < 1e-3) {
        put(d, 100);
        continue;
      }
      const straight = f32x4.div(v, f32x4.splat(alpha));
      const c = light ? f32x4.pmax(f32x4.splat(0), straight) : decode(straight);
      const red = f32x4.extract_lane(c, 0);
      const green = f32x4.extract_lane(c, 1);
      const blue = f32x4.extract_lane(c, 2);
      const x = Mathf.cbrt(0.4122214708 * red + 0.5363325363 * green + 0.0514459929 * blue);
      const m = Mathf.cbrt(0.2119034982 * red + 0.6806995451 * green + 0.1073969566 * blue);
      const z = Mathf.cbrt(0.0883024619 * red + 0.2817188376 * green + 0.6299787005 * blue);
      const dl: f32 = 0.2104542553 * x + 0.793617785 * m - 0.0040720468 * z - l;
      const da: f32 = 1.9779984951 * x - 2.428592205 * m + 0.4505937099 * z - a;
      const db: f32 = 0.0259040371 * x + 0.7827717662 * m - 0.808675766 * z - b;
      const lack: f32 = 1 - alpha;
      put(d, 100 * Mathf.sqrt(dl * dl + da * da + db * db + lack * lack));
    }
  }
}
