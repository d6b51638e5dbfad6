import type { Seen } from '../definitions/seen';
import type { Ground, Grounds } from '../definitions/source';
import { IDENTITY, multiply, scaling } from '../geometry/affine';
import { mapPath } from '../geometry/path';
import { covering } from '../pixels/region';
import type { BoundLayer, BoundStep, Subject } from '../scene/bound/bound';
import type { Context } from './context';
import { contentOf } from './context';
import { coloursOf, pathsOf, sceneUnder } from './coverage';

/** What is seen of another layer from where one stands. */
function seenOf(subject: Subject, context: Context): Seen {
  // Where the scene lies on the px of the list: the same at every scale, but for the last digits.
  const box = sceneUnder(IDENTITY, context);
  const place = Object.values(box).map((v) => v.toFixed(3));
  return {
    key: `${contentOf(subject.layer)} ${subject.map.join()} ${place.join()}`,
    colours: (region) => coloursOf(subject, context.map, region, context),
    paths: () => pathsOf(subject).map((p) => mapPath(context.map, p)),
    coarse(side) {
      const k = side / Math.max(box.x1 - box.x0, box.y1 - box.y0);
      const region = covering(box.x0 * k, box.y0 * k, box.x1 * k, box.y1 * k);
      const pixels = coloursOf(subject, scaling(k), region, context);
      return { pixels, map: multiply(context.map, scaling(1 / k)) };
    },
  };
}

/** What a source sees of what lies about it. */
export function groundsFor({ source }: BoundLayer, context: Context): { grounds?: Grounds } {
  if (!source.grounds) return {};
  const grounds: Grounds = {};
  for (const [ground, subject] of Object.entries(source.grounds))
    grounds[ground as Ground] = seenOf(subject, context);
  return { grounds };
}

/** What a step sees of the layers that its values name (`StepContext.seen`). */
export function seenFor({ seen }: BoundStep, context: Context): (name: string) => Seen | null {
  const lasting = context.lasting ? { ...context, memo: context.lasting } : context;
  return (name) => (seen?.[name] ? seenOf(seen[name], lasting) : null);
}
