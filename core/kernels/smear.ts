import { NOWHERE, after, rowStride } from './arguments';
import type { ColourBuffer } from '../pixels/buffer';
import { unwritten } from '../pixels/buffer';
import type { Region } from '../pixels/region';
import { onHeap, run, smear } from './machine';

/** What dabs of the finger do; the kernel knows them by their place. */
const ACTIONS = ['smear', 'soften', 'restore', 'push', 'swirl', 'scale', 'smooth'] as const;
/**
 * `smear`, `soften` and `restore` work on colours; `push`, `swirl` (by an angle), `scale` (by a share), `smooth` and `restore` on
 * ways: how far the colours of a px come from.
 */
export type SmearAction = (typeof ACTIONS)[number];

/**
 * The floats of such a dab: x, y and radius (px), amount (0–1), and the move since the dab before (px, x and y), the angle
 * (radians) or the share by which it scales in its place; two to spare.
 */
export const SMEAR_DAB = 8;

/** Some dabs of one stroke. */
export interface SmearDabs {
  action: SmearAction;
  /** `SMEAR_DAB` floats each, from the corner of what they are laid on. */
  dabs: Float32Array;
  /** 0–1. */
  hardness: number;
  /** How much the finger takes up of what it goes over, 0–1 a dab. */
  pickUp: number;
  /** The side of the square that holds any of them and all that it looks at, px. */
  side: number;
  /** Whether the finger was down before. */
  goesOn: boolean;
}

/**
 * Lays dabs on the first px of `floats`, in place: RGBA, or ways, `width` × `height` of them, four floats each; behind them is room
 * for a square of `side`, in which the finger carries what it took up. `before` is what `restore` restores to, as large; for
 * ways nothing is needed.
 */
export function laySmear(
  floats: Float32Array,
  { width, height }: Region,
  { action, dabs, hardness, pickUp, side, goesOn }: SmearDabs,
  before: Float32Array | null,
): void {
  onHeap((at) => {
    const start = at(floats, 'write');
    smear([
      ACTIONS.indexOf(action),
      ...([start, width, height] as const),
      at(dabs),
      dabs.length / SMEAR_DAB,
      ...([hardness, pickUp] as const),
      after(start, width * height * 16),
      side,
      goesOn ? 1 : 0,
      before ? at(before) : NOWHERE,
    ]);
  });
}

/** Colours that come from where ways say (`width` × `height` of `region`, four floats each), over that region; bicubic. */
export function displaced(pixels: ColourBuffer, ways: Float32Array, region: Region): ColourBuffer {
  const out: ColourBuffer = unwritten(region, 4);
  const from = pixels.region;
  onHeap((at) =>
    run('displaceRows', region.height, region.width * 20, [
      ...([at(pixels.data), from.width, from.height, from.x, from.y] as const),
      at(ways),
      at(out.data, 'write'),
      rowStride(region, 4),
      ...([region.x, region.y, region.width] as const),
    ]),
  );
  return out;
}
