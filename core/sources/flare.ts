import * as v from 'valibot';
import { blendNamed } from '../blend/index';
import type { FlareAxis } from '../definitions/flare-part';
import { hasOwnIds, namedLayerSchema } from '../definitions/id';
import type { Parameters, Value } from '../definitions/parameter';
import { count, length, percent, seed } from '../definitions/number-parameters';
import { HEX, parametersSchema } from '../definitions/parameter-schema';
import type { SourceContext, SourceDefinition } from '../definitions/source';
import { flarePartOfKind, flareParts } from '../flares/index';
import type { Affine, Point } from '../geometry/affine';
import { apply, meanScale } from '../geometry/affine';
import { pointSchema } from '../geometry/coordinate';
import type { Path } from '../geometry/path';
import { composite } from '../kernels/composite';
import { brightened } from '../kernels/grade';
import type { ColourBuffer } from '../pixels/buffer';
import { colourBuffer } from '../pixels/buffer';
import type { Rgb } from '../pixels/colour';
import { rgb } from '../pixels/colour';
import { scoped } from '../pixels/heap';
import type { Region } from '../pixels/region';
import { EMPTY, intersect, isEmpty, unite } from '../pixels/region';
import { brightestPlace, coveredShare } from './light-place';

/** What can be set on a flare as a whole. */
export const flareParameters = {
  size: { ...percent('Size', 100, 1, 2000), slider: [10, 300], help: 'Of all its parts together.' },
  tied: {
    kind: 'choice',
    label: 'Its light',
    help: 'Where its light is: where it is dragged to, on a line and going with it, or at the brightest place beneath it.',
    options: [
      { value: 'free', label: 'Where it is dragged' },
      { value: 'start', label: 'At the start of a line' },
      { value: 'end', label: 'At the end of a line' },
      { value: 'anchor', label: 'At an anchor of a line' },
      { value: 'brightest', label: 'At the brightest place' },
    ],
    default: 'free',
  },
  anchor: {
    ...count('Anchor', 1, { min: 1, max: 10_000 }),
    slider: [1, 20],
    help: 'Counted from the start of the line.',
    needs: { tied: ['anchor'] },
  },
  covers: {
    ...length('Size of the light', 24, { min: 1, max: 2000, slider: [1, 200] }),
    help: 'How large the light is that an obstacle covers bit by bit.',
  },
  seed: seed(),
} as const satisfies Parameters;

export interface FlarePart {
  id: string;
  kind: string;
  enabled: boolean;
  values: Record<string, Value>;
}

const partSchema = v.variant(
  'kind',
  flareParts.map((p) =>
    v.strictObject({
      id: v.pipe(v.string(), v.minLength(1)),
      kind: v.literal(p.kind),
      enabled: v.boolean(),
      values: parametersSchema(p.parameters),
    }),
  ),
  `A flare has no such part; there are ${flareParts.map((p) => p.kind).join(', ')}.`,
) as unknown as v.GenericSchema<unknown, FlarePart>;

export const flareSchema = v.strictObject({
  kind: v.literal('flare'),
  light: v.pipe(v.string(), v.regex(HEX, 'The light colour must be written #rrggbb.')),
  /** Where its light is, and where its axis ends, own px. */
  from: pointSchema,
  to: pointSchema,
  /** The id of the line that its light is tied to, and of the layer that it may lie behind; null for none. */
  of: namedLayerSchema,
  behind: namedLayerSchema,
  values: parametersSchema(flareParameters),
  /** Back to front. */
  parts: v.pipe(
    v.array(partSchema),
    v.maxLength(60, 'A flare has at most 60 parts.'),
    v.check((parts) => hasOwnIds(parts), 'Two parts of a flare have the same id.'),
  ),
});

export type FlareSource = v.InferOutput<typeof flareSchema>;

const shownParts = ({ parts }: FlareSource): FlarePart[] =>
  parts.filter((p) => p.enabled && p.values.opacity !== 0);

/** What the parts of a flare may touch, px of the render. */
const regionOfParts = (source: FlareSource, axis: FlareAxis & { seed: number }): Region =>
  shownParts(source).reduce(
    (r, { kind, values }) => unite(r, flarePartOfKind(kind).region(values, axis)),
    EMPTY,
  );

