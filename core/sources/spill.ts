import * as v from 'valibot';
import type { Parameters, Values } from '../definitions/parameter';
import { length, percent } from '../definitions/number-parameters';
import { parametersSchema } from '../definitions/parameter-schema';
import type { SourceContext, SourceDefinition } from '../definitions/source';
import { curveTable } from '../geometry/curve';
import { meanScale } from '../geometry/affine';
import { blurMargin, gaussianBlur } from '../kernels/blur';
import { signedDistance } from '../kernels/contour';
import { litSurface, tooBright } from '../kernels/glare';
import { haloBlur, haloMargin } from '../kernels/halo';
import { add, facing, lookUp } from '../kernels/planes';
import { alphaOf, copied, level, toneOf } from '../kernels/rows';
import { oneColour } from '../paint/paint';
import type { ColourBuffer, Plane } from '../pixels/buffer';
import { crop, unwritten } from '../pixels/buffer';
import { scoped } from '../pixels/heap';
import type { Region } from '../pixels/region';
import { EMPTY, grow } from '../pixels/region';

const byDistance = { way: ['distance'] };

/** What can be set on the light that one layer throws on others. */
export const spillParameters = {
  way: {
    kind: 'choice',
    label: 'Falloff',
    help: 'By the distance from the light alone; or as light does, in all of its colours, on the colours of what it falls on.',
    options: [
      { value: 'distance', label: 'By distance' },
      { value: 'light', label: 'As light' },
    ],
    default: 'distance',
    absent: 'distance',
  },
  height: {
    ...length('Height', 60, { min: 1, max: 2000, slider: [1, 400] }),
    help: 'How high the light hangs over what it falls on: near, it falls off quickly.',
    needs: { way: ['light'] },
    absent: 60,
  },
  reach: { ...length('Reach', 260, { max: 4000, slider: [0, 1000] }), help: 'How far it goes.' },
  core: {
    ...percent('Core', 0),
    needs: byDistance,
    help: 'The share of the reach that stays as bright as at the light.',
  },
  falloff: {
    kind: 'curve',
    low: 0,
    needs: byDistance,
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
  facing: {
    ...percent('Facing alone', 0),
    needs: byDistance,
    help: 'How much it keeps to what faces the light: edges on its side, and folds, told by light and dark.',
  },
  edge: {
    ...length('Edge', 30, { min: 1, max: 400, slider: [2, 120] }),
    needs: byDistance,
    help: 'How far an edge that faces the light is lit inwards.',
  },
  follows: {
    kind: 'switch',
    label: 'Its colour',
    help: 'It has the colour of the line that it comes from, also when that is given another.',
    needs: byDistance,
    default: true,
  },
  colour: {
    kind: 'colour',
    label: 'Colour',
    help: 'The colour of the spill, where it is not that of its light.',
    default: '#ff7a3c',
    needs: { ...byDistance, follows: [false] },
  },
} as const satisfies Parameters;

export const spillSchema = v.strictObject({
  kind: v.literal('spill'),
  /** The id of the layer whose light it is. */
  of: v.pipe(v.string(), v.minLength(1)),
  values: parametersSchema(spillParameters),
});

export type SpillSource = v.InferOutput<typeof spillSchema>;
export type SpillValues = Values<typeof spillParameters>;

/** How high what is light stands above what is dark, a share of the height of the edge. */
const TONE = 0.7;

/**
 * Light of a layer that hangs over a surface, as it falls there: from each px of its own it comes as from a point, less by the square of
 * the distance and by the cosine of its angle, h/(r² + h²)^3/2. That is a halo of the power 1½ whose core is the height.
 */
function fallen(
  { height = 60, reach }: SpillValues,
  { wanted, mixing, map, light, grounds }: SourceContext,
): ColourBuffer {
  const scale = meanScale(map);
  const halo = { core: height * scale, power: 1.5, reach: reach * scale };
  if (!light || !grounds?.base) return unwritten(EMPTY, 4);
  const { base } = grounds;
  return scoped(() => {
    const given = light.colours(grow(wanted, haloMargin(halo)));
    const falls = haloBlur(tooBright(given, mixing, 0), halo, wanted);
    return litSurface(base.colours(wanted), crop(falls, wanted), mixing);
  });
}

/**
 * What the light falls on as a relief over a region, px: it rises along its edge, as wide as that is, and with its
 * tones (shape from shading at its plainest: Horn, 1970).
 */
function reliefOf(surface: ColourBuffer, edge: number, region: Region): Plane {
  const height = (of: Plane, by: number): Plane => {
    const soft = copied(gaussianBlur(of, edge / 2, region));
    level(soft, by * edge, 0);
    return crop(soft, region);
  };
  const out = height(alphaOf(surface), 1);
  add(out, height(toneOf(surface), TONE));
  return out;
}

/**
 * The light that a layer throws round it: by the exact distance from where that covers half of a px or more. What
 * it falls on is what it is clipped to; if asked, it keeps to what of that faces it. One whose light is gone
 * is dark.
 */
export const spillSource: SourceDefinition<SpillSource> = {
  kind: 'spill',
  label: 'Spill',
  help: 'The light that a line or a shape throws on what lies beneath.',
  schema: spillSchema,
  note: 'It falls on what it is clipped to.',
  settings: { values: spillParameters },
  shaped: false,
  reference: {
    as: 'light',
    to: ({ of }) => of,
    rename: (source, id) => {
      source.of = id;
    },
  },
  sees: ({ values }) => (values.way === 'light' || values.facing > 0 ? ['base'] : []),
  box: () => null,
  extent: () => null,
  assets: () => [],
  render({ values }, context) {
    const { wanted, mixing, map, light, grounds } = context;
    if (values.way === 'light') return fallen(values, context);
    const reach = values.reach * meanScale(map);
    if (!light || reach <= 0) return unwritten(EMPTY, 4);
    return scoped(() => {
      const far = grow(wanted, Math.ceil(reach) + 2);
      const distances = signedDistance(light.coverage(far), far, { reach: reach + 2 });
      const shares = copied(crop(distances, wanted));
      // 1 within the core, 0 at the reach.
      const soft = Math.max(1, reach * (1 - values.core / 100));
      level(shares, -1 / soft, reach / soft);
      lookUp(shares, curveTable(values.falloff, 1024));
      if (values.facing > 0 && grounds?.base) {
        const edge = values.edge * meanScale(map);
        const near = grow(wanted, 1);
        const seen = grounds.base.colours(grow(near, blurMargin(edge / 2)));
        const heights = reliefOf(seen, edge, near);
        facing(shares, crop(distances, near), heights, values.facing / 100);
      }
      return oneColour(
        shares,
        values.follows ? (light.colour ?? values.colour) : values.colour,
        mixing,
      );
    });
  },
};
