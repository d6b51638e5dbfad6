/** Painting shapes with ramps, and putting shapes together. Strides are in bytes. */
import { get, get4, put, put4, splat } from './access';
import { rampAt } from './ramp';

/**
 * Rows of RGBA from a plane at `s` and a ramp of premultiplied colours. Along a line its place is
 * t = a·x + b·y + c for the middle of px (x, y); round a point (`radial`) |(a·x + b·y + c, d·x + e·y + f)|.
 */
export function rampRows(
  o: usize,
  oStride: i32,
  s: usize,
  sStride: i32,
  x0: i32,
  y0: i32,
  width: i32,
  radial: i32,
  a: f64,
  b: f64,
  c: f64,
  d: f64,
  e: f64,
  f: f64,
  ramp: usize,
  from: i32,
  to: i32,
): void {
  for (let y = from; y < to; y++) {
    let op = o + y * oStride;
    let sp = s + y * sStride;
    const py = (y0 + y) as f64 + 0.5;
    for (let x = 0; x < width; x++, op += 16, sp += 4) {
      const cover = get(sp);
      if (!(cover > 0)) {
        put4(op, f32x4.splat(0));
        continue;
      }
      const px = (x0 + x) as f64 + 0.5;
      let t = a * px + b * py + c;
      if (radial) {
        const u = d * px + e * py + f;
        t = sqrt<f64>(t * t + u * u);
      }
      put4(op, f32x4.mul(rampAt(ramp, t as f32), f32x4.splat(cover)));
    }
  }
}

/** Adds one colour times rows of a plane at `s` to rows of RGBA, and the plane to another at `w`. */
export function gatherRows(
  o: usize,
  oStride: i32,
  w: usize,
  wStride: i32,
  s: usize,
  sStride: i32,
  width: i32,
  red: f32,
  green: f32,
  blue: f32,
  alpha: f32,
  from: i32,
  to: i32,
): void {
  const colour = f32x4(red, green, blue, alpha);
  for (let y = from; y < to; y++) {
    let op = o + y * oStride;
    let wp = w + y * wStride;
    let sp = s + y * sStride;
    for (const end = op + (width << 4); op < end; op += 16, wp += 4, sp += 4) {
      const cover = get(sp);
      if (!(cover > 0)) continue;
      put4(op, f32x4.add(get4(op), f32x4.mul(colour, splat(sp))));
      put(wp, get(wp) + cover);
    }
  }
}

/** Rows of a plane divided by those of another, in place; 0 where that has next to nothing. */
export function shareRows(
  p: usize,
  pStride: i32,
  s: usize,
  sStride: i32,
  width: i32,
  from: i32,
  to: i32,
): void {
  for (let y = from; y < to; y++) {
    let d = p + y * pStride;
    let sp = s + y * sStride;
    for (const end = d + (width << 2); d < end; d += 4, sp += 4) {
      const whole = get(sp);
      put(d, whole > 1e-6 ? get(d) / whole : 0);
    }
  }
}

/** Lays rows of a plane at `s`, times k, over those of another in place: d + k·s·(1 − d). */
export function overRows(
  p: usize,
  pStride: i32,
  s: usize,
  sStride: i32,
  width: i32,
  k: f32,
  from: i32,
  to: i32,
): void {
  for (let y = from; y < to; y++) {
    let d = p + y * pStride;
    let sp = s + y * sStride;
    for (const end = d + (width << 2); d < end; d += 4, sp += 4) {
      const v = get(d);
      put(d, v + k * get(sp) * (1 - v));
    }
  }
}

/** Cuts rows of a plane at `s` out of those of another in place: d·(1 − s). */
export function cutRows(
  p: usize,
  pStride: i32,
  s: usize,
  sStride: i32,
  width: i32,
  from: i32,
  to: i32,
): void {
  for (let y = from; y < to; y++) {
    let d = p + y * pStride;
    let sp = s + y * sStride;
    for (const end = d + (width << 2); d < end; d += 4, sp += 4) put(d, get(d) * (1 - get(sp)));
  }
}

/**
 * Rows of a plane of how far each px is from lines, as a share of their half widths: the least of all.
 * `lines` holds `count` of them: two points (x and y) and the half width at each, 32-bit floats.
 */
export function nearRows(
  p: usize,
  pStride: i32,
  x0: i32,
  y0: i32,
  width: i32,
  lines: usize,
  count: i32,
  from: i32,
  to: i32,
): void {
  for (let i = 0; i < count; i++) {
    const l = lines + i * 24;
    const ax = get(l);
    const ay = get(l + 4);
    const bx = get(l + 8);
    const by = get(l + 12);
    const ha = get(l + 16);
    const hb = get(l + 20);
    const reach = max(ha, hb) + 1;
    const top = max(from, Math.floor((min(ay, by) - reach) as f64) as i32 - y0);
    const bottom = min(to, (Math.ceil((max(ay, by) + reach) as f64) as i32) - y0);
    const left = max(0, (Math.floor((min(ax, bx) - reach) as f64) as i32) - x0);
    const right = min(width, (Math.ceil((max(ax, bx) + reach) as f64) as i32) - x0);
    const dx = bx - ax;
    const dy = by - ay;
    const square = dx * dx + dy * dy;
    const back: f32 = square > 0 ? 1 / square : 0;
    for (let y = top; y < bottom; y++) {
      const v = ((y0 + y) as f32) + 0.5 - ay;
      let d = p + y * pStride + (left << 2);
      for (let x = left; x < right; x++, d += 4) {
        const u = ((x0 + x) as f32) + 0.5 - ax;
        const t = max<f32>(0, min<f32>(1, (u * dx + v * dy) * back));
        const ex = u - dx * t;
        const ey = v - dy * t;
        const half = ha + (hb - ha) * t;
        const far = half > 0 ? sqrt<f32>(ex * ex + ey * ey) / half : 1;
        if (far < get(d)) put(d, far);
      }
    }
  }
}

/** Rows of RGBA from a plane of coverage at `s`, and a ramp of premultiplied colours by a plane at `t`. */
export function shadeRows(
  o: usize,
  oStride: i32,
  s: usize,
  sStride: i32,
  t: usize,
  tStride: i32,
  width: i32,
  ramp: usize,
  from: i32,
  to: i32,
): void {
  for (let y = from; y < to; y++) {
    let op = o + y * oStride;
    let sp = s + y * sStride;
    let tp = t + y * tStride;
    for (const end = op + (width << 4); op < end; op += 16, sp += 4, tp += 4) {
      put4(op, f32x4.mul(rampAt(ramp, get(tp)), splat(sp)));
    }
  }
}
