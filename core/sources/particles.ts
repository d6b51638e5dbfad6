import * as v from 'valibot';
import { namedLayerSchema } from '../definitions/id';
import type { Values } from '../definitions/parameter';
import { parametersSchema } from '../definitions/parameter-schema';
import type { SourceContext, SourceDefinition } from '../definitions/source';
import type { Box } from '../geometry/affine';
import { meanScale, middleOf } from '../geometry/affine';
import type { Flight } from '../kernels/particles';
import { drawParticles, flown } from '../kernels/particles';
import { colourBuffer } from '../pixels/buffer';
import { scoped } from '../pixels/heap';
import { rampTable } from '../pixels/ramp';
import { UNDRAGGED, beganOn, ofWay, radians, sceneBox } from './beginnings';
import { refuseSlow } from './particle-bound';
import { particleParameters } from './particle-parameters';
import { placesInBox, placesOnLayer } from './particle-places';
import { spriteOf } from './sprite';

export const particlesSchema = v.strictObject({
  kind: v.literal('particles'),
  /** The id of the layer that they begin on; null for none. */
  of: namedLayerSchema,
  /** The id of the layer that each looks like, if they look like one; left out, or null, none. */
  sprite: v.optional(namedLayerSchema),
  values: parametersSchema(particleParameters),
});

export type ParticlesSource = v.InferOutput<typeof particlesSchema>;
export type ParticleValues = Values<typeof particleParameters>;

/** What particles fly by. */
function flightOf(p: ParticleValues, box: Box): Flight {
  const middle = middleOf(box);
  // A little wider than the scene, so that none is seen to jump.
  const [width, height] = [1.1 * (box.x1 - box.x0), 1.1 * (box.y1 - box.y0)];
  const corner = [middle.x - width / 2, middle.y - height / 2] as const;
  const centre = p.centre ?? UNDRAGGED;
  return {
    ...{ seed: Math.round(p.seed) * 7919, moment: p.moment },
    ...{ life: p.life, lifeSpread: (0.95 * p.lifeSpread) / 100 },
    ...{ direction: p.direction, angle: radians(p.angle), spread: radians(p.spread) },
    ...{ speed: p.speed, speedSpread: p.speedSpread / 100, gravity: p.gravity, drag: p.drag / 100 },
    wind: ofWay(p.wind, p.windAngle),
    ...{ turbulence: p.turbulence, eddy: p.eddy, swirl: p.swirl / 100 },
    ...{ centre: [centre.x, centre.y], clear: p.clear },
    ...{ size: p.size, sizeSpread: (0.95 * p.sizeSpread) / 100, growth: p.growth / 100 },
    ...{
      depth: (0.9 * p.depth) / 100,
      focus: p.focus / 100,
      blur: p.blur,
      shutter: p.shutter / 100,
    },
    ...{ alongWay: p.turned === 'way', spin: p.spin / 100, byChance: p.colours === 'chance' },
    ...{ jitter: 2 * p.wide, cooling: p.cooling / 100 },
    round: p.from === 'scene' ? [...corner, width, height] : null,
  };
}

/** The layer that each particle looks like, by its id; null if they look like none. */
const spriteLayer = ({ values, sprite }: ParticlesSource): string | null =>
  values.look === 'sprite' ? (sprite ?? null) : null;

/** Throws a RangeError, in the artist's words, if drawing particles would take too long. */
function bounded(p: ParticleValues, { wanted, map }: SourceContext): void {
  const across =
    (p.size * (1 + p.depth / 100) * Math.max(1, p.growth / 100) + 2 * p.blur) * meanScale(map);
  const px = Math.min(across * across, wanted.width * wanted.height);
  const things = `particles of up to ${Math.round(p.size)} px`;
  refuseSlow(p.count, px, things, 'Make them fewer or smaller.');
}

/** Where particles begin, `SOURCE` floats each; nothing where the layer that they begin on is gone or empty. */
function placesFor({ values: p }: ParticlesSource, context: SourceContext): Float32Array {
  const box = sceneBox(context);
  if (p.from === 'scene') return placesInBox(box);
  if (p.from === 'point') {
    const { x, y } = p.centre ?? UNDRAGGED;
    return Float32Array.of(x, y, 0, -1);
  }
  return placesOnLayer(context, p.from);
}

/** Things that fly: embers, snow, dust, sparks. They begin somewhere, live, fly by gravity, wind and eddies, and begin anew. */
export const particlesSource: SourceDefinition<ParticlesSource> = {
  kind: 'particles',
  label: 'Particles',
  help: 'Embers, snow, dust, sparks, petals: things that begin somewhere, fly and fade.',
  schema: particlesSchema,
  note: '`of` is the id of the layer that they begin on, `sprite` that of the layer which each looks like where `look` is `sprite`; either may be null. Seconds and px a second are those of the scene.',
  settings: { values: particleParameters },
  shaped: false,
  emits: true,
  reference: beganOn(),
  second: {
    of: spriteLayer,
    rename: (source, id) => {
      source.sprite = id;
    },
  },
  sees: (source) => (spriteLayer(source) === null ? [] : ['second']),
  box: () => null,
  extent: () => null,
  assets: () => [],
  colours: ({ values }) => values.ramp,
  render(source, context) {
    const { wanted, map, mixing } = context;
    const { values: p } = source;
    bounded(p, context);
    const out = colourBuffer(wanted);
    scoped(() => {
      const places = placesFor(source, context);
      if (places.length === 0) return;
      const flight = flightOf(p, sceneBox(context));
      const list = flown(Math.round(p.count), places, flight, map);
      const ramp = rampTable(p.ramp, mixing);
      const { second } = context.grounds ?? {};
      const sprite = p.look === 'sprite' && second ? spriteOf(second, context.memo) : null;
      drawParticles(out, list, {
        ...{ look: p.look, light: p.laid === 'light', ramp },
        ...(sprite && { sprite }),
      });
    });
    return out;
  },
};
