import type { Ending } from '../kernels/finish';
import type { Scene } from '../scene/model/schema';
import { shown } from '../pixels/colour';

/**
 * What happens to a scene's pixels at their end. `brightest` gives its brightest light, 1 for white, before its exposure
 * (`brightestOf`); it is asked only where the roll-off goes by it.
 */
export function endingOf(
  { mixing, end }: Pick<Scene, 'mixing' | 'end'>,
  brightest: () => number,
): Ending {
  const { exposure, rollOff, knee, arrives, whiteAt = 0, burn = false } = end;
  const white = {
    brightest: () => shown(Math.max(1, brightest() * 2 ** exposure)),
    set: () => shown(2 ** whiteAt),
    never: () => Infinity,
  };
  return {
    ...{ mixing, exposure, burn, marks: false },
    knee: rollOff ? knee / 100 : 1,
    white: rollOff ? white[arrives ?? 'never']() : Infinity,
  };
}
