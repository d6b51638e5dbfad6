import * as v from 'valibot';
import { parametersSchema } from '../definitions/parameter-schema';
import type { SourceContext, SourceDefinition } from '../definitions/source';
import { compile } from '../fields/compile';
import { PLANE } from '../fields/field';
import type { Affine, Box, Point } from '../geometry/affine';
import { invert, meanScale } from '../geometry/affine';
import { fieldPlanes } from '../kernels/field';
import { filled, maskInPlace } from '../kernels/rows';
import type { Plane } from '../pixels/buffer';
import { unwritten } from '../pixels/buffer';
import { rgb } from '../pixels/colour';
import { scoped } from '../pixels/heap';
import { EMPTY, isEmpty } from '../pixels/region';
import { sceneBox } from './beginnings';
import { mistCover, mistThickness } from './mist-density';
import type { MistValues } from './mist-parameters';
import { mistParameters } from './mist-parameters';
import { addScattered, scatteredLight } from './scattered-light';

export const mistSchema = v.strictObject({
  kind: v.literal('mist'),
  values: parametersSchema(mistParameters),
});

export type MistSource = v.InferOutput<typeof mistSchema>;

/** How much of its light reaches the eye from around a lamp, at a glow of 100 %. */
const GLOW = 1.4;
/** How far down a scene its horizon lies, if it was not dragged. */
const HORIZON = 0.62;

/** The middle of the horizon of mist, px of the layer, in which the scene lies in a box. */
export const horizonOf = (
  { horizon }: Pick<MistValues, 'horizon'>,
  { x0, y0, x1, y1 }: Box,
): Point => horizon ?? { x: (x0 + x1) / 2, y: y0 + HORIZON * (y1 - y0) };

/** Its thickness over what is wanted, cached: what changes its light leaves it as it is. */
function thicknessOf(values: MistValues, back: Affine, context: SourceContext): Plane {
  const { wanted, memo } = context;
  const horizon = horizonOf(values, sceneBox(context)).y;
  const form = { ...values, density: 0, colour: '', glow: 0, reach: 0 };
  const data = memo(
    `mist ${JSON.stringify([form, horizon, back, wanted])}`,
    () =>
      scoped(() => {
        const thickness = mistThickness({ values, horizon, px: meanScale(back) });
        return fieldPlanes(compile([thickness]), back, wanted)[0]!.data.slice();
      }),
    (made) => made.byteLength,
  );
  return { channels: 1, region: wanted, data };
}

/** Mist that stands over the ground of a picture, in banks; the lights of the scene glow in it. */
export const mistSource: SourceDefinition<MistSource> = {
  kind: 'mist',
  label: 'Mist',
  help: 'Mist over the ground, in banks, as far as a horizon; lamps and tubes glow in it.',
  schema: mistSchema,
  note: '`horizon` is a place of which the height counts; null lies 62 % down the scene.',
  settings: { values: mistParameters },
  shaped: false,
  sees: ({ values }) => (values.glow > 0 ? ['lights'] : []),
  box: () => null,
  extent: () => null,
  assets: () => [],
  colours: ({ values }) => values.colour,
  render({ values }, context) {
    const { map, wanted, mixing, grounds } = context;
    const back = invert(map);
    if (!back || isEmpty(wanted) || values.density === 0) return unwritten(EMPTY, 4);
    const out = filled(wanted, rgb(values.colour, mixing));
    scoped(() => {
      if (grounds?.lights && values.glow > 0) {
        const light = scatteredLight(grounds.lights, values.reach * meanScale(map), wanted);
        const by = (GLOW * values.glow) / 100;
        addScattered(out, light, [by, by, by]);
      }
      const thickness = thicknessOf(values, back, context);
      const [cover] = fieldPlanes(
        compile([mistCover(PLANE, values.density)]),
        back,
        wanted,
        thickness,
      );
      maskInPlace(out, cover!);
    });
    return out;
  },
};
