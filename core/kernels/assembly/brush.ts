/** Brush strokes, dab by dab, and laying their colour. Strides are in bytes. */
import { get, get4, put, put4, splat } from './access';
import { alphaOf } from './pixel';
import { SCRATCH, scratchRow } from './scratch';

/** The bytes of a dab, and of a stroke of dabs. */
const DAB: usize = 32;
const STROKE: usize = 32;

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

/** Brings a px nearer to what a dab would cover of it, by its flow. */
// @ts-ignore: decorator
@inline
function raise(p: usize, t: f32, flow: f32): void {
  const v = get(p);
  if (t > v) put(p, v + flow * (t - v));
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
  const edge = max<f32>(1, soft);
  const end = r + 0.5 * max<f32>(0, 1 - soft);
  const ends = f32x4.splat(end);
  const edges = f32x4.splat(edge);
  const flows = f32x4.splat(flow);
  const zero = f32x4.splat(0);
  const one = f32x4.splat(1);
  const three = f32x4.splat(3);
  const dd = f32x4.splat(dy * dy);
  const falls = soft > 1;
  let x = left;
  // Four px at a time; each comes out as it does by itself.
  for (; x + 3 <= right; x += 4, p += 16) {
    const ex = f32x4.sub(
      f32x4.add(
        f32x4.convert_i32x4_s(i32x4.add(i32x4.splat(x), i32x4(0, 1, 2, 3))),
        f32x4.splat(0.5),
      ),
      f32x4.splat(dx),
    );
    const d = f32x4.sqrt(f32x4.add(f32x4.mul(ex, ex), dd));
    let t = f32x4.min(one, f32x4.max(zero, f32x4.div(f32x4.sub(ends, d), edges)));
    if (falls)
      t = f32x4.mul(f32x4.mul(t, t), f32x4.sub(three, f32x4.add(t, t)));
    const v = get4(p);
    put4(p, f32x4.add(v, f32x4.mul(flows, f32x4.max(zero, f32x4.sub(t, v)))));
  }
  for (; x <= right; x++, p += 4) {
    const ex = (x as f32) + 0.5 - dx;
    let t = min<f32>(1, max<f32>(0, (end - sqrt<f32>(ex * ex + dy * dy)) / edge));
    if (falls) t = t * t * (3 - (t + t));
    raise(p, t, flow);
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
  const edge = max<f32>(1, soft);
  const end = r + 0.5 * max<f32>(0, 1 - soft);
  const ends = f32x4.splat(end);
  const edges = f32x4.splat(edge);
  const flows = f32x4.splat(flow);
  const zero = f32x4.splat(0);
  const one = f32x4.splat(1);
  const three = f32x4.splat(3);
  const oxs = f32x4.splat(ox);
  const oys = f32x4.splat(oy);
  const shares = f32x4.splat(share);
  const steps = f32x4(0.5, 1.5, 2.5, 3.5);
  const falls = soft > 1;
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
      const far = f32x4.sqrt(f32x4.add(f32x4.mul(u, u), f32x4.mul(w, w)));
      let t = f32x4.min(one, f32x4.max(zero, f32x4.div(f32x4.sub(ends, far), edges)));
      if (falls) t = f32x4.mul(f32x4.mul(t, t), f32x4.sub(three, f32x4.add(t, t)));
      const v = get4(p);
      put4(p, f32x4.add(v, f32x4.mul(flows, f32x4.max(zero, f32x4.sub(t, v)))));
    }
    for (; x <= right; x++, p += 4) {
      const ex = (x as f32) + 0.5 - x0;
      const along = min<f32>(1, max<f32>(0, (ex * ox + dy * oy) * share));
      const u = ex - along * ox;
      const w = dy - along * oy;
      let t = min<f32>(1, max<f32>(0, (end - sqrt<f32>(u * u + w * w)) / edge));
      if (falls) t = t * t * (3 - (t + t));
      raise(p, t, flow);
    }
  }
}

