import type { RampTable } from '../pixels/ramp-table';
import { packed } from '../pixels/ramp-table';

/** Colours, four floats each, evenly along a way. */
export const evenTable = (colours: ArrayLike<number>): RampTable => {
  const last = colours.length / 4 - 1;
  return packed(
    Array.from({ length: last + 1 }, (_, i) => ({
      at: i / last,
      colour: [0, 1, 2, 3].map((c) => colours[4 * i + c]!),
    })),
  );
};
