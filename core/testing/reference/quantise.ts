import type { ColourBuffer } from '../../pixels/buffer';

/**
 * Premultiplied float colour as straight RGBA in steps of 8 or 16 bits, clamped, neither dithered nor rounded: what a
 * quantiser must come near to.
 */
export function straightSteps({ data }: ColourBuffer, depth: 8 | 16): Float64Array {
  const most = 2 ** depth - 1;
  const out = new Float64Array(data.length);
  for (let i = 0; i < data.length; i += 4) {
    const alpha = data[i + 3]!;
    if (!(alpha > 0)) continue;
    const steps = (v: number) => Math.min(most, Math.max(0, v * most));
    for (let c = 0; c < 3; c++) out[i + c] = steps(data[i + c]! / Math.min(1, alpha));
    out[i + 3] = steps(Math.min(1, alpha));
  }
  return out;
}
