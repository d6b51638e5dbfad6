import type { ChoiceParameter, NumberParameter } from '../../definitions/parameter';
import { angle, percent } from '../../definitions/number-parameters';
import type { Triple } from '../../fields/colours';
import { each, greatest } from '../../fields/colours';
import { add, exp2, multiply, smoothstep } from '../../fields/field';
import type { Aperture } from '../../kernels/aperture';

/** The opening of a lens: parameters that blurs share. */

const BLADES = { disc: 0, five: 5, six: 6, eight: 8 } as const;

export const opening: ChoiceParameter<keyof typeof BLADES> = {
  kind: 'choice',
  label: 'Aperture',
  help: 'The shape that points of light become.',
  options: [
    { value: 'disc', label: 'A disc' },
    { value: 'five', label: 'Five blades' },
    { value: 'six', label: 'Six blades' },
    { value: 'eight', label: 'Eight blades' },
  ],
  default: 'disc',
};

export const bladesTurn: NumberParameter = {
  ...angle('Aperture turn', 10, { help: 'How the opening of the aperture is turned.' }),
  needs: { opening: ['five', 'six', 'eight'] },
};

/** How much more what is bright counts. */
export const blooms: NumberParameter = {
  kind: 'number',
  label: 'Highlight boost',
  help: 'How much brighter highlights are taken to be than a picture can show, so that they stand as discs.',
  unit: 'stops',
  min: 0,
  max: 6,
  step: 0.1,
  default: 0,
};

export const brightFrom: NumberParameter = {
  ...percent('Highlight threshold', 85, 10, 100),
  help: 'Light above this is taken to be brighter.',
  needs: { blooms: 'some' },
};

export const apertureOf = (kind: keyof typeof BLADES, turn: number): Aperture => ({
  blades: BLADES[kind],
  turn: (turn * Math.PI) / 180,
});

/** Light whose highlights are lifted by some stops, from a tone of 0–1 (linear) on; undefined if they are not. */
export const lifted = (stops: number, from: number): ((light: Triple) => Triple) | undefined =>
  stops === 0
    ? undefined
    : (light) => {
        const isBright = smoothstep(from * 0.8, Math.min(1, from * 1.1) + 0.05, greatest(light));
        return each(light, (v) => multiply(v, exp2(multiply(stops, add(0, isBright)))));
      };
