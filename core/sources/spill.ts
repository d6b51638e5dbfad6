import * as v from 'valibot';
import type { Parameters, Values } from '../definitions/parameter';
import { length, parametersSchema, percent } from '../definitions/parameter';
import type { SourceDefinition } from '../definitions/source';
import { curveTable } from '../geometry/curve';
import { meanScale } from '../geometry/affine';
import { signedDistance } from '../kernels/contour';
import { lookUp } from '../kernels/planes';
import { copied, level } from '../kernels/rows';
import { oneColour } from '../paint/paint';
import { crop, unwritten } from '../pixels/buffer';
import { scoped } from '../pixels/heap';
import { EMPTY, grow } from '../pixels/region';

/** What can be set on the light that one layer throws on others. */
export const spillParameters = {
  reach: { ...length('Reach', 260, { max: 4000, slider: [0, 1000] }), help: 'How far it goes.' },
  core: {
    ...percent('Core', 0),
    help: 'The share of the reach that stays as bright as at the light.',
  },
  falloff: {
    kind: 'curve',
    low: 0,
    label: 'Falloff',
    help: 'From where it ends to the light.',
    presets: [
      {
        label: 'Soft',
        points: [
          [0, 0],
          [0.5, 0.28],
          [1, 1],
        ],
      },
      {
        label: 'Even',
        points: [
          [0, 0],
          [1, 1],
        ],
      },
      {
        label: 'Full',
        points: [
          [0, 0],
          [0.4, 0.7],
          [1, 1],
        ],
      },
    ],
    default: [
      [0, 0],
      [0.5, 0.28],
      [1, 1],
    ],
  },
  follows: {
    kind: 'switch',
    label: 'Its colour',
    help: 'It has the colour of the line that it comes from, also when that is given another.',
    default: true,
  },
  colour: { kind: 'colour', label: 'Colour', default: '#ff7a3c', needs: { follows: [false] } },
} as const satisfies Parameters;

export const spillSchema = v.strictObject({
  kind: v.literal('spill'),
  /** The id of the layer whose light it is. */
  of: v.pipe(v.string(), v.minLength(1)),
  values: parametersSchema(spillParameters),
});

export type SpillSource = v.InferOutput<typeof spillSchema>;
export type SpillValues = Values<typeof spillParameters>;

/**
 * The light that a layer throws round it: by the exact distance from where that covers half of a px or more. What
 * it falls on is told by what it is clipped to. One whose light is gone is dark.
 */
export const spillSource: SourceDefinition<SpillSource> = {
  kind: 'spill',
  label: 'Spill',
  help: 'The light that a line or a shape throws on what lies beneath.',
  schema: spillSchema,
  box: () => null,
  extent: () => null,
  assets: () => [],
  render({ values }, { wanted, mixing, map, light }) {
    const reach = values.reach * meanScale(map);
    if (!light || reach <= 0) return unwritten(EMPTY, 4);
    return scoped(() => {
      const far = grow(wanted, Math.ceil(reach) + 2);
      const distances = crop(signedDistance(light.coverage(far), far), wanted, 1);
      const shares = copied(distances, 1);
      // 1 within the core, 0 at the reach.
      const soft = Math.max(1, reach * (1 - values.core / 100));
      level(shares, -1 / soft, reach / soft);
      lookUp(shares, curveTable(values.falloff, 1024));
      return oneColour(
        shares,
        values.follows ? (light.colour ?? values.colour) : values.colour,
        mixing,
      );
    });
  },
};
