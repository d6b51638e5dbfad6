import type { ColourBuffer, Plane } from '../pixels/buffer';
import { crop, unwritten } from '../pixels/buffer';
import { scoped } from '../pixels/heap';
import type { Region } from '../pixels/region';
import { gaussianBlur } from './blur';

/** So many blurs at most are mixed, and each is at most so many times as wide as the last. */
const MAX = 12;
const STEP = 1.45;
/** A blur narrower than this shows nothing, px. */
const LEAST = 0.3;

/** The widths of the blurs that are mixed, from one to another, px. */
function widths(from: number, to: number): number[] {
  const [low, high] = [Math.min(from, to), Math.max(from, to)];
  if (high - low < 0.05) return [high];
  const out = [low];
  let next = Math.max(LEAST, low * STEP);
  while (next < high && out.length < MAX - 1) {
    out.push(next);
    next = Math.max(next * STEP, next + (high - next) / (MAX - out.length));
  }
  return [...out, high];
}

/**
 * A plane (1 channel), or colours (4), under a Gaussian blur whose width changes from px to px, over a region: σ = near + (far − near) · share,
 * px. Each px is what the blur of its own width gives there, to about a hundredth: of a few blurs of the whole the
 * two nearest are mixed, by their variances (as pyramids of blurs are; Williams, "Pyramidal parametrics", 1983). The
 * share must be known over the region, the plane as far beyond as the widest blur reaches.
 */
export function variedBlur<T extends Plane | ColourBuffer>(
  source: T,
  share: Plane,
  near: number,
  far: number,
  region: Region,
): T {
  return scoped(() => {
    const sigmas = widths(near, far);
    const levels = sigmas.map(
      (s) => crop(s > 0 ? gaussianBlur(source, s, region) : source, region).data,
    );
    const t = crop(share, region).data;
    const { channels } = source;
    const out = unwritten(region, channels) as T;
    const last = sigmas.length - 1;
    for (let i = 0; i < t.length; i++) {
      const sigma = near + (far - near) * t[i]!;
      let k = 0;
      while (k < last - 1 && sigmas[k + 1]! < sigma) k++;
      const [a, b] = [sigmas[k]!, sigmas[Math.min(last, k + 1)]!];
      const mix = b > a ? Math.min(1, Math.max(0, (sigma * sigma - a * a) / (b * b - a * a))) : 0;
      const [one, next] = [levels[k]!, levels[Math.min(last, k + 1)]!];
      for (let c = i * channels; c < (i + 1) * channels; c++)
        out.data[c] = one[c]! + (next[c]! - one[c]!) * mix;
    }
    return out;
  });
}
