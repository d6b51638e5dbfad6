import * as v from 'valibot';
import { blendParameter } from '../blend/parameter';
import type { Values } from '../definitions/parameter';
import { parameterSchema, percent } from '../definitions/parameter';
import { lighten, relight } from '../pixels/colour';

/** What can be set on one drawing of a line. */
export const passParameters = {
  width: {
    kind: 'number',
    label: 'Width',
    unit: 'px',
    min: 0,
    max: 5000,
    slider: [0, 240],
    step: 1,
    default: 12,
  },
  blur: {
    kind: 'number',
    label: 'Blur',
    help: 'Standard deviation of a Gaussian.',
    unit: 'σ px',
    min: 0,
    max: 1000,
    slider: [0, 120],
    step: 1,
    default: 0,
  },
  colour: { kind: 'colour', label: 'Colour', default: '#ffffff' },
  opacity: percent('Opacity', 100),
  blend: blendParameter('Blend', 'normal'),
  cap: {
    kind: 'choice',
    label: 'Cap',
    options: [
      { value: 'round', label: 'Round' },
      { value: 'flat', label: 'Flat' },
    ],
    default: 'round',
  },
  join: {
    kind: 'choice',
    label: 'Join',
    options: [
      { value: 'round', label: 'Round' },
      { value: 'bevel', label: 'Bevel' },
      { value: 'miter', label: 'Miter' },
    ],
    default: 'round',
  },
  core: {
    kind: 'switch',
    label: 'Core',
    help: 'A core keeps its own colour when the light colour of the line changes.',
    default: false,
  },
} as const;

export const passSchema = v.strictObject({
  id: v.pipe(v.string(), v.minLength(1)),
  name: v.string(),
  enabled: v.boolean(),
  ...(Object.fromEntries(
    Object.entries(passParameters).map(([k, p]) => [k, parameterSchema(p)]),
  ) as { [K in keyof typeof passParameters]: v.GenericSchema<Values<typeof passParameters>[K]> }),
});

export type Pass = v.InferOutput<typeof passSchema>;

/** The passes of a new tube in a light colour, back to front; `id` gives each its own id. */
export function tubePasses(light: string, width: number, id: () => string): Pass[] {
  const base = {
    enabled: true,
    core: false,
    cap: 'round',
    join: 'round',
    blend: 'normal',
  } as const;
  return [
    {
      ...base,
      id: id(),
      name: 'Ambient',
      width: width * 13,
      blur: width * 6,
      colour: light,
      opacity: 46,
    },
    {
      ...base,
      id: id(),
      name: 'Colour',
      width: width * 2.8,
      blur: width * 0.9,
      colour: light,
      opacity: 100,
    },
    {
      ...base,
      id: id(),
      name: 'Highlight',
      width: width * 1.4,
      blur: width * 0.35,
      colour: lighten(light, 0.36),
      opacity: 85,
    },
    {
      ...base,
      id: id(),
      name: 'Core',
      width: width * 0.5,
      blur: 0,
      colour: '#ffffff',
      opacity: 100,
      core: true,
    },
  ];
}

/** The passes in a new light colour: all but the cores take its hue and keep their own paleness. */
export const relitPasses = (passes: readonly Pass[], from: string, to: string): Pass[] =>
  passes.map((p) => (p.core ? p : { ...p, colour: relight(p.colour, from, to) }));
