import type { ColourBuffer } from '../pixels/buffer';
import { crop, unwritten } from '../pixels/buffer';
import type { Mixing } from '../pixels/colour';
import { scoped } from '../pixels/heap';
import type { Region } from '../pixels/region';
import { isEmpty } from '../pixels/region';
import { rowStride } from './arguments';
import { onHeap, run } from './machine';

/** Noises of three sizes, each turned another way, so that no grid shows: how large, and by how much they are turned, radians. */
const LAYERS = [
  { size: 1, turn: 0.3 },
  { size: 0.53, turn: 1.13 },
  { size: 1.9, turn: 2.01 },
] as const;
/** The standard deviation of such noise, a px of which is not far from its own size: what is finer is filtered (measured). */
const DEVIATION = 0.175;

/** The grain of film. */
export interface FilmGrain {
  /** How large the grain is, px of the render. */
  size: number;
  /** Where its pattern begins, px of the render. */
  from: { x: number; y: number };
  seed: number;
  /** How strong the finer and the coarser noise is, of the middle one, 0–1. */
  rough: number;
  /** From the same grain in all channels, 0, to one for each, 1. */
  colour: number;
  /** The standard deviation in black, in middle tones and in white, of all tones. */
  dark: number;
  middle: number;
  bright: number;
}

/** Pixels (premultiplied, as `mixing` has them) over a region that lies within theirs, with grain on their encoded tones. */
export function withGrain(
  pixels: ColourBuffer,
  region: Region,
  { size, from, seed, rough, colour, dark, middle, bright }: FilmGrain,
  mixing: Mixing,
): ColourBuffer {
  const out: ColourBuffer = unwritten(region, 4);
  if (isEmpty(region)) return out;
  // Noises that have nothing in common add up by the squares of their deviations.
  const shared = Math.sqrt(1 - colour);
  const weights = [1, rough * shared, (rough / 1.5) * shared];
  const unit = DEVIATION * Math.hypot(...weights);
  // Noise whose waves are finer than two px is left out: nobody could see it.
  const seen = (n: number) => Math.min(1, Math.max(0, 2 - 2 / (size * LAYERS[n]!.size)));
  const layers = Float32Array.from(
    LAYERS.flatMap((layer, n) => [
      Math.cos(layer.turn) / layer.size,
      Math.sin(layer.turn) / layer.size,
      (weights[n]! * seen(n)) / unit,
      seed + 7 * n,
    ]),
  );
  // Of three noises the sum has a deviation of √3, and what is left of each one of √(2/3).
  const alike = Math.sqrt((1 - (2 / 3) * colour) / 3);
  const apart = Math.sqrt((2 / 3) * colour * 1.5);
  return scoped(() => {
    const source = crop(pixels, region);
    onHeap((at) =>
      run('filmGrainRows', region.height, region.width * 40, [
        ...([at(source.data), rowStride(region, 4)] as const),
        ...([at(out.data, 'write'), rowStride(region, 4)] as const),
        ...([region.x, region.y, region.width, mixing === 'light' ? 1 : 0] as const),
        ...([1 / size, from.x, from.y, at(layers)] as const),
        ...([alike * layers[2]!, apart * layers[2]!, dark, middle, bright] as const),
      ]),
    );
    return out;
  });
}
