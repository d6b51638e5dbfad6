import type { Region } from '../../pixels/region';

/**
 * Convolves rows, then columns, with symmetric weights. `from` lies over `region`, outside is
 * nothing; the result lies over `wanted`.
 */
export function convolve(
  from: Float32Array,
  region: Region,
  wanted: Region,
  weights: Float64Array,
  channels: number,
): Float32Array {
  const radius = weights.length - 1;
  // Rows are needed as far above and below as the columns will reach, and only where there are any.
  const top = Math.max(region.y, wanted.y - radius);
  const bottom = Math.min(region.y + region.height, wanted.y + wanted.height + radius);
  const rows = Math.max(0, bottom - top);
  const stride = wanted.width * channels;
  const middle = new Float32Array(rows * stride);
  const reach = radius * channels;
  const padded = new Float32Array(stride + 2 * reach);
  for (let y = 0; y < rows; y++) {
    padded.fill(0);
    const left = Math.max(region.x, wanted.x - radius);
    const right = Math.min(region.x + region.width, wanted.x + wanted.width + radius);
    if (right > left) {
      const at = ((top + y - region.y) * region.width + left - region.x) * channels;
      padded.set(
        from.subarray(at, at + (right - left) * channels),
        (left - wanted.x + radius) * channels,
      );
    }
    const to = y * stride;
    for (let i = 0; i < stride; i++) {
      const c = i + reach;
      let sum = padded[c]! * weights[0]!;
      for (let k = 1, o = channels; k <= radius; k++, o += channels)
        sum += (padded[c - o]! + padded[c + o]!) * weights[k]!;
      middle[to + i] = sum;
    }
  }
  const out = new Float32Array(wanted.height * stride);
  const line = new Float64Array(stride);
  for (let y = 0; y < wanted.height; y++) {
    line.fill(0);
    const own = wanted.y + y - top;
    for (let k = 0; k <= radius; k++) {
      const w = weights[k]!;
      const above = own - k;
      const below = own + k;
      const a = above >= 0 && above < rows ? above * stride : -1;
      const b = k > 0 && below >= 0 && below < rows ? below * stride : -1;
      if (a >= 0 && b >= 0)
        for (let i = 0; i < stride; i++) line[i]! += (middle[a + i]! + middle[b + i]!) * w;
      else if (a >= 0) for (let i = 0; i < stride; i++) line[i]! += middle[a + i]! * w;
      else if (b >= 0) for (let i = 0; i < stride; i++) line[i]! += middle[b + i]! * w;
    }
    out.set(line, y * stride);
  }
  return out;
}
