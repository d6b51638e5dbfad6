/** Colours along a way, from the tables of pixels/ramp-table.ts. */
import { get, get4 } from './access';

/** How many numbers say where to begin, and the bytes of them and of a knot. */
const BUCKETS = 256;
const KNOTS: usize = 1024;
const KNOT: usize = 32;

/** The colour at a place, 0–1. */
export function rampAt(table: usize, place: f32): v128 {
  const t = max<f32>(0, min<f32>(1, place));
  const i = min<i32>(BUCKETS - 1, (t * <f32>BUCKETS) as i32);
  let p = table + KNOTS + (get(table + (i << 2)) as usize) * KNOT;
  while (t >= get(p + KNOT)) p += KNOT;
  const low = get4(p + 16);
  const share = f32x4.splat((t - get(p)) * get(p + 4));
  return f32x4.add(low, f32x4.mul(f32x4.sub(get4(p + KNOT + 16), low), share));
}
