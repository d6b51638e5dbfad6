import type { Halo } from '../kernels/halo';
import type { ChoiceParameter, NumberParameter } from './parameter';
import { length } from './number-parameters';

/** How light falls off from what is blurred: parameters that passes and styles share. */

export const blurring: ChoiceParameter<'gaussian' | 'halo'> & { absent: 'gaussian' } = {
  kind: 'choice',
  label: 'Method',
  help: 'As a Gaussian, which ends; or as a halo: a core with a long tail, as light scatters in an eye or a lens.',
  options: [
    { value: 'gaussian', label: 'Gaussian' },
    { value: 'halo', label: 'Halo' },
  ],
  default: 'gaussian',
  absent: 'gaussian',
};

const TAIL = 1.5;
const TAIL_REACH = 500;

/** How the tail of a halo falls; its own values unless others are given. */
export const tailFalls = (power = TAIL, reach = TAIL_REACH) => ({
  tail: {
    kind: 'number',
    label: 'Tail falloff',
    help: 'How steeply its tail falls: the power of the distance is twice this. Low goes far.',
    unit: '',
    min: 1.1,
    max: 4,
    slider: [1.1, 3],
    step: 0.05,
    default: power,
  } as const,
  tailReach: {
    ...length('Tail reach', reach, { min: 1, max: 4000, slider: [1, 2000] }),
    help: 'How far its tail goes.',
  },
});

/** The same where some others have one of these values, and left out where they are as usual. */
export const tailParameters = (needs: NumberParameter['needs'] & object) => {
  const { tail, tailReach } = tailFalls();
  return {
    tail: { ...tail, needs, absent: TAIL },
    tailReach: { ...tailReach, needs, absent: TAIL_REACH },
  };
};

/** A halo is as wide at half of its height as a Gaussian of σ px, where its core has so many of these. */
const CORE = 1.5;

/** How the tail of a halo falls, as `tailParameters` have it. */
export interface Tail {
  tail?: number | undefined;
  tailReach?: number | undefined;
}

/** The halo that takes the place of a Gaussian of σ px, with lengths of `scale` px. */
export const haloOf = (
  sigma: number,
  { tail = TAIL, tailReach = TAIL_REACH }: Tail,
  scale: number,
): Halo => ({ core: CORE * sigma, power: tail, reach: tailReach * scale });
