/** The dabs of a stroke as coverage. Strides are in bytes. */
import { get, get4, put, put4 } from './access';

/** The bytes of a dab. */
export const DAB: usize = 32;

/** Brings a px nearer to what a dab would cover of it, by its flow. */
// @ts-ignore: decorator
@inline
function raise(p: usize, t: f32, flow: f32): void {
  const v = get(p);
  if (t > v) put(p, v + flow * (t - v));
}

/** Where a round dab ends: half a px beyond its radius where it has no room to fall off. */
// @ts-ignore: decorator
@inline
function endOf(r: f32, soft: f32): f32 {
  return r + 0.5 * max<f32>(0, 1 - soft);
}

/** Lays a round dab on a px by its distance `d` from its middle; `end` is `endOf` it. */
// @ts-ignore: decorator
@inline
function layPx(p: usize, d: f32, end: f32, soft: f32, flow: f32): void {
  let t = min<f32>(1, max<f32>(0, (end - d) / max<f32>(1, soft)));
  if (soft > 1) t = t * t * (3 - (t + t));
  raise(p, t, flow);
}

/** As `layPx` on four px: each comes out as it does by itself. */
// @ts-ignore: decorator
@inline
function layFour(p: usize, d: v128, end: f32, soft: f32, flow: f32): void {
  const zero = f32x4.splat(0);
  const far = f32x4.div(f32x4.sub(f32x4.splat(end), d), f32x4.splat(max<f32>(1, soft)));
  let t = f32x4.min(f32x4.splat(1), f32x4.max(zero, far));
  if (soft > 1) t = f32x4.mul(f32x4.mul(t, t), f32x4.sub(f32x4.splat(3), f32x4.add(t, t)));
  const v = get4(p);
  put4(p, f32x4.add(v, f32x4.mul(f32x4.splat(flow), f32x4.max(zero, f32x4.sub(t, v)))));
}

/**
 * How much an oval dab covers of a px that lies (`u`, `w`) from its middle along its axes, `w` as many times as far as the dab
 * is `longer`: distances are measured along the long axis, and its slope says how many of those a px is.
 */
// @ts-ignore: decorator
@inline
export function ovalCovers(u: f32, w: f32, r: f32, soft: f32, longer: f32): f32 {
  const d = sqrt<f32>(u * u + w * w);
  const slope: f32 = d > 0 ? sqrt<f32>(u * u + w * w * longer * longer) / d : 1;
  const end = r + 0.5 * max<f32>(0, slope - soft);
  const t = min<f32>(1, max<f32>(0, (end - d) / max<f32>(slope, soft)));
  return soft > slope ? t * t * (3 - 2 * t) : t;
}

/**
 * Rows of a stroke: each dab brings what is there nearer to what it would cover itself, by its flow, and never
 * beyond: so however many lie over one another, edges stay as soft as those of one. Dabs are eight floats each: x, y
 * (px from the first of the rows), radius, flow (0–1), the cosine and sine of the angle of its long axis, how many
 * times longer that is than the other, and whether it is drawn out: then it is round, and instead of the angle stands how far
 * to the right and down it is drawn. Up to `hardness` (0–1) of the radius a dab is whole; from there it falls off smoothly. A
 * dab that has no room to fall off has an edge of a px.
 */
export function dabRows(
  o: usize,
  oStride: i32,
  width: i32,
  dabs: usize,
  count: i32,
  hardness: f32,
  from: i32,
  to: i32,
): void {
  for (let i = 0; i < count; i++) {
    const dab = dabs + i * DAB;
    const dx = get(dab);
    const middle = get(dab + 4);
    // Of a dab smaller than a px as much is left as it has of one.
    const own = get(dab + 8);
    const r = max<f32>(0.5, own);
    const far: f32 = r + 0.5;
    const soft = r * (1 - hardness);
    if (get(dab + 28) != 0) {
      const thin = min<f32>(1, own * 2);
      drawnOut(o, oStride, width, dab, r, soft, get(dab + 12) * thin, from, to);
      continue;
    }
    const flow = get(dab + 12) * min<f32>(1, own * own * 4);
    const longer = get(dab + 24);
    const top = max<i32>(from, Mathf.ceil(middle - far - 0.5) as i32);
    const bottom = min<i32>(to - 1, Mathf.floor(middle + far - 0.5) as i32);
    for (let y = top; y <= bottom; y++) {
      const dy = (y as f32) + 0.5 - middle;
      const half = sqrt<f32>(max<f32>(0, far * far - dy * dy));
      const left = max<i32>(0, Mathf.ceil(dx - half - 0.5) as i32);
      const right = min<i32>(width - 1, Mathf.floor(dx + half - 0.5) as i32);
      const p = o + y * oStride + (left << 2);
      if (longer == 1) roundDab(p, left, right, dx, dy, r, soft, flow);
      else ovalDab(p, left, right, dx, dy, r, soft, flow, get(dab + 16), get(dab + 20), longer);
    }
  }
}

