/** Lookup tables of colours. */
import { get, get4, put4 } from './access';
import { alphaOf, decode, encode, withAlpha } from './colour';

// @ts-ignore: decorator
@inline
function f(v: f32): v128 {
  return f32x4.splat(v);
}

/** One channel of a curve of `count` colours at a place of it, straight between them. */
// @ts-ignore: decorator
@inline
function curveAt(curve: usize, count: i32, place: f32, channel: i32): f32 {
  const n = min(count - 2, max(0, place as i32));
  const at = curve + (((n << 2) + channel) << 2);
  const a = get(at);
  return a + (get(at + 16) - a) * (place - (n as f32));
}

/**
 * Rows of premultiplied RGBA through a table, from `s` to `d`: straight encoded colours go through a curve of `count` colours (none if
 * 0), then through a cube of `side`³ (none if 0), between whose places it is tetrahedral. `domains` has the lower ends and the inverse
 * lengths of both domains, four floats each. What lies beyond a domain is as its end.
 */
export function colourTableRows(
  d: usize,
  dStride: i32,
  s: usize,
  sStride: i32,
  width: i32,
  isLight: i32,
  curve: usize,
  count: i32,
  cube: usize,
  side: i32,
  domains: usize,
  from: i32,
  to: i32,
): void {
  const curveLow = get4(domains);
  const curveBy = f32x4.mul(get4(domains + 16), f((count - 1) as f32));
  const cubeLow = get4(domains + 32);
  const cubeBy = f32x4.mul(get4(domains + 48), f((side - 1) as f32));
  const none = f(0);
  const across = 16;
  const down = side * 16;
  const deep = side * down;
  for (let y = from; y < to; y++) {
    let p = s + y * sStride;
    let q = d + y * dStride;
    for (const end = p + (width << 4); p < end; p += 16, q += 16) {
      const v = get4(p);
      const alpha = f32x4.extract_lane(v, 3);
      if (!(alpha > 0)) {
        put4(q, v);
        continue;
      }
      let c = f32x4.div(v, alphaOf(v));
      if (isLight) c = encode(c);
      if (count > 0) {
        const place = f32x4.mul(f32x4.sub(c, curveLow), curveBy);
        const t = f32x4.pmin(f((count - 1) as f32), f32x4.pmax(none, place));
        c = f32x4(
          curveAt(curve, count, f32x4.extract_lane(t, 0), 0),
          curveAt(curve, count, f32x4.extract_lane(t, 1), 1),
          curveAt(curve, count, f32x4.extract_lane(t, 2), 2),
          0,
        );
      }
      if (side > 0) {
        const place = f32x4.mul(f32x4.sub(c, cubeLow), cubeBy);
        const t = f32x4.pmin(f((side - 1) as f32), f32x4.pmax(none, place));
        const n = i32x4.min_s(i32x4.trunc_sat_f32x4_s(t), i32x4.splat(side - 2));
        const u = f32x4.sub(t, f32x4.convert_i32x4_s(n));
        const r = f32x4.extract_lane(u, 0);
        const g = f32x4.extract_lane(u, 1);
        const b = f32x4.extract_lane(u, 2);
        const at =
          cube +
          i32x4.extract_lane(n, 0) * across +
          i32x4.extract_lane(n, 1) * down +
          i32x4.extract_lane(n, 2) * deep;
        // From the lowest corner to the highest, first along the side that has gone farthest.
        let first: i32;
        let second: i32;
        let a: f32;
        let m: f32;
        let z: f32;
        if (r >= g) {
          if (g >= b) {
            first = across; second = across + down; a = r; m = g; z = b;
          } else if (r >= b) {
            first = across; second = across + deep; a = r; m = b; z = g;
          } else {
            first = deep; second = deep + across; a = b; m = r; z = g;
          }
        } else if (b >= g) {
          first = deep; second = deep + down; a = b; m = g; z = r;
        } else if (b >= r) {
          first = down; second = down + deep; a = g; m = b; z = r;
        } else {
          first = down; second = down + across; a = g; m = r; z = b;
        }
        c = f32x4.add(
          f32x4.add(f32x4.mul(get4(at), f(1 - a)), f32x4.mul(get4(at + first), f(a - m))),
          f32x4.add(
            f32x4.mul(get4(at + second), f(m - z)),
            f32x4.mul(get4(at + across + down + deep), f(z)),
          ),
        );
      }
      c = f32x4.pmax(none, c);
      put4(q, withAlpha(f32x4.mul(isLight ? decode(c) : c, alphaOf(v)), v));
    }
  }
}
