import * as v from 'valibot';
import { blendNamed } from '../blend/index';
import { parametersSchema } from '../definitions/parameter-schema';
import type { SourceContext, SourceDefinition } from '../definitions/source';
import type { Program } from '../fields/compile';
import { compile } from '../fields/compile';
import type { Term } from '../fields/field';
import { X, Y, add, clamped, max, min, multiply, smoothstep, subtract } from '../fields/field';
import { invert, meanScale } from '../geometry/affine';
import { blurMargin, gaussianBlur } from '../kernels/blur';
import { composite, compositePlane } from '../kernels/composite';
import { fieldColours, fieldPlanes } from '../kernels/field';
import { maskInPlace } from '../kernels/rows';
import { displaced } from '../kernels/smear';
import { towards } from '../paint/lamp';
import type { ColourBuffer } from '../pixels/buffer';
import { crop, unwritten } from '../pixels/buffer';
import { scoped } from '../pixels/heap';
import { EMPTY, grow, intersect, isEmpty, unite } from '../pixels/region';
import type { DropForm } from './drops-form';
import { dropForm, dropReach, dropWay } from './drops-form';
import type { DropsValues } from './drops-parameters';
import { dropsParameters } from './drops-parameters';
import { beneathBeyond, wholePx } from './beneath';
import { sceneBox } from './beginnings';

export const dropsSchema = v.strictObject({
  kind: v.literal('drops'),
  values: parametersSchema(dropsParameters),
});

export type DropsSource = v.InferOutput<typeof dropsSchema>;

const NORMAL = blendNamed('normal').mode;
const ADD = blendNamed('add').mode;

/** How dark rims are at most, and how bright the lamp shines in a drop. */
const [DARK, BRIGHT] = [0.75, 0.9];

/** The lamp in each drop, and its light gathered on the far side of it: 0–1, and dark rims, 0–1. */
function shading(
  { cover, u, v: w, far, radius }: DropForm,
  p: DropsValues,
  { lamp, map }: SourceContext,
) {
  // In a drop of few px neither can be seen.
  const seen = clamped(multiply(radius, meanScale(map) / 4));
  const [lx, ly] = towards(lamp);
  const flat = Math.hypot(lx, ly);
  const [dx, dy] = flat > 1e-3 ? [lx / flat, ly / flat] : [0, -1];
  const side: Term = add(multiply(u, dx), multiply(w, dy));
  const spot = smoothstep(0.3, 0.72, subtract(side, multiply(0.9, max(0, subtract(far, 0.72)))));
  const gathered = multiply(0.35, smoothstep(0.2, 0.95, multiply(-1, side)));
  return {
    shine: multiply(cover, seen, clamped(multiply(add(spot, gathered), (BRIGHT * p.bright) / 100))),
    dark: multiply(cover, seen, (DARK * p.rim) / 100, smoothstep(0.45, 1, far)),
  };
}

/** Where drops take their colours from, px of the render away: from within the scene, however far they reach. */
function waysOf(form: DropForm, p: DropsValues, context: SourceContext): Program {
  const { x0, y0, x1, y1 } = sceneBox(context);
  const scale = meanScale(context.map);
  const way = dropWay(form, p.bends);
  const within = (from: Term, to: Term, least: number, most: number): Term =>
    multiply(subtract(max(least, min(most, add(from, to))), from), scale);
  return compile([within(X, way.x, x0, x1), within(Y, way.y, y0, y1), 0, 0]);
}

/** What lies behind as drops and steamed glass show it. */
function seenThrough(p: DropsValues, context: SourceContext): ColourBuffer {
  const { map, wanted, grounds } = context;
  const scale = meanScale(map);
  const back = invert(map)!;
  const form = dropForm(p, 1 / scale);
  const ways = fieldColours(waysOf(form, p, context), back, wanted);
  const { shine, dark } = shading(form, p, context);
  const [cover, shines, darkens] = fieldPlanes(compile([form.cover, shine, dark]), back, wanted);
  const steam = p.steam * scale;
  const reach = Math.ceil(Math.max(dropReach(p) * scale, blurMargin(steam))) + 3;
  const most = grow(wholePx(context.scene), blurMargin(steam) + 3);
  const near = intersect(grow(wanted, reach), unite(most, wanted));
  const behind = beneathBeyond(grounds!.beneath!, near, context);
  const drops = displaced(behind, ways.data, wanted);
  compositePlane(drops, darkens!, [0, 0, 0], NORMAL, 1);
  compositePlane(drops, shines!, [1, 1, 1], ADD, 1);
  maskInPlace(drops, cover!);
  if (steam < 0.05) return drops;
  const steamed = crop(gaussianBlur(behind, steam, wanted), wanted);
  composite(steamed, drops, NORMAL, 1);
  return steamed;
}

/** Drops on a pane of glass between the eye and all that lies beneath. */
export const dropsSource: SourceDefinition<DropsSource> = {
  kind: 'drops',
  label: 'Drops on glass',
  help: 'Drops on a pane: each shows all that lies behind it, bent, and the glass between is steamed.',
  schema: dropsSchema,
  note: 'It shows all that lies beneath its layer.',
  settings: { values: dropsParameters },
  shaped: false,
  sees: () => ['beneath'],
  followsLamp: () => true,
  box: () => null,
  extent: () => null,
  assets: () => [],
  render({ values }, context) {
    const { map, wanted, grounds } = context;
    if (!grounds?.beneath || !invert(map) || isEmpty(wanted)) return unwritten(EMPTY, 4);
    return scoped(() => seenThrough(values, context));
  },
};
