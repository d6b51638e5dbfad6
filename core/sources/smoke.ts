import * as v from 'valibot';
import { namedLayerSchema } from '../definitions/id';
import { parametersSchema } from '../definitions/parameter-schema';
import type { SourceContext, SourceDefinition } from '../definitions/source';
import { meanScale } from '../geometry/affine';
import type { Fire } from '../kernels/flame';
import { addFire } from '../kernels/flame';
import { addMapped } from '../kernels/lay-light';
import { alphaOf, filled, maskInPlace } from '../kernels/rows';
import type { ColourBuffer } from '../pixels/buffer';
import { colourBuffer, unwritten } from '../pixels/buffer';
import type { Rgb } from '../pixels/colour';
import { rgb } from '../pixels/colour';
import { scoped } from '../pixels/heap';
import { EMPTY } from '../pixels/region';
import { beganOn } from './beginnings';
import type { GasKind } from './gas-grid';
import type { LaidGas } from './risen-gas';
import { bedOf, laidGas, risenGas } from './risen-gas';
import { addScattered, scatteredLight } from './scattered-light';
import { coverTable, lampThrough } from './smoke-light';
import type { SmokeValues } from './smoke-parameters';
import { smokeParameters } from './smoke-parameters';

export const smokeSchema = v.strictObject({
  kind: v.literal('smoke'),
  /** The ids of the layer that it rises from, and of the one that it goes round; null for none. */
  of: namedLayerSchema,
  behind: namedLayerSchema,
  values: parametersSchema(smokeParameters),
});

export type SmokeSource = v.InferOutput<typeof smokeSchema>;

/** Smoke does not burn up; it thins out. */
const SMOKE: GasKind = { lasts: 2.4, burn: 0.12, fades: 0.45 };
/** Of its light, so much comes from no side. */
const AMBIENT = 0.4;
/** How much of the light of lamps in it reaches the eye, at a glow of 100 %. */
const GLOW = 1.6;

/** The lamp's light in smoke, as far as that lets it through, as a picture on its grid. */
function lampLight(fire: Fire, p: SmokeValues, { lamp }: SourceContext): ColourBuffer {
  const { width, height } = fire;
  const out = unwritten({ x: 0, y: 0, width, height }, 4) as ColourBuffer;
  const through = lampThrough(fire, lamp, p.shade / 100);
  through.forEach((share, i) => out.data.fill(share, 4 * i, 4 * i + 4));
  return out;
}

/** Smoke as it is lit: its own colour in the scene light, and the lights of the scene around it. */
function lit(p: SmokeValues, laid: LaidGas, fire: Fire, context: SourceContext): ColourBuffer {
  const { map, mixing, lamp, grounds } = context;
  const { region, cells } = laid;
  const own = rgb(p.colour, mixing);
  const from = rgb(lamp.colour, mixing);
  const strong = p.lamp / 100;
  const out = filled(region, own.map((c) => c * AMBIENT * strong) as unknown as Rgb);
  const direct = own.map((c, k) => c * from[k]! * (1 - AMBIENT) * strong) as unknown as Rgb;
  addMapped(out, lampLight(fire, p, context), cells, direct);
  if (grounds?.lights && p.glow > 0) {
    const by = (GLOW * p.glow) / 100;
    const light = scatteredLight(grounds.lights, p.reach * meanScale(map), region);
    addScattered(out, light, [by, by, by]);
  }
  return out;
}

/** Smoke that rises from something, seen at a moment. */
export const smokeSource: SourceDefinition<SmokeSource> = {
  kind: 'smoke',
  label: 'Smoke',
  help: 'Smoke that rises from letters, a line, a cut-out or a place, lit by the lights of the scene.',
  schema: smokeSchema,
  note: '`of` and `behind` are as those of a flame; it is the same fluid, and begins anew as often.',
  settings: { values: smokeParameters },
  shaped: false,
  reference: beganOn(),
  second: {
    of: ({ behind }) => behind,
    rename: (source, id) => {
      source.behind = id;
    },
  },
  sees: ({ behind, values }) => [
    ...(behind === null ? [] : (['second'] as const)),
    ...(values.glow > 0 ? (['lights'] as const) : []),
  ],
  followsLamp: () => true,
  box: () => null,
  extent: () => null,
  assets: () => [],
  colours: ({ values }) => values.colour,
  render({ values }, context) {
    const p = { ...values, breaks: 30 };
    const empty = unwritten(EMPTY, 4) as ColourBuffer;
    const box = bedOf(p, SMOKE, context);
    const laid = box && laidGas(p, SMOKE, box, context);
    if (!laid) return empty;
    const out = colourBuffer(laid.region);
    scoped(() => {
      const grain = Math.max(2.5, (0.6 * p.tongue) / laid.grid.cell);
      const bent = (0.5 * grain * p.detail) / 100;
      const fire = risenGas(p, SMOKE, laid.grid, Math.ceil(2.4 * bent) + 2, context);
      addFire(out, fire, laid.cells, {
        ramp: coverTable(p.density / 100),
        ...{ detail: bent, grain, seed: Math.round(p.seed) * 31 + 7 },
        sheets: Math.round(p.sheets),
        ragged: p.detail > 0 ? (0.7 * p.detail) / 100 / bent : 0,
      });
      const light = lit(p, laid, fire, context);
      maskInPlace(light, alphaOf(out));
      out.data.set(light.data);
    });
    return out;
  },
};
