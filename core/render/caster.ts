import type { Region } from '../pixels/region';
import type { SourceContext } from '../definitions/source';
import { subjectOf, surfaceOf } from '../scene/bound/bound';
import type { Layer } from '../scene/model/schema';
import type { Context } from './context';
import { coloursOf, coverageOf, coveredBox } from './coverage';

/** Layers that are the light or the shadow of another. */

/** What a spill or a cast shadow is told of the layer whose it is. */
export function throwerFor({ source }: Layer, context: Context): Pick<SourceContext, 'light'> {
  const subject = subjectOf(source);
  if (!subject) return {};
  const on = surfaceOf(source);
  return {
    light: {
      coverage: (region) => coverageOf(subject, context.map, region, context),
      under: (to, region) => coverageOf(subject, to, region, context),
      ...(on && { surface: (region: Region) => coloursOf(on, context.map, region, context) }),
      box: () => coveredBox(subject, context),
      colour: colourOf(subject.layer),
      lamp: context.lamp,
    },
  };
}

/** The one colour that a layer has as a whole: that of a line's light, or of letters; null for others. */
const colourOf = ({ source }: Layer): string | null =>
  source.kind === 'line'
    ? source.light
    : source.kind === 'text'
      ? source.ranges[0]!.style.colour
      : null;

/** The lamp, for what lies as it sends it. */
export const lampFor = ({ source }: Layer, { lamp }: Context) =>
  source.kind === 'shadow' && source.values.lies === 'light' ? lamp : null;
