/** Means of a picture along a flow: motion blurs along lines. */
import { get4, put4 } from './access';
import { mixedOf, pxOf, sampled } from './sample';

/** The two ways of a node of the flow, changed about if they lie against those of another. */
// @ts-ignore: decorator
@inline
function along(node: v128, other: v128): v128 {
  const product = f32x4.mul(node, other);
  const dot = f32x4.extract_lane(product, 0) + f32x4.extract_lane(product, 1);
  return dot < 0 ? v128.shuffle<f32>(node, node, 2, 3, 0, 1) : node;
}

/**
 * Rows of means of three samples: the px itself, and what lies either way along a flow. The flow stands on nodes `cell` px apart, the
 * first at (gx, gy), `columns` in a row: how far the one way goes and the other, x and y, px; which is which may differ between
 * nodes. The source has its corner at (ox, oy), what is written at (x0, y0).
 */
export function streamRows(
  s: usize,
  sWidth: i32,
  sHeight: i32,
  ox: i32,
  oy: i32,
  nodes: usize,
  columns: i32,
  gx: i32,
  gy: i32,
  cell: i32,
  d: usize,
  x0: i32,
  y0: i32,
  width: i32,
  from: i32,
  to: i32,
): void {
  const third = f32x4.splat((1 as f32) / 3);
  const per = (1 as f32) / (cell as f32);
  for (let y = from; y < to; y++) {
    const v = ((y0 + y - gy) as f32) * per;
    const row = Mathf.floor(v) as i32;
    const down = f32x4.splat(v - (row as f32));
    const sy = y0 + y - oy;
    let target = d + (((y * width) as usize) << 4);
    for (let x = 0; x < width; x++, target += 16) {
      const u = ((x0 + x - gx) as f32) * per;
      const column = Mathf.floor(u) as i32;
      const across = f32x4.splat(u - (column as f32));
      const node = nodes + (((row * columns + column) as usize) << 4);
      const next = node + ((columns as usize) << 4);
      const a = get4(node);
      const b = along(get4(node + 16), a);
      const c = along(get4(next), a);
      const e = along(get4(next + 16), a);
      const way = mixedOf(a, b, c, e, across, down);
      const whole = f32x4.floor(way);
      const rest = f32x4.sub(way, whole);
      const step = i32x4.trunc_sat_f32x4_s(whole);
      const sx = x0 + x - ox;
      const one = sampled(
        s,
        sWidth,
        sHeight,
        sx + i32x4.extract_lane(step, 0),
        sy + i32x4.extract_lane(step, 1),
        f32x4.extract_lane(rest, 0),
        f32x4.extract_lane(rest, 1),
      );
      const other = sampled(
        s,
        sWidth,
        sHeight,
        sx + i32x4.extract_lane(step, 2),
        sy + i32x4.extract_lane(step, 3),
        f32x4.extract_lane(rest, 2),
        f32x4.extract_lane(rest, 3),
      );
      const sum = f32x4.add(pxOf(s, sWidth, sHeight, sx, sy), f32x4.add(one, other));
      put4(target, f32x4.mul(sum, third));
    }
  }
}
