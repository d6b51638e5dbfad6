/** Brush strokes, dab by dab. Strides are in bytes. */
import { get, put } from './access';

/**
 * Rows of a stroke: each dab brings what is there nearer to what it would cover itself, by its flow, and never
 * beyond: so however many lie over one another, edges stay as soft as those of one. Dabs are four floats each: x, y
 * (px from the first of the rows), radius, flow (0–1). Up to `hardness` (0–1) of the radius a dab is whole; from
 * there it falls off smoothly. A dab that has no room to fall off has an edge of a px.
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
  for (let y = from; y < to; y++) {
    const row = o + y * oStride;
    const cy = (y as f32) + 0.5;
    for (let i = 0; i < count; i++) {
      const dab = dabs + (i << 4);
      const dy = cy - get(dab + 4);
      // Of a dab smaller than a px as much is left as it has of one.
      const own = get(dab + 8);
      const r = max<f32>(0.5, own);
      if (abs<f32>(dy) > r + 0.5) continue;
      const flow = get(dab + 12) * min<f32>(1, own * own * 4);
      const dx = get(dab);
      const half = sqrt<f32>((r + 0.5) * (r + 0.5) - dy * dy);
      const left = max<i32>(0, Mathf.ceil(dx - half - 0.5) as i32);
      const right = min<i32>(width - 1, Mathf.floor(dx + half - 0.5) as i32);
      const soft = r * (1 - hardness);
      const edge = max<f32>(1, soft);
      const end = r + 0.5 * max<f32>(0, 1 - soft);
      for (let x = left; x <= right; x++) {
        const ex = (x as f32) + 0.5 - dx;
        const d = sqrt<f32>(ex * ex + dy * dy);
        let t = min<f32>(1, max<f32>(0, (end - d) / edge));
        if (soft > 1) t = t * t * (3 - 2 * t);
        const p = row + (x << 2);
        const v = get(p);
        if (t > v) put(p, v + flow * (t - v));
      }
    }
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
