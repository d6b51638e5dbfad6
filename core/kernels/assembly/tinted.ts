/** The dabs of a stroke in colours of their own, and as tips. Strides are in bytes. */
import { get, get4, put4, splat } from './access';
import { DAB, ovalCovers } from './dabs';
import { mixedOf } from './sample';

/** A px of a tip: `side` × `side` floats, or premultiplied RGBA; nothing beyond it. */
// @ts-ignore: decorator
@inline
function tipPx(tip: usize, side: i32, colours: i32, x: i32, y: i32): v128 {
  if ((x as u32) >= (side as u32) || (y as u32) >= (side as u32)) return f32x4.splat(0);
  const i = (y * side + x) as usize;
  return colours ? get4(tip + (i << 4)) : splat(tip + (i << 2));
}

/** A tip at a place of it, px from its corner, between the four nearest. */
function tipAt(tip: usize, side: i32, colours: i32, u: f32, v: f32): v128 {
  const fx = Mathf.floor(u);
  const fy = Mathf.floor(v);
  const x = fx as i32;
  const y = fy as i32;
  const tx = f32x4.splat(u - fx);
  const ty = f32x4.splat(v - fy);
  const a = tipPx(tip, side, colours, x, y);
  const b = tipPx(tip, side, colours, x + 1, y);
  const c = tipPx(tip, side, colours, x, y + 1);
  const d = tipPx(tip, side, colours, x + 1, y + 1);
  return mixedOf(a, b, c, d, tx, ty);
}

/** How much a dab that falls off as a Gaussian covers, by the distance along its axes: of radius `r`, two and a half deviations. */
// @ts-ignore: decorator
@inline
function gaussianCovers(u: f32, w: f32, r: f32): f32 {
  const s = (sqrt<f32>(u * u + w * w) / r) * 2.5;
  // Less what is left of it at the edge, so that it ends there.
  return max<f32>(0, (Mathf.exp(-0.5 * s * s) - 0.0439369) / (1 - 0.0439369));
}

/**
 * Rows of a stroke in colours: premultiplied RGBA of its own. As `dabRows`, each dab brings coverage nearer to what it would cover
 * itself, and never beyond; its colour comes over those before it by as much as it covers. `tints` are four floats a dab: red,
 * green, blue and the most that it covers. Without a tip a dab is round or oval, whole up to `hardness` of its radius; below 0
 * it falls off as a Gaussian, of which the radius is two and a half deviations. A tip is a square of `side` px that lies over the
 * dab; with `colours` it has its own.
 */
export function tintRows(
  o: usize,
  oStride: i32,
  width: i32,
  dabs: usize,
  tints: usize,
  count: i32,
  hardness: f32,
  tip: usize,
  side: i32,
  colours: i32,
  from: i32,
  to: i32,
): void {
  for (let i = 0; i < count; i++) {
    const dab = dabs + i * DAB;
    const dx = get(dab);
    const middle = get(dab + 4);
    const own = get(dab + 8);
    const r = max<f32>(0.5, own);
    // The corners of a tip lie farther out than its sides.
    const far: f32 = side > 0 ? r * 1.4143 : r + 0.5;
    const flow = get(dab + 12) * min<f32>(1, own * own * 4);
    const cos = get(dab + 16);
    const sin = get(dab + 20);
    const longer = get(dab + 24);
    const tint = get4(tints + ((i as usize) << 4));
    const most = f32x4.extract_lane(tint, 3);
    const soft = r * (1 - max<f32>(0, hardness));
    const top = max<i32>(from, Mathf.ceil(middle - far - 0.5) as i32);
    const bottom = min<i32>(to - 1, Mathf.floor(middle + far - 0.5) as i32);
    for (let y = top; y <= bottom; y++) {
      const dy = (y as f32) + 0.5 - middle;
      const half = sqrt<f32>(max<f32>(0, far * far - dy * dy));
      const left = max<i32>(0, Mathf.ceil(dx - half - 0.5) as i32);
      const right = min<i32>(width - 1, Mathf.floor(dx + half - 0.5) as i32);
      let p = o + y * oStride + ((left as usize) << 4);
      for (let x = left; x <= right; x++, p += 16) {
        const ex = (x as f32) + 0.5 - dx;
        const u = ex * cos + dy * sin;
        const w = (dy * cos - ex * sin) * longer;
        let t: f32;
        let colour = f32x4.replace_lane(tint, 3, 1);
        if (side > 0) {
          const k = (side as f32) / (2 * r);
          const v = tipAt(tip, side, colours, (u + r) * k - 0.5, (w + r) * k - 0.5);
          t = f32x4.extract_lane(v, 3);
          if (colours && t > 0) colour = f32x4.div(v, f32x4.splat(t));
        } else {
          t = hardness < 0 ? gaussianCovers(u, w, r) : ovalCovers(u, w, r, soft, longer);
        }
        t *= most;
        if (t <= 0) continue;
        const was = get4(p);
        const a = f32x4.extract_lane(was, 3);
        const covers: f32 = t > a ? a + flow * (t - a) : a;
        const share = flow * t;
        const before = a > 0 ? f32x4.div(was, f32x4.splat(a)) : colour;
        const mixed = f32x4.add(before, f32x4.mul(f32x4.sub(colour, before), f32x4.splat(share)));
        put4(p, f32x4.mul(mixed, f32x4.splat(covers)));
      }
    }
  }
}

