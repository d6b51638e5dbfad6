import type { SourceContext } from '../definitions/source';
import type { BoundLayer } from '../scene/bound/bound';
import { definitionOf } from '../sources/index';
import type { Context } from './context';
import { contentOf } from './context';
import { coloursOf, coverageOf, coveredBox, insideOf, pathsOf } from './coverage';

/** Layers that are the light or the shadow of another. */

/** What a spill or a cast shadow needs of its caster. */
export function casterFor({ source }: BoundLayer, context: Context): Pick<SourceContext, 'light'> {
  const { subject } = source;
  if (!subject) return {};
  return {
    light: {
      key: `${contentOf(subject.layer)} ${subject.map.join()}`,
      coverage: (region) => coverageOf(subject, context.map, region, context),
      colours: (region) => coloursOf(subject, context.map, region, context),
      under: (to, region) => coverageOf(subject, to, region, context),
      within: (to, region) => insideOf(subject, to, region, context),
      paths: pathsOf(subject),
      box: () => coveredBox(subject, context),
      colour: colourOf(subject.layer),
      lamp: context.lamp,
    },
  };
}

/** The one colour that a layer has as a whole; null if it has none. */
const colourOf = ({ source }: BoundLayer): string | null =>
  definitionOf(source).colour?.(source) ?? null;

/** The lamp, for what lies as it sends it. */
export const lampFor = ({ source }: BoundLayer, { lamp }: Context) =>
  definitionOf(source).followsLamp?.(source) ? lamp : null;
