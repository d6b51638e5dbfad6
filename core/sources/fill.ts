import * as v from 'valibot';
import { parametersSchema } from '../definitions/parameter-schema';
import type { SourceDefinition } from '../definitions/source';
import { filled } from '../kernels/rows';
import { paintParameters } from '../paint/parameters';
import { hasRelief, paintShape } from '../paint/paint';
import { seenColours } from '../paint/seen-colours';
import { whole } from '../paint/whole';
import { rgb } from '../pixels/colour';

export const fillSchema = v.strictObject({
  kind: v.literal('fill'),
  paint: parametersSchema(paintParameters),
});

export type FillSource = v.InferOutput<typeof fillSchema>;

export const fillSource: SourceDefinition<FillSource> = {
  kind: 'fill',
  label: 'Fill',
  help: 'A colour, a gradient, a texture or a pattern, without edges.',
  schema: fillSchema,
  settings: { paint: paintParameters },
  shaped: false,
  followsLamp: ({ paint }) => hasRelief(paint),
  colours: ({ paint }) => seenColours(paint),
  recoloured: ({ paint, ...source }, colour) => ({
    ...source,
    paint: { ...paint, paint: 'one', colour },
  }),
  box: () => null,
  extent: () => null,
  assets: ({ paint }) => (paint.paint === 'pattern' && paint.picture ? [paint.picture] : []),
  render: ({ paint }, { wanted, mixing, map, scene, lamp, picture }) =>
    paint.paint === 'one'
      ? filled(wanted, rgb(paint.colour, mixing))
      : paintShape(whole(wanted), paint, { map, box: scene, scene, mixing, lamp, picture }),
};
