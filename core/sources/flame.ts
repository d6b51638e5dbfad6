import * as v from 'valibot';
import { parametersSchema } from '../definitions/parameter-schema';
import type { SourceContext, SourceDefinition } from '../definitions/source';
import type { Affine, Box } from '../geometry/affine';
import { boxUnder, invert, multiply, regionAround } from '../geometry/affine';
import { addFire } from '../kernels/flame';
import { drawParticles, flown } from '../kernels/particles';
import { sampled } from '../kernels/planes';
import { alphaOf } from '../kernels/rows';
import type { ColourBuffer, Plane } from '../pixels/buffer';
import { colourBuffer } from '../pixels/buffer';
import { scoped } from '../pixels/heap';
import { rampTable } from '../pixels/ramp';
import { intersect, isEmpty } from '../pixels/region';
import { UNDRAGGED, beganOn, sceneBox } from './beginnings';
import type { FireGrid } from './flame-fire';
import { fireAt, gridFor } from './flame-fire';
import { burningBox } from './flame-fuel';
import { heatTable } from './flame-light';
import type { FlameValues } from './flame-parameters';
import { flameParameters } from './flame-parameters';
import { SPARKS, sparksOf } from './flame-sparks';
import { placesInBox, placesOnLayer } from './particle-places';

export const flameSchema = v.strictObject({
  kind: v.literal('flame'),
  /** The ids of the layer that it burns from, and of the one that it goes round; null for none. */
  of: v.nullable(v.pipe(v.string(), v.minLength(1))),
  behind: v.nullable(v.pipe(v.string(), v.minLength(1))),
  values: parametersSchema(flameParameters),
});

export type FlameSource = v.InferOutput<typeof flameSchema>;

/** The side of the picture in which an obstacle is looked at, px. */
const OBSTACLE = 512;

/** What an obstacle covers on a grid, under a map from the layer's own px. */
const obstacleOf =
  ({ grounds, map }: SourceContext, { width, height }: FireGrid) =>
  (to: Affine): Plane => {
    const { pixels, map: laid } = grounds!.behind!.coarse(OBSTACLE);
    // From cells to the layer's own px, to px of the render, to px of the small picture.
    const back = multiply(invert(laid)!, multiply(map, invert(to)!));
    return sampled(alphaOf(pixels), back, { x: 0, y: 0, width, height });
  };

/** Adds the fire that burns in a box to a buffer, in place. */
function burn(
  out: ColourBuffer,
  p: FlameValues,
  box: Box,
  key: string,
  context: SourceContext,
): void {
  const { map, mixing, light, memo, grounds, draft } = context;
  const grid = gridFor(p, box, draft);
  const back = invert(map);
  if (!back) return;
  const cells = multiply(grid.map, back);
  const all = { x0: 0, y0: 0, x1: grid.width, y1: grid.height };
  const region = regionAround(boxUnder(invert(cells)!, all), 1);
  if (isEmpty(intersect(out.region, region))) return;
  const grain = Math.max(2.5, (0.75 * p.tongue) / grid.cell);
  const bent = (0.4 * grain * p.detail) / 100;
  const fire = fireAt({
    ...{ values: p, grid, caster: light, place: p.centre ?? UNDRAGGED, key, memo },
    covers: grounds?.behind ? obstacleOf(context, grid) : null,
    reach: Math.ceil(2.4 * bent) + 2,
  });
  addFire(out, fire, cells, {
    ramp:
      p.colours === 'heat' ? heatTable(p.kelvin, p.soot / 100, mixing) : rampTable(p.ramp, mixing),
    ...{ detail: bent, grain, seed: Math.round(p.seed) * 31 + 7, sheets: Math.round(p.sheets) },
    ragged: p.detail > 0 ? (0.8 * p.detail) / 100 / bent : 0,
  });
}

/** Adds the sparks of a flame to a buffer, in place. */
function spark(out: ColourBuffer, p: FlameValues, box: Box, context: SourceContext): void {
  const places = p.from === 'point' ? placesInBox(box, 512) : placesOnLayer(context, p.from);
  if (p.sparks === 0 || places.length === 0) return;
  const list = flown(Math.round(p.sparks), places, sparksOf(p), context.map);
  drawParticles(out, list, {
    ...{ look: 'spark', light: true, ramp: rampTable(SPARKS, context.mixing) },
  });
}

/** What the gas of a flame depends on but its moment; the rest lights it, or flies beside it. */
const GAS = [
  ...(['from', 'centre', 'wide', 'height', 'tongue', 'strength'] as const),
  ...(['turbulence', 'lift', 'breaks', 'wind', 'windAngle', 'gusts', 'seed'] as const),
];

/** Names a fire, whatever its moment. */
function keyOf(p: FlameValues, context: SourceContext): string {
  const { light, grounds, draft = false } = context;
  const own = Object.values(sceneBox(context)).map((n) => n.toFixed(2));
  const drives = GAS.map((key) => p[key]);
  return `flame ${JSON.stringify([drives, light?.key, grounds?.behind?.key, own, draft])}`;
}

/** A fire that burns from something, seen at a moment. */
export const flameSource: SourceDefinition<FlameSource> = {
  kind: 'flame',
  label: 'Flame',
  help: 'Fire that burns from letters, a line, a cut-out or a place, and goes round what stands in it.',
  schema: flameSchema,
  note: '`of` is the id of the layer that it burns from, `behind` that of one that it goes round; either may be null. It is a fluid on a grid of its own, from rest to its moment; each four seconds another fire begins.',
  settings: { values: flameParameters },
  shaped: false,
  emits: true,
  reference: beganOn(),
  behind: {
    of: ({ behind }) => behind,
    rename: (source, id) => {
      source.behind = id;
    },
  },
  sees: ({ behind }) => (behind === null ? [] : ['behind']),
  box: () => null,
  extent: () => null,
  assets: () => [],
  colours: ({ values }) => [values.ramp, values.kelvin, values.colours],
  render({ values: p }, context) {
    const { map, scene, light, memo } = context;
    const out = colourBuffer(context.wanted);
    const key = keyOf(p, context);
    scoped(() => {
      const [box] = memo(
        `${key} box`,
        () => [burningBox(p, light, p.centre ?? UNDRAGGED, scene, map)],
        () => 64,
      );
      if (!box) return;
      burn(out, p, box, key, context);
      spark(out, p, box, context);
    });
    return out;
  },
};
