import type { ColourBuffer } from '../pixels/buffer';
import { unwritten } from '../pixels/buffer';
import type { Mixing } from '../pixels/colour';
import { HUE_STEPS } from '../pixels/hue-bands';
import type { Region } from '../pixels/region';
import { rowStride } from './arguments';
import { onHeap, rowsOf, run } from './machine';

/** What a grade in OKLCH does. */
export interface OklchGrade {
  /** What hues ask for (`bandTable`). */
  table: Float32Array;
  /** Chroma is multiplied by it. */
  saturation: number;
  /** And by 1 + this, as far as it is weaker than `STRONG`. */
  vibrance: number;
}

/** A chroma that counts as strong: that of the strongest colours of sRGB. */
const STRONG = 0.3;

/**
 * Colours of a buffer over a region within it, changed in OKLCH (Ottosson, 2020); coverage stays. What leaves sRGB loses chroma, not
 * its hue or its lightness, until its least channel is 0; what is brighter than white stays so.
 */
export function oklchGraded(
  colours: ColourBuffer,
  region: Region,
  mixing: Mixing,
  { table, saturation, vibrance }: OklchGrade,
): ColourBuffer {
  const out: ColourBuffer = unwritten(region, 4);
  onHeap((at) =>
    run('oklchRows', region.height, region.width * 30, [
      at(out.data, 'write'),
      rowStride(region, 4),
      ...rowsOf(at, colours, region),
      region.width,
      mixing === 'light' ? 1 : 0,
      at(table),
      ...([HUE_STEPS, saturation, vibrance, STRONG] as const),
    ]),
  );
  return out;
}