/** Distances are measured along the long axis; its slope says how many of those a px is. */
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
    const d = sqrt<f32>(u * u + w * w);
    const slope: f32 = d > 0 ? sqrt<f32>(u * u + w * w * longer * longer) / d : 1;
    const end = r + 0.5 * max<f32>(0, slope - soft);
    let t = min<f32>(1, max<f32>(0, (end - d) / max<f32>(slope, soft)));
    if (soft > slope) t = t * t * (3 - 2 * t);
    raise(p, t, flow);
  }
}

/** Covers rows of a plane by a share of those of another, over what they have left: v + by · share (1 − v). */
export function coverRows(
  p: usize,
  pStride: i32,
  s: usize,
  sStride: i32,
  width: i32,
  share: f32,
  from: i32,
  to: i32,
): void {
  for (let y = from; y < to; y++) {
    let d = p + y * pStride;
    let q = s + y * sStride;
    for (const end = d + (width << 2); d < end; d += 4, q += 4) {
      const v = get(d);
      put(d, v + get(q) * share * (1 - v));
    }
  }
}

/** Ways of laying a stroke on rows of premultiplied RGBA. */
const OVER = 0;
const ERASE = 1;
const BEHIND = 2;

/**
 * Lays a colour (opaque) through a plane, times `share`, on rows of premultiplied RGBA, in place: over what is there, taking
 * that away, behind it, or only where there is something (source-over, destination-out, destination-over and source-atop
 * of Porter and Duff, "Compositing Digital Images", 1984).
 */
export function strokeRows(
  way: i32,
  b: usize,
  bStride: i32,
  s: usize,
  sStride: i32,
  width: i32,
  red: f32,
  green: f32,
  blue: f32,
  share: f32,
  from: i32,
  to: i32,
): void {
  const colour = f32x4(red, green, blue, 1);
  const one = f32x4.splat(1);
  for (let y = from; y < to; y++) {
    let d = b + y * bStride;
    let q = s + y * sStride;
    for (const end = d + (width << 4); d < end; d += 16, q += 4) {
      if (get(q) == 0) continue;
      const a = f32x4.mul(splat(q), f32x4.splat(share));
      const x = get4(d);
      const left = f32x4.mul(x, f32x4.sub(one, a));
      const laid = f32x4.mul(colour, a);
      if (way == OVER) put4(d, f32x4.add(left, laid));
      else if (way == ERASE) put4(d, left);
      else if (way == BEHIND)
        put4(d, f32x4.add(x, f32x4.mul(laid, f32x4.sub(one, alphaOf(x)))));
      else put4(d, f32x4.add(left, f32x4.mul(laid, alphaOf(x))));
    }
  }
}

/**
 * Lays strokes of dabs one after the other on rows of premultiplied RGBA, in place: each as `dabRows` makes it on nothing, and then as
 * `strokeRows` lays it. Strokes are eight floats each: the number of its dabs, hardness, way, red, green, blue, opacity, and one
 * to spare. Their dabs stand one after the other.
 */
export function paintRows(
  b: usize,
  bStride: i32,
  width: i32,
  strokes: usize,
  count: i32,
  dabs: usize,
  from: i32,
  to: i32,
): void {
  // What a stroke covers stands in the thread's own room, as many rows at a time as it has room for.
  const stride = width << 2;
  const most = max<i32>(1, (SCRATCH as i32) / stride);
  for (let first = from; first < to; first += most) {
    const last = min<i32>(to, first + most);
    const shape = scratchRow() - first * stride;
    let own = dabs;
    for (let i = 0; i < count; i++) {
      const stroke = strokes + i * STROKE;
      const number = get(stroke) as i32;
      layOne(b, bStride, width, stroke, own, number, shape, stride, first, last);
      own += number * DAB;
    }
  }
}

