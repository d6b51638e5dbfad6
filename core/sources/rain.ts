import * as v from 'valibot';
import { namedLayerSchema } from '../definitions/id';
import { parametersSchema } from '../definitions/parameter-schema';
import type { SourceContext, SourceDefinition } from '../definitions/source';
import type { Box } from '../geometry/affine';
import { meanScale } from '../geometry/affine';
import type { Flight } from '../kernels/particles';
import { drawParticles, flown } from '../kernels/particles';
import type { ColourBuffer } from '../pixels/buffer';
import { colourBuffer } from '../pixels/buffer';
import { scoped } from '../pixels/heap';
import { rampOf, rampTable } from '../pixels/ramp';
import { radians, sceneBox } from './beginnings';
import { refuseSlow } from './particle-bound';
import { placesInBox, placesOnLayer } from './particle-places';
import type { RainValues } from './rain-parameters';
import { rainParameters } from './rain-parameters';

export const rainSchema = v.strictObject({
  kind: v.literal('rain'),
  /** The id of the layer that it splashes on; null for none. */
  of: namedLayerSchema,
  values: parametersSchema(rainParameters),
});

export type RainSource = v.InferOutput<typeof rainSchema>;

/** Px a second faster each second that drops that leapt up fall back, for a leap of a px. */
const FALL = 55;

/** Rain has no wind of its own, no eddies and no turns: it falls the way it was sent. */
const STILL = {
  ...{ gravity: 0, drag: 0, wind: [0, 0] as const, turbulence: 0, eddy: 100, swirl: 0 },
  centre: [0, 0] as const,
  ...{ clear: 0, growth: 1, focus: 0, alongWay: true, spin: 0, byChance: false, jitter: 0 },
  ...{ cooling: 0 },
};

/** How streaks fall: through a box somewhat larger than the scene, into which they come again. */
function falling(p: RainValues, { x0, y0, x1, y1 }: Box): Flight {
  const far = 0.2 * Math.max(x1 - x0, y1 - y0);
  return {
    ...STILL,
    ...{ seed: Math.round(p.seed) * 7919 + 1, moment: p.moment, life: 60, lifeSpread: 0.3 },
    ...{ direction: 'angle', angle: radians(p.angle), spread: radians((24 * p.gusts) / 100) },
    ...{ speed: p.speed, speedSpread: 0.15, size: p.size, sizeSpread: 0.4 },
    ...{ depth: (0.9 * p.depth) / 100, blur: p.blur, shutter: p.shutter / 100 },
    round: [x0 - far, y0 - far, x1 - x0 + 2 * far, y1 - y0 + 2 * far],
  };
}

/** How drops leap up where it strikes: as high as asked, and gone before the slowest are beneath where they began. */
function leaping(p: RainValues): Flight {
  const gravity = FALL * p.splashHeight;
  const speed = Math.sqrt(2 * gravity * p.splashHeight);
  return {
    ...STILL,
    ...{ seed: Math.round(p.seed) * 7919 + 2, moment: p.moment, gravity },
    ...{ life: (1.3 * speed) / gravity, lifeSpread: 0.5, direction: 'angle', angle: radians(-90) },
    ...{ spread: radians(70), speed, speedSpread: 0.35, size: p.splashSize, sizeSpread: 0.7 },
    ...{ depth: 0.2, blur: 0, shutter: 0.008, round: null },
  };
}

/** Throws a RangeError, in the artist's words, if rain would take too long to draw. */
function bounded(p: RainValues, { wanted, map }: SourceContext): void {
  const scale = meanScale(map);
  const long = Math.min(wanted.width + wanted.height, (scale * p.speed * p.shutter) / 100);
  const px = long * (p.size + 2 * p.blur) * scale;
  refuseSlow(p.count, px, 'streaks of this length', 'Make them fewer, narrower or shorter.');
}

/** Rain as streaks, and its splashes on the upper edges of a layer. */
export const rainSource: SourceDefinition<RainSource> = {
  kind: 'rain',
  label: 'Rain',
  help: 'Streaks of rain, near and far, that splash on the upper edges of a layer.',
  schema: rainSchema,
  note: '`of` is the id of the layer on which it splashes, or null.',
  settings: { values: rainParameters },
  shaped: false,
  reference: {
    as: 'light',
    to: ({ of, values }) => (values.splashes > 0 ? of : null),
    rename: (source, id) => {
      source.of = id;
    },
  },
  box: () => null,
  extent: () => null,
  assets: () => [],
  colours: ({ values }) => values.colour,
  render({ values: p }, context): ColourBuffer {
    bounded(p, context);
    const { map, mixing, wanted } = context;
    const out = colourBuffer(wanted);
    const ramp = rampTable(rampOf([[0, p.colour]], [[0, p.opacity]]), mixing);
    scoped(() => {
      const box = sceneBox(context);
      const streaks = flown(Math.round(p.count), placesInBox(box), falling(p, box), map);
      drawParticles(out, streaks, { look: 'dot', light: false, ramp });
      if (p.splashes === 0) return;
      const places = placesOnLayer(context, 'upper');
      if (places.length === 0) return;
      const drops = flown(Math.round(p.splashes), places, leaping(p), map);
      drawParticles(out, drops, { look: 'dot', light: false, ramp });
    });
    return out;
  },
};
