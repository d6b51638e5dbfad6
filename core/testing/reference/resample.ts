import type { Affine } from '../../geometry/affine';
import { boxUnder, invert, multiply, scaling } from '../../geometry/affine';
import type { ColourBuffer } from '../../pixels/buffer';
import type { Level, Pyramid } from './pyramid';
import type { Region } from '../../pixels/region';
import { covering, intersect, isEmpty } from '../../pixels/region';

/**
 * A picture drawn under an affine map (picture px → px of the render), over what `wanted` shares
 * with it. Whole-pixel moves copy; shrinking averages the level of the pyramid just above the wanted
 * size over each pixel; enlarging is bicubic (Catmull-Rom; Keys, 1981). Edges are antialiased by the
 * transparent outside.
 */
export function drawPyramid(picture: Pyramid, map: Affine, wanted: Region): ColourBuffer {
  const box = boxUnder(map, { x0: 0, y0: 0, x1: picture.width, y1: picture.height });
  const inverse = invert(map);
  // A hair's breadth of rounding must not add a column of nothing.
  const tidy = (v: number) => (Math.abs(v - Math.round(v)) < 1e-6 ? Math.round(v) : v);
  const own = covering(tidy(box.x0), tidy(box.y0), tidy(box.x1), tidy(box.y1));
  const bleed = isWholeMove(map) ? 0 : 1;
  const region = inverse
    ? intersect(
        {
          x: own.x - bleed,
          y: own.y - bleed,
          width: own.width + 2 * bleed,
          height: own.height + 2 * bleed,
        },
        wanted,
      )
    : { x: 0, y: 0, width: 0, height: 0 };
  const out: ColourBuffer = {
    channels: 4,
    region,
    data: new Float32Array(region.width * region.height * 4),
  };
  if (isEmpty(region) || !inverse) return out;
  if (isWholeMove(map)) {
    copy(picture.level(0), Math.round(map[4]), Math.round(map[5]), out);
    return out;
  }
  // The length of one render px in picture px, along each of its axes; the shorter decides.
  const across = Math.hypot(inverse[0], inverse[1]);
  const down = Math.hypot(inverse[2], inverse[3]);
  const shrink = Math.min(across, down);
  const n = Math.max(0, Math.min(picture.levels - 1, Math.floor(Math.log2(shrink) + 1e-6)));
  const level = picture.level(n);
  const toLevel = multiply(scaling(1 / 2 ** n), inverse);
  if (Math.max(across, down) <= 1) bicubic(level, toLevel, out);
  else area(level, toLevel, out);
  return out;
}

const isWholeMove = (m: Affine) =>
  m[0] === 1 &&
  m[1] === 0 &&
  m[2] === 0 &&
  m[3] === 1 &&
  Math.abs(m[4] - Math.round(m[4])) < 1e-6 &&
  Math.abs(m[5] - Math.round(m[5])) < 1e-6;

function copy(from: Level, dx: number, dy: number, out: ColourBuffer): void {
  const r = intersect(out.region, { x: dx, y: dy, width: from.width, height: from.height });
  for (let y = r.y; y < r.y + r.height; y++) {
    const at = ((y - dy) * from.width + r.x - dx) * 4;
    out.data.set(
      from.data.subarray(at, at + r.width * 4),
      ((y - out.region.y) * out.region.width + r.x - out.region.x) * 4,
    );
  }
}

/**
 * The mean over each pixel's footprint, by bilinear samples on a grid as fine as the level's px.
 * On an upright map whose pixels hold exactly one or four of the level's, this is their plain mean.
 */
function area(from: Level, m: Affine, out: ColourBuffer): void {
  const { region, data } = out;
  const across = Math.max(1, Math.min(16, Math.ceil(Math.hypot(m[0], m[1]) - 1e-6)));
  const down = Math.max(1, Math.min(16, Math.ceil(Math.hypot(m[2], m[3]) - 1e-6)));
  const share = 1 / (across * down);
  for (let y = 0, i = 0; y < region.height; y++) {
    for (let x = 0; x < region.width; x++, i += 4) {
      for (let v = 0; v < down; v++) {
        const py = region.y + y + (v + 0.5) / down;
        for (let u = 0; u < across; u++) {
          const px = region.x + x + (u + 0.5) / across;
          bilinear(
            from,
            m[0] * px + m[2] * py + m[4] - 0.5,
            m[1] * px + m[3] * py + m[5] - 0.5,
            data,
            i,
            share,
          );
        }
      }
    }
  }
}

function bilinear(
  from: Level,
  x: number,
  y: number,
  data: Float32Array,
  i: number,
  share: number,
): void {
  const x0 = Math.floor(x);
  const y0 = Math.floor(y);
  const fx = x - x0;
  const fy = y - y0;
  for (let v = 0; v < 2; v++) {
    const row = y0 + v;
    const wy = v === 0 ? 1 - fy : fy;
    if (row < 0 || row >= from.height || wy === 0) continue;
    for (let u = 0; u < 2; u++) {
      const column = x0 + u;
      const w = (u === 0 ? 1 - fx : fx) * wy * share;
      if (column < 0 || column >= from.width || w === 0) continue;
      const at = (row * from.width + column) * 4;
      data[i]! += from.data[at]! * w;
      data[i + 1]! += from.data[at + 1]! * w;
      data[i + 2]! += from.data[at + 2]! * w;
      data[i + 3]! += from.data[at + 3]! * w;
    }
  }
}

function catmullRom(t: number, w: Float64Array): void {
  w[0] = ((2 - t) * t - 1) * t * 0.5;
  w[1] = ((3 * t - 5) * t * t + 2) * 0.5;
  w[2] = ((4 - 3 * t) * t + 1) * t * 0.5;
  w[3] = (t - 1) * t * t * 0.5;
}

function bicubic(from: Level, m: Affine, out: ColourBuffer): void {
  const { region, data } = out;
  const wx = new Float64Array(4);
  const wy = new Float64Array(4);
  for (let y = 0, i = 0; y < region.height; y++) {
    for (let x = 0; x < region.width; x++, i += 4) {
      const px = region.x + x + 0.5;
      const py = region.y + y + 0.5;
      const sx = m[0] * px + m[2] * py + m[4] - 0.5;
      const sy = m[1] * px + m[3] * py + m[5] - 0.5;
      const x0 = Math.floor(sx);
      const y0 = Math.floor(sy);
      if (x0 < -2 || y0 < -2 || x0 > from.width || y0 > from.height) continue;
      catmullRom(sx - x0, wx);
      catmullRom(sy - y0, wy);
      let r = 0;
      let g = 0;
      let b = 0;
      let a = 0;
      for (let v = 0; v < 4; v++) {
        const row = y0 - 1 + v;
        if (row < 0 || row >= from.height) continue;
        for (let u = 0; u < 4; u++) {
          const column = x0 - 1 + u;
          if (column < 0 || column >= from.width) continue;
          const w = wx[u]! * wy[v]!;
          const at = (row * from.width + column) * 4;
          r += from.data[at]! * w;
          g += from.data[at + 1]! * w;
          b += from.data[at + 2]! * w;
          a += from.data[at + 3]! * w;
        }
      }
      // The bicubic's lobes may overshoot: coverage stays within 0–1, colour not below 0.
      data[i] = r > 0 ? r : 0;
      data[i + 1] = g > 0 ? g : 0;
      data[i + 2] = b > 0 ? b : 0;
      data[i + 3] = a < 0 ? 0 : a > 1 ? 1 : a;
    }
  }
}
