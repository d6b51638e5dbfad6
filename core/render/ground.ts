import type { Ground, Grounds } from '../definitions/source';
import type { BoundLayer } from '../scene/bound/bound';
import type { Context } from './context';
import { contentOf } from './context';
import { coloursOf } from './coverage';

/** What a source sees of what lies beneath it. */
export function groundsFor({ source }: BoundLayer, context: Context): { grounds?: Grounds } {
  if (!source.grounds) return {};
  const grounds: Grounds = {};
  for (const [ground, subject] of Object.entries(source.grounds))
    grounds[ground as Ground] = {
      key: `${contentOf(subject.layer)} ${subject.map.join()}`,
      colours: (region) => coloursOf(subject, context.map, region, context),
    };
  return { grounds };
}
