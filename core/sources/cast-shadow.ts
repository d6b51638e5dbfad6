import * as v from 'valibot';
import { parametersSchema } from '../definitions/parameter-schema';
import type { SourceDefinition } from '../definitions/source';
import { meanScale, regionAround, scaling } from '../geometry/affine';
import type { Homography } from '../geometry/homography';
import { boxBeneath, compose, inverseOf, projective } from '../geometry/homography';
import { blurMargin } from '../kernels/blur';
import { cover } from '../kernels/brush';
import { times } from '../kernels/planes';
import { warped } from '../kernels/resample';
import { alphaOf, copied, filled, level, masked } from '../kernels/rows';
import { variedBlur } from '../kernels/varied-blur';
import { oneColour } from '../paint/paint';
import type { Plane } from '../pixels/buffer';
import { crop, plane, unwritten } from '../pixels/buffer';
import { scoped } from '../pixels/heap';
import type { Region } from '../pixels/region';
import { EMPTY, covering, grow, intersect, isEmpty, unite } from '../pixels/region';
import { castShadowParameters } from './cast-shadow-parameters';
import { sheetsOf, shareAlong } from './shadow-sheets';

export const castShadowSchema = v.strictObject({
  kind: v.literal('shadow'),
  /** The id of the layer whose shadow it is. */
  of: v.pipe(v.string(), v.minLength(1)),
  values: parametersSchema(castShadowParameters),
});

export type CastShadowSource = v.InferOutput<typeof castShadowSchema>;

/** What stands upright is drawn so much finer than it is seen, as far as it may be. */
const FINE = 1.25;
/** What stands upright is drawn so many px high at most, before it is laid down. */
const MAX = 2048;

/** An upright silhouette (over a region of px of the layer times `fineness`) as it lies in the render under a map. */
function laidDown(upright: Plane, fineness: number, map: Homography, wanted: Region): Plane {
  const solid = masked(filled(upright.region, [1, 1, 1]), upright);
  const made = warped(solid, compose(map, projective(scaling(1 / fineness))), wanted);
  return crop(alphaOf(made), wanted);
}

/**
 * The silhouette of another layer, laid on a floor and, beyond a fold, on a wall. It is sharp and dark where the
 * subject stands, soft and pale at its far end. One whose subject is gone casts none.
 */
export const castShadow: SourceDefinition<CastShadowSource> = {
  kind: 'shadow',
  label: 'Cast shadow',
  help: 'The shadow that a layer casts on a floor or a wall, live.',
  schema: castShadowSchema,
  note: 'It is of the layer of the id in `of`, and waits while that is gone.',
  settings: { values: castShadowParameters },
  shaped: false,
  reference: {
    as: 'shadow',
    to: ({ of }) => of,
    rename: (source, id) => {
      source.of = id;
    },
  },
  followsLamp: ({ values }) => values.lies === 'light',
  box: () => null,
  extent: () => null,
  assets: () => [],
  render({ values }, { wanted, mixing, map, light }) {
    const box = light?.box() ?? null;
    if (!light || !box) return unwritten(EMPTY, 4);
    const sheets = sheetsOf(values, box, light.lamp);
    const scale = meanScale(map);
    const [near, far] = [values.blurNear * scale, values.blurFar * scale];
    const most = Math.max(near, far);
    const seen = sheets.map((sheet) => {
      const shown = boxBeneath(compose(projective(map), sheet.map), sheet.box);
      // Of a sheet that goes beyond the horizon nobody knows how far it shows.
      return shown ? regionAround(shown, 1) : grow(wanted, blurMargin(most) + 1);
    });
    const lies = grow(seen.reduce(unite, EMPTY), blurMargin(most) + 1);
    const part = intersect(wanted, lies);
    if (isEmpty(part)) return unwritten(EMPTY, 4);
    return scoped(() => {
      const around = grow(part, blurMargin(most) + 1);
      const shape = plane(around);
      const share = plane(around);
      const k = Math.min(FINE * scale, MAX / Math.max(1, box.y1 - box.y0, box.x1 - box.x0));
      for (const [i, sheet] of sheets.entries()) {
        const toRender = compose(projective(map), sheet.map);
        const { x0, y0, x1, y1 } = sheet.box;
        const upright = light.under(scaling(k), covering(x0 * k, y0 * k, x1 * k, y1 * k));
        cover(shape, laidDown(upright, k, toRender, intersect(seen[i]!, around)), 1);
        const back = inverseOf(toRender);
        if (back) shareAlong(share, back, sheet, values);
      }
      const made = variedBlur(shape, share, near, far, part);
      const density = copied(crop(share, part));
      level(density, (values.denseFar - values.denseNear) / 100, values.denseNear / 100);
      times(made, density);
      return oneColour(made, values.colour, mixing);
    });
  },
};
