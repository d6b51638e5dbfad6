import type { Ending } from '../kernels/finish';
import type { Scene } from '../scene/model/schema';

/** What happens to a scene's pixels at their end. */
export const endingOf = ({ mixing, end }: Pick<Scene, 'mixing' | 'end'>): Ending => ({
  mixing,
  exposure: end.exposure,
  knee: end.rollOff ? end.knee / 100 : 1,
});