/** Lays one stroke on some rows, by way of rows of coverage. */
function layOne(
  b: usize,
  bStride: i32,
  width: i32,
  stroke: usize,
  dabs: usize,
  count: i32,
  shape: usize,
  stride: i32,
  from: i32,
  to: i32,
): void {
  let x0 = Infinity as f32;
  let y0 = Infinity as f32;
  let x1 = -Infinity as f32;
  let y1 = -Infinity as f32;
  for (let p = dabs, end = dabs + count * DAB; p < end; p += DAB) {
    const far: f32 = max<f32>(0.5, get(p + 8)) + 1;
    const drawn = get(p + 28) != 0;
    const ox: f32 = drawn ? get(p + 16) : 0;
    const oy: f32 = drawn ? get(p + 20) : 0;
    x0 = min<f32>(x0, get(p) + min<f32>(0, ox) - far);
    y0 = min<f32>(y0, get(p + 4) + min<f32>(0, oy) - far);
    x1 = max<f32>(x1, get(p) + max<f32>(0, ox) + far);
    y1 = max<f32>(y1, get(p + 4) + max<f32>(0, oy) + far);
  }
  if (!(x1 > 0 && y1 > (from as f32) && x0 < (width as f32) && y0 < (to as f32))) return;
  const left = max<f32>(0, x0) as i32;
  const right = min<f32>(width as f32, Mathf.ceil(x1)) as i32;
  const top = max<f32>(from as f32, y0) as i32;
  const bottom = min<f32>(to as f32, Mathf.ceil(y1)) as i32;
  for (let y = top; y < bottom; y++)
    memory.fill(shape + y * stride + (left << 2), 0, (right - left) << 2);
  dabRows(shape, stride, width, dabs, count, get(stroke + 4), top, bottom);
  strokeRows(
    get(stroke + 8) as i32,
    b + (left << 4),
    bStride,
    shape + (left << 2),
    stride,
    right - left,
    get(stroke + 12),
    get(stroke + 16),
    get(stroke + 20),
    get(stroke + 24),
    top,
    bottom,
  );
}

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
  const top = f32x4.add(a, f32x4.mul(f32x4.sub(b, a), tx));
  const bottom = f32x4.add(c, f32x4.mul(f32x4.sub(d, c), tx));
  return f32x4.add(top, f32x4.mul(f32x4.sub(bottom, top), ty));
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
          const d = sqrt<f32>(u * u + w * w);
          if (hardness < 0) {
            const s = (d / r) * 2.5;
            // Less what is left of it at the edge, so that it ends there.
            t = max<f32>(0, (Mathf.exp(-0.5 * s * s) - 0.0439369) / (1 - 0.0439369));
          } else {
            const slope: f32 = d > 0 ? sqrt<f32>(u * u + w * w * longer * longer) / d : 1;
            const end = r + 0.5 * max<f32>(0, slope - soft);
            t = min<f32>(1, max<f32>(0, (end - d) / max<f32>(slope, soft)));
            if (soft > slope) t = t * t * (3 - 2 * t);
          }
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

/** Lays rows of premultiplied RGBA, times `share`, on others, in place: the ways of `strokeRows`. */
export function layRows(
  way: i32,
  b: usize,
  bStride: i32,
  s: usize,
  sStride: i32,
  width: i32,
  share: f32,
  from: i32,
  to: i32,
): void {
  const one = f32x4.splat(1);
  for (let y = from; y < to; y++) {
    let d = b + y * bStride;
    let q = s + y * sStride;
    for (const end = d + (width << 4); d < end; d += 16, q += 16) {
      const laid = f32x4.mul(get4(q), f32x4.splat(share));
      const a = alphaOf(laid);
      const x = get4(d);
      const left = f32x4.mul(x, f32x4.sub(one, a));
      if (way == OVER) put4(d, f32x4.add(left, laid));
      else if (way == ERASE) put4(d, left);
      else if (way == BEHIND)
        put4(d, f32x4.add(x, f32x4.mul(laid, f32x4.sub(one, alphaOf(x)))));
      else put4(d, f32x4.add(left, f32x4.mul(laid, alphaOf(x))));
    }
  }
}
