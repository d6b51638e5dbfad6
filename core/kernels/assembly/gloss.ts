/** Reflections on a shape, by where in its box a px lies. */
import { put } from './access';

const CURVE: i32 = 0;
const WINDOW: i32 = 1;

// @ts-ignore: decorator
@inline
function share(v: f32): f32 {
  return max<f32>(0, min<f32>(1, v));
}

/**
 * Rows of a reflection, 0–1. (u, v) run from −1 to 1 over the box (`mx`, `my` its middle, `hx`, `hy` half its
 * sides, px). A curve shows what lies above v = level + tilt·u + bend·u² + wave·sin(π·waves·u); `fades` is 1
 * for downward, −1 for upward, 0 for not. A window has four panes; a spot is round. Both stand off the
 * middle towards (cx, cy), `size` of half the box's height large.
 */
export function glossRows(
  o: usize,
  oStride: i32,
  x0: i32,
  y0: i32,
  width: i32,
  kind: i32,
  mx: f32,
  my: f32,
  hx: f32,
  hy: f32,
  level: f32,
  tilt: f32,
  bend: f32,
  wave: f32,
  waves: f32,
  fades: i32,
  size: f32,
  cx: f32,
  cy: f32,
  from: i32,
  to: i32,
): void {
  for (let y = from; y < to; y++) {
    let op = o + y * oStride;
    const py = ((y0 + y) as f32) + 0.5;
    for (let x = 0; x < width; x++, op += 4) {
      const px = ((x0 + x) as f32) + 0.5;
      const u = (px - mx) / hx;
      const v = (py - my) / hy;
      let t: f32 = 0;
      if (kind == CURVE) {
        const turn: f32 = 3.14159265 * waves;
        const edge = level + tilt * u + bend * u * u + wave * Mathf.sin(turn * u);
        // The distance to the edge in px, by how steep it is there.
        const slope = (tilt + 2 * bend * u + wave * turn * Mathf.cos(turn * u)) * (hy / hx);
        t = share(((edge - v) * hy) / sqrt<f32>(1 + slope * slope) + 0.5);
        const down = share((v + 1) / max<f32>(1e-3, edge + 1));
        if (fades > 0) t *= 1 - down;
        else if (fades < 0) t *= down;
      } else {
        const r = size * hy;
        const qx = (px - mx - cx * max<f32>(0, hx - 1.25 * r) * 0.72) / r;
        const qy = (py - my - cy * max<f32>(0, hy - 1.25 * r) * 0.72) / r;
        if (kind == WINDOW) {
          // Panes a little bent, as on a round surface.
          const bx = abs<f32>(qx) * (1 + 0.12 * qy * qy);
          const by = abs<f32>(qy) * (1 + 0.12 * qx * qx);
          const inner = share((min<f32>(bx, by) - 0.07) * r + 0.5);
          const outer = share((1 - max<f32>(bx, by)) * r + 0.5);
          t = inner * outer * (0.75 - 0.25 * qy);
        } else {
          const d = qx * qx + qy * qy;
          t = d < 1 ? (1 - d) * (1 - d) : 0;
        }
      }
      put(op, t);
    }
  }
}
