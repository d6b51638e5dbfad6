/** Exposure that changes slowly from place to place. */
import { get4, put4, splatPair } from './access';
import { alphaOf, exposed } from './colour';

/** Rows of premultiplied pixels whose light is multiplied px by px: by gains (and their 2.4th roots) on nodes `cell` px apart, mixed between. */
export function exposeRows(
  s: usize,
  sStride: i32,
  d: usize,
  dStride: i32,
  x0: i32,
  y0: i32,
  width: i32,
  isLight: i32,
  nodes: usize,
  columns: i32,
  gx: i32,
  gy: i32,
  cell: i32,
  from: i32,
  to: i32,
): void {
  const per = (1 as f32) / (cell as f32);
  for (let y = from; y < to; y++) {
    const v = ((y0 + y - gy) as f32) * per;
    const row = Mathf.floor(v) as i32;
    const down = f32x4.splat(v - (row as f32));
    const nodesHere = nodes + ((row * columns) << 3);
    const sp = s + y * sStride;
    const dp = d + y * dStride;
    let known = -1;
    let left = f32x4.splat(0);
    let rise = f32x4.splat(0);
    for (let x = 0; x < width; x++) {
      const across = x0 + x - gx;
      const column = across / cell;
      if (column != known) {
        known = column;
        const above = nodesHere + (column << 3);
        const below = above + (columns << 3);
        const a = splatPair(above);
        const b = splatPair(above + 8);
        left = f32x4.add(a, f32x4.mul(f32x4.sub(splatPair(below), a), down));
        const right = f32x4.add(b, f32x4.mul(f32x4.sub(splatPair(below + 8), b), down));
        rise = f32x4.mul(f32x4.sub(right, left), f32x4.splat(per));
      }
      const gains = f32x4.add(left, f32x4.mul(rise, f32x4.splat((across - column * cell) as f32)));
      const gain = f32x4.extract_lane(gains, 0);
      const pixel = get4(sp + (x << 4));
      let made = pixel;
      if (isLight) made = f32x4.mul(pixel, f32x4.splat(gain));
      else {
        const root = f32x4.extract_lane(gains, 1);
        const alpha = f32x4.extract_lane(pixel, 3);
        if (alpha == 1) made = exposed(pixel, gain, root);
        else if (alpha > 0) {
          const a = alphaOf(pixel);
          made = f32x4.mul(exposed(f32x4.div(pixel, a), gain, root), a);
        }
      }
      put4(dp + (x << 4), f32x4.replace_lane(made, 3, f32x4.extract_lane(pixel, 3)));
    }
  }
}