// @ts-ignore: decorator
@inline
function roundDab(
  p: usize,
  left: i32,
  right: i32,
  dx: f32,
  dy: f32,
  r: f32,
  soft: f32,
  flow: f32,
): void {
  const end = endOf(r, soft);
  const dd = f32x4.splat(dy * dy);
  let x = left;
  for (; x + 3 <= right; x += 4, p += 16) {
    const ex = f32x4.sub(
      f32x4.add(
        f32x4.convert_i32x4_s(i32x4.add(i32x4.splat(x), i32x4(0, 1, 2, 3))),
        f32x4.splat(0.5),
      ),
      f32x4.splat(dx),
    );
    layFour(p, f32x4.sqrt(f32x4.add(f32x4.mul(ex, ex), dd)), end, soft, flow);
  }
  for (; x <= right; x++, p += 4) {
    const ex = (x as f32) + 0.5 - dx;
    layPx(p, sqrt<f32>(ex * ex + dy * dy), end, soft, flow);
  }
}

/** Where a line that goes on by (`ox`, `oy`) from (`x`, `y`) crosses a height; `otherwise` if it does not. */
// @ts-ignore: decorator
@inline
function crossing(x: f32, y: f32, ox: f32, oy: f32, height: f32, otherwise: f32): f32 {
  const t = oy == 0 ? <f32>-1 : (height - y) / oy;
  return t >= 0 && t <= 1 ? x + t * ox : otherwise;
}

/** A round dab that is drawn out: all that lies about a piece of a line, by the distance from that. */
function drawnOut(
  o: usize,
  oStride: i32,
  width: i32,
  dab: usize,
  r: f32,
  soft: f32,
  flow: f32,
  from: i32,
  to: i32,
): void {
  const x0 = get(dab);
  const y0 = get(dab + 4);
  const ox = get(dab + 16);
  const oy = get(dab + 20);
  const long = ox * ox + oy * oy;
  const share: f32 = long > 0 ? 1 / long : 0;
  const far: f32 = r + 0.5;
  // How far its sides lie from its middle.
  const by: f32 = long > 0 ? far / sqrt<f32>(long) : 0;
  const sx = -oy * by;
  const sy = ox * by;
  const end = endOf(r, soft);
  const zero = f32x4.splat(0);
  const one = f32x4.splat(1);
  const oxs = f32x4.splat(ox);
  const oys = f32x4.splat(oy);
  const shares = f32x4.splat(share);
  const steps = f32x4(0.5, 1.5, 2.5, 3.5);
  const top = max<i32>(from, Mathf.ceil(min<f32>(y0, y0 + oy) - far - 0.5) as i32);
  const bottom = min<i32>(to - 1, Mathf.floor(max<f32>(y0, y0 + oy) + far - 0.5) as i32);
  for (let y = top; y <= bottom; y++) {
    const height = (y as f32) + 0.5;
    const dy = height - y0;
    const dy1 = dy - oy;
    const half0 = far * far - dy * dy;
    const half1 = far * far - dy1 * dy1;
    // The row of a round end, of the other, and between the two sides.
    let least = Infinity as f32;
    let most = -Infinity as f32;
    if (half0 >= 0) {
      const half = sqrt<f32>(half0);
      least = x0 - half;
      most = x0 + half;
    }
    if (half1 >= 0) {
      const half = sqrt<f32>(half1);
      least = min<f32>(least, x0 + ox - half);
      most = max<f32>(most, x0 + ox + half);
    }
    const a = crossing(x0 + sx, y0 + sy, ox, oy, height, least);
    const b = crossing(x0 - sx, y0 - sy, ox, oy, height, least);
    least = min<f32>(least, min<f32>(a, b));
    const c = crossing(x0 + sx, y0 + sy, ox, oy, height, most);
    const d = crossing(x0 - sx, y0 - sy, ox, oy, height, most);
    most = max<f32>(most, max<f32>(c, d));
    if (!(most > 0 && least < (width as f32))) continue;
    const left = max<f32>(0, Mathf.ceil(least - 0.5)) as i32;
    const right = min<f32>((width - 1) as f32, Mathf.floor(most - 0.5)) as i32;
    let p = o + y * oStride + (left << 2);
    const dys = f32x4.splat(dy);
    const lift = f32x4.splat(dy * oy);
    let x = left;
    for (; x + 3 <= right; x += 4, p += 16) {
      const ex = f32x4.sub(f32x4.add(f32x4.splat(x as f32), steps), f32x4.splat(x0));
      const along = f32x4.min(
        one,
        f32x4.max(zero, f32x4.mul(f32x4.add(f32x4.mul(ex, oxs), lift), shares)),
      );
      const u = f32x4.sub(ex, f32x4.mul(along, oxs));
      const w = f32x4.sub(dys, f32x4.mul(along, oys));
      const d = f32x4.sqrt(f32x4.add(f32x4.mul(u, u), f32x4.mul(w, w)));
      layFour(p, d, end, soft, flow);
    }
    for (; x <= right; x++, p += 4) {
      const ex = (x as f32) + 0.5 - x0;
      const along = min<f32>(1, max<f32>(0, (ex * ox + dy * oy) * share));
      const u = ex - along * ox;
      const w = dy - along * oy;
      layPx(p, sqrt<f32>(u * u + w * w), end, soft, flow);
    }
  }
}

// @ts-ignore: decorator
@inline
function ovalDab(
  p: usize,
  left: i32,
  right: i32,
  dx: f32,
  dy: f32,
  r: f32,
  soft: f32,
  flow: f32,
  cos: f32,
  sin: f32,
  longer: f32,
): void {
  for (let x = left; x <= right; x++, p += 4) {
    const ex = (x as f32) + 0.5 - dx;
    const u = ex * cos + dy * sin;
    const w = (dy * cos - ex * sin) * longer;
    raise(p, ovalCovers(u, w, r, soft, longer), flow);
  }
}
