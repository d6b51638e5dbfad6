import isEqual from 'fast-deep-equal';
import { completed, counts } from '../../definitions/parameter-values';
import { stepOfKind } from '../../steps/index';
import type { Edit } from '../edits/edit';
import { findLayer, setLayer, setStep } from '../edits/layer-edits';
import { withMeaning } from '../edits/style-edits';
import type { Layer, Step } from '../model/schema';

/** What several layers have in common, to be set on all of them at once. */

/** Steps of one kind, one on each of some layers: the first of its kind there, the second, and so on. */
export interface CommonStep {
  kind: string;
  /** By layer: its id, and the step. */
  of: readonly { layer: string; step: Step }[];
  /** The values of the first layer's. */
  values: Step['values'];
  /** The keys of the values that are not the same on all of them. */
  differing: ReadonlySet<string>;
}

/** The keys of values that are not the same in all of some sets. */
function differingIn(sets: readonly Readonly<Record<string, unknown>>[]): Set<string> {
  const keys = new Set(sets.flatMap((values) => Object.keys(values)));
  return new Set(
    [...keys].filter((key) => sets.some((values) => !isEqual(values[key], sets[0]![key]))),
  );
}

/** The steps that all of some layers have, in the order of the first layer; none of fewer than two. */
export function commonSteps(layers: readonly Layer[]): CommonStep[] {
  const [first, ...others] = layers;
  if (!first || others.length === 0) return [];
  const seen = new Map<string, number>();
  return first.steps.flatMap((step): CommonStep[] => {
    const nth = seen.get(step.kind) ?? 0;
    seen.set(step.kind, nth + 1);
    const theirs = others.map((l) => l.steps.filter((s) => s.kind === step.kind)[nth]);
    if (theirs.some((s) => !s)) return [];
    const all = [step, ...(theirs as Step[])];
    const { parameters } = stepOfKind(step.kind);
    const sets = all.map((s) => completed(parameters, s.values));
    const shown = Object.keys(parameters).filter((key) => counts(parameters[key]!, sets[0]!));
    const differing = [...differingIn(sets)].filter((key) => shown.includes(key));
    return [
      {
        kind: step.kind,
        of: all.map((s, i) => ({ layer: layers[i]!.id, step: s })),
        values: step.values,
        differing: new Set(differing),
      },
    ];
  });
}

/** How layers are laid on what lies beneath, and how they burn: those of the first, and which differ. */
export function commonBlend(layers: readonly Layer[]) {
  const sets = layers.map(({ blend, opacity }) => ({ blend, opacity }));
  return { values: sets[0]!, differing: differingIn(sets) };
}

/** Turns a common step on or off on all its layers. */
export const enableCommonStep =
  ({ of }: CommonStep, enabled: boolean): Edit =>
  (s) =>
    of.forEach(({ layer, step }) => void setStep(layer, step.id, { enabled })(s));

/** Sets values of a common step on all its layers, each by the height of its own shape where lengths come to be meant otherwise. */
export const setCommonStep =
  ({ of }: CommonStep, values: Step['values']): Edit =>
  (s) => {
    for (const { layer, step } of of) {
      const own = findLayer(s, layer);
      if (own) setStep(layer, step.id, { values: withMeaning(s, own, step, values) })(s);
    }
  };

/** Sets values of all of some layers. */
export const setLayers =
  (ids: readonly string[], values: Parameters<typeof setLayer>[1]): Edit =>
  (s) =>
    ids.forEach((id) => void setLayer(id, values)(s));
