import { completed, counts } from '../../definitions/parameter-values';
import { stepOfKind } from '../../steps/index';
import type { Step } from './schema';

/** The layers that the values of steps name. */

/** The keys of the parameters of a step that name a layer, and that count as it is set. */
export function layerKeys({ kind, values }: Pick<Step, 'kind' | 'values'>): string[] {
  const { parameters } = stepOfKind(kind);
  const all = completed(parameters, values);
  return Object.entries(parameters).flatMap(([key, p]) =>
    p.kind === 'layer' && counts(p, all) ? [key] : [],
  );
}

/** Whether a step measures all that goes into it. */
export const measuresItself = (kind: string): boolean => {
  const definition = stepOfKind(kind);
  return definition.works === 'pixels' && definition.measuresItself === true;
};

/** Gives a step other names for the layers that it names, in place. */
export function renameLayers({ kind, values }: Step, named: (id: string) => string): void {
  for (const [key, p] of Object.entries(stepOfKind(kind).parameters))
    if (p.kind === 'layer' && values[key]) values[key] = named(values[key] as string);
}
