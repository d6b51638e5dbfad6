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

/** Blurs of some widths, and which two of them mix to one in between, by their variances. */
interface Levels {
  sigmas: readonly number[];
  data: readonly Float32Array[];
}

function levelsOf(source: Plane | ColourBuffer, near: number, far: number, region: Region): Levels {
  const sigmas = widths(near, far);
  const data = sigmas.map(
    (s) =>
      crop<Plane | ColourBuffer>(s > 0 ? gaussianBlur(source, s, region) : source, region).data,
  );
  return { sigmas, data };
}

/** The two blurs about a width, and the share of the wider one. */
function between({ sigmas, data }: Levels, sigma: number): [Float32Array, Float32Array, number] {
  const last = sigmas.length - 1;
  let k = 0;
  while (k < last - 1 && sigmas[k + 1]! < sigma) k++;
  const next = Math.min(last, k + 1);
  const [a, b] = [sigmas[k]!, sigmas[next]!];
  const mix = b > a ? Math.min(1, Math.max(0, (sigma * sigma - a * a) / (b * b - a * a))) : 0;
  return [data[k]!, data[next]!, mix];
}

/**
 * A plane under a Gaussian blur whose width changes from px to px, over a region: σ = near + (far − near) · share,
 * px. Each px is what the blur of its own width gives there, to about a hundredth: of a few blurs of the whole the
 * two nearest are mixed, by their variances (as pyramids of blurs are; Williams, "Pyramidal parametrics", 1983). The
 * share must be known over the region, the plane as far beyond as the widest blur reaches.
 */
export function variedBlur(
  source: Plane,
  share: Plane,
  near: number,
  far: number,
  region: Region,
): Plane {
  return scoped(() => {
    const levels = levelsOf(source, near, far, region);
    const t = crop(share, region).data;
    const out = unwritten(region, 1);
    for (let i = 0; i < t.length; i++) {
      const [one, next, mix] = between(levels, near + (far - near) * t[i]!);
      out.data[i] = one[i]! + (next[i]! - one[i]!) * mix;
    }
    return out;
  });
}

/** The same of colours, whose blur changes from row to row: `shares` has one for each row of the region. */
export function variedByRows(
  source: ColourBuffer,
  shares: Float32Array,
  near: number,
  far: number,
  region: Region,
): ColourBuffer {
  return scoped(() => {
    const levels = levelsOf(source, near, far, region);
    const out = unwritten(region, 4);
    const row = 4 * region.width;
    for (let y = 0; y < region.height; y++) {
      const [one, next, mix] = between(levels, near + (far - near) * shares[y]!);
      for (let i = y * row; i < (y + 1) * row; i++)
        out.data[i] = one[i]! + (next[i]! - one[i]!) * mix;
    }
    return out;
  });
}
