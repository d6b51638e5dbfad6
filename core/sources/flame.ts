import * as v from 'valibot';
import { parametersSchema } from '../definitions/parameter-schema';
import type { SourceContext, SourceDefinition } from '../definitions/source';
import type { Affine, Box } from '../geometry/affine';
import { boxUnder, invert, multiply, regionAround } from '../geometry/affine';
import { addFire } from '../kernels/flame';
import type { Flight } from '../kernels/particles';
import { drawParticles, flown } from '../kernels/particles';
import { sampled } from '../kernels/planes';
import { alphaOf } from '../kernels/rows';
import type { Plane } from '../pixels/buffer';
import { colourBuffer } from '../pixels/buffer';
import { scoped } from '../pixels/heap';
import { rampOf, rampTable } from '../pixels/ramp';
import { intersect, isEmpty } from '../pixels/region';
import { beginsOnLayer } from './beginnings';
import type { FireGrid } from './flame-fire';
import { burningBox, fireAt, gridFor } from './flame-fire';
import { heatTable } from './flame-light';
import type { FlameValues } from './flame-parameters';
import { flameParameters } from './flame-parameters';
import { placesInBox, placesOnLayer } from './particle-places';

export const flameSchema = v.strictObject({
  kind: v.literal('flame'),
  /** The ids of the layer that it burns from, and of the one that it goes round; null for none. */
  of: v.nullable(v.pipe(v.string(), v.minLength(1))),
  behind: v.nullable(v.pipe(v.string(), v.minLength(1))),
  values: parametersSchema(flameParameters),
});

export type FlameSource = v.InferOutput<typeof flameSchema>;

const sceneBox = ({ map, scene }: Pick<SourceContext, 'map' | 'scene'>): Box => {
  const back = invert(map);
  return back ? boxUnder(back, scene) : scene;
};

/** Where a fire burns that was never dragged: where its layer was put. */
const ORIGIN = { x: 0, y: 0 };

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

/** Sparks that fly up from what burns. */
function sparksOf(p: FlameValues): Flight {
  const angle = (p.windAngle * Math.PI) / 180;
  const speed = 15 * Math.sqrt(p.height) * Math.sqrt(p.lift / 100);
  return {
    ...{ seed: Math.round(p.seed) * 7919 + 3, moment: p.moment, life: 2.6, lifeSpread: 0.7 },
    ...{ direction: 'angle', angle: -Math.PI / 2, spread: 1, speed: 0.9 * speed, speedSpread: 0.6 },
    ...{
      gravity: -0.35 * speed,
      drag: 0.9,
      wind: [p.wind * Math.cos(angle), p.wind * Math.sin(angle)],
    },
    ...{ turbulence: (speed * p.turbulence) / 110, eddy: Math.max(20, 2.2 * p.tongue), swirl: 0 },
    ...{ centre: [0, 0], clear: 0, size: p.sparkSize, sizeSpread: 0.85, growth: 0.4, depth: 0.4 },
    ...{ focus: 0.5, blur: 0.4 * p.sparkSize, shutter: 0.03, alongWay: true, spin: 0 },
    ...{ byChance: false, jitter: p.tongue, cooling: 2.5, round: null },
  };
}

const SPARKS = rampOf(
  [
    [0, '#fff2cc'],
    [30, '#ffb84a'],
    [100, '#e0380a'],
  ],
  [
    [0, 0],
    [8, 100],
    [70, 90],
    [100, 0],
  ],
);

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
  reference: {
    as: 'light',
    to: ({ of, values }) => (beginsOnLayer(values) ? of : null),
    rename: (source, id) => {
      source.of = id;
    },
  },
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
    const { wanted, map, mixing, scene, light, memo, grounds, draft } = context;
    const out = colourBuffer(wanted);
    const own = sceneBox(context);
    const place = p.centre ?? ORIGIN;
    const { colours, kelvin, soot, ramp, detail, sheets, sparks, sparkSize, ...driving } = p;
    const names = [
      light?.key,
      grounds?.behind?.key,
      Object.values(own).map((n) => n.toFixed(2)),
      place,
    ];
    const key = `flame ${draft ? 'rough ' : ''}${JSON.stringify([{ ...driving, moment: 0 }, names])}`;
    scoped(() => {
      const [box] = memo(
        `${key} box`,
        () => [burningBox(p, light, place, scene, map)],
        () => 64,
      );
      if (!box) return;
      const grid = gridFor(p, box, draft);
      const back = invert(map);
      if (!back) return;
      const cells = multiply(grid.map, back);
      const region = intersect(
        wanted,
        regionAround(
          boxUnder(invert(cells)!, { x0: 0, y0: 0, x1: grid.width, y1: grid.height }),
          1,
        ),
      );
      if (!isEmpty(region)) {
        const covers = grounds?.behind ? obstacleOf(context, grid) : null;
        const grain = Math.max(2.5, (0.75 * p.tongue) / grid.cell);
        const bent = (0.4 * grain * detail) / 100;
        const fire = fireAt({
          values: p,
          grid,
          caster: light,
          place,
          covers,
          key,
          memo,
          reach: Math.ceil(2.4 * bent) + 2,
        });
        const table =
          colours === 'heat' ? heatTable(kelvin, soot / 100, mixing) : rampTable(ramp, mixing);
        addFire(out, fire, cells, {
          ...{ ramp: table, detail: bent, grain, seed: Math.round(p.seed) * 31 + 7 },
          ...{ ragged: detail > 0 ? (0.8 * detail) / 100 / bent : 0, sheets: Math.round(sheets) },
        });
      }
      if (sparks > 0) {
        const places =
          p.from === 'point'
            ? placesInBox(box, 512)
            : light
              ? memo(
                  `places ${light.key} ${p.from} ${map.join()} ${Object.values(scene).join()}`,
                  () => placesOnLayer(light, scene, map, p.from as 'area'),
                  (made) => made.byteLength,
                )
              : new Float32Array(0);
        if (places.length === 0) return;
        const list = flown(Math.round(sparks), places, { ...sparksOf(p), size: sparkSize }, map);
        drawParticles(out, list, { look: 'spark', light: true, ramp: rampTable(SPARKS, mixing) });
      }
    });
    return out;
  },
};
