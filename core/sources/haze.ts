import * as v from 'valibot';
import { namedLayerSchema } from '../definitions/id';
import { parametersSchema } from '../definitions/parameter-schema';
import type { SourceContext, SourceDefinition } from '../definitions/source';
import { compile } from '../fields/compile';
import {
  PLANE,
  X,
  Y,
  add,
  clamped,
  divide,
  fractalNoise,
  multiply,
  subtract,
} from '../fields/field';
import { invert, meanScale } from '../geometry/affine';
import { gaussianBlur } from '../kernels/blur';
import { fieldColours, fieldPlanes } from '../kernels/field';
import type { Fire } from '../kernels/flame';
import { sampled } from '../kernels/planes';
import { masked } from '../kernels/rows';
import { displaced } from '../kernels/smear';
import type { ColourBuffer, Plane } from '../pixels/buffer';
import { crop, unwritten } from '../pixels/buffer';
import { scoped } from '../pixels/heap';
import { EMPTY, grow } from '../pixels/region';
import { beganOn } from './beginnings';
import { beneathBeyond } from './beneath';
import type { GasKind } from './gas-grid';
import { riseOf } from './gas-grid';
import type { GasValues } from './gas-parameters';
import type { HazeValues } from './haze-parameters';
import { hazeParameters } from './haze-parameters';
import type { LaidGas } from './risen-gas';
import { bedOf, laidGas, risenGas } from './risen-gas';

export const hazeSchema = v.strictObject({
  kind: v.literal('haze'),
  /** The id of the layer that the hot air rises from; null for none. */
  of: namedLayerSchema,
  values: parametersSchema(hazeParameters),
});

export type HazeSource = v.InferOutput<typeof hazeSchema>;

/** Hot air stays hot higher than what burnt it. */
const HOT_AIR: GasKind = { lasts: 1.6, burn: 0.5, fades: 0.3 };
/** Which share of its heat air keeps from one cell to the next above it. */
const HOLDS = 0.985;

/** How hot the air over each cell is, 0–1: as hot as the gas there, or a little less than the air beneath it; without edges. */
function heatOf({ width, height, fuel }: Fire): Plane {
  const region = { x: 0, y: 0, width, height };
  const heat = unwritten(region, 1) as Plane;
  for (let y = height - 1; y >= 0; y--)
    for (let x = 0; x < width; x++) {
      const i = y * width + x;
      const beneath = y + 1 < height ? HOLDS * heat.data[i + width]! : 0;
      // It has cooled before its grid ends.
      heat.data[i] = Math.max(fuel[i]!, beneath) * Math.min(1, y / (0.3 * height));
    }
  return crop(gaussianBlur(heat, 3, region), region);
}

/** What lies behind, bent by hot air, over the px that it may cover. */
function bent(p: HazeValues & GasValues, laid: LaidGas, context: SourceContext): ColourBuffer {
  const { map, grounds } = context;
  const { grid, cells, region } = laid;
  const scale = meanScale(map);
  const back = invert(map)!;
  const heat = sampled(heatOf(risenGas(p, HOT_AIR, grid, 1, context)), cells, region);
  const rise = p.moment * riseOf(p);
  const noise = (seed: number) =>
    fractalNoise(divide(X, p.ripple), divide(add(Y, rise), 1.6 * p.ripple), {
      ...{ seed: Math.round(p.seed) * 73 + seed, count: 3, px: meanScale(back) / p.ripple },
    });
  const way = (seed: number, most: number) =>
    multiply(clamped(PLANE), subtract(noise(seed), 0.5), 4 * most * scale);
  // Air that rises bends more aside than up.
  const program = compile([way(1, p.amount), way(2, 0.6 * p.amount), 0, 0]);
  const ways = fieldColours(program, back, region, heat);
  const around = grow(region, Math.ceil(2 * p.amount * scale) + 3);
  const behind = beneathBeyond(grounds!.beneath!, around, context);
  const [shows] = fieldPlanes(compile([clamped(multiply(PLANE, 8))]), back, region, heat);
  return masked(displaced(behind, ways.data, region), shows!);
}

/** Hot air that bends what lies behind it. */
export const hazeSource: SourceDefinition<HazeSource> = {
  kind: 'haze',
  label: 'Heat haze',
  help: 'Hot air that rises from letters, a line or a place, and bends what lies behind it.',
  schema: hazeSchema,
  note: '`of` is the id of the layer that it rises from, or null. It shows all that lies beneath its layer, bent.',
  settings: { values: hazeParameters },
  shaped: false,
  reference: beganOn(),
  sees: () => ['beneath'],
  box: () => null,
  extent: () => null,
  assets: () => [],
  render({ values }, context) {
    const p = { ...values, tongue: 2 * values.ripple, strength: 100, breaks: 0 };
    const box = context.grounds?.beneath && p.amount > 0 ? bedOf(p, HOT_AIR, context) : null;
    const laid = box && laidGas(p, HOT_AIR, box, context);
    return laid ? scoped(() => bent(p, laid, context)) : (unwritten(EMPTY, 4) as ColourBuffer);
  },
};