/** The axis of a flare as it was dragged, px of the render. */
const axisOf = ({ from, to, values }: FlareSource, map: Affine): FlareAxis => ({
  from: apply(map, from),
  to: apply(map, to),
  scale: (meanScale(map) * values.size) / 100,
});

/** Where the light of a flare is that is tied to a line, own px. */
function tiedTo({ values, from }: FlareSource, { anchors }: Path): Point {
  const at =
    values.tied === 'start'
      ? anchors[0]
      : values.tied === 'end'
        ? anchors.at(-1)
        : anchors[Math.min(anchors.length, Math.round(values.anchor)) - 1];
  return at ? { x: at.x, y: at.y } : from;
}

const onLine = ({ values }: FlareSource): boolean =>
  ['start', 'end', 'anchor'].includes(values.tied);

/** Where the light really is, and how much of it shows, 0–1. */
function lightOf(
  source: FlareSource,
  { map, grounds }: SourceContext,
): { axis: FlareAxis; shows: number } {
  const axis = axisOf(source, map);
  const brightest =
    source.values.tied === 'brightest' && grounds?.beneath ? brightestPlace(grounds.beneath) : null;
  const from = brightest ?? axis.from;
  const shows = grounds?.second
    ? 1 - coveredShare(grounds.second, from, source.values.covers * meanScale(map))
    : 1;
  return { axis: { ...axis, from }, shows };
}

/**
 * The light of a lens: parts placed along an axis from where the light is to an end of its own. What lies before the light dims all of it
 * by the share that it covers.
 */
export const flareSource: SourceDefinition<FlareSource> = {
  kind: 'flare',
  label: 'Flare',
  help: 'What a lens makes of a bright light: a glow, a star, ghosts along an axis.',
  schema: flareSchema,
  note: 'Its parts are drawn back to front; each has `id`, `kind`, `enabled` and `values`. `from` and `to` are the ends of its axis, own px. `of` is the id of the line that its light is tied to, `behind` that of a layer which covers it; either may be null.',
  settings: { values: flareParameters },
  shaped: false,
  emits: true,
  reference: {
    as: 'path',
    to: (source) => (onLine(source) ? source.of : null),
    rename: (source, id) => {
      source.of = id;
    },
    along: (source, path) => ({ ...source, from: tiedTo(source, path) }),
  },
  second: {
    of: ({ behind }) => behind,
    rename: (source, id) => {
      source.behind = id;
    },
  },
  sees: ({ values, behind }) => [
    ...(values.tied === 'brightest' ? (['beneath'] as const) : []),
    ...(behind !== null ? (['second'] as const) : []),
  ],
  parts: ({ parts }) => parts,
  colour: ({ light }) => light,
  colours: ({ light, parts }) => [light, parts.map((p) => [p.values.colour, p.values.other])],
  recoloured: (source, light) => ({ ...source, light }),
  box({ from, to }) {
    return {
      ...{ x0: Math.min(from.x, to.x), y0: Math.min(from.y, to.y) },
      ...{ x1: Math.max(from.x, to.x), y1: Math.max(from.y, to.y) },
    };
  },
  extent(source, map) {
    if (source.values.tied === 'brightest') return null;
    const axis = { ...axisOf(source, map), seed: source.values.seed };
    return regionOfParts(source, axis);
  },
  assets: () => [],
  render(source, context): ColourBuffer {
    const { wanted, mixing } = context;
    const { axis, shows } = lightOf(source, context);
    const light = rgb(source.light, 'light');
    const lit = (colour: string): Rgb => {
      const own = rgb(colour, 'light');
      return [own[0] * light[0], own[1] * light[1], own[2] * light[2]];
    };
    const drawn = { ...axis, wanted, mixing, lit, seed: source.values.seed };
    const out = colourBuffer(intersect(regionOfParts(source, drawn), wanted));
    if (isEmpty(out.region) || shows <= 0) return out;
    const { mode } = blendNamed('add');
    for (const { kind, values } of shownParts(source))
      scoped(() => {
        const made = flarePartOfKind(kind).draw(values, drawn);
        if (isEmpty(made.region)) return;
        const { intensity, opacity } = values as { intensity?: number; opacity: number };
        const bright = intensity ? brightened(made, mixing, intensity) : made;
        composite(out, bright, mode, (opacity / 100) * shows);
      });
    return out;
  },
};
