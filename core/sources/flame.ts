import * as v from 'valibot';
import { namedLayerSchema } from '../definitions/id';
import { parametersSchema } from '../definitions/parameter-schema';
import type { SourceContext, SourceDefinition } from '../definitions/source';
import type { Box } from '../geometry/affine';
import { addFire } from '../kernels/flame';
import { drawParticles, flown } from '../kernels/particles';
import type { ColourBuffer } from '../pixels/buffer';
import { colourBuffer } from '../pixels/buffer';
import { scoped } from '../pixels/heap';
import { rampTable } from '../pixels/ramp';
import { beganOn } from './beginnings';
import { flameLook } from './flame-look';
import type { FlameValues } from './flame-parameters';
import { flameParameters } from './flame-parameters';
import { SPARKS, sparksOf } from './flame-sparks';
import { FIRE } from './gas-grid';
import { placesInBox, placesOnLayer } from './particle-places';
import { bedOf, laidGas, risenGas } from './risen-gas';

export const flameSchema = v.strictObject({
  kind: v.literal('flame'),
  /** The ids of the layer that it burns from, and of the one that it goes round; null for none. */
  of: namedLayerSchema,
  behind: namedLayerSchema,
  values: parametersSchema(flameParameters),
});

export type FlameSource = v.InferOutput<typeof flameSchema>;

/** Adds the fire that burns in a box to a buffer, in place. */
function burn(out: ColourBuffer, p: FlameValues, box: Box, context: SourceContext): void {
  const laid = laidGas(p, FIRE, box, context);
  if (!laid) return;
  const { grid, cells } = laid;
  const { look, reach } = flameLook(p, grid.cell, context.mixing);
  addFire(out, risenGas(p, FIRE, grid, reach, context), cells, look);
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
  second: {
    of: ({ behind }) => behind,
    rename: (source, id) => {
      source.behind = id;
    },
  },
  sees: ({ behind }) => (behind === null ? [] : ['second']),
  box: () => null,
  extent: () => null,
  assets: () => [],
  colours: ({ values }) => [values.ramp, values.kelvin, values.colours],
  render({ values: p }, context) {
    const out = colourBuffer(context.wanted);
    scoped(() => {
      const box = bedOf(p, FIRE, context);
      if (!box) return;
      burn(out, p, box, context);
      spark(out, p, box, context);
    });
    return out;
  },
};
